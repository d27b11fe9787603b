import type { FleetProblem, Orders } from './problem.ts';

/** What happened to a job between two plans of the same problem. */
export interface Change {
  readonly job: number;
  /** Shifts by number; undefined where it is on none. */
  readonly from: number | undefined;
  readonly to: number | undefined;
}

const whereOf = (orders: Orders): Map<number, number> =>
  new Map(orders.flatMap((order, s) => order.map((job) => [job, s] as const)));

/** Jobs that change their shift, come on the plan or leave it. */
export function changesBetween(problem: FleetProblem, before: Orders, after: Orders): Change[] {
  const [was, is] = [whereOf(before), whereOf(after)];
  return problem.jobs.flatMap((_, job) => {
    const [from, to] = [was.get(job), is.get(job)];
    return from === to ? [] : [{ job, from, to }];
  });
}
