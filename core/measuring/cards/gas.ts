import { say, measured } from '#core/base/quantities';
import {
  clockedInput,
  DERATED_ABOVE_FT,
  deratedInput,
  FAR_OVER,
  GASES,
  inputAtManifold,
  judgeManifold,
  MOST_INLET_IN_WC,
  USUAL_METER_PSIG,
  type Gas,
} from '#core/measuring/gas';
import { answer, DEFAULT_LIMITS, type Answer, type Band } from '#core/measuring/answers';
import { atmospherePsia } from '#core/measuring/air';
import { elevation, inParts, reader, type Card, type CardInput, type CardPart } from './card.ts';
import { gas } from './inputs.ts';

const inWc = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'gasPressure',
  unit: 'in w.c.',
  ...more,
});

/** A manifold's tolerance about its goal, with where the goal comes from. */
const manifoldBand = (goal: number, tolerance: number, isPlate: boolean): Band => ({
  low: goal - tolerance,
  high: goal + tolerance,
  from: isPlate ? 'plate' : 'common practice',
  source: say`${measured('gasPressure', goal - tolerance, 'in w.c.', goal + tolerance)}`,
});

/** The manifold against the plate, else what is usual for the gas, and the input that follows from it. */
const manifoldPart: CardPart = (values) => {
  const { num, text } = reader(values);
  const which = text<Gas>('gas') ?? 'natural gas';
  const { manifoldInWc, manifoldTolerance } = GASES[which];
  const manifold = num('manifold');
  const target = num('target');
  const goal = target ?? manifoldInWc;
  if (manifold === undefined) return [];
  const danger = manifold > 0 ? judgeManifold(which, goal, manifold) : undefined;
  return [
    answer({
      name: 'manifold',
      value: manifold,
      unit: 'in w.c.',
      quantity: 'gasPressure',
      decimals: 2,
      formula: 'as measured',
      source: 'plate or common practice',
      band: manifoldBand(goal, manifoldTolerance, target !== undefined),
      improve: target === undefined ? ['read the target off the plate'] : [],
      ...(danger === undefined ? {} : { advice: 'act' as const, text: danger }),
    }),
    ...(manifold > 0
      ? [firedInput(goal, manifold, manifoldTolerance, num('input'), danger !== undefined)]
      : []),
  ];
};

/** What is fired at a manifold pressure: of the plate's input where that is known, else as a share of it. */
function firedInput(
  goal: number,
  manifold: number,
  tolerance: number,
  plate: number | undefined,
  isDanger: boolean,
): Answer {
  const share = inputAtManifold(100, goal, manifold);
  const text =
    manifold > goal + tolerance
      ? `Overfires by ${(share - 100).toFixed(1)} %.`
      : manifold < goal - tolerance
        ? `Underfires by ${(100 - share).toFixed(1)} %.`
        : '';
  const shared = {
    formula: 'rated · √(measured / target)',
    source: 'orifice flow (Bernoulli)',
    text,
    ...(isDanger ? { advice: 'act' as const } : {}),
  };
  if (plate !== undefined)
    return answer({
      ...shared,
      name: 'input',
      value: (plate * share) / 100,
      unit: 'Btu/h',
      quantity: 'heatRate',
      decimals: 0,
    });
  return answer({
    ...shared,
    name: 'input, of rated',
    value: share,
    unit: '%',
    quantity: 'percent',
    // The same tolerance, seen as input: the two never disagree.
    band: {
      low: inputAtManifold(100, goal, goal - tolerance),
      high: inputAtManifold(100, goal, goal + tolerance),
      from: 'common practice',
      source: 'what the manifold tolerance gives',
    },
  });
}

/**
 * A drop from rest to everything firing is had within this share of the rest, or this much [common
 * practice].
 */
const DROP = { share: 0.15, inWc: 1, isFinding: 0.3 } as const;

/** What the inlet loses when everything fires. */
const dropPart: CardPart = (values) => {
  const inlet = reader(values).all('static', 'running');
  if (!inlet) return [];
  const [rest, running] = inlet;
  const drop = rest - running;
  return [
    answer({
      name: 'inlet drop',
      value: drop,
      unit: 'in w.c.',
      quantity: 'gasPressure',
      decimals: 2,
      formula: 'inlet static − inlet running',
      source: 'common practice',
      band: {
        high: Math.max(DROP.inWc, rest * DROP.share),
        from: 'common practice',
        source: 'about 15 % of static',
      },
      text:
        drop < 0
          ? 'Higher running than at rest: the readings are swapped.'
          : drop > rest * DROP.isFinding
            ? 'The drop is the finding: pipe, regulator or a cock half shut. Everything on the ' +
              'line must fire while you read.'
            : '',
      ...(drop < 0 ? { advice: 'wait' as const } : {}),
    }),
  ];
};

/** The inlet against what a valve stands, and against what the burner needs. */
const inletPart: CardPart = (values) => {
  const { num, text } = reader(values);
  const { inletTypical } = GASES[text<Gas>('gas') ?? 'natural gas'];
  const highest = Math.max(num('static') ?? -Infinity, num('running') ?? -Infinity);
  const running = num('running');
  const least = num('least');
  const answers: Answer[] = [];
  if (highest > MOST_INLET_IN_WC)
    answers.push(
      answer({
        name: 'inlet, highest',
        value: highest,
        unit: 'in w.c.',
        quantity: 'gasPressure',
        formula: 'as measured',
        source: 'common practice',
        advice: 'act',
        text: say`Above ${measured('gasPressure', MOST_INLET_IN_WC, 'in w.c.')} a valve can be damaged: regulator first.`,
      }),
    );
  if (running !== undefined)
    answers.push(
      answer({
        name: 'inlet, running',
        value: running,
        unit: 'in w.c.',
        quantity: 'gasPressure',
        decimals: 2,
        formula: 'as measured',
        source: 'plate or common practice',
        band: {
          low: least ?? inletTypical[0],
          high: MOST_INLET_IN_WC,
          from: least === undefined ? 'common practice' : 'plate',
          source:
            least === undefined
              ? `${inletTypical[0]} to ${inletTypical[1]} typical, ${MOST_INLET_IN_WC} at most`
              : 'plate minimum',
        },
      }),
    );
  return answers;
};

const pressures: Card = {
  id: 'gas-pressure',
  title: 'Gas pressure',
  words: 'manifold inlet static running drop overfire underfire regulator valve',
  group: 'gas heat',
  inputs: [
    gas,
    inWc('manifold', 'Manifold, running', { optional: true }),
    inWc('target', 'Plate: manifold', { optional: true, plate: 'manifoldInWc' }),
    {
      name: 'input',
      label: 'Plate: input',
      quantity: 'heatRate',
      unit: 'Btu/h',
      optional: true,
      plate: 'inputBtuh',
    },
    inWc('static', 'Inlet, valve shut', { optional: true }),
    inWc('running', 'Inlet, everything firing', { optional: true }),
    inWc('least', 'Plate: least inlet', { optional: true }),
  ],
  formula: 'input ∝ √manifold; drop = inlet static − inlet running',
  source: 'orifice flow; bands common practice, the plate wins',
  caution: 'Smell first. Leak-check every opened joint. An instrument, never the flame, sets the pressure.',
  answers: inParts(manifoldPart, dropPart, inletPart),
};

const clocking: Card = {
  id: 'clocking',
  title: 'Clock the meter',
  words: 'gas meter dial seconds cubic feet input btu',
  group: 'gas heat',
  inputs: [
    gas,
    { name: 'volume', label: 'Gas on the dial', quantity: 'gasVolume', unit: 'ft³', usual: 2 },
    { name: 'seconds', label: 'in', quantity: 'time', unit: 's' },
    { name: 'heating', label: 'Heating value', quantity: 'heatingValue', unit: 'Btu/ft³', optional: true },
    {
      name: 'meter',
      label: 'Pressure at the meter',
      quantity: 'pressureGauge',
      unit: 'psig',
      optional: true,
    },
    { name: 'gasF', label: 'Gas temperature', quantity: 'temperature', unit: '°F', optional: true },
    {
      name: 'rated',
      label: 'Plate: input',
      quantity: 'heatRate',
      unit: 'Btu/h',
      optional: true,
      plate: 'inputBtuh',
    },
    elevation,
  ],
  formula: '3600 · ft³ · heating value / s · (meter + atmosphere) / 14.73 · 520 / (460 + gas °F)',
  source: 'standard cubic foot, 14.73 psia and 60 °F (US gas industry)',
  caution: 'All other appliances off.',
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, text, all } = reader(values);
    const dial = all('seconds');
    const ft3 = num('volume') ?? 2;
    if (!dial) return [];
    const facts = GASES[text<Gas>('gas') ?? 'natural gas'];
    const meterPsig = num('meter');
    const gasF = num('gasF');
    const up = num('elevation') ?? limits.elevationFt;
    const result = clockedInput({
      ft3,
      seconds: dial[0],
      btuPerFt3: num('heating') ?? facts.btuPerFt3,
      meterPsig: meterPsig ?? USUAL_METER_PSIG,
      atmospherePsia: atmospherePsia(up),
      ...(gasF === undefined ? {} : { gasF }),
    });
    const rated = num('rated');
    const allowed = rated === undefined ? undefined : deratedInput(rated, up);
    return [
      answer({
        name: 'input',
        value: result.btuh,
        unit: 'Btu/h',
        quantity: 'heatRate',
        decimals: 0,
        formula: clocking.formula,
        source: clocking.source,
        band:
          rated === undefined || allowed === undefined
            ? undefined
            : {
                // As far either way as the manifold tolerance of natural gas gives.
                low: allowed.low * 0.955,
                high: allowed.high * 1.045,
                from: 'plate',
                source:
                  up > DERATED_ABOVE_FT
                    ? say`plate, ${measured('heatRate', rated, 'Btu/h')}, less 4 % for each 1,000 ft up here where the maker gives no table`
                    : say`plate, ${measured('heatRate', rated, 'Btu/h')}, ± 4.5 %`,
              },
        ...(allowed !== undefined && result.btuh > allowed.high * FAR_OVER ? { advice: 'act' as const } : {}),
        text:
          allowed !== undefined && result.btuh > allowed.high * FAR_OVER
            ? 'Heat off: far more gas than the plate allows overheats the exchanger and makes carbon monoxide. Is another appliance on the meter? Then manifold, orifices, gas.'
            : Math.abs(result.factor - 1) > 0.005
              ? `Pressure and temperature change it by ${((result.factor - 1) * 100).toFixed(1)} %.`
              : '',
        confidence: dial[0] < 30 ? 'fair' : 'high',
        improve: [
          ...(dial[0] < 30 ? ['time a longer turn: half a minute and more'] : []),
          ...(meterPsig === undefined
            ? [
                say`note the pressure at the meter, taken as ${measured('gasPressure', 7, 'in w.c.')}: ${measured('pressureGauge', 2, 'psig')} would add an eighth`,
              ]
            : []),
          'ask the supplier for the heating value',
        ],
      }),
    ];
  },
};

const flame: Card = {
  id: 'flame-signal',
  title: 'Flame signal',
  words: 'flame sensor rod microamps rectification ignition lockout',
  group: 'gas heat',
  inputs: [{ name: 'signal', label: 'Flame signal', quantity: 'microAmps', unit: 'µA' }],
  formula: 'as measured in series with the sensor',
  source: 'common practice',
  answers: (values) => {
    const { num } = reader(values);
    const signal = num('signal');
    if (signal === undefined) return [];
    return [
      answer({
        name: 'flame signal',
        value: signal,
        unit: 'µA',
        quantity: 'microAmps',
        decimals: 2,
        formula: flame.formula,
        source: 'common practice',
        band: { low: 1, from: 'common practice', source: 'at least 1, usually 2 to 6, and steady' },
        text:
          signal < 1
            ? 'Weak: clean the rod, look at ground, flame and gas pressure. A rod cleaned over a ' +
              'holed exchanger hides the cause.'
            : 'Steady matters as much as the height.',
        improve: [
          'watch it for a minute with the blower on: a flame that moves then points at the exchanger',
        ],
      }),
    ];
  },
};

export const GAS_CARDS: readonly Card[] = [pressures, clocking, flame];
