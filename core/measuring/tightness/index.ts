/** Tightness: the standing pressure test with its temperature, and the decay of a vacuum. */
import { DEFAULT_LIMITS } from '#core/measuring/answers';

const ATMOSPHERE_PSI = 14.696;
const toRankine = (f: number) => f + 459.67;

/**
 * Gauge pressure a tight circuit has at another temperature, psig = (P₁ + 14.7) × T₂ / T₁ − 14.7, absolute
 * temperatures of the pipe (ideal gas; nitrogen at these pressures follows it within a per cent).
 */
export function expectedPsig(
  startPsig: number,
  startF: number,
  endF: number,
  atmospherePsi = ATMOSPHERE_PSI,
): number {
  return ((startPsig + atmospherePsi) * toRankine(endF)) / toRankine(startF) - atmospherePsi;
}

interface StandingTest {
  readonly startPsig: number;
  readonly startF: number;
  readonly endPsig: number;
  readonly endF: number;
  readonly minutes: number;
  /** Volume of the circuit, ft³; undefined when nobody knows it: then no leak rate is given. */
  readonly volumeFt3?: number | undefined;
  /** Standard uncertainty of the gauge, psi. */
  readonly gaugePsi?: number | undefined;
  /** Standard uncertainty of the pipe temperature, °F. */
  readonly thermometerF?: number | undefined;
  /** Local barometer, psi; sea level unless given. */
  readonly atmospherePsi?: number | undefined;
}

interface StandingResult {
  readonly expectedPsig: number;
  /** Expected − measured, psi; positive when it lost pressure. */
  readonly dropPsi: number;
  /** Expanded uncertainty of the drop (k = 2), psi. */
  readonly uncertaintyPsi: number;
  readonly leak: boolean;
  /** True when it gained beyond what the instruments leave open: then nothing was tested. */
  readonly gained: boolean;
  /** No leak larger than this, standard ft³ a day; undefined without a volume. */
  readonly noLargerThan?: number | undefined;
}

/**
 * Judges a standing test: expanded uncertainty U = 2√2·√(u_P² + (P_abs·u_T/T)²), both readings alike and
 * independent (GUM, JCGM 100:2008). A drop beyond U is a leak; a gain beyond U is no test either. Otherwise
 * no leak larger than V·U·1440/(14.7·min) standard ft³ a day is proven, so a short test finds gross leaks
 * only.
 *
 * @throws RangeError for a test without duration or pressure
 */
export function standingTest({
  startPsig,
  startF,
  endPsig,
  endF,
  minutes,
  volumeFt3,
  gaugePsi = 0.5,
  thermometerF = 1,
  atmospherePsi = ATMOSPHERE_PSI,
}: StandingTest): StandingResult {
  if (!(minutes > 0)) throw new RangeError('a standing test stands for some minutes');
  if (!(startPsig > 0)) throw new RangeError('a standing test stands under pressure');
  if (!(gaugePsi > 0 && thermometerF > 0))
    throw new RangeError('no gauge and no thermometer is good to nothing: write what they can be wrong by');
  const expected = expectedPsig(startPsig, startF, endF, atmospherePsi);
  const dropPsi = expected - endPsig;
  const temperature = ((startPsig + atmospherePsi) * thermometerF) / toRankine(startF);
  const uncertaintyPsi = 2 * Math.SQRT2 * Math.hypot(gaugePsi, temperature);
  const leak = dropPsi > uncertaintyPsi;
  const gained = dropPsi < -uncertaintyPsi;
  return {
    expectedPsig: expected,
    dropPsi,
    uncertaintyPsi,
    leak,
    gained,
    ...(volumeFt3 !== undefined && !leak && !gained
      ? { noLargerThan: (volumeFt3 * uncertaintyPsi * 1440) / (ATMOSPHERE_PSI * minutes) }
      : {}),
  };
}

/**
 * Below this a standing test finds nothing, psig: the schools of the trade begin at 110 [common practice].
 */
export const LEAST_TEST_PSIG = 100;
/** No low side of these machines stands more, whatever its plate says, psig [from memory: 450 for R-410A]. */
export const MOST_LOW_SIDE_PSIG = 450;
/** Every plate of these machines allows this much, psig [common practice: the lowest school but one]. */
export const ALWAYS_ALLOWED_PSIG = 150;
/**
 * Shorter than this not even a gross leak shows for certain, min; the shortest school stands 15 [common
 * practice].
 */
const LEAST_TEST_MINUTES = 10;
/** What the instruments leave open, as a share of the absolute pressure, from which a test says nothing. */
const TOO_COARSE = 0.05;

/** Why a standing test says nothing although it lost nothing that can be told; undefined where it does. */
export function testSaysNothing(
  { startPsig, minutes, atmospherePsi = ATMOSPHERE_PSI }: StandingTest,
  { uncertaintyPsi }: Pick<StandingResult, 'uncertaintyPsi'>,
): 'too little pressure' | 'too short' | 'instruments too coarse' | undefined {
  if (startPsig < LEAST_TEST_PSIG) return 'too little pressure';
  if (minutes < LEAST_TEST_MINUTES) return 'too short';
  return uncertaintyPsi > TOO_COARSE * (startPsig + atmospherePsi) ? 'instruments too coarse' : undefined;
}

interface VacuumPoint {
  readonly minute: number;
  readonly microns: number;
}

type VacuumVerdict =
  | 'tight and dry'
  | 'moist'
  | 'leak'
  | 'extend'
  | 'not deep enough'
  /** It went on falling after it was isolated: it was not. */
  | 'still falling'
  /** It stands near the atmosphere. */
  | 'open';

/**
 * From here it stands open, at whatever height the roof lies, µ: half an atmosphere and more [common
 * practice].
 */
const OPEN_MICRONS = 300_000;
/** What a gauge wanders by itself, µ and as a share; a fall beyond it is one [common practice]. */
const WANDERS = { microns: 3, share: 0.01 } as const;

/** A plateau under this after ten minutes is tight and dry, µ [common practice]. */
const TIGHT_MICRONS = 1000;

/**
 * Pressure of water at saturation at a temperature, µ: what a moist circuit rises to. 18,800 µ at 70 °F
 * (published steam tables).
 */
export function waterMicrons(tempF: number, vaporPsia: (tempF: number) => number): number {
  return (vaporPsia(tempF) * 6894.757293) / 0.1333224;
}

/**
 * Judges the decay of a vacuum from readings after isolating; the first minute is ignored, while hoses and
 * oil settle [common practice]. A plateau under 1,000 µ is tight and dry; one below the saturation pressure
 * of water is moist, one above it is not water alone; what falls after isolating was never isolated; a rise
 * that goes on in a straight line is a leak; what bends without an end is moisture until it is shown
 * otherwise, and is watched longer, as is a slow rise that does not bend. Below 32 °F ice hides water.
 *
 * @param points at least three readings after the first minute, in order of time
 * @throws RangeError for fewer, or for times that run backwards
 */
export function vacuumDecay(
  points: readonly VacuumPoint[],
  ambientF: number,
  waterMicronsAtAmbient: number,
  deepEnoughMicrons = DEFAULT_LIMITS.vacuumMicrons,
): { verdict: VacuumVerdict; text: string; slopePerMin: number } {
  const read = points.filter((p) => p.minute >= 1);
  if (read.length < 3) throw new RangeError('at least three readings after the first minute');
  if (read.some((p, i) => i > 0 && p.minute <= (read[i - 1] as VacuumPoint).minute))
    throw new RangeError('the readings run backwards in time');
  const last = read.at(-1) as VacuumPoint;
  // Each half keeps two readings at least, so that a slope can be drawn through it.
  const early = slope(read.slice(0, Math.ceil((read.length + 1) / 2)));
  const late = slope(read.slice(Math.floor((read.length - 1) / 2)));
  const cold = ambientF < 32 ? ' Below freezing ice hides water: warm it and test again.' : '';
  const said = (verdict: VacuumVerdict, text: string) => ({
    verdict,
    text: `${text}${cold}`,
    slopePerMin: late,
  });
  const start = points[0] as VacuumPoint;
  if (last.microns >= OPEN_MICRONS)
    return said('open', 'It stands near the atmosphere: a valve, a hose or a joint is open.');
  if (start.microns > deepEnoughMicrons)
    return said(
      'not deep enough',
      `It was isolated at ${start.microns} µ: pull to ${deepEnoughMicrons} µ first.`,
    );
  // What is isolated cannot fall: a pump still draws on it, or the gauge is not on it.
  const highest = Math.max(...points.map((p) => p.microns));
  if (highest - last.microns > Math.max(WANDERS.microns, WANDERS.share * highest))
    return said(
      'still falling',
      `It fell from ${highest} to ${last.microns} µ after it was isolated: that is no test. Is the pump shut off from it, ` +
        'and is the gauge on the circuit? Isolate and begin again.',
    );
  // By its shape: a leak goes on as it began, moisture and what boils out of oil bend towards an end.
  const goesOn = late > LEAST_SLOPE && late > STRAIGHT_SHARE * early;
  const stands = late <= LEAST_SLOPE || late * 10 < last.microns * 0.1;
  if (goesOn && (last.microns > TIGHT_MICRONS || late > LEAK_SLOPE))
    return said(
      'leak',
      `Rises by ${late.toFixed(0)} µ a minute as straight as it began: a leak. Nitrogen and bubbles at every joint.`,
    );
  if (goesOn)
    return said(
      'extend',
      `Rises slowly, ${late.toFixed(0)} µ a minute, and does not bend: a small leak looks like this. Watch it longer.`,
    );
  if (stands && last.microns <= TIGHT_MICRONS)
    return last.minute >= 10
      ? said('tight and dry', `Stands at ${last.microns} µ after ${last.minute} min: tight and dry.`)
      : said('extend', `Stands at ${last.microns} µ, but only for ${last.minute} min: go on to ten.`);
  if (last.microns >= waterMicronsAtAmbient * 1.1)
    return said(
      'leak',
      `${last.microns} µ is more than water alone can give at this temperature: air or refrigerant comes in. Nitrogen and bubbles at every joint.`,
    );
  if (stands)
    return said(
      'moist',
      `Levels off at ${last.microns} µ, below the pressure of water: moist. Break with nitrogen, change the drier, pull again.`,
    );
  return said(
    'extend',
    last.microns > TIGHT_MICRONS
      ? 'It bends but has not levelled off: moisture, by its shape. Watch it longer to be sure.'
      : 'Still levelling off: watch it longer.',
  );
}

/** What a gauge and settling oil do by themselves, µ a minute [common practice]. */
const LEAST_SLOPE = 2;
/** A rise whose second half is this share of its first is straight: nothing holds it back. */
const STRAIGHT_SHARE = 0.7;
/** Straight and this steep it is a leak before it has reached anything, µ a minute [common practice]. */
const LEAK_SLOPE = 20;

/** Slope of a straight line through two points or more at different times, µ a minute (least squares). */
function slope(points: readonly VacuumPoint[]): number {
  const mean = points.reduce((sum, { minute }) => sum + minute, 0) / points.length;
  const rise = points.reduce((sum, { minute, microns }) => sum + (minute - mean) * microns, 0);
  return rise / points.reduce((sum, { minute }) => sum + (minute - mean) ** 2, 0);
}
