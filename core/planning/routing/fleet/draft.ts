import { wholeBetween, type Random } from '#core/base/random';
import type { Route } from './build.ts';
import { leftOutOf } from './problem.ts';
import type { Fleet } from './state.ts';

/**
 * The plan a search works on. It counts what it costs as it is changed, and can take back what was changed
 * since it was last kept: a turn touches a few routes, and looking through all of them each time would make
 * every turn of a large company dear.
 */
export class Draft {
  /** Routes are never changed, only replaced: to keep a plan is to keep which they were. */
  readonly routes: Route[];
  /** The shift that does a job, −1 for none. */
  readonly where: Int16Array;
  /** How many jobs each shift does: asked of hundreds in a row, which the routes themselves lie too far apart for. */
  readonly lengths: Int16Array;
  private readonly fleet: Fleet;
  private sum: number;
  private usedCount = 0;
  private readonly left = new Set<number>();
  private readonly replaced: Route[] = [];
  private readonly moved: { readonly job: number; readonly from: number }[] = [];

  constructor(fleet: Fleet) {
    const { shifts, jobs } = fleet.problem;
    this.fleet = fleet;
    this.routes = shifts.map((_, s) => fleet.build(s, []));
    this.where = new Int16Array(jobs.length).fill(-1);
    this.lengths = new Int16Array(shifts.length);
    for (const job of jobs.keys()) this.left.add(job);
    this.sum = this.counted();
  }

  get cost(): number {
    return this.sum;
  }

  /** Shifts that do something. */
  get used(): number {
    return this.usedCount;
  }

  /** How many jobs such a shift does, on average. */
  get meanLength(): number {
    return (this.where.length - this.left.size) / this.usedCount;
  }

  get leftOut(): ReadonlySet<number> {
    return this.left;
  }

  /** Any route that does something. @throws RangeError where there is none */
  anyUsed(random: Random): Route {
    if (this.usedCount === 0) throw new RangeError('no shift does anything');
    for (;;) {
      const route = this.routes[wholeBetween(random, 0, this.routes.length - 1)] as Route;
      if (route.jobs.length > 0) return route;
    }
  }

  /** A shift does this from now on. Whoever asks sees to `where` of the jobs that it did and does not. */
  set(route: Route): void {
    this.replaced.push(this.exchange(route));
  }

  /** A job is done by a shift, or by none. Whoever asks sees to the routes. */
  move(job: number, to: number): void {
    this.moved.push({ job, from: this.where[job] as number });
    this.moveBare(job, to);
  }

  /** Puts a job that is left out into a route before what stands at `at`. */
  place(s: number, job: number, at: number): void {
    const jobs = (this.routes[s] as Route).jobs.slice();
    jobs.splice(at, 0, job);
    this.set(this.fleet.build(s, jobs));
    this.move(job, s);
  }

  /** Takes jobs out of the route that does them. */
  remove(s: number, jobs: readonly number[]): void {
    for (const job of jobs) this.move(job, -1);
    const stay = (this.routes[s] as Route).jobs.filter((job) => this.where[job] === s);
    this.set(this.fleet.build(s, stay));
  }

  /** What was changed stays; routes that stay remember what is asked of them. */
  keep(): void {
    for (const { shift } of this.replaced) this.fleet.settle(this.routes[shift] as Route);
    this.replaced.length = this.moved.length = 0;
  }

  /** Everything is as it was when it was last kept. */
  undo(): void {
    for (let old = this.replaced.pop(); old; old = this.replaced.pop()) this.exchange(old);
    for (let old = this.moved.pop(); old; old = this.moved.pop()) this.moveBare(old.job, old.from);
  }

  /** What it costs, counted anew, so that errors of rounding do not add up over millions of turns. */
  recount(): number {
    return (this.sum = this.counted());
  }

  private exchange(route: Route): Route {
    const old = this.routes[route.shift] as Route;
    this.routes[route.shift] = route;
    this.sum += route.cost - old.cost;
    this.lengths[route.shift] = route.jobs.length;
    this.usedCount += Number(route.jobs.length > 0) - Number(old.jobs.length > 0);
    return old;
  }

  private moveBare(job: number, to: number): void {
    const from = this.where[job] as number;
    if ((from === -1) !== (to === -1)) {
      const cost = leftOutOf(this.fleet.problem, job);
      this.sum += to === -1 ? cost : -cost;
      if (to === -1) this.left.add(job);
      else this.left.delete(job);
    }
    this.where[job] = to;
  }

  private counted(): number {
    const routes = this.routes.reduce((sum, { cost }) => sum + cost, 0);
    return [...this.left].reduce((sum, job) => sum + leftOutOf(this.fleet.problem, job), routes);
  }
}
