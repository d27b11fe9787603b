import { addTogether, dot, inverted, logSum, times, type Matrix } from './algebra.ts';
import { CAUSES, MET, type CauseId } from './causes.ts';
import { EFFECT_OFF, EXPECTATION_OFF, vectorOf, type Expected } from './expected.ts';
import { instrumentsOff, WRONG, type Off } from './instruments.ts';
import { SHOWN_MANY, type Seen } from './shown.ts';

/** What was learnt of this very machine when it was sound: how it differs from its plate, and how surely. */
export interface Own {
  readonly shift: Float64Array;
  readonly covariance: Matrix;
}

/** One way it may be, with how well it agrees. */
interface Weighed {
  readonly causes: readonly CauseId[];
  /** Between levels, 0 for the lightest. */
  readonly at: readonly number[];
  readonly shown: Float64Array;
  readonly log: number;
}

export interface Standing {
  readonly cause: CauseId;
  /** How likely it is that it is so, alone or with another. */
  readonly share: number;
  /** What it would show at the strength that agrees best. */
  readonly shown: Float64Array;
  /** That strength: 0 the lightest in the table, 1 the heaviest. */
  readonly strength: number;
}

export interface Ranking {
  readonly sound: number;
  /** Something that is in no table. */
  readonly other: number;
  readonly standing: readonly Standing[];
  /** Two at once, where that is likelier than one. */
  readonly pairs: readonly { readonly causes: readonly [CauseId, CauseId]; readonly share: number }[];
  /** What the sound machine shows, this one's own differences included, and what that is uncertain by. */
  readonly expected: Float64Array;
  readonly uncertain: Float64Array;
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

/**
 * What it most likely is, by how well each cause at each strength agrees with all that was read, in magnitudes:
 * against what instruments are off by and what the expectation itself is off by.
 *
 * @param own what is known of this machine from when it was sound
 * @param looked how likely what was looked at is under a cause, 1 where nothing was
 */
export function ranked(
  seen: Seen,
  expected: Expected,
  {
    own,
    looked = () => 1,
  }: { own?: Own | undefined; looked?: ((cause: CauseId | 'sound') => number) | undefined } = {},
): Ranking {
  const read = Array.from({ length: SHOWN_MANY }, (_, i) => i).filter((i) => !Number.isNaN(seen.values[i]!));
  const n = read.length;
  const off = instrumentsOff(seen, expected.slopes, seen.around.wetF !== undefined);
  const whole = (own?.covariance ?? buildCovariance(expected)).slice();
  offCovariance(off).forEach((value, i) => (whole[i]! += value));
  const base = new Float64Array(n * n);
  read.forEach((r, i) => read.forEach((c, k) => (base[i * n + k] = whole[r * SHOWN_MANY + c]!)));
  const shift = own?.shift ?? new Float64Array(SHOWN_MANY);
  const sound = expected.sound.map((value, i) => value + shift[i]!);
  const values = Float64Array.from(read, (i) => seen.values[i]!);
  const slopes = expected.slopes.map((slope) => Float64Array.from(read, (i) => slope[i]!));

  const covariance = new Float64Array(n * n);
  /** How well a way agrees, logarithm of a density; a single reading or condition may be wrong. */
  const agrees = (shown: Float64Array): number => {
    if (n === 0) return 0;
    covariance.set(base);
    const moved = Float64Array.from(read, (i) => shown[i]! - sound[i]!);
    for (let i = 0; i < n; i++) covariance[i * n + i]! += (EFFECT_OFF.each * moved[i]!) ** 2;
    addTogether(
      covariance,
      moved.map((value) => value * EFFECT_OFF.together),
      n,
    );
    const rest = Float64Array.from(read, (i, k) => values[k]! - shown[i]!);
    return density(covariance, rest, slopes, n);
  };

  const ways: Weighed[] = [];
  const add = (causes: readonly CauseId[], at: readonly number[], shown: Float64Array, prior: number) =>
    ways.push({ causes, at, shown, log: Math.log(prior) + agrees(shown) });
  add([], [], sound, MET.sound * looked('sound'));
  const levelled = [...expected.wrong].map(([cause, levels]) => {
    const steps = between(
      levels.map((shown) => shown.map((value, i) => value + shift[i]!)),
      sound,
    );
    return { cause, steps, prior: CAUSES[cause].met * looked(cause) };
  });
  for (const { cause, steps, prior } of levelled)
    for (const { shown, at } of steps) add([cause], [at], shown, prior / steps.length);
  for (const [i, a] of levelled.entries())
    for (const b of levelled.slice(i + 1)) {
      if (CAUSES[a.cause].group === CAUSES[b.cause].group) continue;
      if ([a, b].some(({ cause }) => ALONE.has(cause))) continue;
      const [some, others] = [a, b].map(({ steps }) =>
        steps.filter((_, k) => k % 2 === 1 || steps.length < 3),
      );
      const many = some!.length * others!.length;
      for (const x of some!)
        for (const y of others!)
          add(
            [a.cause, b.cause],
            [x.at, y.at],
            x.shown.map((value, k) => value + y.shown[k]! - sound[k]!),
            (a.prior * b.prior * TOGETHER) / many,
          );
    }
  const other =
    Math.log(MET.other) +
    density(
      wide(base, read, n),
      Float64Array.from(read, (i, k) => values[k]! - sound[i]!),
      slopes,
      n,
    );
  return summed(ways, other, sound, whole);
}
const ALONE: ReadonlySet<CauseId> = new Set(['turns backwards', 'does not run', 'no metering device']);

function wide(base: Matrix, read: readonly number[], n: number): Matrix {
  const covariance = base.slice();
  read.forEach((shown, i) => (covariance[i * n + i]! += ANYTHING[shown]! ** 2));
  return covariance;
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
/** Logarithm of the density of what is left over, where any one reading or any one condition may be wrong. */
function density(covariance: Matrix, rest: Float64Array, slopes: readonly Float64Array[], n: number): number {
  const logDet = inverted(covariance, n);
  const toward = times(covariance, rest, n);
  const square = dot(rest, toward);
  const all = -0.5 * (square + logDet + n * LOG_2PI);
  const amiss = Math.log(WRONG.share / (1 - WRONG.share));
  const terms = [all];
  for (let i = 0; i < n; i++) {
    const own = covariance[i * n + i]!;
    const without = square - toward[i]! ** 2 / own;
    terms.push(amiss - Math.log(WRONG.over) - 0.5 * (without + logDet + Math.log(own) + (n - 1) * LOG_2PI));
  }
  for (const slope of slopes) {
    const moves = times(covariance, slope, n);
    const weight = 1 / WRONG.conditionF ** 2 + dot(slope, moves);
    const without = square - dot(slope, toward) ** 2 / weight;
    terms.push(amiss - 0.5 * (without + logDet + Math.log(WRONG.conditionF ** 2 * weight) + n * LOG_2PI));
  }
  return n * Math.log(1 - WRONG.share) + logSum(terms);
}

/** Shares of every way, gathered by cause. */
function summed(ways: readonly Weighed[], other: number, sound: Float64Array, whole: Matrix): Ranking {
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
    pairs: [...pairs.values()].sort((a, b) => b.share - a.share).slice(0, 3),
    expected: sound,
    uncertain: Float64Array.from({ length: SHOWN_MANY }, (_, i) => Math.sqrt(whole[i * SHOWN_MANY + i]!)),
  };
}
