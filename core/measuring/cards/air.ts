import { say, degF, deltaF, measured, type Said } from '#core/base/quantities';
import { DERATED_ABOVE_FT, deratedInput } from '#core/measuring/gas';
import {
  airFlowFromRise,
  airFlowFromSplit,
  coolingBtuh,
  electricBtuh,
  humidityRatio,
  riseFrom,
  sensibleFactor,
} from '#core/measuring/air';
import {
  answer,
  DEFAULT_LIMITS,
  limitBand,
  limitFrom,
  type Answer,
  type Band,
  type MeasuringLimits,
} from '#core/measuring/answers';
import {
  elevation,
  inParts,
  reader,
  type Card,
  type CardInput,
  type CardPart,
  type CardValues,
} from './card.ts';
import { bandExpected } from './expected.ts';
import { F } from './inputs.ts';
import { outdoorAir } from './outdoorAir.ts';
import { pulley } from './pulley.ts';

const ASHRAE = 'ASHRAE Handbook – Fundamentals, chapter 1';

/**
 * Cooling split that goes with the wet bulb of the return air, °F: drier air shows more [common practice: 16
 * to 22, less when humid].
 */
function splitBand(returnF: number, wetF: number | undefined, limits: MeasuringLimits): Band {
  if (wetF === undefined)
    return limitBand(
      limits,
      'splitLowF',
      'splitHighF',
      say`${deltaF(limits.splitLowF, limits.splitHighF)}, less when humid`,
    );
  // At 75 °F: 50 % humidity (63 °F wet bulb) is the middle of the band; each degree of wet bulb moves the
  // sensible split by about a degree and a half.
  const depression = returnF - wetF;
  const [centre, half] = [
    (limits.splitLowF + limits.splitHighF) / 2,
    (limits.splitHighF - limits.splitLowF) / 2,
  ];
  const middle = Math.min(centre + 5, Math.max(centre - 8, centre + 1.3 * (depression - 12)));
  return {
    low: middle - half,
    high: middle + half,
    from: limitFrom(limits, 'splitLowF', 'splitHighF'),
    source: 'moved with the wet bulb',
  };
}

/** What the coil took out of the air, as return less supply, against what the return air allows. */
export const splitPart: CardPart = (values, limits) => {
  const { num, all } = reader(values);
  const air = all('returnAir', 'supplyAir');
  if (!air) return [];
  const [returnF, supplyF] = air;
  const wet = num('returnWet');
  // Refuses a wet bulb that the dry bulb does not allow.
  if (wet !== undefined) humidityRatio(returnF, wet, num('elevation') ?? limits.elevationFt);
  const usual = splitBand(returnF, wet, limits);
  // What a company has set for itself is what it goes by.
  const band = (usual.from === 'company setting' ? undefined : bandExpected('split', values)) ?? usual;
  return [
    answer({
      name: 'split',
      value: returnF - supplyF,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'return − supply',
      source: 'common practice',
      band,
      text:
        returnF - supplyF > (band.high as number)
          ? 'High: look at the air flow first.'
          : returnF - supplyF < (band.low as number)
            ? 'Low: capacity, humidity or too much air.'
            : '',
      confidence: wet === undefined ? 'fair' : 'high',
      improve: wet === undefined ? ['measure the return wet bulb: humid air lowers the split'] : [],
    }),
  ];
};

/** What the air carried away in all, where its flow is known. */
const capacityPart: CardPart = (values, limits) => {
  const { num, all } = reader(values);
  const air = all('returnAir', 'supplyAir', 'cfm');
  if (!air) return [];
  const [returnF, supplyF, cfm] = air;
  const [wet, supplyWet, tons, up] = [
    num('returnWet'),
    num('supplyWet'),
    num('tons'),
    num('elevation') ?? limits.elevationFt,
  ];
  const answers: Answer[] = [
    answer({
      name: 'sensible',
      value: sensibleFactor(up) * cfm * (returnF - supplyF),
      unit: 'Btu/h',
      quantity: 'heatRate',
      decimals: 0,
      formula: '1.08 · cfm · ΔT · density share',
      source: ASHRAE,
    }),
  ];
  if (wet !== undefined && supplyWet !== undefined) {
    const total = coolingBtuh(cfm, { dryF: returnF, wetF: wet }, { dryF: supplyF, wetF: supplyWet }, up);
    answers.push(
      answer({
        name: 'total cooling',
        value: total,
        unit: 'Btu/h',
        quantity: 'heatRate',
        decimals: 0,
        formula: 'cfm · 60 / v · (h return − h supply)',
        source: ASHRAE,
        ...(tons === undefined
          ? {}
          : {
              band: {
                low: tons * 12_000 * 0.85,
                high: tons * 12_000 * 1.15,
                from: 'plate' as const,
                source: say`${tons} tons, ±15 %: rated at ${degF(95)} outdoors and ${degF(67)} wet bulb`,
              },
            }),
      }),
    );
  }
  return answers;
};

const split: Card = {
  id: 'split',
  title: 'Split and capacity',
  words: 'delta t temperature drop return supply wet bulb enthalpy btu sensible latent total tons',
  group: 'air',
  inputs: [
    F('returnAir', 'Return air'),
    F('supplyAir', 'Supply air'),
    F('returnWet', 'Return wet bulb', { optional: true }),
    F('supplyWet', 'Supply wet bulb', { optional: true }),
    { name: 'cfm', label: 'Air flow', quantity: 'airFlow', unit: 'cfm', optional: true },
    { name: 'tons', label: 'Rated size, tons', optional: true, plain: true, positive: true, plate: 'tons' },
    elevation,
  ],
  formula: 'split = return − supply; sensible = 1.08 · cfm · ΔT · density share; total = cfm · 60 / v · Δh',
  source: ASHRAE,
  answers: inParts(splitPart, capacityPart),
};

/**
 * Whether the input is what the plate says or what the meter was clocked at: only a plate is derated for
 * altitude.
 */
const inputFrom: CardInput = {
  name: 'inputFrom',
  label: 'Input as',
  choices: ['on the plate', 'clocked'],
  usual: 'on the plate',
  optional: true,
};
const efficiency: CardInput = {
  name: 'efficiency',
  label: 'Efficiency of gas heat',
  quantity: 'percent',
  unit: '%',
  usual: 80,
};
/** No burner that runs gives less of its heat to the air, %: 0.8 is a share written where per cent belong. */
const LEAST_EFFICIENCY_PCT = 20;

/**
 * Heat that reaches the air from gas, Btu/h: what the plate still stands for at this height, the lower end of
 * what derating allows, so that air flow is never called more than it is; a clocked input as it is.
 *
 * @throws RangeError for an efficiency that no burner has
 */
function gasOutput(values: CardValues, inputBtuh: number, elevationFt: number): number {
  const { num, text } = reader(values);
  const share = num('efficiency') ?? 80;
  if (share < LEAST_EFFICIENCY_PCT)
    throw new RangeError(`no burner has an efficiency of ${share} %: write 80 for 80 %`);
  const burnt = text('inputFrom') === 'clocked' ? inputBtuh : deratedInput(inputBtuh, elevationFt).low;
  return (burnt * share) / 100;
}

/** What to do about an input that is only the plate's. */
const clockIt = (values: CardValues, elevationFt: number): Said[] =>
  reader(values).text('inputFrom') === 'clocked'
    ? []
    : [
        elevationFt > DERATED_ABOVE_FT
          ? 'clock the meter: the plate’s input is assumed, less 4 % for each 1,000 ft up here'
          : 'clock the meter: the plate’s input is assumed',
      ];

const airFlow: Card = {
  id: 'air-flow',
  title: 'Air flow',
  words: 'cfm rise per ton heat strips electric input efficiency',
  group: 'air',
  inputs: [
    {
      name: 'input',
      label: 'Heat input',
      quantity: 'heatRate',
      unit: 'Btu/h',
      plate: 'inputBtuh',
      optional: true,
    },
    inputFrom,
    efficiency,
    { name: 'volts', label: 'or electric heat: volts', quantity: 'voltage', unit: 'V', optional: true },
    { name: 'amps', label: 'and amps of a leg', quantity: 'current', unit: 'A', optional: true },
    { name: 'phases', label: 'Electric heat on', choices: ['three phases', 'one phase'], optional: true },
    F('returnAir', 'Return air', { optional: true }),
    F('supplyAir', 'Supply air', { optional: true }),
    { name: 'tons', label: 'Size, tons', optional: true, plain: true, positive: true, plate: 'tons' },
    F('returnWet', 'Cooling: return wet bulb', { optional: true }),
    F('supplyWet', 'Cooling: supply wet bulb', { optional: true }),
    elevation,
  ],
  formula: 'cfm = output / (1.08 · density share · rise); by cooling: cfm = capacity / (60 / v · Δh)',
  source: ASHRAE,
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, text, all } = reader(values);
    const air = all('returnAir', 'supplyAir');
    if (!air) return [];
    const [returnF, supplyF] = air;
    const [tons, up] = [num('tons'), num('elevation') ?? limits.elevationFt];
    const band =
      tons === undefined
        ? undefined
        : {
            low: limits.cfmPerTonLow * tons,
            high: limits.cfmPerTonHigh * tons,
            from: limitFrom(limits, 'cfmPerTonLow', 'cfmPerTonHigh'),
            source: say`${measured('airFlow', limits.cfmPerTonLow, 'cfm', limits.cfmPerTonHigh)} a ton`,
          };
    const base = {
      name: 'air flow',
      unit: 'cfm',
      quantity: 'airFlow',
      decimals: 0,
      source: ASHRAE,
      band,
    } as const;
    const input = num('input');
    const electric = all('volts', 'amps');
    const phases = text('phases');
    const output = electric
      ? electricBtuh(electric[0], electric[1], phases === 'three phases')
      : input === undefined
        ? undefined
        : gasOutput(values, input, up);
    if (supplyF > returnF && output !== undefined)
      return [
        answer({
          ...base,
          value: airFlowFromRise(output, supplyF - returnF, up),
          formula: 'output / (1.08 · density share · rise)',
          confidence: electric ? (phases ? 'high' : 'low') : 'fair',
          improve: electric
            ? phases
              ? []
              : ['say on how many phases the heat is: it is taken as one']
            : [...clockIt(values, up), 'measure supply air out of sight of the exchanger'],
        }),
      ];
    const wets = all('returnWet', 'supplyWet');
    if (tons !== undefined && wets)
      return [
        answer({
          ...base,
          value: airFlowFromSplit(
            tons * 12_000,
            { dryF: returnF, wetF: wets[0] },
            { dryF: supplyF, wetF: wets[1] },
            up,
          ),
          formula: 'rated capacity / (60 / v · Δh)',
          confidence: 'low',
          improve: ['it takes the rated capacity for granted: a rise with the heat on is surer'],
        }),
      ];
    return [];
  },
};

/**
 * Limit switches open at 140 to 220 °F: supply air this hot means that one does not, °F [common practice].
 */
const LIMIT_SHOULD_OPEN_F = 200;
/** So far over the most of the plate an exchanger is being lost, as a share [common practice]. */
const FAR_OVER_RISE = 1.25;

/** The rise against the range of the plate. */
const risePart: CardPart = (values) => {
  const { num, all } = reader(values);
  const air = all('returnAir', 'supplyAir');
  if (!air) return [];
  const value = air[1] - air[0];
  const [least, most] = [num('riseMin'), num('riseMax')];
  const swapped = least !== undefined && most !== undefined && least > most;
  const plate = !swapped && (least !== undefined || most !== undefined);
  const over = plate && most !== undefined && value > most;
  const stop = air[1] >= LIMIT_SHOULD_OPEN_F || (over && value > most * FAR_OVER_RISE);
  return [
    answer({
      name: 'rise',
      value,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'supply − return',
      source: 'plate',
      band: plate ? { low: least, high: most, from: 'plate', source: 'rise range of the plate' } : undefined,
      text: stop
        ? 'Heat off: it overheats, and a limit should have opened. Air first (filters, belt, speed), then gas, then the limit.'
        : swapped
          ? say`The least rise of the plate, ${deltaF(least)}, lies above its most, ${deltaF(most)}: are they swapped?`
          : over
            ? 'Above the plate: too little air or too much heat. Filters, belt, speed, then manifold.'
            : value < 0
              ? 'It cools: is the heat on?'
              : '',
      improve: [...(plate ? [] : ['read the range off the plate']), 'every stage at full fire, ten minutes'],
      ...(stop ? { advice: 'act' as const, position: 'above' as const } : {}),
    }),
  ];
};

/** The rise that input and air flow would give. */
const expectedRisePart: CardPart = (values, limits) => {
  const { num, text } = reader(values);
  const [input, cfm] = [num('input'), num('cfm')];
  if (input === undefined || cfm === undefined || !(cfm > 0)) return [];
  const up = num('elevation') ?? limits.elevationFt;
  return [
    answer({
      name: 'expected rise',
      // Electric heat gives all it takes.
      value: riseFrom(text('heat') === 'electric' ? input : gasOutput(values, input, up), cfm, up),
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'input · efficiency / (1.08 · density share · cfm)',
      source: ASHRAE,
      improve: text('heat') === 'electric' ? [] : clockIt(values, up),
    }),
  ];
};

const rise: Card = {
  id: 'rise',
  title: 'Rise',
  words: 'temperature rise heat exchanger overheating limit furnace plate range',
  group: 'gas heat',
  inputs: [
    F('returnAir', 'Return air'),
    F('supplyAir', 'Supply air'),
    {
      name: 'riseMin',
      label: 'Plate: least',
      quantity: 'temperatureDifference',
      unit: 'Δ°F',
      optional: true,
      plate: 'riseMinF',
    },
    {
      name: 'riseMax',
      label: 'Plate: most',
      quantity: 'temperatureDifference',
      unit: 'Δ°F',
      optional: true,
      plate: 'riseMaxF',
    },
    {
      name: 'input',
      label: 'Heat input',
      quantity: 'heatRate',
      unit: 'Btu/h',
      optional: true,
      plate: 'inputBtuh',
    },
    { name: 'heat', label: 'Heat by', choices: ['gas', 'electric'], optional: true },
    inputFrom,
    efficiency,
    { name: 'cfm', label: 'Air flow', quantity: 'airFlow', unit: 'cfm', optional: true },
    elevation,
  ],
  formula: 'rise = supply − return; expected = input · efficiency / (1.08 · density share · cfm)',
  source: `plate; ${ASHRAE}`,
  answers: inParts(risePart, expectedRisePart),
};

export const AIR_CARDS: readonly Card[] = [split, airFlow, rise, pulley, outdoorAir];
