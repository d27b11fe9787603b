import { atmospherePsia } from '../airside/index.ts';
import { answer, DEFAULT_LIMITS, limitBand, type Answer, type MeasuringLimits } from '../measurement/index.ts';
import { swappedHoses } from '../readings/index.ts';
import {
  chargeMustWait,
  CONDENSER_SPLIT,
  condenserSplit,
  cylinderLimit,
  evaporatorDifference,
  orificeTarget,
  PLATE_SUBCOOLING_WITHIN_F,
  pressureRatio,
  REFRIGERANTS,
  restPressure,
  saturationPressure,
  saturationTemperature,
  subcooling,
  superheat,
  type RefrigerantName,
} from '../refrigerant/index.ts';
import { elevation, reader, type Card, type CardInput, type CardValues } from './card.ts';

const NAMES = Object.keys(REFRIGERANTS) as RefrigerantName[];
const refrigerant: CardInput = { name: 'refrigerant', label: 'Refrigerant', choices: NAMES, plate: 'refrigerant' };
const F = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({ name, label, quantity: 'temperature', unit: '°F', ...more });
const psig = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'pressureGauge',
  unit: 'psig',
  ...more,
});
const SATURATION = 'published vapour-pressure equations, see docs/sources.md';

/** Estimated blends say so in everything that stands on them. */
function estimated(name: RefrigerantName): Partial<Answer> {
  const data = REFRIGERANTS[name];
  return 'estimate' in data ? { confidence: 'fair', improve: [data.estimate] } : {};
}

const chart: Card = {
  id: 'pressure-temperature',
  title: 'Pressure and temperature',
  words: 'pt chart saturation dew bubble boiling glide rest equalised standing pressure',
  group: 'refrigerant',
  inputs: [
    refrigerant,
    psig('pressure', 'Pressure', { optional: true }),
    F('temperature', 'or temperature', { optional: true }),
    F('ambient', 'At rest: ambient', { optional: true }),
    elevation,
  ],
  formula: 'ln(p/pc) = (Tc/T) · Σ cᵢ (1 − T/Tc)^kᵢ; two curves for blends',
  source: SATURATION,
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, text } = reader(values);
    const name = text<RefrigerantName>('refrigerant');
    if (!name) return [];
    const [pressure, temperature, ambient] = [num('pressure'), num('temperature'), num('ambient')];
    const air = atmospherePsia(num('elevation') ?? limits.elevationFt);
    const base = { source: SATURATION, formula: chart.formula, ...estimated(name) };
    const answers: Answer[] = [];
    if (pressure !== undefined) {
      const dew = saturationTemperature(name, 'dew', pressure, air);
      const bubble = saturationTemperature(name, 'bubble', pressure, air);
      answers.push(answer({ ...base, name: 'dew (evaporating, superheat)', value: dew, unit: '°F', quantity: 'temperature' }));
      answers.push(answer({ ...base, name: 'bubble (condensing, subcooling)', value: bubble, unit: '°F', quantity: 'temperature' }));
      if (ambient !== undefined) {
        const rest = restPressure(name, pressure, ambient, air);
        answers.push(
          answer({
            ...base,
            name: 'saturation at ambient',
            value: rest.saturationPsig,
            unit: 'psig',
            quantity: 'pressureGauge',
            decimals: 0,
            verdict: rest.liquid === 'present' ? 'within' : rest.liquid === 'little left' ? 'low' : 'high',
            text: {
              present: 'At rest there is liquid in it: the circuit is not empty. How much, this does not say.',
              'little left': 'Below saturation at rest: little or no liquid is left.',
              'above saturation': 'Above saturation at rest: not equalised, warmer inside than you think, or something in it that does not condense.',
            }[rest.liquid],
            improve: ['Let it stand until coil, shell and air have one temperature.'],
          }),
        );
      }
    }
    if (temperature !== undefined) {
      answers.push(
        answer({ ...base, name: 'dew pressure', value: saturationPressure(name, 'dew', temperature, air), unit: 'psig', quantity: 'pressureGauge' }),
      );
      answers.push(
        answer({
          ...base,
          name: 'bubble pressure',
          value: saturationPressure(name, 'bubble', temperature, air),
          unit: 'psig',
          quantity: 'pressureGauge',
        }),
      );
    }
    return answers;
  },
};

const conditionInputs: readonly CardInput[] = [
  F('outdoor', 'Outdoor air', { optional: true }),
  { name: 'minutes', label: 'Minutes since the last change', quantity: 'time', unit: 'min', optional: true },
  { name: 'condenser', label: 'Condenser', choices: ['clean and dry', 'wet', 'dirty'], optional: true },
  { name: 'airflow', label: 'Air flow over the indoor coil', choices: ['known good', 'not known', 'known bad'], optional: true },
];

/** Why a judgement of the charge has to wait, from the conditions of a card. */
function waits(values: CardValues, limits: MeasuringLimits): string[] {
  const { num, text } = reader(values);
  const outdoorF = num('outdoor');
  const minutesRunning = num('minutes');
  const condenser = text<'clean and dry' | 'wet' | 'dirty'>('condenser');
  const list = chargeMustWait(
    {
      ...(outdoorF !== undefined ? { outdoorF } : {}),
      ...(minutesRunning !== undefined ? { minutesRunning } : {}),
      ...(condenser ? { condenser } : {}),
    },
    limits.chargeOutdoorF,
  );
  if (text('airflow') === 'known bad') list.push('The air flow is known bad: put that right first, then read again.');
  return list;
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

const charge: Card = {
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
    { name: 'device', label: 'Metering device', choices: ['expansion valve', 'orifice', 'not known'], plate: 'metering', optional: true },
    F('indoorWet', 'Indoor wet bulb', { optional: true }),
    { name: 'target', label: 'Plate: subcooling', quantity: 'temperatureDifference', unit: 'Δ°F', optional: true, plate: 'subcoolingTargetF' },
    { name: 'approachTarget', label: 'Plate: approach', quantity: 'temperatureDifference', unit: 'Δ°F', optional: true, plate: 'approachTargetF' },
    ...conditionInputs,
    elevation,
  ],
  formula:
    'superheat = suction line − dew(suction); subcooling = bubble(liquid) − liquid line; approach = liquid line − outdoor; orifice target = (3·indoor wet bulb − 80 − outdoor)/2',
  source: 'common practice; orifice target [from memory, fit to published charts]',
  caution: 'By weight is always best after the circuit was open. Recover, never vent.',
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, text, all } = reader(values);
    const name = text<RefrigerantName>('refrigerant');
    if (!name) return [];
    const device = text('device');
    const target = num('target');
    const wait = waits(values, limits);
    const atmospherePsi = atmospherePsia(num('elevation') ?? limits.elevationFt);
    const improve = unknownConditions(values);
    const hoses = swappedHoses(num('suction'), num('liquid'));
    const judged = (text_: string): Partial<Answer> =>
      wait.length > 0 || hoses
        ? { verdict: 'wait', confidence: 'low', text: [...(hoses ? [hoses] : []), ...wait].join(' ') }
        : { text: text_, confidence: improve.length > 2 ? 'low' : improve.length > 0 ? 'fair' : 'high' };
    const answers: Answer[] = [];
    const low = all('suction', 'suctionLine');
    if (low) {
      const measured = superheat(name, low[0], low[1], { atmospherePsi });
      const orifice = device === 'orifice';
      const [wet, outdoor] = [num('indoorWet'), num('outdoor')];
      const goal = orifice && wet !== undefined && outdoor !== undefined ? orificeTarget(wet, outdoor) : undefined;
      answers.push(
        answer({
          ...estimated(name),
          name: 'superheat',
          value: measured.value,
          unit: 'Δ°F',
          quantity: 'temperatureDifference',
          formula: 'suction line − dew(suction)',
          source: 'common practice',
          band: orifice
            ? goal === undefined
              ? undefined
              : { low: goal - 5, high: goal + 5, from: 'worked out', source: `target ${Math.round(goal)} °F from wet bulb and outdoor air` }
            : limitBand(limits, 'superheatLowF', 'superheatHighF', 'expansion valve'),
          improve: [
            ...improve,
            ...(orifice && wet === undefined ? ['measure the indoor wet bulb: a fixed orifice has no fixed superheat'] : []),
            ...(orifice && wet !== undefined && outdoor !== undefined && goal === undefined
              ? ['the target comes below 5 °F here: weigh the charge']
              : []),
            ...(device === undefined || device === 'not known' ? ['find out which metering device it has'] : []),
          ],
          ...judged(`Evaporating at ${measured.saturationF.toFixed(0)} °F.`),
        }),
      );
    }
    const high = all('liquid', 'liquidLine');
    if (high) {
      const measured = subcooling(name, high[0], high[1], { atmospherePsi });
      answers.push(
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
              ? { low: target - PLATE_SUBCOOLING_WITHIN_F, high: target + PLATE_SUBCOOLING_WITHIN_F, from: 'plate', source: `target ${target} °F` }
              : limitBand(limits, 'subcoolingLowF', 'subcoolingHighF', 'unless the plate says'),
          improve: [...improve, ...(target === undefined ? ['read the target off the plate'] : [])],
          ...judged(
            measured.value < 0
              ? 'Below nothing: the liquid line carries vapour, or the reading is not where the pressure is.'
              : device === 'orifice'
                ? 'With a fixed orifice superheat decides; this only supports it.'
                : `Condensing at ${measured.saturationF.toFixed(0)} °F.`,
          ),
        }),
      );
    }
    const near = all('liquidLine', 'outdoor');
    if (near) {
      const value = near[0] - near[1];
      const approachTarget = num('approachTarget');
      answers.push(
        answer({
          name: 'approach',
          value,
          unit: 'Δ°F',
          quantity: 'temperatureDifference',
          formula: 'liquid line − outdoor air onto the condenser',
          source: 'common practice; the plate gives the target, ±1',
          band:
            approachTarget === undefined
              ? undefined
              : { low: approachTarget - 1, high: approachTarget + 1, from: 'plate', source: `target ${approachTarget} °F, ±1` },
          improve: approachTarget === undefined ? ['only where the plate gives an approach'] : [],
          ...judged(
            value < 0
              ? 'The liquid line is colder than the air that cools it: not metered, not pumped, or a thermometer in the wrong place.'
              : approachTarget === undefined
                ? 'Compare with the plate, ±1 °F.'
                : 'Above the plate: too little charge; below it: too much, once air and coil are right.',
          ),
          ...(wait.length === 0 && value < 0 ? { verdict: 'act' as const } : {}),
        }),
      );
    }
    return answers;
  },
};

const cycle: Card = {
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
    'condenser split = condensing − outdoor; evaporator difference = return − evaporating; ratio = (liquid + atmosphere) / (suction + atmosphere)',
  source: 'common practice',
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, text, all } = reader(values);
    const name = text<RefrigerantName>('refrigerant');
    if (!name) return [];
    const answers: Answer[] = [];
    const air = atmospherePsia(num('elevation') ?? limits.elevationFt);
    const hoses = swappedHoses(num('suction'), num('liquid'));
    const high = all('liquid', 'outdoor');
    if (high) {
      const value = condenserSplit(name, high[0], high[1], air);
      const row = CONDENSER_SPLIT.find((c) => c.seer === text('seer'));
      answers.push(
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
            ? { verdict: 'act', text: 'Condensing below outdoor air while it runs: not metered or not pumped, not simply low on charge.' }
            : {}),
        }),
      );
    }
    const low = all('suction', 'returnAir');
    if (low)
      answers.push(
        answer({
          ...estimated(name),
          name: 'evaporator difference',
          value: evaporatorDifference(name, low[0], low[1], air),
          unit: 'Δ°F',
          quantity: 'temperatureDifference',
          formula: 'return air − dew(suction)',
          source: 'common practice',
          band: { low: 28, high: 42, from: 'common practice', source: 'about 35 °F in steady comfort cooling' },
          text: 'Not for units on all outdoor air.',
        }),
      );
    const both = all('liquid', 'suction');
    if (both)
      answers.push(
        answer({
          name: 'pressure ratio',
          value: pressureRatio(both[0], both[1], air),
          unit: '',
          quantity: 'ratio',
          decimals: 2,
          formula: '(liquid + atmosphere) / (suction + atmosphere)',
          source: 'common practice',
          band: { low: 2.3, high: 3.5, from: 'common practice', source: 'comfort cooling' },
          ...(hoses
            ? { verdict: 'wait' as const, text: hoses }
            : both[0] - both[1] < 60
              ? { text: 'They hardly part: not pumping, or turning backwards.' }
              : {}),
        }),
      );
    const discharge = num('discharge');
    if (discharge !== undefined)
      answers.push(
        answer({
          name: 'discharge line',
          value: discharge,
          unit: '°F',
          quantity: 'temperature',
          formula: 'as measured, six inches from the compressor',
          source: 'common practice',
          band: { high: 225, from: 'common practice', source: 'oil breaks down above' },
        }),
      );
    return answers;
  },
};

const cylinder: Card = {
  id: 'cylinder',
  title: 'Cylinder limit',
  words: 'recovery tank fill weight tare',
  group: 'refrigerant',
  inputs: [refrigerant, { name: 'capacity', label: 'Water capacity on the collar', quantity: 'mass', unit: 'lb' }],
  formula: 'net lb ≤ 0.80 × water capacity × liquid specific gravity at 77 °F',
  source: 'AHRI Guideline K [from memory]',
  caution: 'By weight on a scale, never by feel; the temperature of the day does not change the limit.',
  answers: (values) => {
    const { num, text } = reader(values);
    const name = text<RefrigerantName>('refrigerant');
    const capacity = num('capacity');
    if (!name || capacity === undefined) return [];
    const limit = cylinderLimit(name, capacity);
    if (limit === undefined) throw new RangeError(`the liquid gravity of ${name} is not on record; use the limit its supplier gives`);
    return [answer({ name: 'most it may hold', value: limit, unit: 'lb', quantity: 'mass', formula: cylinder.formula, source: cylinder.source })];
  },
};

export const REFRIGERANT_CARDS: readonly Card[] = [chart, charge, cycle, cylinder];
