import { seededRandom } from '#core/base/random';
import { Draft } from './draft.ts';
import { groundOf } from './ground.ts';
import { fleetPlanOf } from './plan.ts';
import { checkFleet, type FleetPlan, type FleetProblem, type Orders } from './problem.ts';
import { putBack, someLeftOut } from './recreate.ts';
import { routeOf } from './route.ts';
import { swapWhole, takeOut } from './ruin.ts';
import { numberedNearby } from './numbering.ts';
import { noWorseThan } from './planned.ts';
import type { Route } from './build.ts';
import type { Fleet } from './state.ts';

export interface FleetProgress {
  readonly orders: Orders;
  readonly cost: number;
  /** Share of the work done, 0 to 1, and how often the plan was taken apart so far. */
  readonly share: number;
  readonly turns: number;
}

export interface FleetOptions {
  readonly seed?: number;
  readonly turns?: number;
  /** What is planned already: it is started from, and what does not hold in it gets no worse. */
  readonly from?: Orders;
}

const DEFAULT_TURNS = 20_000;
const YIELD_EVERY = 200;
/**
 * Temperature at the start and at the end, as a share of what a job costs on average, among few jobs and
 * many.
 */
const HEAT = { few: { from: 1, to: 0.01 }, many: { from: 0.25, to: 0.05 } } as const;
/** How often two shifts change their whole work. */
const WHOLE = 0.2;

/**
 * Plans several crews over several days by large-neighbourhood search: strings of neighbouring jobs are
 * taken out of routes that lie together and put back one by one where they cost least, now and then
 * overlooking a place; what is better, or nearly as good while the temperature falls, is kept (slack
 * induction by string removals, Christiaens and Vanden Berghe, Transportation Science 54, 2020). In between
 * two shifts change their whole work, since which days and crews go out at all is not found job by job.
 *
 * Yields the best so far, so that the caller can show it, stop and keep it. A caller with a clock passes the
 * share of its time that is spent to `next`; at 1 the search ends. Without one, the same seed gives the same
 * plan.
 */
export function* searchFleet(
  asked: FleetProblem,
  { seed = 1, turns = DEFAULT_TURNS, from: planned }: FleetOptions = {},
): Generator<FleetProgress, FleetPlan, number | undefined> {
  checkFleet(asked);
  const allowed = planned ? noWorseThan(asked, planned) : asked;
  const { problem, there, back } = numberedNearby(allowed);
  const random = seededRandom(seed);
  const ground = groundOf(problem, random);
  const { fleet } = ground;
  const { jobs } = problem;
  const draft = new Draft(fleet);
  beginWith(fleet, draft, planned && there(planned));
  putBack(ground, draft, [...draft.leftOut]);
  draft.keep();
  let cost = draft.recount();
  let best = { routes: draft.routes.slice(), cost };
  const told = () => ({ orders: back(ordersOf(best.routes)), cost: best.cost });
  const { from, to } = HEAT[ground.many ? 'many' : 'few'];
  const heat = Math.max(1e-6, cost / Math.max(1, jobs.length));
  // Where all shifts are alike nothing is won by changing their work.
  const unlike = new Set(fleet.kind).size > 1;
  for (const route of draft.routes) fleet.settle(route);
  let share = 0;
  let turn = 0;
  for (; turn < turns && share < 1 && jobs.length > 0; turn++) {
    if (turn % YIELD_EVERY === 0) {
      share = (yield { ...told(), share, turns: turn }) ?? turn / turns;
      cost = draft.recount();
    }
    const temperature = heat * from * (to / from) ** share;
    const most = cost - temperature * Math.log(1 - random());
    if (unlike && random() < WHOLE) swapWhole(ground, draft);
    else {
      const taken = takeOut(ground, draft);
      const again = [...taken, ...someLeftOut(draft, taken, random)];
      putBack(ground, draft, again, most - draft.cost);
    }
    if (draft.cost < most) {
      draft.keep();
      cost = draft.cost;
      if (cost < best.cost - 1e-9) best = { routes: draft.routes.slice(), cost };
    } else draft.undo();
  }
  yield { ...told(), share: 1, turns: turn };
  return fleetPlanOf(allowed, told().orders);
}

/** Runs a search to the end of its turns. The same seed gives the same plan. */
export function searchToEnd(problem: FleetProblem, options: FleetOptions): FleetPlan {
  const run = searchFleet(problem, options);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}

/** What is planned already as it stands where that fits; else each of it where it costs least. */
function beginWith(fleet: Fleet, draft: Draft, from: Orders | undefined): void {
  from?.forEach((order, s) => {
    const shift = fleet.problem.shifts[s];
    if (!shift) return;
    const free = order.filter((job) => draft.where[job] === -1 && fleet.allowed(s, job));
    if (routeOf(fleet.problem, shift, free)) {
      draft.set(fleet.build(s, free));
      for (const job of free) draft.move(job, s);
      return;
    }
    for (const job of free) {
      const { at } = fleet.bestPlace(draft.routes[s] as Route, job, Infinity, () => false);
      if (at >= 0) draft.place(s, job, at);
    }
  });
}

const ordersOf = (routes: readonly Route[]): Orders => routes.map((route) => [...route.jobs]);
