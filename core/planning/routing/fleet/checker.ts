import type { TravelTable } from '../travel.ts';
import { LIMIT_PRICES, type Limit } from './limits.ts';
import type { FleetPlan, FleetProblem, Job, Shift } from './problem.ts';

const TOLERANCE = 1e-3;

/**
 * Verifies a plan against its problem from first principles. It shares no code with the search or with what
 * writes plans out, so that a mistake there cannot vouch for itself.
 *
 * @returns what is wrong; empty when the plan holds
 */
export function fleetViolations(problem: FleetProblem, plan: FleetPlan): string[] {
  const wrong: string[] = [];
  const met = new Map<string, string>();
  const jobs = new Map(problem.jobs.map((job) => [job.id, job]));
  for (const route of plan.routes) {
    const shift = problem.shifts.find(({ id }) => id === route.shiftId);
    if (!shift) {
      wrong.push(`plans the shift ${route.shiftId}, which is not in the problem`);
      continue;
    }
    const who = `${shift.crew} on day ${shift.day}`;
    let [clock, place, load, rested] = [route.departAt, shift.from, 0, shift.rest === undefined];
    if (clock < shift.start - TOLERANCE) wrong.push(`${who} leaves before the shift starts`);
    for (const stop of route.stops) {
      const job = jobs.get(stop.jobId);
      if (!job) {
        wrong.push(`${who} does ${stop.jobId}, which is not in the problem`);
        continue;
      }
      const before = met.get(job.id);
      if (before) wrong.push(`${job.name} is done by ${before} and by ${who}`);
      met.set(job.id, who);
      if (job.lockedTo !== undefined && job.lockedTo !== shift.id)
        wrong.push(`${job.name} has left the shift it is locked to`);
      for (const skill of job.skills ?? [])
        if (!(shift.skills ?? []).includes(skill)) wrong.push(`${who} lacks ${skill} for ${job.name}`);
      if ((job.people ?? 1) > (shift.people ?? 1)) wrong.push(`${who} has too few people for ${job.name}`);
      let there = clock + tableDrive(problem, shift, place, job.place, clock);
      if (!rested && shift.rest && there >= shift.rest.from) {
        there += shift.rest.minutes;
        rested = true;
      }
      if (stop.arriveAt < there - TOLERANCE)
        wrong.push(`${who} reaches ${job.name} sooner than roads and rest allow`);
      if (stop.startAt < stop.arriveAt - TOLERANCE)
        wrong.push(`${who} starts at ${job.name} before arriving`);
      if (stop.leaveAt < stop.startAt + aloneOrShared(job, shift.people ?? 1) - TOLERANCE)
        wrong.push(`${who} leaves ${job.name} before the work is done`);
      const inside = job.windows.some(
        (w) =>
          w.day === shift.day && stop.startAt >= w.open - TOLERANCE && stop.leaveAt <= w.close + TOLERANCE,
      );
      if (!inside) wrong.push(`${who} works at ${job.name} outside its opening hours`);
      for (const { kind, day, from = 0 } of job.limits ?? []) {
        if (kind !== 'told' || day !== shift.day || stop.startAt >= from - TOLERANCE) continue;
        const couldWait = job.windows.some(
          (w) => w.day === day && Math.max(w.open, from) + stop.leaveAt - stop.startAt <= w.close - TOLERANCE,
        );
        if (couldWait) wrong.push(`${who} starts at ${job.name} before the time that was told`);
      }
      load += job.load ?? 0;
      clock = stop.leaveAt;
      place = job.place;
    }
    if (load > (shift.capacity ?? Infinity) + TOLERANCE) wrong.push(`${who} carries more than it can`);
    const home = route.stops.length === 0 ? 0 : tableDrive(problem, shift, place, shift.to, clock);
    if (route.backAt < clock + home - TOLERANCE) wrong.push(`${who} is back sooner than the roads allow`);
    if (route.backAt > shift.end + (shift.overtime ?? 0) + TOLERANCE)
      wrong.push(`${who} works longer than is allowed`);
  }
  for (const { jobId, why } of plan.leftOut) {
    const job = jobs.get(jobId);
    if (!job) wrong.push(`explains ${jobId}, which is not in the problem`);
    else if (met.has(jobId)) wrong.push(`${job.name} is both done and left out`);
    else if (why === '') wrong.push(`does not say why ${job.name} is left out`);
    met.set(jobId, 'nobody');
  }
  for (const job of problem.jobs) if (!met.has(job.id)) wrong.push(`says nothing about ${job.name}`);
  return wrong;
}

/** A told, promised or wanted time that a plan does not keep. */
export interface LimitMissed {
  readonly jobId: string;
  readonly kind: Limit['kind'];
  /** Minutes after it on its day, below zero before it; whole days where it is another day. */
  readonly minutes: number;
  readonly days: number;
}

/**
 * What a plan does not keep of what was told, promised and wanted, and what that costs, read off its stops
 * alone.
 */
export function limitsMissed(
  problem: FleetProblem,
  plan: Pick<FleetPlan, 'routes'>,
): { missed: LimitMissed[]; cost: number } {
  const missed: LimitMissed[] = [];
  let cost = 0;
  for (const route of plan.routes) {
    const day = problem.shifts.find(({ id }) => id === route.shiftId)?.day ?? NaN;
    for (const stop of route.stops)
      for (const limit of problem.jobs.find(({ id }) => id === stop.jobId)?.limits ?? []) {
        const price = LIMIT_PRICES[limit.kind];
        const days = day - limit.day;
        if (days === 0) {
          const early = stop.startAt - (limit.from ?? 0);
          const minutes = early < -TOLERANCE ? early : stop.startAt - limit.by;
          if (early >= -TOLERANCE && minutes <= TOLERANCE) continue;
          missed.push({ jobId: stop.jobId, kind: limit.kind, minutes, days });
          cost += price.steps.filter(([over]) => minutes > over + TOLERANCE).at(-1)?.[1] ?? 0;
        } else if (days > 0 || limit.kind === 'told') {
          missed.push({ jobId: stop.jobId, kind: limit.kind, minutes: 0, days });
          cost += price.otherDay + price.eachDay * Math.abs(days);
        }
      }
  }
  return { missed, cost };
}

/** Time on site: what cannot be shared, and each one's part of what can. */
function aloneOrShared({ minutes, shared = 0 }: Job, people: number): number {
  return minutes - shared * (1 - 1 / people);
}

/** The drive read straight off the sampled tables of the shift's day. */
function tableDrive(problem: FleetProblem, shift: Shift, from: number, to: number, depart: number): number {
  const travel = [problem.travel, ...(problem.otherRoads ?? [])][(shift.roads ?? -1) + 1] as TravelTable;
  const values = travel.minutes.map((table) => table[from * travel.places + to] ?? NaN);
  const after = travel.samples.findIndex((at) => at >= depart);
  if (after === 0) return values[0] ?? NaN;
  if (after < 0) return values.at(-1) ?? NaN;
  const [x0, x1] = [travel.samples[after - 1] ?? NaN, travel.samples[after] ?? NaN];
  const [y0, y1] = [values[after - 1] ?? NaN, values[after] ?? NaN];
  return ((x1 - depart) * y0 + (depart - x0) * y1) / (x1 - x0);
}
