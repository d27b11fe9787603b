import { readFileSync } from 'node:fs';
import {
  classicalProblem,
  fits,
  fleetPlanOf,
  fleetViolations,
  readClassical,
  routeOf,
  searchFleet,
  type FleetPlan,
  type FleetProblem,
} from '#core/planning/routing';
import { byHand, madeUpWeeks } from '../core/planning/routing/testing/fleets.ts';
import type { Row } from './table.ts';

const FLEET = { jobs: 400, crews: 12, days: 10, side: 90 } as const;
/** What the desk waits for so much at most, with the checking in it under half a minute. */
const SHORT_MS = 29_500;

/** Searches for so long, and what it finds is checked. @throws Error when the checker refuses the plan */
function searched(problem: FleetProblem, ms: number, seed = 1): { plan: FleetPlan; turns: number } {
  const began = performance.now();
  const run = searchFleet(problem, { seed, turns: Infinity });
  for (let turns = 0; ;) {
    const step = run.next((performance.now() - began) / ms);
    if (step.done) {
      const wrong = fleetViolations(problem, step.value);
      if (wrong.length > 0) throw new Error(`the checker refuses the plan: ${wrong[0]}`);
      return { plan: step.value, turns };
    }
    turns = step.value.turns;
  }
}

/** 400 jobs, 12 crews, 10 days against the careful person's way: due dates, then the nearest next. */
export function benchWeeks(quick: boolean): Row {
  const problem = madeUpWeeks(4, FLEET);
  const hand = fleetPlanOf(
    problem,
    byHand(problem, (shift, order) => routeOf(problem, shift, order) !== undefined, fits),
  );
  const ms = quick ? 10_000 : SHORT_MS;
  const began = performance.now();
  const { plan } = searched(problem, ms);
  const took = (performance.now() - began) / 1000;
  const saved = 1 - plan.driveMinutes / hand.driveMinutes;
  return {
    what: `${FLEET.jobs} jobs, ${FLEET.crews} crews, ${FLEET.days} days in ${took.toFixed(0)} s`,
    figure: `${(saved * 100).toFixed(0)} % less driving, ${plan.leftOut.length} left out`,
    yardstick:
      `by due date and nearest next: ${Math.round(hand.driveMinutes)} min, ${hand.leftOut.length} left out; ` +
      `no plan drives less than ${Math.round(leastDriving(problem))} min, this one ${Math.round(plan.driveMinutes)}`,
    wanted: '≥ 15 % less, ≤ 30 s',
    met: saved >= 0.15 && took <= 30 && plan.leftOut.length <= hand.leftOut.length,
  };
}

/**
 * No plan that leaves nothing out drives less: a route that works so many minutes goes at least as far as the
 * mean way out and back of what it does, weighted by the work, and the work of all routes is that of all jobs
 * (the radial bound of capacitated routing, Haimovich and Rinnooy Kan, 1985). A weak bound where due days and
 * hours spread the work.
 */
function leastDriving({ travel, jobs, shifts }: FleetProblem): number {
  const most = Math.max(...shifts.map((shift) => shift.end + (shift.overtime ?? 0) - shift.start));
  const quickest = (from: number, to: number) =>
    Math.min(...travel.minutes.map((table) => table[from * travel.places + to] as number));
  const yard = shifts[0]?.from ?? 0;
  return jobs.reduce(
    (sum, job) => sum + ((quickest(yard, job.place) + quickest(job.place, yard)) * job.minutes) / most,
    0,
  );
}

const SEEDS = [1, 2, 3, 4];
const LONG_MS = 600_000;

/** Half a minute, by several seeds since each is luck, against ten minutes of the same search. */
export function benchLong(): Row {
  const problem = madeUpWeeks(4, FLEET);
  const short = SEEDS.map((seed) => searched(problem, SHORT_MS, seed).plan.cost);
  const long = searched(problem, LONG_MS).plan.cost;
  const above = short.reduce((sum, cost) => sum + cost, 0) / short.length / long - 1;
  return {
    what: `${FLEET.jobs} jobs: ${SHORT_MS / 1000} s against ten minutes`,
    figure: `${(above * 100).toFixed(1)} % dearer, mean of ${SEEDS.length} seeds`,
    yardstick: `ten minutes ${Math.round(long)}; ${short.map((cost) => Math.round(cost)).join(', ')}`,
    wanted: '≤ 2 %',
    met: above <= 0.02,
  };
}

/** A first plan and then turns of the search as there is more to plan, 1,600 jobs for 48 crews at most. */
export function benchGrowth(): Row[] {
  const sizes = [400, 800, 1600] as const;
  const each = sizes.map((jobs) => {
    const problem = madeUpWeeks(6, { jobs, crews: Math.round(jobs / 33), days: 10, side: 90 });
    const run = searchFleet(problem, { seed: 1, turns: Infinity });
    const began = performance.now();
    run.next();
    const first = performance.now() - began;
    let turns = 0;
    const until = performance.now() + 4000;
    const turning = performance.now();
    while (performance.now() < until) {
      const step = run.next(0.5);
      if (!step.done) turns = step.value.turns;
    }
    return { first, turn: (performance.now() - turning) / turns };
  });
  const [small, , large] = each as [(typeof each)[0], (typeof each)[0], (typeof each)[0]];
  const power = Math.log(large.first / small.first) / Math.log(4);
  const slower = large.turn / small.turn;
  const jobs = `${sizes.join(', ')} jobs`;
  return [
    {
      what: `first plan, ${jobs}`,
      figure: each.map(({ first }) => `${(first / 1000).toFixed(2)} s`).join(', '),
      yardstick: `grows by the ${power.toFixed(1)}th power`,
      wanted: '≤ 2 s for 1,600',
      met: large.first <= 2000,
    },
    {
      what: `one turn of the search, ${jobs}`,
      figure: each.map(({ turn }) => `${turn.toFixed(2)} ms`).join(', '),
      yardstick: `${slower.toFixed(1)} × that of 400`,
      wanted: '≥ 100 a second, ≤ 1.5 × that of 400',
      met: large.turn <= 10 && slower <= 1.5,
    },
  ];
}

/**
 * Runs a published instance of vehicle routing with time windows through the same search and prints its
 * distance, vehicles and seconds.
 */
export function benchInstance(file: string, capacity: number, seconds: number): void {
  const problem = classicalProblem(readClassical(readFileSync(file, 'utf8')), capacity);
  const began = performance.now();
  const { plan } = searched(problem, seconds * 1000);
  const vehicles = plan.routes.filter((route) => route.stops.length > 0).length;
  if (plan.leftOut.length > 0)
    console.log(
      `${plan.leftOut.length} customers cannot be served: ${plan.leftOut[0]?.jobId}, ${plan.leftOut[0]?.why}`,
    );
  console.log(
    `distance ${plan.driveMinutes.toFixed(2)}  vehicles ${vehicles}  seconds ${((performance.now() - began) / 1000).toFixed(1)}`,
  );
}
