import { currentUnbalance, voltageUnbalance } from '../electrical/index.ts';
import { answer, limitFrom, type Answer } from '../measurement/index.ts';
import { inParts, reader, type Card, type CardPart } from './card.ts';
import { amps, LIVE, volts } from './inputs.ts';

const FORMULA = 'unbalance % = 100 · greatest deviation from the mean / mean';
/** A pair below half of the highest has lost its phase [common practice]. */
const LOST_PHASE_SHARE = 0.5;

/** Volts that a plate allows: 187 to 253 for 208/230 V, else ±10 % [common practice]. */
const allowedVolts = (plate: number): readonly [low: number, high: number, source: string] =>
  plate === 208 || plate === 230
    ? [187, 253, '208/230 V plate: 187 to 253']
    : [plate * 0.9, plate * 1.1, `${plate} V ± 10 %`];

/** The supply: a lost phase before anything else, then unbalance, then how far it is from the plate. */
export const voltagePart: CardPart = (values) => {
  const { num, all } = reader(values);
  const pairs = all('v12', 'v23', 'v31');
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
  const plate = num('plate');
  if (plate === undefined) return answers;
  const [low, high, source] = allowedVolts(plate);
  return [
    ...answers,
    answer({
      name: 'farthest from the plate',
      value: pairs.toSorted((a, b) => Math.abs(b - plate) - Math.abs(a - plate))[0] as number,
      unit: 'V',
      quantity: 'voltage',
      decimals: 0,
      formula: 'the pair farthest from the plate',
      source: 'common practice',
      band: { low, high, from: 'plate', source },
    }),
  ];
};

/** What each leg draws: a leg without current before anything else, then unbalance, then the rating. */
export const currentPart: CardPart = (values, limits) => {
  const { num, all } = reader(values);
  const legs = all('a1', 'a2', 'a3');
  if (!legs) return [];
  if (legs.some((a) => a === 0))
    return [
      answer({
        name: 'leg without current',
        value: 0,
        unit: 'A',
        quantity: 'current',
        formula: 'as measured',
        source: 'common practice',
        advice: 'act',
        text: 'A leg carries nothing: contactor, fuse or winding. Stop it.',
      }),
    ];
  const u = currentUnbalance(legs, limits.currentUnbalancePct);
  const answers: Answer[] = [
    answer({
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
    }),
  ];
  const rated = num('rated');
  if (rated === undefined) return answers;
  const highest = Math.max(...legs);
  return [
    ...answers,
    answer({
      name: 'highest leg',
      value: highest,
      unit: 'A',
      quantity: 'current',
      formula: 'as measured',
      source: 'plate',
      band: { high: rated, from: 'plate', source: 'rated amps' },
      text:
        highest < rated * 0.6
          ? 'Far below at mild load is normal. Near-normal amps do not clear a compressor of turning ' +
            'backwards.'
          : '',
    }),
  ];
};

/** Supply and draw of a three-phase machine, leg by leg. */
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
