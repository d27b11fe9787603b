import { flatTravel } from './flat.ts';
import type { RoutingProblem } from './problem.ts';

/**
 * The evaluator of the search: the same arithmetic as evaluate.ts over typed arrays, without making a list
 * for every candidate. Plans are written out by evaluate.ts and judged by checker.ts, so nothing here vouches
 * for itself.
 */
export interface Fast {
  /** When the crew is back after this order; Infinity when it does not fit. */
  returnTime(order: readonly number[]): number;
  /**
   * Fills `leave` with the time of leaving each place of an order that fits: leave[0] the yard, leave[i + 1]
   * stop i.
   */
  times(order: readonly number[], leave: Float64Array): void;
  /**
   * Return time with stop `index` put in at position `at` of an order whose `leave` times and `base` return
   * time are known.
   */
  withInserted(
    order: readonly number[],
    leave: Float64Array,
    base: number,
    index: number,
    at: number,
  ): number;
}

export function fastEvaluator(problem: RoutingProblem): Fast {
  const { shift, stops, travel } = problem;
  const { drive } = flatTravel(travel);
  const service = Float64Array.from(stops, (stop) => stop.serviceMinutes);
  const windows = stops.map((stop) => Float64Array.from(stop.windows.flat()));

  /** Time of leaving a stop reached at `arrive`. */
  function leaveAfter(stop: number, arrive: number): number {
    const hours = windows[stop] as Float64Array;
    const work = service[stop] as number;
    let best = Infinity;
    for (let w = 0; w < hours.length; w += 2) {
      const open = hours[w] as number;
      const end = (arrive > open ? arrive : open) + work;
      if (end <= (hours[w + 1] as number) + 1e-9 && end < best) best = end;
    }
    return best;
  }

  function home(place: number, at: number): number {
    if (place === 0) return at;
    const back = at + drive(place, 0, at);
    return back <= shift.end + 1e-9 ? back : Infinity;
  }

  return {
    returnTime(order) {
      let at = shift.start;
      let place = 0;
      for (let i = 0; i < order.length; i++) {
        const stop = order[i] as number;
        at = leaveAfter(stop, at + drive(place, stop + 1, at));
        if (at > shift.end) return Infinity;
        place = stop + 1;
      }
      return home(place, at);
    },
    times(order, leave) {
      let at = shift.start;
      let place = 0;
      leave[0] = at;
      for (let i = 0; i < order.length; i++) {
        const stop = order[i] as number;
        at = leaveAfter(stop, at + drive(place, stop + 1, at));
        leave[i + 1] = at;
        place = stop + 1;
      }
    },
    withInserted(order, leave, base, index, at) {
      let time = leave[at] as number;
      let place = at === 0 ? 0 : (order[at - 1] as number) + 1;
      time = leaveAfter(index, time + drive(place, index + 1, time));
      if (time > shift.end) return Infinity;
      place = index + 1;
      for (let i = at; i < order.length; i++) {
        const stop = order[i] as number;
        time = leaveAfter(stop, time + drive(place, stop + 1, time));
        if (time > shift.end) return Infinity;
        // A wait has swallowed the detour: from here on the day runs as before.
        if (time === leave[i + 1]) return base;
        place = stop + 1;
      }
      return home(place, time);
    },
  };
}
