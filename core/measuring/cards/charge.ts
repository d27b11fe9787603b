import { say, joined, degF, deltaF, type Said } from '#core/base/quantities';
import { atmospherePsia } from '#core/measuring/air';
import { answer, limitBand, type Answer, type MeasuringLimits } from '#core/measuring/answers';
import {
  chargeMustWait,
  HEAD_STOPS_F,
  isFloodback,
  isRestricted,
  orificeTarget,
  PLATE_SUBCOOLING_WITHIN_F,
  saturationPressure,
  saturationTemperature,
  starvedBy,
  subcooling,
  superheat,
  swappedHoses,
  type RefrigerantName,
  type Starved,
} from '#core/measuring/refrigerant';
import {
  elevation,
  inParts,
  reader,
  type Card,
  type CardInput,
  type CardPart,
  type CardValues,
} from './card.ts';
import { bandExpected, middleExpected } from './expected.ts';
import { estimated, F, psig, refrigerant } from './inputs.ts';

/** A superheat that was worked out for an orifice is met within this, °F [common practice]. */
const ORIFICE_WITHIN_F = 5;
/** Below this a compressor is at risk, whatever a target says, °F [common practice]. */
const LEAST_SUPERHEAT_F = 4;
/** A plate's approach is met within this, °F [common practice]. */
const APPROACH_WITHIN_F = 1;

const conditionInputs: readonly CardInput[] = [
  F('outdoor', 'Outdoor air', { optional: true }),
  { name: 'minutes', label: 'Minutes since the last change', quantity: 'time', unit: 'min', optional: true },
  { name: 'condenser', label: 'Condenser', choices: ['clean and dry', 'wet', 'dirty'], optional: true },
  {
    name: 'airflow',
    label: 'Air flow over the indoor coil',
    choices: ['known good', 'not known', 'known bad'],
    optional: true,
  },
];

/** Why a judgement of the charge has to wait, from the conditions of a card. */
function waits(values: CardValues, limits: MeasuringLimits): Said[] {
  const { num, text } = reader(values);
  const outdoorF = num('outdoor');
  const minutesRunning = num('minutes');
  const condenser = text<'clean and dry' | 'wet' | 'dirty'>('condenser');
  const hoses = swappedHoses(num('suction'), num('liquid'));
  const list = chargeMustWait(
    {
      ...(outdoorF !== undefined ? { outdoorF } : {}),
      ...(minutesRunning !== undefined ? { minutesRunning } : {}),
      ...(condenser ? { condenser } : {}),
    },
    limits.chargeOutdoorF,
  );
  return [
    ...(hoses ? [hoses] : []),
    ...list,
    ...(text('airflow') === 'known bad'
      ? ['The air flow is known bad: put that right first, then read again.']
      : []),
  ];
}

/** What would make a charge judgement surer: the conditions nobody has noted. */
const unknownConditions = (values: CardValues): string[] =>
  [
    ['outdoor', 'note the outdoor temperature'],
    ['minutes', 'note how long it has run since the last change'],
    ['condenser', 'look at the condenser'],
    ['airflow', 'make sure of the air flow'],
  ]
    .filter(([name]) => values[name as string] === undefined || values[name as string] === '')
    .map(([, text]) => text as string);

/**
 * What every school of charging shares: the conditions decide whether it is a judgement and how sure it is.
 */
function judged(values: CardValues, limits: MeasuringLimits, text: Said): Partial<Answer> {
  const wait = waits(values, limits);
  const unknown = unknownConditions(values).length;
  return wait.length > 0
    ? { advice: 'wait', confidence: 'low', text: joined(wait) }
    : { text, confidence: unknown > 2 ? 'low' : unknown > 0 ? 'fair' : 'high' };
}

const pressureAbove = (values: CardValues, limits: MeasuringLimits): { atmospherePsi: number } => ({
  atmospherePsi: atmospherePsia(reader(values).num('elevation') ?? limits.elevationFt),
});

/** Superheat by the valve's band, or by the orifice's target where wet bulb and outdoor air give one. */
export const superheatPart: CardPart = (values, limits) => {
  const { num, text, all } = reader(values);
  const name = text<RefrigerantName>('refrigerant');
  const low = all('suction', 'suctionLine');
  if (!name || !low) return [];
  const measured = superheat(name, low[0], low[1], pressureAbove(values, limits));
  const orifice = text('device') === 'orifice';
  const [wet, outdoor] = [num('indoorWet'), num('outdoor')];
  const goal =
    orifice && wet !== undefined && outdoor !== undefined ? orificeTarget(wet, outdoor) : undefined;
  // The chart knows one load; where return air is read as well, what a sound machine shows in it is in the band.
  const sound = (orifice ? middleExpected('superheat', values) : undefined) ?? goal ?? 0;
  const worked = goal !== undefined && {
    // A band never reaches nothing: there liquid comes back.
    low: Math.max(Math.min(goal, sound) - ORIFICE_WITHIN_F, LEAST_SUPERHEAT_F),
    high: Math.max(goal, sound) + ORIFICE_WITHIN_F,
    from: 'worked out' as const,
    source: say`target ${deltaF(Math.round(goal))} from wet bulb and outdoor air`,
  };
  return [
    answer({
      ...estimated(name),
      name: 'superheat',
      value: measured.value,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'suction line − dew(suction)',
      source: 'common practice',
      band: orifice
        ? worked || undefined
        : limitBand(limits, 'superheatLowF', 'superheatHighF', 'expansion valve'),
      improve: [
        ...(estimated(name).improve ?? []),
        ...(orifice && wet === undefined
          ? ['measure the indoor wet bulb: a fixed orifice has no fixed superheat']
          : []),
        ...(orifice && wet !== undefined && outdoor !== undefined && goal === undefined
          ? [say`the target comes below ${deltaF(5)} here, or lies beyond the charts: weigh the charge`]
          : []),
        ...(text('device') === undefined || text('device') === 'not known'
          ? ['find out which metering device it has']
          : []),
        ...unknownConditions(values),
      ],
      ...judged(values, limits, say`Evaporating at ${degF(Math.round(measured.saturationF))}.`),
      ...restricted(values, limits, measured.value, worked ? worked.high : limits.superheatHighF),
      ...compressorFirst(values, limits, measured, goal),
    }),
  ];
};

/** What the liquid side says beside the suction, where somebody read it and its curve reaches so far. */
function liquidSide(
  values: CardValues,
  limits: MeasuringLimits,
): { subcoolingF?: number; condensingF?: number } {
  const { num, text } = reader(values);
  const name = text<RefrigerantName>('refrigerant');
  const [liquid, line] = [num('liquid'), num('liquidLine')];
  if (!name || liquid === undefined) return {};
  try {
    const { atmospherePsi } = pressureAbove(values, limits);
    const condensingF = saturationTemperature(name, 'bubble', liquid, atmospherePsi);
    return { condensingF, ...(line === undefined ? {} : { subcoolingF: condensingF - line }) };
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    // Beyond the curve's upper end it condenses hotter than any machine may; beyond its lower end nothing
    // condenses.
    const above = liquid > saturationPressure(name, 'bubble', HEAD_STOPS_F);
    if (!above) return { condensingF: -Infinity };
    return { condensingF: HEAD_STOPS_F, ...(line === undefined ? {} : { subcoolingF: HEAD_STOPS_F - line }) };
  }
}

/**
 * High superheat with liquid backed up before the device is no low charge, once the conditions allow a
 * judgement.
 */
function restricted(
  values: CardValues,
  limits: MeasuringLimits,
  superheatF: number,
  mostSuperheatF: number,
): Partial<Answer> {
  const { num } = reader(values);
  const target = num('target');
  const mostSubcooling = target === undefined ? limits.subcoolingHighF : target + PLATE_SUBCOOLING_WITHIN_F;
  if (
    waits(values, limits).length > 0 ||
    !isRestricted(superheatF, mostSuperheatF, liquidSide(values, limits).subcoolingF, mostSubcooling)
  )
    return {};
  return {
    advice: 'measure first',
    position: 'above',
    text:
      'High, with liquid backed up before the device: a restriction until shown otherwise, not a low charge. Nothing is ' +
      'added: temperatures along drier, screen and device, and make sure of the air.',
  };
}

/**
 * What cannot wait for the conditions: the charge may wait, the compressor may not. Pressures of swapped
 * hoses say nothing about it.
 */
function compressorFirst(
  values: CardValues,
  limits: MeasuringLimits,
  { value, saturationF }: { value: number; saturationF: number },
  goal: number | undefined,
): Partial<Answer> {
  const { num } = reader(values);
  if (swappedHoses(num('suction'), num('liquid'))) return {};
  const starved = starvedBy({ evaporatingF: saturationF, superheatF: value }, liquidSide(values, limits));
  if (starved) return { advice: 'act', position: 'above', confidence: 'high', text: STARVED_TEXT[starved] };
  if (!isFloodback(value, goal)) return {};
  if (goal === undefined && isNearNoneExpected(values))
    return {
      advice: 'wait',
      position: null,
      text:
        'Next to none, as a sound machine with an orifice shows in this weather: no target is given for it, so weigh the ' +
        'charge or read again when it is milder. The same in mild weather is floodback: air flow and orifice first.',
    };
  return {
    advice: 'act',
    position: 'below',
    confidence: 'high',
    text:
      'Floodback: liquid comes back to the compressor. Air flow and metering device first; the charge may wait, ' +
      'the compressor may not.',
  };
}

/** Whether a sound machine sends liquid back in this weather and load, as an orifice does in dry heat. */
function isNearNoneExpected(values: CardValues): boolean {
  const { num, text } = reader(values);
  const band = bandExpected('superheat', values);
  const known = num('indoorWet') !== undefined && num('outdoor') !== undefined;
  return known && text('device') === 'orifice' && band?.low !== undefined && isFloodback(band.low);
}

const STARVED_TEXT: Readonly<Record<Starved, string>> = {
  empty:
    'Next to nothing is in it: stop it, find the leak. A compressor in vacuum is never started or tested.',
  restricted:
    'Next to nothing reaches the compressor while liquid stands before the device: stop it. A restriction, not an empty ' +
    'circuit: temperatures along drier, screen and device. Nothing is added.',
  'read the liquid side':
    'Next to nothing reaches the compressor: stop it. Empty, or something in the way: read pressure and line of the ' +
    'liquid side before anything is added. A compressor in vacuum is never started or tested.',
};

/** Subcooling by the plate's target, else by the company's band. */
export const subcoolingPart: CardPart = (values, limits) => {
  const { num, text, all } = reader(values);
  const name = text<RefrigerantName>('refrigerant');
  const high = all('liquid', 'liquidLine');
  if (!name || !high) return [];
  const measured = subcooling(name, high[0], high[1], pressureAbove(values, limits));
  const target = num('target');
  return [
    answer({
      ...estimated(name),
      name: 'subcooling',
      value: measured.value,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'bubble(liquid) − liquid line',
      source: 'common practice',
      band:
        target !== undefined
          ? {
              low: target - PLATE_SUBCOOLING_WITHIN_F,
              high: target + PLATE_SUBCOOLING_WITHIN_F,
              from: 'plate',
              source: say`target ${deltaF(target)}`,
            }
          : ((text('device') === 'orifice' ? bandExpected('subcooling', values) : undefined) ??
            limitBand(limits, 'subcoolingLowF', 'subcoolingHighF', 'unless the plate says')),
      improve: [
        ...(estimated(name).improve ?? []),
        ...(target === undefined ? ['read the target off the plate'] : []),
        ...unknownConditions(values),
      ],
      ...judged(
        values,
        limits,
        measured.value < 0
          ? 'Below nothing: the liquid line carries vapour, or the reading is not where the pressure is.'
          : text('device') === 'orifice'
            ? 'With a fixed orifice superheat decides; this only supports it.'
            : say`Condensing at ${degF(Math.round(measured.saturationF))}.`,
      ),
    }),
  ];
};

/** Approach by the plate's target; without one it only tells the impossible apart. */
export const approachPart: CardPart = (values, limits) => {
  const { num, all } = reader(values);
  const near = all('liquidLine', 'outdoor');
  if (!near) return [];
  const value = near[0] - near[1];
  const target = num('approachTarget');
  const colder = value < 0 && waits(values, limits).length === 0;
  return [
    answer({
      name: 'approach',
      value,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'liquid line − outdoor air onto the condenser',
      source: 'common practice; the plate gives the target',
      band:
        target === undefined
          ? undefined
          : {
              low: target - APPROACH_WITHIN_F,
              high: target + APPROACH_WITHIN_F,
              from: 'plate',
              source: say`target ${deltaF(target)}, within ${deltaF(APPROACH_WITHIN_F)}`,
            },
      improve: target === undefined ? ['only where the plate gives an approach'] : [],
      ...judged(
        values,
        limits,
        value < 0
          ? 'The liquid line is colder than the air that cools it: not metered, not pumped, or a ' +
              'thermometer in the wrong place.'
          : target === undefined
            ? say`Compare with the plate, within ${deltaF(APPROACH_WITHIN_F)}.`
            : 'Above the plate: too little charge; below it: too much, once air and coil are right.',
      ),
      ...(colder ? { advice: 'act' as const } : {}),
    }),
  ];
};

/** The charge by every school that the readings allow. */
export const charge: Card = {
  id: 'charge',
  title: 'Charge, by every school',
  words: 'superheat subcooling approach orifice piston txv valve overcharge undercharge low weigh',
  group: 'refrigerant',
  inputs: [
    refrigerant,
    psig('suction', 'Suction pressure', { optional: true }),
    F('suctionLine', 'Suction line', { optional: true }),
    psig('liquid', 'Liquid pressure', { optional: true }),
    F('liquidLine', 'Liquid line', { optional: true }),
    {
      name: 'device',
      label: 'Metering device',
      choices: ['expansion valve', 'orifice', 'not known'],
      plate: 'metering',
      optional: true,
    },
    F('indoorWet', 'Indoor wet bulb', { optional: true }),
    {
      name: 'target',
      label: 'Plate: subcooling',
      quantity: 'temperatureDifference',
      unit: 'Δ°F',
      optional: true,
      plate: 'subcoolingTargetF',
    },
    {
      name: 'approachTarget',
      label: 'Plate: approach',
      quantity: 'temperatureDifference',
      unit: 'Δ°F',
      optional: true,
      plate: 'approachTargetF',
    },
    ...conditionInputs,
    elevation,
  ],
  formula:
    'superheat = suction line − dew(suction); subcooling = bubble(liquid) − liquid line; approach = ' +
    'liquid line − outdoor; orifice target = (3·indoor wet bulb − 80 − outdoor)/2',
  source: 'common practice; orifice target [from memory, fit to published charts]',
  caution: 'By weight is always best after the circuit was open. Recover, never vent.',
  answers: inParts(superheatPart, subcoolingPart, approachPart),
};
