import { DUAL_VOLTS } from '#core/machine';
import { currentUnbalance, deratingFor, voltageUnbalance } from '#core/measuring/electric';
import { answer, limitFrom, type Answer } from '#core/measuring/answers';
import { inParts, reader, type Card, type CardPart } from './card.ts';
import { amps, LIVE, volts } from './inputs.ts';

const FORMULA = 'unbalance % = 100 · greatest deviation from the mean / mean';
/** A pair below half of the highest has lost its phase [common practice]. */
const LOST_PHASE_SHARE = 0.5;
/** A leg below half of the mean carries next to nothing: it runs on two [common practice]. */
const SINGLE_PHASING_SHARE = 0.5;

/** Volts that a plate allows: 187 to 253 only where it says 208/230, else ±10 % [common practice]. */
const allowedVolts = (plate: number, dual: boolean): readonly [low: number, high: number, source: string] =>
  dual ? [187, 253, '208/230 V plate: 187 to 253'] : [plate * 0.9, plate * 1.1, `${plate} V ± 10 %`];

/** The supply against the plate: first of all where it is none that the machine is made for. */
function againstPlate(pairs: readonly number[], plate: number, dual: boolean): Answer {
  const [low, high, source] = allowedVolts(plate, dual);
  const off = (v: number) => Math.max(low - v, v - high);
  const farthest = pairs.toSorted((a, b) => off(b) - off(a))[0] as number;
  const wrong = farthest < low ? 'below' : farthest > high ? 'above' : undefined;
  return answer({
    name: 'farthest from the plate',
    value: farthest,
    unit: 'V',
    quantity: 'voltage',
    decimals: 0,
    formula: 'the pair farthest from the plate',
    source: 'common practice',
    band: { low, high, from: 'plate', source },
    ...(wrong
      ? {
          advice: 'act' as const,
          text:
            farthest < plate * 0.6 || farthest > plate * 1.6
              ? `This is no supply for a plate of ${plate} V: do not start it.`
              : `Out of the plate’s range: find out why before it runs on it.`,
        }
      : {}),
  });
}

/** The supply: a lost phase before anything else, then unbalance, then how far it is from the plate. */
export const voltagePart: CardPart = (values) => {
  const { num, text, all } = reader(values);
  const pairs = all('v12', 'v23', 'v31');
  const [one, rated] = [num('v12'), num('plate')];
  // A single-phase machine has one pair and nothing to unbalance.
  if (!pairs && text('phase') === '1' && one !== undefined && rated !== undefined)
    return [againstPlate([one], rated, text('dual') === DUAL_VOLTS)];
  if (!pairs) return [];
  if (pairs.some((v) => v < LOST_PHASE_SHARE * Math.max(...pairs)))
    return [
      answer({
        name: 'lowest pair',
        value: Math.min(...pairs),
        unit: 'V',
        quantity: 'voltage',
        decimals: 0,
        formula: 'as measured',
        source: 'common practice',
        advice: 'act',
        text: 'A phase is lost: nothing three-phase may run. Fuses and breaker, then the utility.',
      }),
    ];
  const u = voltageUnbalance(pairs);
  const answers: Answer[] = [
    answer({
      name: 'voltage unbalance',
      value: u.percent,
      unit: '%',
      quantity: 'percent',
      decimals: 2,
      formula: FORMULA,
      source: 'NEMA MG 1',
      band: {
        high: 1,
        from: 'published',
        source: 'NEMA MG 1: derate above 1 %, act above 2, never run above 5',
      },
      text: u.note,
      ...(u.verdict === 'act' || u.verdict === 'do not run' ? { advice: 'act' } : {}),
    }),
  ];
  if (u.percent > 1 && u.percent <= 5)
    answers.push(
      answer({
        name: 'motor may carry',
        value: 100 * deratingFor(u.percent),
        unit: '%',
        quantity: 'percent',
        decimals: 0,
        formula: 'derating by voltage unbalance',
        source: 'NEMA MG 1 figure 14-1 [from memory]',
        text: 'of its rated load on this supply.',
      }),
    );
  const plate = num('plate');
  if (plate === undefined) return answers;
  const supply = againstPlate(pairs, plate, text('dual') === DUAL_VOLTS);
  // What is wrong with it stands first.
  return supply.advice === 'act' ? [supply, ...answers] : [...answers, supply];
};

/**
 * So far over its plate a motor is being lost, as a share [common practice: overloads open at 125 % and
 * more].
 */
const STOP_OVER = 1.25;

/** The highest leg against the plate: over it with words, far over it stop. */
function againstRating(legs: readonly number[], rated: number | undefined): Answer {
  const highest = Math.max(...legs);
  const share = rated === undefined ? undefined : highest / rated;
  const said =
    share === undefined
      ? {}
      : share > STOP_OVER
        ? {
            advice: 'act' as const,
            text: 'Stop it: so far over its plate it burns. Volts, head pressure, bearings, a leg lost, then the motor.',
          }
        : share > 1
          ? { text: 'Over its plate: it runs hot. Volts under load, head pressure or belt, bearings, dirt.' }
          : share < 0.6
            ? {
                text:
                  'Far below at mild load is normal. Near-normal amps do not clear a compressor of turning ' +
                  'backwards.',
              }
            : {};
  return answer({
    name: 'highest leg',
    value: highest,
    unit: 'A',
    quantity: 'current',
    formula: 'as measured',
    source: 'plate',
    band: rated === undefined ? undefined : { high: rated, from: 'plate', source: 'rated amps' },
    improve: rated === undefined ? ['read the rated amps off the plate'] : [],
    ...said,
  });
}

/** What each leg draws: a leg without current before anything else, then unbalance, then the rating. */
export const currentPart: CardPart = (values, limits) => {
  const { num, text, all } = reader(values);
  const rated = num('rated');
  const legs = all('a1', 'a2', 'a3');
  if (!legs) {
    // A single-phase machine has one; of three somebody may have measured some.
    const some = ['a1', 'a2', 'a3'].map((name) => num(name)).filter((a) => a !== undefined);
    return some.length > 0 && (rated !== undefined || text('phase') === '1')
      ? [againstRating(some, rated)]
      : [];
  }
  const mean = legs.reduce((sum, a) => sum + a, 0) / 3;
  const lowest = Math.min(...legs);
  const rating = rated === undefined ? [] : [againstRating(legs, rated)];
  if (mean > 0 && lowest < SINGLE_PHASING_SHARE * mean)
    return [
      answer({
        name: 'leg without current',
        value: lowest,
        unit: 'A',
        quantity: 'current',
        formula: 'as measured',
        source: 'common practice',
        advice: 'act',
        text: 'Single-phasing: a leg carries next to nothing. Stop it; contactor, fuse, then winding.',
      }),
      ...rating,
    ];
  const u = currentUnbalance(legs, limits.currentUnbalancePct);
  const unbalanced = answer({
    name: 'current unbalance',
    value: u.percent,
    unit: '%',
    quantity: 'percent',
    formula: FORMULA,
    source: 'common practice',
    band: {
      high: limits.currentUnbalancePct,
      from: limitFrom(limits, 'currentUnbalancePct'),
      source: `act above ${limits.currentUnbalancePct} %`,
    },
    text: u.note,
    ...(u.verdict === 'act' ? { advice: 'act' } : {}),
  });
  // What is being lost stands first.
  return rating[0]?.advice === 'act' ? [...rating, unbalanced] : [unbalanced, ...rating];
};

/** Supply and draw of a machine, leg by leg. */
export const unbalance: Card = {
  id: 'unbalance',
  title: 'Volts and amps per leg',
  words: 'voltage unbalance imbalance current phase loss legs supply 208 230 460',
  group: 'electrical',
  inputs: [
    volts('v12', 'L1–L2'),
    volts('v23', 'L2–L3'),
    volts('v31', 'L3–L1'),
    volts('plate', 'Plate', { plate: 'volts' }),
    { name: 'phase', label: 'Phases', choices: ['3', '1'], usual: '3', plate: 'phase' },
    {
      name: 'dual',
      label: 'Plate for two supplies',
      choices: [DUAL_VOLTS],
      optional: true,
      plate: 'dualVolts',
    },
    amps('a1', 'L1'),
    amps('a2', 'L2'),
    amps('a3', 'L3'),
    amps('rated', 'Rated amps'),
  ],
  formula: FORMULA,
  source: 'NEMA MG 1; ±10 % of plate and 10 % current common practice',
  caution: LIVE,
  answers: inParts(voltagePart, currentPart),
};
