import { seededRandom, wholeBetween, type Random } from '#core/base/random';
import { fleetPlanOf } from './plan.ts';
import { checkFleet, type FleetPlan, type FleetProblem, type Orders } from './problem.ts';
import { routeOf } from './route.ts';
import { noWorseThan } from './standing.ts';
import { fleetOf, type Fleet, type Route } from './state.ts';

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
/** How many jobs are taken out at a time on average, and how long a stretch of one route at most. */
const TAKEN = { mean: 7, longest: 10 } as const;
/** How often a place is overlooked, so that the same gap is not always filled alike. */
const BLINKS = 0.01;
/** How often a stretch keeps some jobs in its middle, and how often it keeps one more. */
const KEEPS = { split: 0.5, more: 0.5 } as const;
/**
 * Temperature at the start and at the end, as a share of what a job costs on average, among few jobs and
 * many.
 */
const HEAT = { few: { from: 1, to: 0.01 }, many: { from: 0.25, to: 0.05 } } as const;
/** With fewer routes than this jobs are taken out one by one as often as in stretches. */
const FEW = 4;
const SCATTERED = 0.5;
/** How often two shifts change their whole work, and among how many others one is chosen. */
const WHOLE = 0.2;
const SWAPS_TRIED = 40;
/** As many of the jobs left out are tried again in each turn. */
const TRIED_AGAIN = 12;
/**
 * A job knows so many neighbours; among many jobs it goes only where one of the nearest already is, or begins
 * a shift.
 */
const NEIGHBOURS = 160;
const [MANY, LOOKS_AT] = [150, 40] as const;

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
  { seed = 1, turns = DEFAULT_TURNS, from: standing }: FleetOptions = {},
): Generator<FleetProgress, FleetPlan, number | undefined> {
  checkFleet(asked);
  const problem = standing ? noWorseThan(asked, standing) : asked;
  const random = seededRandom(seed);
  const fleet = fleetOf(problem);
  const { jobs } = problem;
  const state = startFrom(fleet, standing);
  const near = neighboursOf(fleet);
  putBack(
    fleet,
    state,
    near,
    [...jobs.keys()].filter((job) => state.where[job] === -1),
    random,
  );
  let cost = costOf(fleet, state);
  // Routes are never changed, only replaced: to keep a plan is to keep which they were.
  let best = { routes: state.routes.slice(), cost };
  const told = () => ({ orders: ordersOf(best.routes), cost: best.cost });
  const { from, to } = HEAT[jobs.length > MANY ? 'many' : 'few'];
  const heat = Math.max(1e-6, cost / Math.max(1, jobs.length));
  // Where all shifts are alike nothing is won by changing their work.
  const unlike = new Set(fleet.kind).size > 1;
  for (const route of state.routes) fleet.settle(route);
  let share = 0;
  let turn = 0;
  for (; turn < turns && share < 1 && jobs.length > 0; turn++) {
    if (turn % YIELD_EVERY === 0) share = (yield { ...told(), share, turns: turn }) ?? turn / turns;
    const routes = state.routes.slice();
    const where = state.where.slice();
    const temperature = heat * from * (to / from) ** share;
    const most = cost - temperature * Math.log(1 - random());
    if (unlike && random() < WHOLE) swapWhole(fleet, state, random);
    else {
      const taken = takeOut(fleet, state, near, random);
      const jobs = [...taken, ...someLeftOut(state, taken, random)];
      putBack(fleet, state, near, jobs, random, most - costOf(fleet, state));
    }
    const now = costOf(fleet, state);
    if (now < most) {
      cost = now;
      for (let s = 0; s < routes.length; s++)
        if (state.routes[s] !== routes[s]) fleet.settle(state.routes[s] as Route);
      if (now < best.cost - 1e-9) best = { routes: state.routes.slice(), cost: now };
    } else {
      state.routes = routes;
      state.where = where;
    }
  }
  yield { ...told(), share: 1, turns: turn };
  return fleetPlanOf(problem, told().orders);
}

/** Runs a search to the end of its turns. The same seed gives the same plan. */
export function searchToEnd(problem: FleetProblem, options: FleetOptions): FleetPlan {
  const run = searchFleet(problem, options);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}

interface State {
  routes: Route[];
  /** The shift that does a job, −1 for none. */
  where: Int16Array;
  readonly marks: Marks;
}

/** Numbers of shifts, or of their kinds, that a loop has seen: told by a mark that is new for each loop. */
class Marks {
  readonly at: Int32Array;
  private last = 0;
  constructor(count: number) {
    this.at = new Int32Array(count);
  }
  next(): number {
    return ++this.last;
  }
}

function startFrom(fleet: Fleet, from: Orders | undefined): State {
  const { shifts, jobs } = fleet.problem;
  const state: State = {
    routes: shifts.map((_, s) => fleet.build(s, [])),
    where: new Int16Array(jobs.length).fill(-1),
    marks: new Marks(shifts.length),
  };
  from?.forEach((order, s) => {
    const shift = shifts[s];
    if (!shift) return;
    const free = order.filter((job) => state.where[job] === -1 && fleet.allowed(s, job));
    // As it stands where that fits; else each of it where it costs least.
    if (routeOf(fleet.problem, shift, free)) {
      for (const job of free) state.where[job] = s;
      state.routes[s] = fleet.build(s, free);
      return;
    }
    for (const job of free) {
      const { at } = fleet.bestPlace(state.routes[s] as Route, job, Infinity, () => false);
      if (at >= 0) place(fleet, state, s, job, at);
    }
  });
  return state;
}

function place(fleet: Fleet, state: State, s: number, job: number, at: number): void {
  const jobs = (state.routes[s] as Route).jobs.slice();
  jobs.splice(at, 0, job);
  state.routes[s] = fleet.build(s, jobs);
  state.where[job] = s;
}

const ordersOf = (routes: readonly Route[]): Orders => routes.map((route) => [...route.jobs]);

function costOf({ problem }: Fleet, state: State): number {
  let cost = 0;
  for (const route of state.routes) cost += route.cost;
  for (let j = 0; j < state.where.length; j++) if (state.where[j] === -1) cost += leftOutOf(problem, j);
  return cost;
}

/**
 * For each job the others, nearest first, itself in front. Distances and numbers of jobs are sorted as one
 * number each, since a sort that asks back takes most of the time of a first plan with many jobs.
 */
function neighboursOf(fleet: Fleet): Int32Array[] {
  const count = fleet.problem.jobs.length;
  const keys = new Float64Array(count);
  return Array.from({ length: count }, (_, job) => {
    for (let other = 0; other < count; other++) {
      const apart = other === job ? -1 : Math.min(FARTHEST, Math.round(fleet.apart(job, other) * 1000));
      keys[other] = apart * count + other;
    }
    const nearest = keys.slice().sort().subarray(0, NEIGHBOURS);
    return Int32Array.from(nearest, (key) => (key < 0 ? job : key % count));
  });
}
/** Farther than any drive, thousandths of a minute: no road leads there. */
const FARTHEST = 1e9;

/** Takes stretches out of routes that lie together. @returns the jobs taken out */
function takeOut(fleet: Fleet, state: State, near: readonly Int32Array[], random: Random): number[] {
  const used = state.routes.filter((route) => route.jobs.length > 0);
  if (used.length === 0) return [];
  if (used.length < FEW && random() < SCATTERED) return takeNeighbours(fleet, state, near, random);
  const mean = used.reduce((sum, route) => sum + route.jobs.length, 0) / used.length;
  const longest = Math.min(TAKEN.longest, mean);
  const strings = Math.floor(1 + random() * Math.max(1, (4 * TAKEN.mean) / (1 + longest) - 1));
  const touched = new Set<number>();
  const taken: number[] = [];
  for (const job of near[wholeBetween(random, 0, near.length - 1)] as Int32Array) {
    if (touched.size >= strings) break;
    const s = state.where[job] as number;
    if (s === -1 || touched.has(s)) continue;
    touched.add(s);
    const { jobs } = state.routes[s] as Route;
    const length = Math.floor(1 + random() * Math.min(jobs.length, longest));
    const out = stretch(jobs, jobs.indexOf(job), Math.min(jobs.length, length), random);
    for (const one of out) state.where[one] = -1;
    taken.push(...out);
    state.routes[s] = fleet.build(
      s,
      jobs.filter((one) => state.where[one] === s),
    );
  }
  return taken;
}

/**
 * Gives the whole of one shift's work to another, and that one's to the first: to another crew or day, where
 * job by job each of them would cost more on the way than it saves in the end. Of some others the one where
 * that costs least.
 */
function swapWhole(fleet: Fleet, state: State, random: Random): void {
  const used = state.routes.filter((route) => route.jobs.length > 0);
  const one = used[wholeBetween(random, 0, used.length - 1)];
  if (!one) return;
  let best: readonly [Route, Route] | undefined;
  let least = Infinity;
  for (let k = 0; k < SWAPS_TRIED; k++) {
    const other = state.routes[wholeBetween(random, 0, state.routes.length - 1)] as Route;
    if (fleet.kind[other.shift] === fleet.kind[one.shift]) continue;
    if (!takes(fleet, other.shift, one) || !takes(fleet, one.shift, other)) continue;
    const [there, here] = [fleet.build(other.shift, one.jobs), fleet.build(one.shift, other.jobs)];
    const adds = there.cost + here.cost - one.cost - other.cost;
    if (adds < least && fleet.holds(there) && fleet.holds(here)) [least, best] = [adds, [there, here]];
  }
  for (const route of best ?? []) {
    state.routes[route.shift] = route;
    for (const job of route.jobs) state.where[job] = route.shift;
  }
}

const takes = (fleet: Fleet, shift: number, { jobs }: Route): boolean =>
  jobs.every((job) => fleet.allowed(shift, job));

/**
 * Takes out some jobs that lie near each other, wherever in their routes: with few routes stretches are too
 * alike.
 */
function takeNeighbours(fleet: Fleet, state: State, near: readonly Int32Array[], random: Random): number[] {
  const most = wholeBetween(random, 1, TAKEN.longest);
  const taken: number[] = [];
  for (const job of near[wholeBetween(random, 0, near.length - 1)] as Int32Array) {
    if (taken.length >= most) break;
    if (state.where[job] === -1 || random() < 0.3) continue;
    taken.push(job);
  }
  const shifts = new Set(taken.map((job) => state.where[job] as number));
  for (const job of taken) state.where[job] = -1;
  for (const s of shifts)
    state.routes[s] = fleet.build(
      s,
      (state.routes[s] as Route).jobs.filter((job) => state.where[job] === s),
    );
  return taken;
}

/** A stretch of a route around one of its jobs, now and then with some kept in its middle. */
function stretch(jobs: readonly number[], around: number, length: number, random: Random): number[] {
  let kept = 0;
  if (length > 1 && length < jobs.length && random() < KEEPS.split) {
    kept = 1;
    while (length + kept < jobs.length && random() < KEEPS.more) kept++;
  }
  const span = length + kept;
  const first = Math.max(0, around - span + 1);
  const start = wholeBetween(random, first, Math.min(around, jobs.length - span));
  const from = start + (kept === 0 ? span : wholeBetween(random, 1, length));
  return jobs
    .slice(start, start + span)
    .filter((job, i) => job === jobs[around] || i < from - start || i >= from - start + kept);
}

/** Some of the jobs that were left out before, to be tried once more. */
function someLeftOut(state: State, taken: readonly number[], random: Random): number[] {
  const left: number[] = [];
  for (let job = 0; job < state.where.length; job++)
    if (state.where[job] === -1 && !taken.includes(job)) left.push(job);
  if (left.length <= TRIED_AGAIN) return left;
  for (let i = 0; i < TRIED_AGAIN; i++) {
    const other = wholeBetween(random, i, left.length - 1);
    [left[i], left[other]] = [left[other] as number, left[i] as number];
  }
  return left.slice(0, TRIED_AGAIN);
}

/**
 * Puts jobs back one by one, in an order that changes from turn to turn, each where it adds least.
 *
 * @param spare as much dearer the plan may become, or the turn is for nothing; undefined for the first plan
 */
function putBack(
  fleet: Fleet,
  state: State,
  near: readonly Int32Array[],
  jobs: number[],
  random: Random,
  spare?: number,
): void {
  const { problem } = fleet;
  const first = spare === undefined;
  // All of them are out now, which costs what leaving them out costs.
  let left = first ? Infinity : spare + jobs.reduce((sum, job) => sum + leftOutOf(problem, job), 0);
  sortSomehow(problem, jobs, random, first);
  const blink = first ? () => false : () => random() < BLINKS;
  const many = problem.jobs.length > MANY;
  let empty = emptyOfEachKind(fleet, state);
  for (const job of jobs) {
    const leftOut = leftOutOf(problem, job);
    let best = Math.min(leftOut, left);
    let [bestShift, bestAt] = [-1, -1];
    const look = (route: Route) => {
      if (!fleet.allowed(route.shift, job)) return;
      const { adds, at } = fleet.bestPlaceKnown(route, job, best, blink);
      if (at >= 0) [best, bestShift, bestAt] = [adds, route.shift, at];
    };
    // The nearest first: what adds little early spares looking closely at the rest.
    if (many) {
      const looksAt = first ? NEIGHBOURS : LOOKS_AT;
      for (const s of shiftsNear(state, near[job] as Int32Array, looksAt)) look(state.routes[s] as Route);
    } else {
      for (const route of state.routes) if (route.jobs.length > 0) look(route);
    }
    for (const route of empty) look(route);
    // Only one crew may do it, or only on one day, and that is busy elsewhere: then wherever it can go.
    if (first && many && bestShift < 0)
      for (const route of state.routes) if (route.jobs.length > 0) look(route);
    left -= bestShift < 0 ? leftOut : best;
    // It will not be kept, whatever the others cost: they stay out, and the turn is undone.
    if (left < 0) return;
    if (bestShift < 0) continue;
    const begins = (state.routes[bestShift] as Route).jobs.length === 0;
    place(fleet, state, bestShift, job, bestAt);
    if (begins) empty = emptyOfEachKind(fleet, state);
  }
}

const leftOutOf = ({ jobs }: FleetProblem, job: number): number =>
  (jobs[job] as FleetProblem['jobs'][number]).leftOut;

/** The first shift of each kind that does nothing yet. */
function emptyOfEachKind({ kind }: Fleet, { routes, marks }: State): Route[] {
  const mark = marks.next();
  const empty: Route[] = [];
  for (const route of routes) {
    const of = kind[route.shift] as number;
    if (route.jobs.length > 0 || marks.at[of] === mark) continue;
    marks.at[of] = mark;
    empty.push(route);
  }
  return empty;
}

/** The shifts that do one of a job's nearest neighbours, the nearest first. */
function shiftsNear({ where, marks }: State, near: Int32Array, looksAt: number): number[] {
  const mark = marks.next();
  const shifts: number[] = [];
  for (let i = 1; i < near.length && i <= looksAt; i++) {
    const s = where[near[i] as number] as number;
    if (s < 0 || marks.at[s] === mark) continue;
    marks.at[s] = mark;
    shifts.push(s);
  }
  return shifts;
}

function sortSomehow(
  { jobs, travel, shifts }: FleetProblem,
  list: number[],
  random: Random,
  first: boolean,
): void {
  const of = (job: number) => jobs[job] as FleetProblem['jobs'][number];
  const yard = shifts[0]?.from ?? 0;
  const far = (job: number) => travel.minutes[0]?.[yard * travel.places + of(job).place] ?? 0;
  const hours = (job: number) => of(job).windows.reduce((sum, w) => sum + w.close - w.open, 0);
  const opens = (job: number) => Math.min(...of(job).windows.map((w) => w.day * 1440 + w.open));
  const closes = (job: number) => Math.max(...of(job).windows.map((w) => w.day * 1440 + w.close));
  const key = first ? 6 : wholeBetween(random, 0, 15);
  const by: ((job: number) => number) | undefined =
    key < 4
      ? undefined
      : key < 6
        ? (job) => -(of(job).load ?? of(job).minutes)
        : key < 8
          ? (job) => -of(job).leftOut
          : key < 9
            ? far
            : key < 11
              ? (job) => -far(job)
              : key < 13
                ? hours
                : key < 14
                  ? opens
                  : key < 15
                    ? (job) => -closes(job)
                    : (job) => -of(job).minutes;
  const keys = new Map(list.map((job) => [job, by ? by(job) : random()]));
  list.sort((a, b) => (keys.get(a) as number) - (keys.get(b) as number));
}
