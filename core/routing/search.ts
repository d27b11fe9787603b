import { seededRandom, wholeBetween, type Random } from '../random/index.ts';
import { planOf } from './evaluate.ts';
import { exactPlan, MOST_STOPS_FOR_PROOF } from './exact.ts';
import { fastEvaluator, type Fast } from './fast.ts';
import { checkProblem, type Plan, type RoutingProblem } from './problem.ts';

export interface Progress {
  readonly plan: Plan;
  /** Share of the work done, 0 to 1. */
  readonly share: number;
}

export interface SearchOptions {
  readonly seed?: number;
  readonly iterations?: number;
}

const DEFAULT_ITERATIONS = 4000;
const YIELD_EVERY = 50;
/** How much the gain of an insertion is shaken, so that the same gap is not always filled alike. */
const NOISE = 0.3;
/** Temperature at the start, as a share of the cost. */
const HEAT = 0.06;
/** Minutes: a stop that has only one place left is urgent, but not without bound. */
const MOST_REGRET = 60;

/**
 * Plans a crew's day. Small days are proved best; larger ones are searched, yielding the best plan so far so
 * that the caller can show it, stop at a time of its own choosing, or cancel.
 */
export function* solveDay(
  problem: RoutingProblem,
  options: SearchOptions = {},
): Generator<Progress, Plan, number | undefined> {
  if (problem.stops.length <= MOST_STOPS_FOR_PROOF) {
    const plan = exactPlan(problem);
    yield { plan, share: 1 };
    return plan;
  }
  return yield* searchDay(problem, options);
}

/**
 * Large-neighbourhood search (after Shaw 1998; Ropke & Pisinger 2006): take some stops out, put them back
 * where they cost least, keep what is better or nearly as good while the temperature falls; polish the best
 * by moving single stops and reversing stretches.
 *
 * A caller with a clock passes the share of its time that is spent to `next`, and the temperature follows
 * that instead of the count of iterations; at 1 the search ends.
 */
export function* searchDay(
  problem: RoutingProblem,
  { seed = 1, iterations = DEFAULT_ITERATIONS }: SearchOptions = {},
): Generator<Progress, Plan, number | undefined> {
  checkProblem(problem);
  const random = seededRandom(seed);
  const fast = fastEvaluator(problem);
  const all = problem.stops.map((_, index) => index);
  const penalties = all.reduce((sum, index) => sum + penaltyOf(problem, index), 0);
  const cost = (order: readonly number[]) =>
    fast.returnTime(order) -
    problem.shift.start +
    penalties -
    order.reduce((sum, index) => sum + penaltyOf(problem, index), 0);
  let current = polish(fast, insertAll(problem, fast, [], all, random, 0));
  let currentCost = cost(current);
  let best = current;
  let bestCost = currentCost;
  const hot = Math.max(1, bestCost * HEAT);
  let share = 0;
  for (let i = 0; i < iterations && share < 1; i++) {
    if (i % YIELD_EVERY === 0)
      share = (yield { plan: planOf(problem, best, 'best found'), share }) ?? i / iterations;
    const kept = removeSome(problem, current, random);
    const missing = all.filter((index) => !kept.includes(index));
    // Half the time some of what was taken out has to wait until the others had their chance: that is how
    // stops change places with those that were left out.
    const outgoing = current.filter((index) => !kept.includes(index));
    const wait = random() < 0.5 ? new Set(outgoing.filter(() => random() < 0.5)) : new Set<number>();
    // Now and then a stop that was left out goes in before all others, and they arrange themselves round it.
    const leftOut = all.filter((index) => !current.includes(index));
    const early =
      leftOut.length > 0 && random() < 0.35
        ? [leftOut[wholeBetween(random, 0, leftOut.length - 1)] as number]
        : [];
    let candidate = early.length > 0 ? insertAll(problem, fast, kept, early, random, NOISE) : kept;
    const rest = missing.filter((index) => !candidate.includes(index));
    candidate = insertAll(
      problem,
      fast,
      candidate,
      rest.filter((index) => !wait.has(index)),
      random,
      NOISE,
    );
    if (wait.size > 0) candidate = insertAll(problem, fast, candidate, [...wait], random, NOISE);
    if (i % 10 === 0) candidate = polish(fast, candidate);
    const candidateCost = cost(candidate);
    const temperature = hot * (1 - share) ** 2 + 1e-6;
    if (candidateCost < currentCost || random() < Math.exp((currentCost - candidateCost) / temperature)) {
      current = candidate;
      currentCost = candidateCost;
    }
    if (candidateCost < bestCost - 1e-9) {
      best = polish(fast, candidate);
      bestCost = cost(best);
      current = best;
      currentCost = bestCost;
    }
  }
  const plan = planOf(problem, best, 'best found');
  yield { plan, share: 1 };
  return plan;
}

const penaltyOf = (problem: RoutingProblem, index: number): number => problem.stops[index]?.penalty ?? 0;

/** Takes out a stretch of the day or a scatter of stops. */
function removeSome(problem: RoutingProblem, order: readonly number[], random: Random): number[] {
  if (order.length === 0) return [];
  const count = Math.min(order.length, wholeBetween(random, 1, Math.max(2, Math.ceil(order.length * 0.4))));
  if (random() < 0.4) {
    const start = wholeBetween(random, 0, order.length - count);
    return [...order.slice(0, start), ...order.slice(start + count)];
  }
  if (random() < 0.6) {
    // Neighbours of one stop: what lies together is best rearranged together.
    const centre = order[wholeBetween(random, 0, order.length - 1)] as number;
    const table = problem.travel.minutes[0] as readonly number[];
    const near = (a: number) => table[(centre + 1) * problem.travel.places + a + 1] as number;
    const out = new Set([...order].sort((a, b) => near(a) - near(b)).slice(0, count));
    return order.filter((index) => !out.has(index));
  }
  const out = new Set<number>();
  while (out.size < count) out.add(order[wholeBetween(random, 0, order.length - 1)] as number);
  return order.filter((index) => !out.has(index));
}

/**
 * Puts stops back one at a time, always the one that gains most from its best place (penalty saved against
 * minutes added).
 */
function insertAll(
  problem: RoutingProblem,
  fast: Fast,
  kept: readonly number[],
  missing: readonly number[],
  random: Random,
  noise: number,
): number[] {
  let order = [...kept];
  const waiting = [...missing];
  const leave = new Float64Array(problem.stops.length + 1);
  while (waiting.length > 0) {
    const base = fast.returnTime(order);
    fast.times(order, leave);
    let pick = -1;
    let pickAt = -1;
    let pickGain = 0;
    for (let w = 0; w < waiting.length; w++) {
      const index = waiting[w] as number;
      let second = Infinity;
      let least = Infinity;
      let leastAt = -1;
      for (let at = 0; at <= order.length; at++) {
        const added = fast.withInserted(order, leave, base, index, at) - base;
        if (added < least) {
          second = least;
          least = added;
          leastAt = at;
        } else if (added < second) second = added;
      }
      const penalty = penaltyOf(problem, index);
      if (penalty <= least) continue;
      const regret = second === Infinity ? MOST_REGRET : Math.min(second - least, MOST_REGRET);
      const gain = (penalty - least + regret) * (1 + noise * (random() * 2 - 1));
      if (pick < 0 || gain > pickGain) {
        pick = w;
        pickAt = leastAt;
        pickGain = gain;
      }
    }
    if (pick < 0) break;
    order = insertAt(order, waiting[pick] as number, pickAt);
    waiting.splice(pick, 1);
  }
  return order;
}

/** Moves single stops and reverses stretches while that shortens the day. */
function polish(fast: Fast, start: readonly number[]): number[] {
  let order = [...start];
  let time = fast.returnTime(order);
  for (let better = true; better;) {
    better = false;
    for (let i = 0; i < order.length && !better; i++) {
      const rest = [...order.slice(0, i), ...order.slice(i + 1)];
      for (let at = 0; at <= rest.length && !better; at++) {
        if (at === i) continue;
        better = take(insertAt(rest, order[i] as number, at));
      }
      for (let j = i + 1; j < order.length && !better; j++) {
        better = take([...order.slice(0, i), ...order.slice(i, j + 1).reverse(), ...order.slice(j + 1)]);
      }
    }
  }
  return order;

  function take(candidate: number[]): boolean {
    const back = fast.returnTime(candidate);
    if (!(back < time - 1e-9)) return false;
    order = candidate;
    time = back;
    return true;
  }
}

const insertAt = (order: readonly number[], index: number, at: number) => [
  ...order.slice(0, at),
  index,
  ...order.slice(at),
];
