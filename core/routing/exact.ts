import { planOf } from './evaluate.ts';
import { checkProblem, earliestStart, type Plan, type RoutingProblem } from './problem.ts';
import { driveMinutes } from './travel.ts';

/** Above this many stops the table of subsets no longer fits a moment's work. */
export const MOST_STOPS_FOR_PROOF = 14;

/**
 * The proved best day, by dynamic programming over subsets (Held & Karp 1962) with time-of-day travel:
 * `done[S][j]` is the earliest time at which all of S is served with j last. Leaving later never arrives
 * earlier, so the earliest time dominates and one label for each (S, j) suffices.
 *
 * @throws RangeError above {@link MOST_STOPS_FOR_PROOF} stops
 */
export function exactPlan(problem: RoutingProblem): Plan {
  checkProblem(problem);
  const { stops, shift, travel } = problem;
  const n = stops.length;
  if (n > MOST_STOPS_FOR_PROOF)
    throw new RangeError(`a proof is made for at most ${MOST_STOPS_FOR_PROOF} stops, not ${n}`);
  const sets = 1 << n;
  const done = new Float64Array(sets * n).fill(Infinity);
  const before = new Int8Array(sets * n).fill(-1);
  const serve = (from: number, to: number, depart: number) =>
    earliestStart(
      stops[to] as RoutingProblem['stops'][number],
      depart + driveMinutes(travel, from, to + 1, depart),
    ) + (stops[to]?.serviceMinutes ?? 0);
  for (let j = 0; j < n; j++) done[(1 << j) * n + j] = serve(0, j, shift.start);

  const allPenalties = stops.reduce((sum, stop) => sum + stop.penalty, 0);
  let bestCost = allPenalties;
  let bestState = -1;
  for (let set = 1; set < sets; set++) {
    let dropped = allPenalties;
    for (let j = 0; j < n; j++) if (set & (1 << j)) dropped -= stops[j]?.penalty ?? 0;
    for (let last = 0; last < n; last++) {
      const state = set * n + last;
      const at = done[state] as number;
      if (!(at <= shift.end)) continue;
      const back = at + driveMinutes(travel, last + 1, 0, at);
      if (back > shift.end + 1e-9) continue;
      const cost = back - shift.start + dropped;
      if (cost < bestCost - 1e-9) {
        bestCost = cost;
        bestState = state;
      }
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const time = serve(last + 1, next, at);
        const to = (set | (1 << next)) * n + next;
        if (time < (done[to] as number)) {
          done[to] = time;
          before[to] = last;
        }
      }
    }
  }
  const order: number[] = [];
  for (let state = bestState; state >= 0;) {
    const set = Math.floor(state / n);
    const last = state % n;
    order.unshift(last);
    const previous = before[state] as number;
    state = previous < 0 ? -1 : (set ^ (1 << last)) * n + previous;
  }
  return planOf(problem, order, 'proved best');
}
