import {
  CAPACITOR_TOLERANCE_PCT,
  capacitanceFromAmps,
  controlVolts,
  insulationAt40C,
  LEAST_MEGOHMS,
  lowInsulation,
  maximumProtection,
  minimumCircuitAmpacity,
  singlePhaseWindings,
  windings,
  type Insulated,
  type WindingVerdict,
} from '#core/measuring/electric';
import { answer, type Answer } from '#core/measuring/answers';
import { inParts, reader, type Card, type CardInput, type CardPart } from './card.ts';
import { amps, LIVE, volts } from './inputs.ts';
import { unbalance } from './unbalance.ts';

const ohms = (name: string, label: string): CardInput => ({
  name,
  label,
  quantity: 'resistance',
  unit: 'Ω',
  optional: true,
});

const [THREE, SINGLE] = ['three-phase', 'single-phase'] as const;
/** Pairs that read open, as the card asks for them. */
const OPEN_PAIRS = ['none', 'one pair', 'two pairs', 'all'] as const;

/** Verdicts that condemn nothing: something else is measured first. */
const CANNOT_TELL: ReadonlySet<WindingVerdict> = new Set<WindingVerdict>([
  'perhaps the overload',
  'no winding does that',
  'within the meter',
]);

/** The pairs of the windings against each other. */
const pairsPart: CardPart = (values) => {
  const { num, text } = reader(values);
  const shell = text<'cool' | 'hot'>('shell');
  const open = Math.max(0, OPEN_PAIRS.indexOf((text('open') ?? 'none') as (typeof OPEN_PAIRS)[number]));
  const pairs = [num('r12'), num('r23'), num('r31')];
  const known = pairs.filter((r) => r !== undefined).length;
  if (known + open < 3) return [];
  const single = text('phases') === SINGLE;
  const result = single
    ? singlePhaseWindings({ commonRun: pairs[0], commonStart: pairs[1], runStart: pairs[2] }, shell)
    : windings(open === 3 ? [undefined, undefined, undefined] : pairs, shell);
  return [
    answer({
      name: result.spreadPct === undefined ? result.verdict : single ? 'off the sum by' : 'pairs differ by',
      value: result.spreadPct ?? 0,
      unit: '%',
      quantity: 'percent',
      formula: single ? '|R–S − (C–R + C–S)| / (C–R + C–S)' : 'greatest deviation / mean',
      source: single ? 'series circuit' : 'series and parallel circuit; alike common practice',
      band: { high: single ? 10 : 5, from: 'common practice', source: 'alike within a few per cent' },
      position: result.verdict === 'alike' ? 'inside' : null,
      ...(result.verdict === 'alike'
        ? {}
        : {
            advice: CANNOT_TELL.has(result.verdict) ? ('wait' as const) : ('act' as const),
            ...(result.verdict === 'within the meter' ? { confidence: 'low' as const } : {}),
          }),
      text: result.text,
      improve: shell === undefined && open > 0 ? ['feel the shell: hot or cool?'] : [],
    }),
  ];
};

/** To ground: a motor at 40 °C, a hermetic compressor as measured. */
const groundPart: CardPart = (values) => {
  const { num, text } = reader(values);
  const megohms = num('megohms');
  if (megohms === undefined) return [];
  const what = text<Insulated>('what');
  const hermetic = what === 'hermetic compressor';
  const t = num('temperature');
  const corrected = what === 'motor' && t !== undefined;
  const value = corrected ? insulationAt40C(megohms, (t - 32) / 1.8) : megohms;
  const low = LEAST_MEGOHMS[what ?? 'motor'];
  return [
    answer({
      name: corrected ? 'insulation at 40 °C' : 'insulation, as measured',
      value,
      unit: 'MΩ',
      quantity: 'insulation',
      decimals: 2,
      formula: corrected ? 'R · 0.5^((40 − T) / 10), T in °C' : 'as measured',
      source: hermetic ? 'maker’s limit; common practice' : 'IEEE 43 [from memory]',
      band:
        what === undefined
          ? undefined
          : {
              low,
              from: hermetic ? 'common practice' : 'published',
              source: hermetic ? 'maker’s limit, often 0.5 to 1 MΩ' : 'IEEE 43: 5 MΩ at 40 °C',
            },
      confidence: hermetic || corrected ? 'high' : 'fair',
      ...lowInsulation(value, what),
      improve: [
        ...(what === undefined
          ? ['say what it is: a motor and a hermetic compressor have limits of their own']
          : []),
        ...(what === 'motor' && t === undefined ? ['note the winding temperature'] : []),
        'a low whole-unit reading is narrowed load by load: crankcase heaters are frequent culprits',
      ],
    }),
  ];
};

const winding: Card = {
  id: 'windings',
  title: 'Windings and megohms',
  words: 'ohms compressor motor ground insulation megger overload open shorted start run common',
  group: 'electrical',
  inputs: [
    { name: 'phases', label: 'Motor', choices: [THREE, SINGLE], usual: THREE },
    ohms('r12', 'T1–T2, or C–R'),
    ohms('r23', 'T2–T3, or C–S'),
    ohms('r31', 'T3–T1, or R–S'),
    { name: 'open', label: 'Pairs that are open', choices: OPEN_PAIRS, optional: true },
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
  formula: 'spread % = greatest deviation / mean; R–S = C–R + C–S; R at 40 °C = R · 0.5^((40 − T) / 10)',
  source: 'pairs series and parallel circuit; insulation IEEE 43 [from memory]',
  caution:
    'Locked out, leads off, boards, drives and EC motors isolated. Never test insulation or energise ' +
    'a compressor in vacuum. Measure at the contactor: terminals can blow out.',
  answers: inParts(pairsPart, groundPart),
};

const capacitor: Card = {
  id: 'capacitor',
  title: 'Run capacitor',
  words: 'microfarad mfd uf dual run cap weak',
  group: 'electrical',
  inputs: [
    { name: 'marking', label: 'Marking', quantity: 'capacitance', unit: 'µF', positive: true },
    { name: 'measured', label: 'Measured, leads off', quantity: 'capacitance', unit: 'µF', optional: true },
    amps('amps', 'or running: amps through it'),
    volts('across', 'and volts across it'),
  ],
  formula: 'µF = 2,652 · A / V at 60 Hz',
  source: 'reactance of a capacitor; ±6 % common practice',
  caution:
    'Capacitors hold charge: discharge through a resistor before the leads come off. Measured running it is live: ' +
    'gloves, and nothing that bridges the terminals.',
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
  caution: `The plate of the unit wins over anything worked out here. ${LIVE}`,
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
