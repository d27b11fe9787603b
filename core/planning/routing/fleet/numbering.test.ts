import { madeUpWeeks } from '../testing/fleets.ts';
import { numberedNearby } from './numbering.ts';
import type { Orders } from './problem.ts';
import { timedRoute } from './timed.ts';

describe('a problem numbered along a way from near to near', () => {
  const asked = madeUpWeeks(3, { jobs: 60, crews: 2, days: 3 });
  const { problem, there, back } = numberedNearby(asked);
  const orders = asked.shifts.map((_, s) => asked.jobs.map((__, j) => j).filter((j) => j % 6 === s));

  it('has the same jobs, shifts and drives under other numbers', () => {
    expect(problem.jobs.map(({ id }) => id).sort()).toEqual(asked.jobs.map(({ id }) => id).sort());
    const days = (of: typeof asked, own: Orders) =>
      of.shifts.map((shift, i) => timedRoute(of, shift, own[i]!));
    expect(days(problem, there(orders))).toEqual(days(asked, orders));
    expect(back(there(orders))).toEqual(orders);
  });

  it('has neighbours side by side: the way through all places is a fraction of that in the order they came', () => {
    const length = ({ travel: { minutes, places } }: typeof asked) =>
      Array.from({ length: places - 1 }, (_, i) => minutes[0]![i * places + i + 1]!).reduce((a, b) => a + b);
    expect(length(problem)).toBeLessThan(length(asked) / 3);
    expect(problem.jobs.map(({ place }) => place)).toEqual(
      problem.jobs.map(({ place }) => place).sort((a, b) => a - b),
    );
  });
});
