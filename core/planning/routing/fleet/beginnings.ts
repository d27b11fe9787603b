import type { Fleet } from './state.ts';

/** Shifts that can do one job and nothing else, and what that adds to the plan, the least first. */
export interface Beginnings {
  readonly shifts: readonly number[];
  readonly adds: readonly number[];
}

/**
 * What beginning a shift with a job costs does not change while a search runs: each job has its list, made
 * when it is first asked for, so that one look finds the best among hundreds of idle shifts.
 */
export function beginningsOf(fleet: Fleet): (job: number) => Beginnings {
  const idle = fleet.problem.shifts.map((_, s) => fleet.build(s, []));
  const known: (Beginnings | undefined)[] = [];
  return (job) =>
    (known[job] ??= (() => {
      const able = idle.flatMap((route) => {
        const { adds, at } = fleet.bestPlace(route, job, Infinity, () => false);
        return at < 0 ? [] : [{ shift: route.shift, adds }];
      });
      able.sort((a, b) => a.adds - b.adds);
      return { shifts: able.map(({ shift }) => shift), adds: able.map(({ adds }) => adds) };
    })());
}
