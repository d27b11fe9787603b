import { earliestStart, type Plan, type PlannedStop, type RoutingProblem, type Unserved } from './problem.ts';
import { driveMinutes } from './travel.ts';
import { clockText, durationText } from '../time/index.ts';

/**
 * When the crew is back in the yard after serving stops (indexes) in this order, leaving at shift start and
 * never idling but for opening hours; Infinity when the order does not fit. Because leaving later never
 * arrives earlier, starting at once is best for any given order.
 */
export function returnTime(problem: RoutingProblem, order: readonly number[]): number {
  let at = problem.shift.start;
  let place = 0;
  for (const index of order) {
    const stop = problem.stops[index] as RoutingProblem['stops'][number];
    const start = earliestStart(stop, at + driveMinutes(problem.travel, place, index + 1, at));
    at = start + stop.serviceMinutes;
    if (at > problem.shift.end) return Infinity;
    place = index + 1;
  }
  if (place === 0) return at;
  const back = at + driveMinutes(problem.travel, place, 0, at);
  return back <= problem.shift.end + 1e-9 ? back : Infinity;
}

/** Length of the day plus penalties of the stops left out; Infinity when the order does not fit. */
export function costOf(problem: RoutingProblem, order: readonly number[]): number {
  const served = new Set(order);
  let penalties = 0;
  problem.stops.forEach((stop, index) => {
    if (!served.has(index)) penalties += stop.penalty;
  });
  return returnTime(problem, order) - problem.shift.start + penalties;
}

/**
 * Writes an order out as a plan with times and, for every stop left out, why.
 * @throws RangeError when the order does not fit the day
 */
export function planOf(problem: RoutingProblem, order: readonly number[], quality: Plan['quality']): Plan {
  if (returnTime(problem, order) === Infinity)
    throw new RangeError('this order does not fit the shift and the opening hours');
  let at = problem.shift.start;
  let place = 0;
  const stops: PlannedStop[] = order.map((index) => {
    const stop = problem.stops[index] as RoutingProblem['stops'][number];
    const drive = driveMinutes(problem.travel, place, index + 1, at);
    const arriveAt = at + drive;
    const startAt = earliestStart(stop, arriveAt);
    at = startAt + stop.serviceMinutes;
    place = index + 1;
    return { stopId: stop.id, driveMinutes: drive, arriveAt, startAt, leaveAt: at };
  });
  const home = place === 0 ? 0 : driveMinutes(problem.travel, place, 0, at);
  const sum = (pick: (stop: PlannedStop) => number) => stops.reduce((total, stop) => total + pick(stop), 0);
  const unserved = problem.stops.flatMap((stop, index) =>
    order.includes(index) ? [] : [{ stopId: stop.id, why: whyNot(problem, order, index) }],
  );
  return {
    departAt: problem.shift.start,
    stops,
    returnAt: at + home,
    driveMinutes: sum((s) => s.driveMinutes) + home,
    waitMinutes: sum((s) => s.startAt - s.arriveAt),
    workMinutes: sum((s) => s.leaveAt - s.startAt),
    unserved: unserved as Unserved[],
    cost: costOf(problem, order),
    quality,
  };
}

/** Why a stop is not in the day, in words a dispatcher can act on. */
function whyNot(given: RoutingProblem, order: readonly number[], index: number): string {
  // Hours of the whole day are no opening hours: nobody knows any, and they keep nothing out.
  const problem: RoutingProblem = {
    ...given,
    stops: given.stops.map((one) => (isOpenAllDay(one) ? { ...one, windows: [[0, Infinity]] } : one)),
  };
  const stop = problem.stops[index] as RoutingProblem['stops'][number];
  const { shift } = problem;
  if (stop.windows.length === 0) return 'closed on this day';
  if (stop.serviceMinutes > shift.end - shift.start)
    return `needs ${durationText(stop.serviceMinutes)} on site, more than the whole shift`;
  if (!stop.windows.some(([open, close]) => close - open >= stop.serviceMinutes)) {
    return `needs ${durationText(stop.serviceMinutes)} on site, longer than it is open`;
  }
  const alone = returnTime(problem, [index]);
  if (alone === Infinity) {
    const long = returnTime({ ...problem, shift: { start: shift.start, end: 1e6 } }, [index]);
    if (long === Infinity) return 'its opening hours leave no time for it inside the shift';
    return long < 1440
      ? `even alone it ends at ${clockText(long)}, after the shift ends at ${clockText(shift.end)}`
      : 'even alone it runs past midnight, with the drive there and back';
  }
  const longer: RoutingProblem = { ...problem, shift: { start: shift.start, end: 1e6 } };
  let best = Infinity;
  for (let at = 0; at <= order.length; at++)
    best = Math.min(best, returnTime(longer, [...order.slice(0, at), index, ...order.slice(at)]));
  if (best === Infinity) {
    const free = shift.end - returnTime(problem, order);
    return `needs ${durationText(stop.serviceMinutes)} on site; the stops chosen leave ${durationText(free)} of the shift, and its opening hours no other place`;
  }
  if (best <= shift.end) return 'costs more of the day than it is worth now';
  return `the day would run ${durationText(Math.max(1, best - shift.end))} past the end of the shift`;
}

const isOpenAllDay = ({ windows }: RoutingProblem['stops'][number]): boolean =>
  windows.some(([open, close]) => open <= 0 && close >= 1440);
