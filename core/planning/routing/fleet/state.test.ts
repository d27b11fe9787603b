import { seededRandom, wholeBetween } from '#core/base/random';
import { travelTable } from '../travel.ts';
import { madeUpWeeks } from '../testing/fleets.ts';
import { routeOf, type Shift } from './index.ts';
import type { Route } from './build.ts';
import { fleetOf, type Fleet } from './state.ts';

const never = () => false;

/** A route of a few jobs that fits, put together at random. */
function someRoute(fleet: Fleet, random: () => number): Route {
  const { shifts, jobs } = fleet.problem;
  const s = wholeBetween(random, 0, shifts.length - 1);
  const order: number[] = [];
  for (let k = 0; k < 30 && order.length < 5; k++) {
    const job = wholeBetween(random, 0, jobs.length - 1);
    const longer = [...order, job];
    if (!order.includes(job) && fleet.allowed(s, job) && routeOf(fleet.problem, shifts[s] as Shift, longer))
      order.push(job);
  }
  return fleet.build(s, order);
}

describe('the best place for a job in a route', () => {
  const random = seededRandom(5);
  // The same roads all day and no rest: otherwise what is looked at closely is chosen by a bound that may
  // err.
  const { travel, jobs, shifts } = madeUpWeeks(8, { jobs: 60, crews: 4, days: 3 });
  const steady = travelTable([0], [travel.minutes[3] as Float32Array], travel.places);
  const fleet = fleetOf({
    ...{ travel: steady, jobs },
    shifts: shifts.map(({ rest: _rest, ...shift }) => shift),
  });
  const routes = Array.from({ length: 40 }, () => someRoute(fleet, random));

  it('is remembered by a route that stays, as it is worked out for one that does not', () => {
    for (const route of routes) {
      const stays = fleet.build(route.shift, route.jobs);
      fleet.settle(stays);
      for (let k = 0; k < 200; k++) {
        const job = wholeBetween(random, 0, fleet.problem.jobs.length - 1);
        if (route.jobs.includes(job)) continue;
        const most = 400 * random();
        expect(fleet.bestPlaceKnown(stays, job, most, never)).toEqual(
          fleet.bestPlace(route, job, most, never),
        );
      }
    }
  });

  it('is the next best one where it is overlooked', () => {
    for (const route of routes) {
      fleet.settle(route);
      for (const job of fleet.problem.jobs.keys()) {
        if (route.jobs.includes(job)) continue;
        const { at, adds } = fleet.bestPlace(route, job, Infinity, never);
        if (at < 0) continue;
        const next = fleet.bestPlaceKnown(route, job, Infinity, (place) => place === at);
        expect(next.at).not.toBe(at);
        expect(next.adds).toBeGreaterThanOrEqual(adds);
      }
    }
  });
});

it('a route holds while it is back in time, and not when it is too long or reaches a place that is closed', () => {
  const { shifts, ...rest } = madeUpWeeks(2, { jobs: 60, crews: 1, days: 1 });
  const fleet = fleetOf({ shifts, ...rest });
  const able = rest.jobs.flatMap((_, j) => (fleet.allowed(0, j) ? [j] : []));
  expect(fleet.holds(fleet.build(0, able.slice(0, 1)))).toBe(true);
  for (let n = 0; n <= able.length; n++) {
    const order = able.slice(0, n);
    expect(fleet.holds(fleet.build(0, order))).toBe(
      routeOf(fleet.problem, shifts[0] as Shift, order) !== undefined,
    );
  }
});
