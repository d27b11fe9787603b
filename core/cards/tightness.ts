import { capital } from '../reasons/index.ts';
import { say, measured } from '../quantities/index.ts';
import { atmospherePsia, waterVaporPsia } from '../airside/index.ts';
import { answer, DEFAULT_LIMITS } from '../measurement/index.ts';
import { standingTest, vacuumDecay, waterMicrons } from '../tightness/index.ts';
import { elevation, reader, type Card, type CardInput } from './card.ts';

const psig = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'pressureGauge',
  unit: 'psig',
  ...more,
});
const F = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'temperature',
  unit: '°F',
  ...more,
});
const min = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'time',
  unit: 'min',
  ...more,
});

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
    { name: 'gauge', label: 'Gauge good to ±, psi', plain: true, usual: 0.5, optional: true },
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
    const r = standingTest({
      startPsig,
      startF,
      endPsig,
      endF,
      minutes,
      volumeFt3: num('volume'),
      gaugePsi: num('gauge') ?? 0.5,
      thermometerF: num('thermometer') ?? 1,
      atmospherePsi: atmospherePsia(num('elevation') ?? limits.elevationFt),
    });
    const most = num('most');
    // The plate limits the highest pressure of the whole test, warming included.
    const highest = Math.max(startPsig, endPsig, r.expectedPsig);
    return [
      ...(most !== undefined && highest > most
        ? [
            answer({
              name: 'test pressure',
              value: highest,
              unit: 'psig',
              quantity: 'pressureGauge',
              decimals: 0,
              formula: 'highest of the start, the end and what the temperature makes of it',
              source: 'plate',
              advice: 'act' as const,
              band: { high: most, from: 'plate' as const, source: 'low side of the plate' },
              text:
                startPsig > most || endPsig > most
                  ? 'Above the low side of the plate: let it down now.'
                  : 'It warms past the low side of the plate: let some out now.',
            }),
          ]
        : []),
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
            : { position: 'inside' as const }),
        text: r.leak
          ? 'A leak: bubbles at every joint.'
          : r.gained
            ? 'It gained beyond its temperature: nothing was tested. Is the regulator shut off, is the thermometer on the pipe, did the gauge drift? Begin again.'
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
          : { advice: r.verdict === 'extend' ? ('wait' as const) : ('act' as const) }),
        text: `${capital(r.verdict)}. ${r.text}`,
        improve: r.verdict === 'extend' ? ['read on at ten and fifteen minutes'] : [],
      }),
    ];
  },
};

export const TIGHTNESS_CARDS: readonly Card[] = [standing, decay];
