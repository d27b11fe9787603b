import type { Plan, RoutingProblem } from './problem.ts';

/** Times agree when they differ by less than this many minutes. */
const TOLERANCE = 1e-3;

/**
 * Verifies a plan against its problem from first principles. It shares no code with the solver or the
 * evaluator, so that a mistake there cannot vouch for itself; what it returns is what is wrong, empty when
 * the plan holds.
 */
export function violationsOf(problem: RoutingProblem, plan: Plan): string[] {
  const wrong: string[] = [];
  const byId = new Map(problem.stops.map((stop, index) => [stop.id, { stop, place: index + 1 }]));
  const met = new Set<string>();
  let clock = plan.departAt;
  let place = 0;
  if (plan.departAt < problem.shift.start - TOLERANCE) wrong.push('leaves the yard before the shift starts');

  for (const planned of plan.stops) {
    const known = byId.get(planned.stopId);
    if (!known) {
      wrong.push(`serves ${planned.stopId}, which is not in the problem`);
      continue;
    }
    const { stop } = known;
    if (met.has(stop.id)) wrong.push(`serves ${stop.name} twice`);
    met.add(stop.id);
    const drive = tableDrive(problem, place, known.place, clock);
    if (planned.arriveAt < clock + drive - TOLERANCE)
      wrong.push(`reaches ${stop.name} sooner than the roads allow`);
    if (planned.startAt < planned.arriveAt - TOLERANCE) wrong.push(`starts at ${stop.name} before arriving`);
    if (planned.leaveAt < planned.startAt + stop.serviceMinutes - TOLERANCE)
      wrong.push(`leaves ${stop.name} before the work is done`);
    const open = stop.windows.some(
      ([from, to]) => planned.startAt >= from - TOLERANCE && planned.leaveAt <= to + TOLERANCE,
    );
    if (!open) wrong.push(`works at ${stop.name} outside its opening hours`);
    clock = planned.leaveAt;
    place = known.place;
  }
  const home = place === 0 ? 0 : tableDrive(problem, place, 0, clock);
  if (plan.returnAt < clock + home - TOLERANCE) wrong.push('is back in the yard sooner than the roads allow');
  if (plan.returnAt > problem.shift.end + TOLERANCE) wrong.push('comes back after the shift ends');

  for (const { stopId } of plan.unserved) {
    if (!byId.has(stopId)) wrong.push(`explains ${stopId}, which is not in the problem`);
    if (met.has(stopId)) wrong.push(`both serves and leaves out ${byId.get(stopId)?.stop.name ?? stopId}`);
    met.add(stopId);
  }
  for (const stop of problem.stops) if (!met.has(stop.id)) wrong.push(`says nothing about ${stop.name}`);
  return wrong;
}

/** The drive read straight off the sampled tables. */
function tableDrive({ travel }: RoutingProblem, from: number, to: number, depart: number): number {
  const cell = from * travel.places + to;
  const values = travel.minutes.map((table) => table[cell] ?? NaN);
  const after = travel.samples.findIndex((at) => at >= depart);
  if (after === 0) return values[0] ?? NaN;
  if (after < 0) return values[values.length - 1] ?? NaN;
  const [x0, x1] = [travel.samples[after - 1] ?? NaN, travel.samples[after] ?? NaN];
  const [y0, y1] = [values[after - 1] ?? NaN, values[after] ?? NaN];
  return ((x1 - depart) * y0 + (depart - x0) * y1) / (x1 - x0);
}
