import { atmospherePsia } from '#core/measuring/air';
import { answer, DEFAULT_LIMITS, type Answer } from '#core/measuring/answers';
import {
  cylinderLimit,
  fitsAtRest,
  restPressure,
  saturationPressure,
  saturationTemperature,
  type RefrigerantName,
} from '#core/measuring/refrigerant';
import { elevation, reader, type Card } from './card.ts';
import { charge } from './charge.ts';
import { cycle } from './cycle.ts';
import { estimated, F, psig, refrigerant } from './inputs.ts';

/** An equalised circuit below this is empty for all purposes, psig [common practice]. */
const EMPTY_PSIG = 10;

const SATURATION = 'published vapour-pressure equations, see docs/sources.md';

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
      answers.push(
        answer({
          ...base,
          name: 'dew (evaporating, superheat)',
          value: dew,
          unit: '°F',
          quantity: 'temperature',
        }),
      );
      answers.push(
        answer({
          ...base,
          name: 'bubble (condensing, subcooling)',
          value: bubble,
          unit: '°F',
          quantity: 'temperature',
        }),
      );
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
            position:
              rest.liquid === 'present' ? 'inside' : rest.liquid === 'little left' ? 'below' : 'above',
            text: {
              present:
                'At rest there is liquid in it: the circuit is not empty. How much, this does not say.',
              'little left':
                pressure < EMPTY_PSIG
                  ? 'Empty, or next to it: find the leak before anything is put in.'
                  : 'Below saturation at rest: little or no liquid is left.',
              'above saturation':
                'Above saturation at rest: not equalised, warmer inside than you think, or something ' +
                'in it that does not condense.',
            }[rest.liquid],
            improve: ['Let it stand until coil, shell and air have one temperature.'],
            ...(rest.liquid === 'little left' && pressure < EMPTY_PSIG ? { advice: 'act' as const } : {}),
          }),
        );
        const others = fitsAtRest(name, pressure, ambient, air);
        if (others.length > 0)
          answers.push(
            answer({
              ...base,
              name: 'another refrigerant fits',
              value: pressure,
              unit: 'psig',
              quantity: 'pressureGauge',
              decimals: 0,
              advice: 'measure first',
              text: `It stands where ${others.join(' or ')} would: is it really ${name} in there? Identify it before anything is added or recovered.`,
            }),
          );
      }
    }
    if (temperature !== undefined) {
      answers.push(
        answer({
          ...base,
          name: 'dew pressure',
          value: saturationPressure(name, 'dew', temperature, air),
          unit: 'psig',
          quantity: 'pressureGauge',
        }),
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

const cylinder: Card = {
  id: 'cylinder',
  title: 'Cylinder limit',
  words: 'recovery tank fill weight tare',
  group: 'refrigerant',
  inputs: [
    refrigerant,
    { name: 'capacity', label: 'Water capacity on the collar', quantity: 'mass', unit: 'lb', positive: true },
    { name: 'tare', label: 'Tare on the collar', quantity: 'mass', unit: 'lb', optional: true },
    { name: 'gross', label: 'On the scale now', quantity: 'mass', unit: 'lb', optional: true },
  ],
  formula: 'net lb ≤ 0.80 × water capacity × liquid specific gravity at 77 °F',
  source: 'AHRI Guideline K [from memory]',
  caution: 'By weight on a scale, never by feel; the temperature of the day does not change the limit.',
  answers: (values) => {
    const { num, text } = reader(values);
    const name = text<RefrigerantName>('refrigerant');
    const capacity = num('capacity');
    if (!name || capacity === undefined) return [];
    const limit = cylinderLimit(name, capacity);
    const [tare, gross] = [num('tare'), num('gross')];
    if (tare !== undefined && gross !== undefined && gross < tare)
      throw new RangeError('on the scale it weighs less than its tare: one of the two is wrong');
    return [
      answer({
        name: 'most it may hold',
        value: limit,
        unit: 'lb',
        quantity: 'mass',
        formula: cylinder.formula,
        source: cylinder.source,
      }),
      ...(tare === undefined || gross === undefined
        ? []
        : [
            answer({
              name: 'room left',
              value: limit - (gross - tare),
              unit: 'lb',
              quantity: 'mass',
              formula: 'most it may hold − (on the scale − tare)',
              source: cylinder.source,
              ...(gross - tare > limit
                ? {
                    advice: 'act' as const,
                    text: 'Overfilled: it can burst when it warms. Move the surplus into another cylinder now.',
                  }
                : {}),
            }),
          ]),
    ];
  },
};

export const REFRIGERANT_CARDS: readonly Card[] = [chart, charge, cycle, cylinder];
