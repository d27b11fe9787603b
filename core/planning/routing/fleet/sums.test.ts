import { travelTable } from '../travel.ts';
import { DEFAULT_PLANNING, planSums, type FleetProblem } from './index.ts';

/** Two places half an hour from the yard and from each other. */
const problem: FleetProblem = {
  travel: travelTable([0], [[0, 30, 30, 30, 0, 30, 30, 30, 0]], 3),
  shifts: [0, 1].map((day) => ({
    ...{ id: `s${day}`, crew: 'Harbour', day, start: 420, end: 600, overtime: 60, from: 0, to: 0 },
    people: 2,
  })),
  jobs: [1, 2].map((place) => ({
    ...{ id: `j${place}`, name: `site ${place}`, place, minutes: 60, leftOut: 500 },
    windows: [0, 1].map((day) => ({ day, open: 0, close: 1440 })),
    due: { day: 0, perDayLate: 20 },
  })),
};

it('adds up what stands on the days: 30 minutes over on a day with both, none with one a day', () => {
  const both = { stops: 2, driveMinutes: 90, overtime: 30, lateDays: 0, leftOut: 0, wrong: 0 };
  expect(planSums(problem, [[0, 1], []], DEFAULT_PLANNING)).toEqual({ ...both, money: undefined });
  const apart = { stops: 2, driveMinutes: 120, overtime: 0, lateDays: 1, leftOut: 0, wrong: 0 };
  expect(planSums(problem, [[0], [1]], DEFAULT_PLANNING)).toEqual({ ...apart, money: undefined });
  expect(planSums(problem, [[0], []], DEFAULT_PLANNING)).toMatchObject({ stops: 1, leftOut: 1 });
});

it('says what road and overtime cost where an hour has a price: 90 min for two, and 30 min at time and a half', () => {
  const planning = { ...DEFAULT_PLANNING, hourCents: 5000, vanHourCents: null };
  expect(planSums(problem, [[0, 1], []], planning).money).toEqual({
    roadCents: 1.5 * 2 * 5000,
    overtimeCents: 0.5 * 2 * 5000 * 1.5,
  });
});
