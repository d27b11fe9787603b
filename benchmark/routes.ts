import { fork } from 'node:child_process';
import highsLoader from 'highs';
import { exactShift, fleetViolations, searchFleet, type FleetPlan } from '#core/planning/routing';
import { madeUpDay } from '../core/planning/routing/testing/instances.ts';
import { asMixedInteger, costFromObjective } from '../core/planning/routing/testing/milp.ts';
import { isMain } from './fleet.ts';
import type { Row } from './table.ts';

const LONG_RUNS = 10;
const LONG_MS = 60_000;
const QUICK_MS = 3_000;
const SHORT_MS = 1_900;
const STOPS = 25;
const PROCESSES = 2;

function searchFor(seed: number, instance: number, ms: number): FleetPlan {
  const problem = madeUpDay(instance, STOPS, { tight: true });
  const began = performance.now();
  const run = searchFleet(problem, { seed, turns: Infinity });
  for (let spent = 0; ; spent = (performance.now() - began) / ms) {
    const step = run.next(spent);
    if (step.done) return step.value;
  }
}

/** Search against the proved optimum on days of up to 14 stops. */
export function benchExact(): Row {
  let worst = 0;
  let exactMs = 0;
  const days = 8;
  for (let seed = 1; seed <= days; seed++) {
    const problem = madeUpDay(seed, seed % 2 ? 14 : 12, { tight: true });
    const began = performance.now();
    const exact = exactShift(problem);
    exactMs = Math.max(exactMs, performance.now() - began);
    if (!exact) throw new Error('the proof gave up');
    const run = searchFleet(problem, { seed: 5, turns: 20_000 });
    let step = run.next();
    while (!step.done) step = run.next();
    worst = Math.max(worst, (step.value.cost - exact.cost) / exact.cost);
    if (fleetViolations(problem, step.value).length > 0) throw new Error('the checker refuses the plan');
  }
  return {
    what: `one crew's day, ${days} days of 12 and 14 stops`,
    figure: `worst gap of the search ${(worst * 100).toFixed(3)} %`,
    yardstick: `proved optimum by dynamic programming, at most ${Math.round(exactMs)} ms`,
    wanted: 'equal',
    met: worst < 1e-9,
  };
}

/** The dynamic programme against HiGHS, a general mixed-integer solver. */
export async function benchHighs(): Promise<Row> {
  let worst = 0;
  let longest = 0;
  const sizes = [4, 5, 6, 7, 8];
  for (const stops of sizes) {
    const problem = madeUpDay(30 + stops, stops, { tight: true, samples: [420, 480, 600, 900] });
    const highs = await highsLoader();
    const began = performance.now();
    const solution = highs.solve(asMixedInteger(problem), { mip_rel_gap: 0 });
    longest = Math.max(longest, performance.now() - began);
    if (solution.Status !== 'Optimal') throw new Error(`HiGHS: ${solution.Status}`);
    worst = Math.max(
      worst,
      Math.abs(costFromObjective(problem, solution.ObjectiveValue) - (exactShift(problem)?.cost ?? NaN)),
    );
  }
  return {
    what: `proved optimum, ${sizes.join(', ')} stops`,
    figure: `largest difference ${worst.toExponential(1)} min`,
    yardstick: `HiGHS, at most ${(longest / 1000).toFixed(1)} s`,
    wanted: 'equal',
    met: worst < 1e-3,
  };
}

/** 25 stops in under two seconds against the best of ten long runs, two at a time. */
export async function benchLarge(quick: boolean): Promise<Row> {
  const instance = 77;
  const began = performance.now();
  const short = searchFor(1, instance, SHORT_MS);
  const took = performance.now() - began;
  const seeds = Array.from({ length: LONG_RUNS }, (_, i) => 100 + i);
  const costs: number[] = [];
  const worker = async () => {
    for (let seed = seeds.pop(); seed !== undefined; seed = seeds.pop())
      costs.push(await longRun(seed, instance, quick ? QUICK_MS : LONG_MS));
  };
  await Promise.all(Array.from({ length: PROCESSES }, worker));
  const best = Math.min(...costs);
  const gap = (short.cost - best) / best;
  return {
    what: `${STOPS} stops in ${(took / 1000).toFixed(1)} s`,
    figure: `cost ${short.cost.toFixed(1)}, gap ${(gap * 100).toFixed(2)} %`,
    yardstick: `best of ${LONG_RUNS} runs of ${(quick ? QUICK_MS : LONG_MS) / 1000} s: ${best.toFixed(1)}`,
    wanted: 'within 1 %, under 2 s',
    met: gap <= 0.01 && took < 2000,
  };
}

function longRun(seed: number, instance: number, ms: number): Promise<number> {
  return new Promise((resolve, reject) => {
    const child = fork(new URL(import.meta.url).pathname, [String(seed), String(instance), String(ms)], {
      execArgv: process.execArgv,
    });
    child.once('message', (cost) => resolve(cost as number));
    child.once('error', reject);
    child.once('exit', (code) =>
      code === 0 ? undefined : reject(new Error(`a long run ended with ${code}`)),
    );
  });
}

if (isMain(import.meta.url) && process.send) {
  const [seed, instance, ms] = process.argv.slice(2).map(Number) as [number, number, number];
  process.send(searchFor(seed, instance, ms).cost, () => process.exit(0));
}
