import type { TravelTable } from './travel.ts';

/** A crew's day: place 0 is the yard, place k + 1 is `stops[k]`. Times are minutes since local midnight. */
export interface RoutingProblem {
  readonly shift: { readonly start: number; readonly end: number };
  readonly stops: readonly RoutingStop[];
  readonly travel: TravelTable;
}

export interface RoutingStop {
  readonly id: string;
  readonly name: string;
  /** Minutes of work on site. */
  readonly serviceMinutes: number;
  /** Opening hours of the day; work starts and ends inside one of them. Empty: closed. */
  readonly windows: readonly (readonly [open: number, close: number])[];
  /** What leaving it out costs, in minutes. */
  readonly penalty: number;
}

export interface Plan {
  readonly departAt: number;
  readonly stops: readonly PlannedStop[];
  readonly returnAt: number;
  readonly driveMinutes: number;
  readonly waitMinutes: number;
  readonly workMinutes: number;
  readonly unserved: readonly Unserved[];
  /** Length of the day plus the penalties of what was left out: what the solver makes small. */
  readonly cost: number;
  readonly quality: 'proved best' | 'best found';
}

export interface PlannedStop {
  readonly stopId: string;
  readonly driveMinutes: number;
  readonly arriveAt: number;
  readonly startAt: number;
  readonly leaveAt: number;
}

export interface Unserved {
  readonly stopId: string;
  readonly why: string;
}

/** @throws RangeError with the exact reason when the problem makes no sense */
export function checkProblem(problem: RoutingProblem): void {
  const { shift, stops, travel } = problem;
  if (!(shift.start >= 0 && shift.end > shift.start && shift.end <= 1440))
    throw new RangeError(`the shift ${shift.start}–${shift.end} is no stretch of one day`);
  if (travel.places !== stops.length + 1)
    throw new RangeError(
      `drive times for ${travel.places} places, but there are ${stops.length} stops and the yard`,
    );
  const seen = new Set<string>();
  for (const stop of stops) {
    if (seen.has(stop.id)) throw new RangeError(`${stop.name} stands twice in the list`);
    seen.add(stop.id);
    if (!(stop.serviceMinutes > 0)) throw new RangeError(`${stop.name}: time on site must be above zero`);
    if (!(stop.penalty >= 0)) throw new RangeError(`${stop.name}: the penalty must not be negative`);
    for (const [open, close] of stop.windows)
      if (!(close > open)) throw new RangeError(`${stop.name}: opening hours end before they begin`);
  }
}

/**
 * Earliest start of work at a stop when arriving at `arrive`, or Infinity when no opening hours are left for
 * it.
 */
export function earliestStart(stop: RoutingStop, arrive: number): number {
  let best = Infinity;
  for (const [open, close] of stop.windows) {
    const start = Math.max(open, arrive);
    if (start + stop.serviceMinutes <= close + 1e-9 && start < best) best = start;
  }
  return best;
}

/** A position on the earth, degrees. */
export interface PlainPosition {
  readonly lat: number;
  readonly lon: number;
}
