import { capital } from '#core/base/sentences';
import { say, measured, type Said } from '#core/base/quantities';
import { atmospherePsia, waterVaporPsia } from '#core/measuring/air';
import { answer, DEFAULT_LIMITS, type Answer } from '#core/measuring/answers';
import {
  ALWAYS_ALLOWED_PSIG,
  LEAST_TEST_PSIG,
  MOST_LOW_SIDE_PSIG,
  standingTest,
  testSaysNothing,
  vacuumDecay,
  waterMicrons,
} from '#core/measuring/tightness';
import { elevation, reader, type Card, type CardInput } from './card.ts';
import { F, psig } from './inputs.ts';

const min = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'time',
  unit: 'min',
  ...more,
});

/** Why a test that lost nothing says nothing. */
const SAYS_NOTHING: Readonly<Record<NonNullable<ReturnType<typeof testSaysNothing>>, Said>> = {
  'too little pressure': say`Too little pressure to find anything: test at ${measured('pressureGauge', LEAST_TEST_PSIG, 'psig')} and more, up to the low side of the plate.`,
  'too short': 'Too short to find anything: let it stand fifteen minutes and more.',
  'instruments too coarse':
    'The instruments can be wrong by more than a leak would show: take a finer gauge, or one whose range fits.',
};

/**
 * The highest pressure of the whole test, warming included, against the low side of the plate; where nobody
 * has read it, against what any low side of these machines stands.
 */
function testPressure(
  startPsig: number,
  endPsig: number,
  expectedPsig: number,
  most: number | undefined,
): Answer[] {
  const highest = Math.max(startPsig, endPsig, expectedPsig);
  const limit = most ?? MOST_LOW_SIDE_PSIG;
  const over = highest > limit;
  if (!over && (most !== undefined || highest <= ALWAYS_ALLOWED_PSIG)) return [];
  const base = {
    name: 'test pressure',
    value: highest,
    unit: 'psig',
    quantity: 'pressureGauge',
    decimals: 0,
    formula: 'highest of the start, the end and what the temperature makes of it',
    source: most === undefined ? 'common practice' : 'plate',
  } as const;
  if (!over)
    return [
      answer({
        ...base,
        advice: 'measure first',
        text: 'Whether the low side stands it nobody has read: read its test pressure off the plate.',
      }),
    ];
  return [
    answer({
      ...base,
      advice: 'act',
      band:
        most === undefined
          ? {
              high: limit,
              from: 'common practice',
              source: 'more than any low side of these machines stands',
            }
          : { high: limit, from: 'plate', source: 'low side of the plate' },
      text:
        Math.max(startPsig, endPsig) <= limit
          ? 'It warms past the low side of the plate: let some out now.'
          : most === undefined
            ? 'No low side stands this: let it down now, then read its test pressure off the plate.'
            : 'Above the low side of the plate: let it down now.',
    }),
  ];
}

const standing: Card = {
  id: 'standing-test',
  title: 'Standing test',
  words: 'nitrogen pressure test leak hold temperature',
  group: 'tightness',
  inputs: [
    psig('start', 'Pressure at the start'),
    F('startF', 'Pipe at the start'),
    psig('end', 'Pressure now'),
    F('endF', 'Pipe now'),
    min('minutes', 'Minutes it stood'),
    { name: 'volume', label: 'Volume of the circuit', quantity: 'systemVolume', unit: 'ft³', optional: true },
    { name: 'gauge', label: 'Gauge good to ±, psi', plain: true, positive: true, usual: 0.5, optional: true },
    {
      name: 'thermometer',
      label: 'Thermometer good to ±',
      quantity: 'temperatureDifference',
      unit: 'Δ°F',
      usual: 1,
      optional: true,
    },
    psig('most', 'Plate: low-side test pressure', { optional: true }),
    elevation,
  ],
  formula: 'expected = (P₁ + atmosphere) · T₂ / T₁ − atmosphere; U = 2√2 · √(u_P² + (P_abs · u_T / T)²)',
  source: 'ideal gas law; uncertainty by the GUM (JCGM 100:2008)',
  caution:
    'Nitrogen only through regulator and relief, never oxygen or compressed air, never above the ' +
    'plate’s low side.',
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num, all } = reader(values);
    const read = all('start', 'startF', 'end', 'endF', 'minutes');
    if (!read) return [];
    const [startPsig, startF, endPsig, endF, minutes] = read;
    const test = {
      startPsig,
      startF,
      endPsig,
      endF,
      minutes,
      volumeFt3: num('volume'),
      gaugePsi: num('gauge') ?? 0.5,
      thermometerF: num('thermometer') ?? 1,
      atmospherePsi: atmospherePsia(num('elevation') ?? limits.elevationFt),
    };
    const r = standingTest(test);
    const nothing = r.leak || r.gained ? undefined : testSaysNothing(test, r);
    return [
      ...testPressure(startPsig, endPsig, r.expectedPsig, num('most')),
      answer({
        name: 'expected now',
        value: r.expectedPsig,
        unit: 'psig',
        quantity: 'pressureGauge',
        formula: '(P₁ + atmosphere) · T₂ / T₁ − atmosphere',
        source: 'ideal gas law',
      }),
      answer({
        name: 'lost beyond temperature',
        value: r.dropPsi,
        unit: 'psi',
        quantity: 'pressureDifference',
        decimals: 2,
        formula: 'expected − measured',
        source: standing.source,
        band: {
          high: r.uncertaintyPsi,
          from: 'worked out',
          source: say`what gauge and thermometer leave open: ± ${measured('pressureDifference', r.uncertaintyPsi, 'psi')}`,
        },
        ...(r.leak
          ? { advice: 'act' as const }
          : r.gained
            ? { advice: 'wait' as const, position: 'below' as const }
            : nothing
              ? { advice: 'wait' as const, position: null }
              : { position: 'inside' as const }),
        text: r.leak
          ? 'A leak: bubbles at every joint.'
          : r.gained
            ? 'It gained beyond its temperature: nothing was tested. Is the regulator shut off, is the thermometer on the pipe, did the gauge drift? Begin again.'
            : nothing
              ? SAYS_NOTHING[nothing]
              : `No drop beyond what the instruments leave open${r.noLargerThan === undefined ? '' : `: no leak larger than ${r.noLargerThan.toFixed(2)} standard ft³ a day`}. Passing also needs bubbles at every joint and the vacuum decay.`,
        confidence: minutes < 15 ? 'low' : minutes < 60 ? 'fair' : 'high',
        improve: [
          ...(minutes < 60 ? ['stand longer: fifteen minutes find gross leaks only'] : []),
          ...(num('volume') === undefined ? ['give the volume to know how small a leak is excluded'] : []),
        ],
      }),
    ];
  },
};

const decay: Card = {
  id: 'vacuum',
  title: 'Vacuum decay',
  words: 'micron evacuate evacuation rise moisture deep vacuum hold',
  group: 'tightness',
  inputs: [
    { name: 'start', label: 'When isolated', quantity: 'vacuum', unit: 'µ' },
    ...[1, 2, 5, 10, 15].map((m): CardInput => ({
      name: `m${m}`,
      label: `after ${m} min`,
      quantity: 'vacuum',
      unit: 'µ',
      optional: m > 5,
    })),
    F('ambient', 'Ambient', { usual: 70 }),
  ],
  formula:
    'the first minute ignored; plateau under 1,000 µ after 10 min tight and dry; plateau below water ' +
    'moist; straight rise leak',
  source: 'common practice; water: steam tables',
  caution: 'Never test insulation or energise a compressor in vacuum.',
  answers: (values, limits = DEFAULT_LIMITS) => {
    const { num } = reader(values);
    const start = num('start');
    if (start === undefined) return [];
    const points = [1, 2, 5, 10, 15].flatMap((minute) => {
      const microns = num(`m${minute}`);
      return microns === undefined ? [] : [{ minute, microns }];
    });
    if (points.length < 3) return [];
    const ambient = num('ambient') ?? 70;
    const r = vacuumDecay(
      [{ minute: 0, microns: start }, ...points],
      ambient,
      waterMicrons(ambient, waterVaporPsia),
      limits.vacuumMicrons,
    );
    return [
      answer({
        name: 'rise at the end',
        value: r.slopePerMin,
        unit: 'µ/min',
        quantity: 'vacuumRise',
        decimals: 0,
        formula: 'least squares over the second half',
        source: decay.source,
        ...(r.verdict === 'tight and dry'
          ? { position: 'inside' as const }
          : {
              advice: ['extend', 'still falling'].includes(r.verdict) ? ('wait' as const) : ('act' as const),
            }),
        text: `${capital(r.verdict)}. ${r.text}`,
        improve: r.verdict === 'extend' ? ['read on at ten and fifteen minutes'] : [],
      }),
    ];
  },
};

export const TIGHTNESS_CARDS: readonly Card[] = [standing, decay];
