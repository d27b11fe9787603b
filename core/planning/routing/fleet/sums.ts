import { dayMoney, type DayMoney, type PlanningSettings } from './planning.ts';
import type { FleetProblem, Orders } from './problem.ts';
import { timedRoute } from './timed.ts';

/** What a plan comes to, so that two can be laid side by side. */
export interface PlanSums {
  readonly stops: number;
  readonly driveMinutes: number;
  readonly overtime: number;
  /** Days after what was due, all stops together. */
  readonly lateDays: number;
  readonly leftOut: number;
  /** Stops at which something does not hold, and days that are too long. */
  readonly wrong: number;
  /** What road and overtime cost; undefined where nobody has said what an hour costs. */
  readonly money: DayMoney | undefined;
}

/** Adds up the days of a plan as they run in these orders. */
export function planSums(problem: FleetProblem, orders: Orders, planning: PlanningSettings): PlanSums {
  const sums = { stops: 0, driveMinutes: 0, overtime: 0, lateDays: 0, wrong: 0 };
  let money: DayMoney | undefined;
  problem.shifts.forEach((shift, s) => {
    const order = orders[s] ?? [];
    const route = timedRoute(problem, shift, order);
    sums.stops += route.stops.length;
    sums.driveMinutes += route.driveMinutes;
    sums.overtime += route.overtime;
    sums.wrong += route.stops.filter((stop) => stop.troubles.length > 0).length + (route.tooLong > 0 ? 1 : 0);
    for (const job of order) {
      const due = problem.jobs[job]?.due;
      if (due) sums.lateDays += Math.max(0, shift.day - due.day);
    }
    const own = dayMoney(planning, shift, route);
    money = own && {
      roadCents: (money?.roadCents ?? 0) + own.roadCents,
      overtimeCents: (money?.overtimeCents ?? 0) + own.overtimeCents,
    };
  });
  return { ...sums, leftOut: problem.jobs.length - sums.stops, money };
}
