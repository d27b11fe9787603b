import {
  CAPACITOR_TOLERANCE_PCT,
  capacitanceFromAmps,
  controlVolts,
  insulationAt40C,
  LEAST_MEGOHMS,
  maximumProtection,
  minimumCircuitAmpacity,
  windings,
} from '../electrical/index.ts';
import { answer, type Answer } from '../measurement/index.ts';
import { reader, type Card, type CardInput } from './card.ts';
import { amps, volts } from './inputs.ts';
import { unbalance } from './unbalance.ts';

const ohms = (name: string, label: string): CardInput => ({
  name,
  label,
  quantity: 'resistance',
  unit: 'Ω',
  optional: true,
});

const winding: Card = {
  id: 'windings',
  title: 'Windings and megohms',
  words: 'ohms compressor motor ground insulation megger overload open shorted',
  group: 'electrical',
  inputs: [
    ohms('r12', 'T1–T2'),
    ohms('r23', 'T2–T3'),
    ohms('r31', 'T3–T1'),
    { name: 'open', label: 'A pair is open', choices: ['no', 'one', 'all'], optional: true },
    { name: 'shell', label: 'Shell', choices: ['cool', 'hot'], optional: true },
    { name: 'megohms', label: 'To ground, one minute', quantity: 'insulation', unit: 'MΩ', optional: true },
    {
      name: 'temperature',
      label: 'Winding temperature',
      quantity: 'temperature',
      unit: '°F',
      optional: true,
    },
    { name: 'what', label: 'What it is', choices: Object.keys(LEAST_MEGOHMS), optional: true },
  ],
  formula: 'spread % = greatest deviation / mean; R at 40 °C = R · 0.5^((40 − T) / 10)',
  source: 'pairs common practice; insulation IEEE 43 [from memory]',
  caution:
    'Locked out, leads off, boards, drives and EC motors isolated. Never test insulation or energise ' +
    'a compressor in vacuum. Measure at the contactor: terminals can blow out.',
  answers: (values) => {
    const { num, text, all } = reader(values);
    const answers: Answer[] = [];
    const open = text('open');
    const pairs = all('r12', 'r23', 'r31');
    if (pairs || open === 'one' || open === 'all') {
      const result = windings(
        open === 'all'
          ? [undefined, undefined, undefined]
          : open === 'one'
            ? [undefined, num('r23'), num('r31')]
            : (pairs ?? []),
        text('shell') === 'hot',
      );
      answers.push(
        answer({
          name: 'pairs differ by',
          value: result.spreadPct ?? 0,
          unit: '%',
          quantity: 'percent',
          formula: 'greatest deviation / mean',
          source: 'common practice',
          band: { high: 5, from: 'common practice', source: 'alike within a few per cent' },
          position: result.verdict === 'alike' ? 'inside' : null,
          ...(result.verdict === 'alike'
            ? {}
            : { advice: result.verdict === 'open on overload' ? ('wait' as const) : ('act' as const) }),
          text: result.text,
          ...(result.spreadPct === undefined ? { name: result.verdict } : {}),
        }),
      );
    }
    const megohms = num('megohms');
    if (megohms !== undefined) {
      const t = num('temperature');
      const kind = (text('what') ?? 'motor') as keyof typeof LEAST_MEGOHMS;
      const corrected = t === undefined ? megohms : insulationAt40C(megohms, (t - 32) / 1.8);
      answers.push(
        answer({
          name: t === undefined ? 'insulation, not corrected' : 'insulation at 40 °C',
          value: corrected,
          unit: 'MΩ',
          quantity: 'insulation',
          formula: 'R · 0.5^((40 − T) / 10), T in °C',
          source: 'IEEE 43 [from memory]',
          band: {
            low: LEAST_MEGOHMS[kind],
            from: 'published',
            source: kind === 'motor' ? 'IEEE 43: 5 MΩ' : 'maker’s limit, often 0.5 to 1 MΩ',
          },
          confidence: t === undefined ? 'fair' : 'high',
          improve: [
            ...(t === undefined ? ['note the winding temperature'] : []),
            ...(kind === 'hermetic compressor'
              ? ['low may be liquid in the shell: crankcase heat for 12 to 24 h, then test again']
              : []),
            'a low whole-unit reading is narrowed load by load: crankcase heaters are frequent culprits',
          ],
        }),
      );
    }
    return answers;
  },
};

const capacitor: Card = {
  id: 'capacitor',
  title: 'Run capacitor',
  words: 'microfarad mfd uf dual run cap weak',
  group: 'electrical',
  inputs: [
    { name: 'marking', label: 'Marking', quantity: 'capacitance', unit: 'µF' },
    { name: 'measured', label: 'Measured, leads off', quantity: 'capacitance', unit: 'µF', optional: true },
    amps('amps', 'or running: amps through it'),
    volts('across', 'and volts across it'),
  ],
  formula: 'µF = 2,652 · A / V at 60 Hz',
  source: 'reactance of a capacitor; ±6 % common practice',
  caution: 'Capacitors hold charge: discharge through a resistor before the leads come off.',
  answers: (values) => {
    const { num, all } = reader(values);
    const marking = num('marking');
    const running = all('amps', 'across');
    const measured = num('measured') ?? (running ? capacitanceFromAmps(running[0], running[1]) : undefined);
    if (marking === undefined || measured === undefined) return [];
    const k = CAPACITOR_TOLERANCE_PCT / 100;
    return [
      answer({
        name: 'capacitance',
        value: measured,
        unit: 'µF',
        quantity: 'capacitance',
        formula: num('measured') === undefined ? capacitor.formula : 'as measured',
        source: capacitor.source,
        band: {
          low: marking * (1 - k),
          high: marking * (1 + k),
          from: 'common practice',
          source: `marking ± ${CAPACITOR_TOLERANCE_PCT} %`,
        },
        text: measured < marking * (1 - k) ? 'Weak. A new motor on an old capacitor comes back.' : '',
      }),
    ];
  },
};

const control: Card = {
  id: 'control-power',
  title: 'Control power and protection',
  words: 'transformer va tap 24 volts fuse mca mocp breaker ampacity conductor sizing',
  group: 'electrical',
  inputs: [
    volts('supply', 'Supply'),
    volts('tap', 'Transformer tap'),
    volts('control', 'Control volts on call'),
    { name: 'va', label: 'Transformer', quantity: 'apparentPower', unit: 'VA', optional: true },
    { name: 'coils', label: 'Sum of its coils', quantity: 'apparentPower', unit: 'VA', optional: true },
    amps('largest', 'Largest motor'),
    amps('second', 'second'),
    amps('third', 'third'),
    amps('fourth', 'fourth'),
  ],
  formula:
    'control volts = 24 · supply / tap; MCA = 1.25 · largest + rest; MOCP = 2.25 · largest + rest, ' +
    'next standard size down',
  source: 'NEC 440 and 240.6 [from memory]; control volts common practice',
  caution: 'The plate of the unit wins over anything worked out here.',
  answers: (values) => {
    const { num, all } = reader(values);
    const answers: Answer[] = [];
    const tap = all('supply', 'tap');
    const band = { low: 22, high: 28, from: 'common practice' as const, source: '22 to 28 V on call' };
    if (tap)
      answers.push(
        answer({
          name: 'control volts to expect',
          value: controlVolts(tap[0], tap[1]),
          unit: 'V',
          quantity: 'voltage',
          formula: '24 · supply / tap',
          source: 'turns ratio',
          band,
          text: tap[1] - tap[0] > 20 ? 'The tap is for a higher supply: move it.' : '',
        }),
      );
    const measured = num('control');
    if (measured !== undefined)
      answers.push(
        answer({
          name: 'control volts',
          value: measured,
          unit: 'V',
          quantity: 'voltage',
          formula: 'as measured with everything pulled in',
          source: 'common practice',
          band,
        }),
      );
    const load = all('coils', 'va');
    if (load)
      answers.push(
        answer({
          name: 'load of the transformer',
          value: (100 * load[0]) / load[1],
          unit: '%',
          quantity: 'percent',
          decimals: 0,
          formula: 'sum of coil VA / transformer VA',
          source: 'common practice',
          band: { high: 100, from: 'plate', source: 'its VA' },
        }),
      );
    const loads = ['largest', 'second', 'third', 'fourth']
      .map((name) => num(name))
      .filter((a): a is number => a !== undefined && a > 0);
    if (loads.length > 0) {
      answers.push(
        answer({
          name: 'minimum circuit ampacity',
          value: minimumCircuitAmpacity(loads),
          unit: 'A',
          quantity: 'current',
          formula: '1.25 · largest + rest',
          source: 'NEC 440 [from memory]',
        }),
      );
      answers.push(
        answer({
          name: 'maximum protection',
          value: maximumProtection(loads),
          unit: 'A',
          quantity: 'current',
          decimals: 0,
          formula: '2.25 · largest + rest, next standard size down',
          source: 'NEC 440, 240.6 [from memory]',
        }),
      );
    }
    return answers;
  },
};

export const ELECTRICAL_CARDS: readonly Card[] = [unbalance, winding, capacitor, control];
