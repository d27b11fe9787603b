import { addTogether, dot, inverted, logSum, times, type Matrix } from './algebra.ts';
import { CAUSES, MET, type CauseId } from './causes.ts';
import { EFFECT_OFF, EXPECTATION_OFF, VISIT_OFF, VISIT_TOGETHER, type Expected } from './expected.ts';
import { instrumentsOff, WRONG, type Off } from './instruments.ts';
import { SHOWN_MANY, vectorOf, type Seen } from './shown.ts';

/** What was learnt of this very machine when it was sound: how it differs from its plate, and how surely. */
export interface Own {
  readonly shift: Float64Array;
  readonly covariance: Matrix;
}

/** One way it may be, how likely before anything was read, and then how well it agrees. */
interface Way {
  readonly causes: readonly CauseId[];
  /** Between levels, 0 for the lightest. */
  readonly at: readonly number[];
  readonly shown: Float64Array;
  readonly prior: number;
}
interface Weighed extends Way {
  readonly log: number;
}

export interface Standing {
  readonly cause: CauseId;
  /** How likely it is that it is so, alone or with another. */
  readonly share: number;
  /** What would be shown at the strength that agrees best, with the other one where two at once do. */
  readonly shown: Float64Array;
  /** That strength: 0 the lightest in the table, 1 the heaviest. */
  readonly strength: number;
}

/** How likely what was read is misread or miswritten. */
export interface Doubted {
  /** By place among what is shown. */
  readonly readings: ReadonlyMap<number, number>;
  /** By place among the conditions. */
  readonly conditions: readonly number[];
}

export interface Ranking {
  readonly doubted: Doubted;
  readonly sound: number;
  /** Something that is in no table. */
  readonly other: number;
  readonly standing: readonly Standing[];
  /** Two at once, where that is likelier than one. */
  readonly pairs: readonly { readonly causes: readonly [CauseId, CauseId]; readonly share: number }[];
  /** What the sound machine shows, this one's own differences included, and what that and the readings are off by. */
  readonly expected: Float64Array;
  readonly covariance: Matrix;
  /** Logarithm of how well all of it agrees: two devices are weighed by it where nobody knows which meters. */
  readonly evidence: number;
}

/** Between two levels of a cause so many steps are looked at. */
const BETWEEN = 2;
/** Two things wrong at once come about as often as chance has it, and a little oftener [from memory]. */
const TOGETHER = 1.5;
/** What is in no table may show anything, °F and % [our choice]. */
const ANYTHING = vectorOf({
  evaporating: 18,
  'suction line': 20,
  condensing: 20,
  'liquid line': 18,
  'after drier': 18,
  discharge: 40,
  'condenser leaving': 14,
  supply: 14,
  'supply wet bulb': 12,
  amps: 30,
});

const SIZES = [0.3, 0.6, 1] as const;

/** How the build differs and what is not known of it, as a covariance over all that is shown. */
export function buildCovariance(expected: Expected): Matrix {
  const covariance = new Float64Array(SHOWN_MANY * SHOWN_MANY);
  for (let i = 0; i < SHOWN_MANY; i++) covariance[i * SHOWN_MANY + i] = EXPECTATION_OFF[i]! ** 2;
  for (const way of expected.otherwise) addTogether(covariance, way, SHOWN_MANY);
  return covariance;
}

export function offCovariance({ alone, together }: Off): Matrix {
  const covariance = new Float64Array(SHOWN_MANY * SHOWN_MANY);
  for (let i = 0; i < SHOWN_MANY; i++) covariance[i * SHOWN_MANY + i] = alone[i]! ** 2;
  for (const way of together) addTogether(covariance, way, SHOWN_MANY);
  return covariance;
}

/** What an expectation is off by on one day and not on another. */
export function addVisit(covariance: Matrix): void {
  VISIT_OFF.forEach((value, i) => (covariance[i * SHOWN_MANY + i]! += value ** 2));
  for (const way of VISIT_TOGETHER) addTogether(covariance, way, SHOWN_MANY);
}

/** What is compared of a set: the readings that are there, with what they and the expectation are off by. */
interface Compared {
  /** Which of what is shown was read. */
  readonly read: readonly number[];
  readonly values: Float64Array;
  readonly sound: Float64Array;
  readonly base: Matrix;
  /** How what was read moves with each condition. */
  readonly slopes: readonly Float64Array[];
}

/**
 * What it most likely is, by how well each cause at each strength agrees with all that was read, in magnitudes:
 * against what instruments are off by and what the expectation itself is off by.
 *
 * @param own what is known of this machine from when it was sound
 */
export function ranked(seen: Seen, expected: Expected, own?: Own): Ranking {
  const read = Array.from({ length: SHOWN_MANY }, (_, i) => i).filter((i) => !Number.isNaN(seen.values[i]!));
  const whole = (own?.covariance ?? buildCovariance(expected)).slice();
  const off = instrumentsOff(seen, expected.slopes, seen.around.wetF !== undefined);
  offCovariance(off).forEach((value, i) => (whole[i]! += value));
  addVisit(whole);
  const shifted = (shown: Float64Array) => shown.map((value, i) => value + (own?.shift[i] ?? 0));
  const sound = shifted(expected.sound);
  const compared: Compared = {
    ...{ read, sound },
    values: Float64Array.from(read, (i) => seen.values[i]!),
    base: partOf(whole, read),
    slopes: expected.slopes.map((slope) => Float64Array.from(read, (i) => slope[i]!)),
  };
  const levelled = [...expected.wrong].map(([cause, levels]): Levelled => {
    return { cause, steps: between(levels.map(shifted), sound), prior: CAUSES[cause].met };
  });
  const alone: Way = { causes: [], at: [], shown: sound, prior: MET.sound };
  const ways = [alone, ...singles(levelled), ...pairsOf(levelled, sound)].map((way): Weighed => ({
    ...way,
    log: Math.log(way.prior) + agrees(compared, way.shown, mostWrongWith(way.causes)),
  }));
  const best = ways.reduce((a, b) => (b.log > a.log ? b : a));
  return {
    ...summed(ways, Math.log(MET.other) + agreesWithAnything(compared), sound, whole),
    doubted: doubtedIn(compared, best),
  };
}

/** A cause at steps from hardly there to heavy. */
interface Levelled {
  readonly cause: CauseId;
  readonly steps: readonly { readonly shown: Float64Array; readonly at: number }[];
  readonly prior: number;
}

const singles = (levelled: readonly Levelled[]): Way[] =>
  levelled.flatMap(({ cause, steps, prior }) =>
    steps.map(({ shown, at }) => ({ causes: [cause], at: [at], shown, prior: prior / steps.length })),
  );

/** Two at once, at every other step: what both move adds up. */
function pairsOf(levelled: readonly Levelled[], sound: Float64Array): Way[] {
  const coarse = levelled
    .filter(({ cause }) => !ALONE.has(cause))
    .map((one) => ({ ...one, steps: one.steps.filter((_, k) => k % 2 === 1 || one.steps.length < 3) }));
  const both = coarse.flatMap((a, i) =>
    coarse
      .slice(i + 1)
      .filter((b) => CAUSES[a.cause].group !== CAUSES[b.cause].group)
      .map((b) => [a, b] as const),
  );
  return both.flatMap(([a, b]) =>
    a.steps.flatMap((x) =>
      b.steps.map((y): Way => ({
        ...{ causes: [a.cause, b.cause], at: [x.at, y.at] },
        shown: x.shown.map((value, k) => value + y.shown[k]! - sound[k]!),
        prior: (a.prior * b.prior * TOGETHER) / (a.steps.length * b.steps.length),
      })),
    ),
  );
}
const ALONE: ReadonlySet<CauseId> = new Set(['turns backwards', 'does not run', 'no metering device']);

/** Rows and columns of what was read. */
const partOf = (whole: Matrix, read: readonly number[]): Matrix =>
  Float64Array.from(read.flatMap((r) => read.map((c) => whole[r * SHOWN_MANY + c]!)));

/** How well a way agrees, logarithm of a density. */
function agrees(
  compared: Compared,
  shown: Float64Array,
  mostWrong: 1 | 2,
  told?: (log: number, wrong: readonly number[]) => void,
): number {
  const { read, values, sound, base } = compared;
  const n = read.length;
  const covariance = base.slice();
  const moved = Float64Array.from(read, (i) => shown[i]! - sound[i]!);
  for (let i = 0; i < n; i++) covariance[i * n + i]! += (EFFECT_OFF.each * moved[i]!) ** 2;
  addTogether(
    covariance,
    moved.map((value) => value * EFFECT_OFF.together),
    n,
  );
  const rest = Float64Array.from(read, (i, k) => values[k]! - shown[i]!);
  return density(compared, covariance, rest, mostWrong, told);
}

/** How likely each reading and each condition is wrong, where it is as it most likely is. */
function doubtedIn(compared: Compared, { shown, causes }: Way): Doubted {
  const n = compared.read.length;
  const all: { log: number; wrong: readonly number[] }[] = [];
  const whole = agrees(compared, shown, mostWrongWith(causes), (log, wrong) => all.push({ log, wrong }));
  // Both are of the same readings: what all have in common falls out.
  const base = n * Math.log(1 - WRONG.share);
  const share = (k: number) =>
    all
      .filter(({ wrong }) => wrong.includes(k))
      .reduce((sum, { log }) => sum + Math.exp(log + base - whole), 0);
  return {
    readings: new Map(compared.read.map((shownAt, k) => [shownAt, share(k)])),
    conditions: compared.slopes.map((_, i) => share(n + i)),
  };
}
/** Two at once are wrong seldom enough to be left aside where two causes are tried. */
const mostWrongWith = (causes: readonly CauseId[]): 1 | 2 => (causes.length > 1 ? 1 : 2);

/** How well what is in no table agrees: it may show anything, by a little or by much. */
function agreesWithAnything(compared: Compared): number {
  const { read, values, sound, base } = compared;
  const n = read.length;
  const rest = Float64Array.from(read, (i, k) => values[k]! - sound[i]!);
  const by = SIZES.map((size) => {
    const covariance = base.slice();
    read.forEach((shown, i) => (covariance[i * n + i]! += (size * ANYTHING[shown]!) ** 2));
    return density(compared, covariance, rest, 1);
  });
  return logSum(by) - Math.log(SIZES.length);
}

/** Steps between sound and the levels of a cause, and between one level and the next. */
function between(
  levels: readonly Float64Array[],
  sound: Float64Array,
): { shown: Float64Array; at: number }[] {
  if (levels.length === 1) return [{ shown: levels[0]!, at: 1 }];
  return levels.flatMap((level, i) => {
    const before = i === 0 ? sound : levels[i - 1]!;
    return Array.from({ length: BETWEEN }, (_, k) => {
      // Half of the lightest is hardly there: it begins above it.
      const share = i === 0 ? 0.6 + (0.4 * (k + 1)) / BETWEEN : (k + 1) / BETWEEN;
      return {
        shown: level.map((value, s) => before[s]! + share * (value - before[s]!)),
        at: i === 0 ? 0 : (i - 1 + share) / (levels.length - 1),
      };
    });
  });
}

const LOG_2PI = Math.log(2 * Math.PI);
/**
 * Logarithm of the density of what is left over, where any one or two readings or conditions may be wrong: a reading
 * that is wrong may be anything, a condition moves all that hangs on it.
 *
 * @param most how many may be wrong at once
 * @param told hears of each, with the places of what would be wrong: readings first, then conditions
 */
function density(
  { slopes }: Pick<Compared, 'slopes'>,
  covariance: Matrix,
  rest: Float64Array,
  most: 1 | 2,
  told?: (log: number, wrong: readonly number[]) => void,
): number {
  const n = rest.length;
  const logDet = inverted(covariance, n);
  const toward = times(covariance, rest, n);
  const square = dot(rest, toward);
  const all = -0.5 * (square + logDet + n * LOG_2PI);
  const amiss = Math.log(WRONG.share / (1 - WRONG.share));
  const moves = slopes.map((slope) => times(covariance, slope, n));
  const many = n + slopes.length;
  // How far each goes along with what is left over, and how two go along with each other.
  const along = (k: number) => (k < n ? toward[k]! : dot(slopes[k - n]!, toward));
  const of = (k: number, l: number): number => {
    if (k < n && l < n) return covariance[k * n + l]!;
    if (k >= n && l >= n)
      return dot(slopes[k - n]!, moves[l - n]!) + (k === l ? 1 / WRONG.conditionF ** 2 : 0);
    return k < n ? moves[l - n]![k]! : moves[k - n]![l]!;
  };
  const costs = (k: number) =>
    amiss + (k < n ? 0.5 * LOG_2PI - Math.log(WRONG.over) : -Math.log(WRONG.conditionF));
  const terms: number[] = [];
  const add = (log: number, ...wrong: readonly number[]) => {
    terms.push(log);
    told?.(log, wrong);
  };
  add(all);
  for (let k = 0; k < many; k++) {
    const [own, with1] = [of(k, k), along(k)];
    add(all + costs(k) + 0.5 * (with1 ** 2 / own - Math.log(own)), k);
    for (let l = most === 2 ? k + 1 : many; l < many; l++) {
      const [other, both, with2] = [of(l, l), of(k, l), along(l)];
      const det = own * other - both ** 2;
      const gained = (other * with1 ** 2 - 2 * both * with1 * with2 + own * with2 ** 2) / det;
      add(all + costs(k) + costs(l) + 0.5 * (gained - Math.log(det)), k, l);
    }
  }
  return n * Math.log(1 - WRONG.share) + logSum(terms);
}

/** Shares of every way, gathered by cause. */
function summed(
  ways: readonly Weighed[],
  other: number,
  sound: Float64Array,
  whole: Matrix,
): Omit<Ranking, 'doubted'> {
  const most = Math.max(other, ...ways.map(({ log }) => log));
  const weight = (log: number) => Math.exp(log - most);
  const total = ways.reduce((sum, { log }) => sum + weight(log), weight(other));
  const share = (log: number) => weight(log) / total;
  const by = new Map<CauseId, { share: number; best: Weighed; strength: number }>();
  const pairs = new Map<string, { causes: [CauseId, CauseId]; share: number }>();
  for (const way of ways) {
    way.causes.forEach((cause, i) => {
      const so = by.get(cause);
      const better = !so || way.log > so.best.log;
      by.set(cause, {
        share: (so?.share ?? 0) + share(way.log),
        best: better ? way : so.best,
        strength: better ? (way.at[i] as number) : so.strength,
      });
    });
    const [a, b] = way.causes;
    if (a && b) {
      const pair = pairs.get(`${a} ${b}`) ?? { causes: [a, b], share: 0 };
      pairs.set(`${a} ${b}`, { ...pair, share: pair.share + share(way.log) });
    }
  }
  return {
    sound: ways.filter(({ causes }) => causes.length === 0).reduce((sum, { log }) => sum + share(log), 0),
    other: share(other),
    standing: [...by]
      .map(([cause, { share: likely, best, strength }]) => ({
        cause,
        share: likely,
        shown: best.shown,
        strength,
      }))
      .sort((a, b) => b.share - a.share),
    pairs: [...pairs.values()].sort((a, b) => b.share - a.share),
    expected: sound,
    covariance: whole,
    evidence: most + Math.log(total),
  };
}
