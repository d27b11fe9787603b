import {
  CAPACITOR_TOLERANCE_PCT,
  capacitanceFromAmps,
  controlVolts,
  currentUnbalance,
  insulationAt40C,
  LEAST_MEGOHMS,
  maximumProtection,
  minimumCircuitAmpacity,
  voltageUnbalance,
  windings,
} from '../electrical/index.ts';
import { answer, DEFAULT_LIMITS, limitFrom, type Answer } from '../measurement/index.ts';
import { reader, type Card, type CardInput } from './card.ts';

const volts = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'voltage',
  unit: 'V',
  optional: true,
  ...more,
});
const amps = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'current',
  unit: 'A',
  optional: true,
  ...more,
});
const ohms = (name: string, label: string): CardInput => ({ name, label, quantity: 'resistance', unit: 'Ω', optional: true });
const LIVE =
  'Prove the meter, all pairs and each leg to ground, prove the meter again. 460 V: gloves and face protection as the arc-flash label asks.';

const unbalance: Card = {
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
  formula: 'unbalance % = 100 · greatest deviation from the mean / mean',
  source: 'NEMA MG 1; ±10 % of plate and 10 % current common practice',
  caution: LIVE,
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, all } = reader(values);
    const answers: Answer[] = [];
    const pairs = all('v12', 'v23', 'v31');
    const plate = num('plate');
    if (pairs) {
      const dead = pairs.filter((v) => v < 0.5 * Math.max(...pairs)).length;
      if (dead > 0)
        return [
          answer({
            name: 'lowest pair',
            value: Math.min(...pairs),
            unit: 'V',
            quantity: 'voltage',
            decimals: 0,
            formula: 'as measured',
            source: 'common practice',
            verdict: 'act',
            text: 'A phase is lost: nothing three-phase may run. Fuses and breaker, then the utility.',
          }),
        ];
      const u = voltageUnbalance(pairs);
      answers.push(
        answer({
          name: 'voltage unbalance',
          value: u.percent,
          unit: '%',
          quantity: 'percent',
          decimals: 2,
          formula: unbalance.formula,
          source: 'NEMA MG 1',
          band: { high: 1, from: 'published', source: 'NEMA MG 1: derate above 1 %, act above 2, never run above 5' },
          text: u.note,
          ...(u.verdict === 'act' || u.verdict === 'do not run' ? { verdict: 'act' } : {}),
        }),
      );
      if (plate !== undefined) {
        // A plate of 208/230 V allows 187 to 253 V.
        const [low, high] = plate === 208 || plate === 230 ? [187, 253] : [plate * 0.9, plate * 1.1];
        const worst = pairs.toSorted((a, b) => Math.abs(b - plate) - Math.abs(a - plate))[0] as number;
        answers.push(
          answer({
            name: 'farthest from the plate',
            value: worst,
            unit: 'V',
            quantity: 'voltage',
            decimals: 0,
            formula: 'the pair farthest from the plate',
            source: 'common practice',
            band: { low, high, from: 'plate', source: plate === 208 || plate === 230 ? '208/230 V plate: 187 to 253' : `${plate} V ± 10 %` },
          }),
        );
      }
    }
    const legs = all('a1', 'a2', 'a3');
    if (legs) {
      if (legs.some((a) => a === 0))
        return [
          ...answers,
          answer({
            name: 'leg without current',
            value: 0,
            unit: 'A',
            quantity: 'current',
            formula: 'as measured',
            source: 'common practice',
            verdict: 'act',
            text: 'A leg carries nothing: contactor, fuse or winding. Stop it.',
          }),
        ];
      const u = currentUnbalance(legs, limits.currentUnbalancePct);
      answers.push(
        answer({
          name: 'current unbalance',
          value: u.percent,
          unit: '%',
          quantity: 'percent',
          formula: unbalance.formula,
          source: 'common practice',
          band: {
            high: limits.currentUnbalancePct,
            from: limitFrom(limits, 'currentUnbalancePct'),
            source: `act above ${limits.currentUnbalancePct} %`,
          },
          text: u.note,
          ...(u.verdict === 'act' ? { verdict: 'act' } : {}),
        }),
      );
      const rated = num('rated');
      if (rated !== undefined)
        answers.push(
          answer({
            name: 'highest leg',
            value: Math.max(...legs),
            unit: 'A',
            quantity: 'current',
            formula: 'as measured',
            source: 'plate',
            band: { high: rated, from: 'plate', source: 'rated amps' },
            text:
              Math.max(...legs) < rated * 0.6
                ? 'Far below at mild load is normal. Near-normal amps do not clear a compressor of turning backwards.'
                : '',
          }),
        );
    }
    return answers;
  },
};

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
    { name: 'temperature', label: 'Winding temperature', quantity: 'temperature', unit: '°F', optional: true },
    { name: 'what', label: 'What it is', choices: Object.keys(LEAST_MEGOHMS), optional: true },
  ],
  formula: 'spread % = greatest deviation / mean; R at 40 °C = R · 0.5^((40 − T) / 10)',
  source: 'pairs common practice; insulation IEEE 43 [from memory]',
  caution:
    'Locked out, leads off, boards, drives and EC motors isolated. Never test insulation or energise a compressor in vacuum. Measure at the contactor: terminals can blow out.',
  answers: (values) => {
    const { num, text, all } = reader(values);
    const answers: Answer[] = [];
    const open = text('open');
    const pairs = all('r12', 'r23', 'r31');
    if (pairs || open === 'one' || open === 'all') {
      const result = windings(
        open === 'all' ? [undefined, undefined, undefined] : open === 'one' ? [undefined, num('r23'), num('r31')] : (pairs ?? []),
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
          verdict: result.verdict === 'alike' ? 'within' : result.verdict === 'open on overload' ? 'wait' : 'act',
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
          band: { low: LEAST_MEGOHMS[kind], from: 'published', source: kind === 'motor' ? 'IEEE 43: 5 MΩ' : 'maker’s limit, often 0.5 to 1 MΩ' },
          confidence: t === undefined ? 'fair' : 'high',
          improve: [
            ...(t === undefined ? ['note the winding temperature'] : []),
            ...(kind === 'hermetic compressor' ? ['low may be liquid in the shell: crankcase heat for 12 to 24 h, then test again'] : []),
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
        band: { low: marking * (1 - k), high: marking * (1 + k), from: 'common practice', source: `marking ± ${CAPACITOR_TOLERANCE_PCT} %` },
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
  formula: 'control volts = 24 · supply / tap; MCA = 1.25 · largest + rest; MOCP = 2.25 · largest + rest, next standard size down',
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
    const loads = ['largest', 'second', 'third', 'fourth'].map((name) => num(name)).filter((a): a is number => a !== undefined && a > 0);
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
