import { say, measured } from '../quantities/index.ts';
import {
  clockedInput,
  co2FromO2,
  coAirFree,
  excessAir,
  GASES,
  inputAtManifold,
  judgeAmbientCo,
  judgeCo,
  MOST_INLET_IN_WC,
  type Gas,
} from '../combustion/index.ts';
import { answer, DEFAULT_LIMITS, limitFrom, type Answer } from '../measurement/index.ts';
import { reader, type Card, type CardInput } from './card.ts';

const gas: CardInput = {
  name: 'gas',
  label: 'Gas',
  choices: Object.keys(GASES),
  usual: 'natural gas',
  plate: 'gas',
};
const inWc = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'gasPressure',
  unit: 'in w.c.',
  ...more,
});

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
  answers: (values) => {
    const { num, text, all } = reader(values);
    const facts = GASES[text<Gas>('gas') ?? 'natural gas'];
    const answers: Answer[] = [];
    const manifold = num('manifold');
    const target = num('target');
    const goal = target ?? facts.manifoldInWc;
    if (manifold !== undefined) {
      answers.push(
        answer({
          name: 'manifold',
          value: manifold,
          unit: 'in w.c.',
          quantity: 'gasPressure',
          decimals: 2,
          formula: 'as measured',
          source: 'plate or common practice',
          band: {
            low: goal - facts.manifoldTolerance,
            high: goal + facts.manifoldTolerance,
            from: target === undefined ? 'common practice' : 'plate',
            source: say`${measured('gasPressure', goal - facts.manifoldTolerance, 'in w.c.', goal + facts.manifoldTolerance)}`,
          },
          improve: target === undefined ? ['read the target off the plate'] : [],
        }),
      );
      if (manifold > 0) {
        const share = inputAtManifold(100, goal, manifold);
        const input = num('input');
        answers.push(
          answer({
            name: input === undefined ? 'input, of rated' : 'input',
            value: input === undefined ? share : (input * share) / 100,
            unit: input === undefined ? '%' : 'Btu/h',
            quantity: input === undefined ? 'percent' : 'heatRate',
            decimals: input === undefined ? 1 : 0,
            formula: 'rated · √(measured / target)',
            source: 'orifice flow (Bernoulli)',
            ...(input === undefined
              ? {
                  band: {
                    low: 95,
                    high: 102,
                    from: 'common practice' as const,
                    source: 'within the manifold tolerance',
                  },
                }
              : {}),
            text:
              share > 102
                ? `Overfires by ${(share - 100).toFixed(1)} %.`
                : share < 95
                  ? `Underfires by ${(100 - share).toFixed(1)} %.`
                  : '',
          }),
        );
      }
    }
    const inlet = all('static', 'running');
    if (inlet) {
      const drop = inlet[0] - inlet[1];
      answers.push(
        answer({
          name: 'inlet drop',
          value: drop,
          unit: 'in w.c.',
          quantity: 'gasPressure',
          decimals: 2,
          formula: 'inlet static − inlet running',
          source: 'common practice',
          band: {
            high: Math.max(1, inlet[0] * 0.15),
            from: 'common practice',
            source: 'about 15 % of static',
          },
          text:
            drop < 0
              ? 'Higher running than at rest: the readings are swapped.'
              : drop > inlet[0] * 0.3
                ? 'The drop is the finding: pipe, regulator or a cock half shut. Everything on the ' +
                  'line must fire while you read.'
                : '',
          ...(drop < 0 ? { advice: 'wait' as const } : {}),
        }),
      );
    }
    const highest = Math.max(num('static') ?? -Infinity, num('running') ?? -Infinity);
    const running = num('running');
    const least = num('least') ?? facts.inletTypical[0];
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
            low: least,
            high: MOST_INLET_IN_WC,
            from: num('least') === undefined ? 'common practice' : 'plate',
            source:
              num('least') === undefined
                ? `${facts.inletTypical[0]} to ${facts.inletTypical[1]} typical, ${MOST_INLET_IN_WC} at most`
                : 'plate minimum',
          },
        }),
      );
    return answers;
  },
};

const clocking: Card = {
  id: 'clocking',
  title: 'Clock the meter',
  words: 'gas meter dial seconds cubic feet input btu',
  group: 'gas heat',
  inputs: [
    { name: 'volume', label: 'Gas on the dial', quantity: 'gasVolume', unit: 'ft³', usual: 2 },
    { name: 'seconds', label: 'in', quantity: 'time', unit: 's' },
    { name: 'heating', label: 'Heating value', quantity: 'heatingValue', unit: 'Btu/ft³', usual: 1000 },
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
  ],
  formula: '3600 · ft³ · heating value / s · (meter + 14.73) / 14.73 · 520 / (460 + gas °F)',
  source: 'standard cubic foot, 14.73 psia and 60 °F (US gas industry)',
  caution: 'All other appliances off.',
  answers: (values) => {
    const { num, all } = reader(values);
    const dial = all('seconds');
    const ft3 = num('volume') ?? 2;
    if (!dial) return [];
    const meterPsig = num('meter');
    const gasF = num('gasF');
    const result = clockedInput({
      ft3,
      seconds: dial[0],
      btuPerFt3: num('heating') ?? 1000,
      ...(meterPsig === undefined ? {} : { meterPsig }),
      ...(gasF === undefined ? {} : { gasF }),
    });
    const rated = num('rated');
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
          rated === undefined
            ? undefined
            : {
                low: rated * 0.95,
                high: rated * 1.02,
                from: 'plate',
                source: say`plate, ${measured('heatRate', rated, 'Btu/h')}, −5 to +2 %`,
              },
        text:
          Math.abs(result.factor - 1) > 0.005
            ? `Pressure and temperature change it by ${((result.factor - 1) * 100).toFixed(1)} %.`
            : '',
        confidence: dial[0] < 30 ? 'fair' : 'high',
        improve: [
          ...(dial[0] < 30 ? ['time a longer turn: half a minute and more'] : []),
          ...(meterPsig === undefined
            ? [say`note the pressure at the meter: ${measured('pressureGauge', 2, 'psig')} adds 13.6 %`]
            : []),
          'ask the supplier for the heating value',
        ],
      }),
    ];
  },
};

const flue: Card = {
  id: 'combustion',
  title: 'Combustion',
  words: 'co carbon monoxide o2 co2 flue air free excess analyser stack ambient',
  group: 'gas heat',
  inputs: [
    gas,
    { name: 'o2', label: 'O₂', quantity: 'percent', unit: '%', optional: true },
    { name: 'co', label: 'CO in the flue', quantity: 'concentration', unit: 'ppm', optional: true },
    { name: 'ambient', label: 'CO in the room', quantity: 'concentration', unit: 'ppm', optional: true },
    { name: 'return', label: 'CO in return air', quantity: 'concentration', unit: 'ppm', optional: true },
    { name: 'supply', label: 'CO in supply air', quantity: 'concentration', unit: 'ppm', optional: true },
    { name: 'burner', label: 'Burner', choices: ['induced draft', 'power burner'], optional: true },
  ],
  formula: 'CO air-free = CO · 20.9 / (20.9 − O₂); CO₂ = ultimate · (20.9 − O₂) / 20.9',
  source: 'combustion text-books; act at 100 ppm common practice, off at 400 ppm ANSI Z21.47 [from memory]',
  caution: 'Low CO never clears an exchanger. Visible crack or hole: heat off now.',
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, text, all } = reader(values);
    const which = text<Gas>('gas') ?? 'natural gas';
    const answers: Answer[] = [];
    const o2 = num('o2');
    const both = all('co', 'o2');
    if (both) {
      const value = coAirFree(both[0], both[1]);
      answers.push(
        answer({
          name: 'CO air-free',
          value,
          unit: 'ppm',
          quantity: 'concentration',
          decimals: 0,
          formula: 'CO · 20.9 / (20.9 − O₂)',
          source: flue.source,
          band: {
            high: limits.coActPpm,
            from: limitFrom(limits, 'coActPpm'),
            source: `act from ${limits.coActPpm} ppm, off at 400`,
          },
          ...judgeCo(value, limits.coActPpm),
        }),
      );
    }
    if (o2 !== undefined) {
      const power = text('burner') === 'power burner';
      answers.push(
        answer({
          name: 'CO₂',
          value: co2FromO2(which, o2),
          unit: '%',
          quantity: 'percent',
          formula: 'ultimate · (20.9 − O₂) / 20.9',
          source: 'ultimate CO₂ [from memory]',
          band:
            text('burner') === 'induced draft'
              ? { low: 6.5, high: 9, from: 'common practice', source: 'induced draft' }
              : undefined,
        }),
      );
      answers.push(
        answer({
          name: 'excess air',
          value: excessAir(which, o2),
          unit: '%',
          quantity: 'percent',
          decimals: 0,
          formula: '0.9 · O₂ / (20.9 − O₂)',
          source: 'common practice',
          ...(power
            ? {
                text:
                  o2 >= 3 && o2 <= 5
                    ? 'O₂ of 3 to 5 % is right for a power burner.'
                    : 'A power burner is set to 3 to 5 % O₂.',
                position: o2 < 3 ? ('below' as const) : o2 > 5 ? ('above' as const) : ('inside' as const),
              }
            : {}),
        }),
      );
    }
    const ambient = num('ambient');
    if (ambient !== undefined)
      answers.push(
        answer({
          name: 'CO in the room',
          value: ambient,
          unit: 'ppm',
          quantity: 'concentration',
          decimals: 0,
          formula: 'as measured',
          source: 'common practice',
          band: { high: 9, from: 'common practice', source: '9 investigate, 35 off and ventilate, 70 leave' },
          ...judgeAmbientCo(ambient),
        }),
      );
    const air = all('return', 'supply');
    if (air) {
      const value = air[1] - air[0];
      answers.push(
        answer({
          name: 'CO, supply above return',
          value: Math.max(0, value),
          unit: 'ppm',
          quantity: 'concentration',
          decimals: 0,
          formula: 'supply − return',
          source: 'common practice',
          ...(value > 0 ? { advice: 'act' as const } : { position: 'inside' as const }),
          text:
            value > 0
              ? 'Heat off now: flue gas gets into the supply air.'
              : 'No rise; that alone clears nothing.',
        }),
      );
    }
    return answers;
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

export const GAS_CARDS: readonly Card[] = [pressures, clocking, flue, flame];
