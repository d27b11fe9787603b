import { degF, deltaF, say } from '#core/base/quantities';
import { atmospherePsia } from '#core/measuring/air';
import { answer, type MeasuringLimits } from '#core/measuring/answers';
import {
  CONDENSER_SPLIT,
  condenserSplit,
  DISCHARGE,
  evaporatorDifference,
  expectedRatio,
  HARDLY_APART_RATIO,
  HEAD_STOPS_F,
  pressureRatio,
  REFRIGERANTS,
  saturationPressure,
  saturationTemperature,
  swappedHoses,
  type RefrigerantName,
} from '#core/measuring/refrigerant';
import { elevation, inParts, reader, type Card, type CardPart, type CardValues } from './card.ts';
import { bandExpected } from './expected.ts';
import { estimated, F, psig, refrigerant } from './inputs.ts';

const airPsia = (values: CardValues, limits: MeasuringLimits): number =>
  atmospherePsia(reader(values).num('elevation') ?? limits.elevationFt);

/** How far it condenses above the air that cools it, by the efficiency of the machine. */
export const condenserSplitPart: CardPart = (values, limits) => {
  const { text, all } = reader(values);
  const name = text<RefrigerantName>('refrigerant');
  const high = all('liquid', 'outdoor');
  if (!name || !high) return [];
  const value = condenserSplit(name, high[0], high[1], airPsia(values, limits));
  const row = CONDENSER_SPLIT.find((c) => c.seer === text('seer'));
  return [
    answer({
      ...estimated(name),
      name: 'condenser split',
      value,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'bubble(liquid) − outdoor air',
      source: 'common practice',
      band: row
        ? { low: row.band[0], high: row.band[1], from: 'common practice', source: `SEER ${row.seer}` }
        : { low: 12, high: 30, from: 'common practice', source: 'all efficiencies' },
      improve: row ? [] : ['choose the efficiency of the machine'],
      ...(value < 0
        ? {
            advice: 'act',
            text:
              'Condensing below outdoor air while it runs: not metered or not pumped, not simply ' +
              'low on charge.',
          }
        : {}),
    }),
  ];
};

/** Evaporating this cold, water on the coil freezes, °F. */
const FREEZES_F = 32;

/** How cold it evaporates: a coil below freezing ices over. */
export const evaporatingPart: CardPart = (values, limits) => {
  const { num, text } = reader(values);
  const name = text<RefrigerantName>('refrigerant');
  const suction = num('suction');
  if (!name || suction === undefined || swappedHoses(suction, num('liquid'))) return [];
  const evaporating = saturationTemperature(name, 'dew', suction, airPsia(values, limits));
  if (evaporating >= FREEZES_F) return [];
  return [
    answer({
      ...estimated(name),
      name: 'evaporating',
      value: evaporating,
      unit: '°F',
      quantity: 'temperature',
      formula: 'dew(suction)',
      source: 'freezing point of water',
      band: { low: FREEZES_F, from: 'published', source: 'water freezes' },
      text: 'Below freezing: the coil ices over. Air flow first, then metering and charge.',
    }),
  ];
};

/** How far it evaporates below the air that warms it. */
export const evaporatorPart: CardPart = (values, limits) => {
  const { text, all } = reader(values);
  const name = text<RefrigerantName>('refrigerant');
  const low = all('suction', 'returnAir');
  if (!name || !low) return [];
  return [
    answer({
      ...estimated(name),
      name: 'evaporator difference',
      value: evaporatorDifference(name, low[0], low[1], airPsia(values, limits)),
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'return air − dew(suction)',
      source: 'common practice',
      band: bandExpected('evaporator difference', values) ?? {
        low: 28,
        high: 42,
        from: 'common practice',
        source: say`about ${deltaF(35)} in steady comfort cooling`,
      },
      text: 'Not for units on all outdoor air.',
    }),
  ];
};

/** How hard the compressor works, as a ratio of absolute pressures. */
export const ratioPart: CardPart = (values, limits) => {
  const { num, text, all } = reader(values);
  const both = all('liquid', 'suction');
  const name = text<RefrigerantName>('refrigerant');
  if (!name || !both) return [];
  const hoses = swappedHoses(num('suction'), num('liquid'));
  const air = airPsia(values, limits);
  const [outdoorF, returnF] = [num('outdoor'), num('returnAir')];
  const value = pressureRatio(both[0], both[1], air);
  return [
    answer({
      name: 'pressure ratio',
      value,
      unit: '',
      quantity: 'ratio',
      decimals: 2,
      formula: '(liquid + atmosphere) / (suction + atmosphere)',
      source: 'common practice',
      band: {
        ...expectedRatio(name, { outdoorF, returnF }, air),
        from: 'worked out',
        source:
          outdoorF === undefined
            ? `${name} in comfort cooling, any weather`
            : say`${name} with ${degF(outdoorF)} outdoors`,
      },
      improve: outdoorF === undefined ? ['note the outdoor temperature'] : [],
      ...(hoses
        ? { advice: 'wait' as const, text: hoses }
        : value < HARDLY_APART_RATIO
          ? { advice: 'act' as const, text: 'They hardly part: not pumping, or turning backwards. Stop it.' }
          : {}),
    }),
  ];
};

const NAMES = Object.keys(REFRIGERANTS) as RefrigerantName[];

/**
 * Head pressure against the one at which high-pressure switches open; said before the curve ends there.
 * Where nobody knows the refrigerant it is stopped at the highest of all: no machine stands that, whatever
 * is in it.
 */
export const headPart: CardPart = (values, limits) => {
  const { num, text } = reader(values);
  const name = text<RefrigerantName>('refrigerant');
  const liquid = num('liquid');
  if (liquid === undefined || swappedHoses(num('suction'), liquid)) return [];
  const air = airPsia(values, limits);
  const stops = (name ? [name] : NAMES).map((one) => saturationPressure(one, 'bubble', HEAD_STOPS_F, air));
  const stop = Math.max(...stops);
  if (liquid < stop) return [];
  return [
    answer({
      ...(name ? estimated(name) : { improve: ['read the refrigerant off the plate'] }),
      name: 'head pressure',
      value: liquid,
      unit: 'psig',
      quantity: 'pressureGauge',
      decimals: 0,
      formula: 'as measured, against saturation at 150 °F',
      source: 'common practice',
      band: {
        high: stop,
        from: 'common practice',
        source: say`${name ?? 'the highest of any refrigerant'} at ${degF(HEAD_STOPS_F)}, where high-pressure switches open`,
      },
      advice: 'act',
      text:
        'Stop it: a high-pressure switch opens here. Condenser fan, coil and the air to it first, then overcharge or air in ' +
        'the circuit. Does the switch work?',
    }),
  ];
};

/** How hot the gas leaves the compressor: above its band oil breaks down, far above it is being lost. */
export const dischargePart: CardPart = (values) => {
  const { num } = reader(values);
  const discharge = num('discharge');
  if (discharge === undefined) return [];
  return [
    answer({
      name: 'discharge line',
      value: discharge,
      unit: '°F',
      quantity: 'temperature',
      formula: 'as measured, six inches from the compressor',
      source: 'common practice',
      band: { high: DISCHARGE.highF, from: 'common practice', source: 'oil breaks down above' },
      ...(discharge >= DISCHARGE.stopF
        ? {
            advice: 'act' as const,
            text: 'Stop it: the oil breaks down and the compressor with it. Head pressure, superheat and charge first.',
          }
        : discharge > DISCHARGE.highF
          ? { text: 'Too hot for the oil: head pressure, superheat, charge, before it runs another day.' }
          : {}),
    }),
  ];
};

/** Where the two coils and the compressor stand against the air on either side. */
export const cycle: Card = {
  id: 'cycle',
  title: 'The whole cycle',
  words: 'condenser split evaporator difference compression ratio discharge head suction td',
  group: 'refrigerant',
  inputs: [
    refrigerant,
    psig('suction', 'Suction pressure', { optional: true }),
    psig('liquid', 'Liquid pressure', { optional: true }),
    F('outdoor', 'Outdoor air', { optional: true }),
    F('returnAir', 'Return air', { optional: true }),
    F('discharge', 'Discharge line', { optional: true }),
    { name: 'seer', label: 'Efficiency, SEER', choices: CONDENSER_SPLIT.map((c) => c.seer), optional: true },
    elevation,
  ],
  formula:
    'condenser split = condensing − outdoor; evaporator difference = return − evaporating; ratio = ' +
    '(liquid + atmosphere) / (suction + atmosphere)',
  source: 'common practice',
  answers: inParts(headPart, evaporatingPart, condenserSplitPart, evaporatorPart, ratioPart, dischargePart),
};
