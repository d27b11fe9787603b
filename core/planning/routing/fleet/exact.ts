import { driveMinutes } from '../travel.ts';
import { lateCost, lateSteps } from './limits.ts';
import { fleetPlanOf } from './plan.ts';
import {
  checkFleet,
  costOn,
  fits,
  hoursOn,
  minutesFor,
  USUAL_WEIGHTS,
  type FleetPlan,
  type FleetProblem,
  type Job,
  type Shift,
  roadsOf,
} from './problem.ts';
import { driveWeight, startIn, timeCost } from './route.ts';

/** As many jobs of one crew's day can be proved; with more the ways to order them are too many to keep. */
export const MOST_JOBS_FOR_PROOF = 14;
/** With more ways kept than this nobody waits for the proof. */
const MOST_LABELS = 600_000;

/**
 * One way to have done some jobs, the last of them here: when it is over, and what it has cost on the way.
 */
interface Label {
  readonly at: number;
  readonly driven: number;
  readonly waited: number;
  /** What has begun late so far. */
  readonly late: number;
  readonly rested: boolean;
  readonly job: number;
  readonly before: Label | undefined;
}

/**
 * The best plan of one crew's day, proved by dynamic programming over the sets of jobs done and the last of
 * them (Held and Karp, 1962), with drives by time of day. Of two ways to the same set and place one is
 * dropped only where the other is over sooner by enough that whatever follows cannot cost it more: leaving
 * earlier never arrives later, so a minute of lead is worth a minute of driving at most. That holds for
 * places with one opening a day; where there are more, and before a rest is taken, only ways that are over at
 * the same minute are compared.
 *
 * @returns undefined where it is not one shift, has too many jobs, or would take too long
 */
export function exactShift(problem: FleetProblem): FleetPlan | undefined {
  checkFleet(problem);
  const [shift] = problem.shifts;
  if (!shift || problem.shifts.length !== 1) return undefined;
  const able = [...problem.jobs.keys()].filter((j) => fits(shift, problem.jobs[j] as Job));
  if (able.length > MOST_JOBS_FOR_PROOF) return undefined;
  const order = bestOrder(problem, shift, able);
  return order && fleetPlanOf(problem, [order]);
}

function bestOrder(problem: FleetProblem, shift: Shift, able: readonly number[]): number[] | undefined {
  const { jobs } = problem;
  const travel = roadsOf(problem, shift);
  const weights = problem.weights ?? USUAL_WEIGHTS;
  const count = able.length;
  const people = shift.people ?? 1;
  const job = (k: number) => jobs[able[k] as number] as Job;
  const minutes = able.map((_, k) => minutesFor(job(k), people));
  const hours = able.map((_, k) => hoursOn(job(k), shift.day, minutes[k] as number));
  const own = able.map((_, k) => costOn(shift, job(k)));
  const steps = able.map((_, k) => lateSteps(job(k), shift.day));
  const worth = able.map((_, k) => job(k).leftOut);
  const comparable = weights.wait <= weights.drive && hours.every((list) => list.length <= 1);
  const hardEnd = shift.end + (shift.overtime ?? 0) + 1e-9;
  const road = driveWeight(shift, weights);
  const spent = (label: Label) => road * label.driven + people * weights.wait * label.waited + label.late;
  const beats = (a: Label, b: Label): boolean => {
    if (a.rested !== b.rested) return false;
    const lead = b.at - a.at;
    if (lead < 0) return false;
    const free = comparable && a.rested;
    return (free || lead < 1e-9) && spent(a) + road * lead <= spent(b) + 1e-12;
  };
  const start: Label = {
    at: shift.start,
    driven: 0,
    waited: 0,
    late: 0,
    rested: shift.rest === undefined,
    job: -1,
    before: undefined,
  };
  const labels = new Map<number, Label[]>([[0, [start]]]);
  const keyOf = (mask: number, last: number) => mask * (count + 1) + last + 1;
  let best = { cost: worth.reduce((sum, one) => sum + one, 0), label: start };
  let kept = 1;
  for (let mask = 0; mask < 1 << count; mask++) {
    let inside = 0;
    for (let k = 0; k < count; k++) inside += (mask >> k) & 1 ? (own[k] as number) : (worth[k] as number);
    for (let last = mask === 0 ? -1 : 0; last < (mask === 0 ? 0 : count); last++) {
      const here = labels.get(keyOf(mask, last));
      if (!here) continue;
      labels.delete(keyOf(mask, last));
      for (const label of here) {
        const place = last === -1 ? shift.from : job(last).place;
        if (last !== -1) {
          const home = driveMinutes(travel, place, shift.to, label.at);
          const back = label.at + home;
          if (back <= hardEnd) {
            const cost =
              timeCost(shift, label.driven + home, label.waited, back, weights) + label.late + inside;
            if (cost < best.cost - 1e-9) best = { cost, label };
          }
        }
        for (let k = 0; k < count; k++) {
          if ((mask >> k) & 1) continue;
          const next = onward(label, k, place);
          if (!next) continue;
          const key = keyOf(mask | (1 << k), k);
          const list = labels.get(key);
          if (!list) labels.set(key, [next]);
          else {
            if (list.some((other) => beats(other, next))) continue;
            const stay = list.filter((other) => !beats(next, other));
            kept += 1 - (list.length - stay.length);
            stay.push(next);
            labels.set(key, stay);
          }
          kept++;
          if (kept > MOST_LABELS) return undefined;
        }
      }
    }
  }
  const order: number[] = [];
  for (let label: Label | undefined = best.label; label && label.job !== -1; label = label.before)
    order.unshift(able[label.job] as number);
  return order;

  /** The way on to a job, undefined where it cannot be done any more. */
  function onward(label: Label, k: number, place: number): Label | undefined {
    const drive = driveMinutes(travel, place, job(k).place, label.at);
    let arrive = label.at + drive;
    let { rested } = label;
    if (!rested && shift.rest && arrive >= shift.rest.from) {
      arrive += shift.rest.minutes;
      rested = true;
    }
    const begin = startIn(hours[k] as ReturnType<typeof hoursOn>, arrive, minutes[k] as number);
    if (begin === Infinity || begin + (minutes[k] as number) > hardEnd) return undefined;
    return {
      at: begin + (minutes[k] as number),
      driven: label.driven + drive,
      waited: label.waited + begin - arrive,
      late: label.late + lateCost(steps[k], begin),
      rested,
      job: k,
      before: label,
    };
  }
}
