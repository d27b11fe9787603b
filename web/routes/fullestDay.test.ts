import type { PlanProblem } from '#contracts/board';
import { fullestDay } from './fullestDay.ts';

type Due = number | 'promised' | undefined;
/** Two crews on two days each, and jobs that are due on a day, promised, or neither. */
function plan(dues: Due[], orders: number[][]): string | undefined {
  const jobs = dues.map((due) => ({
    ...(typeof due === 'number' ? { due: { day: due, perDayLate: 1 } } : {}),
    ...(due === 'promised' ? { limits: [{}] } : {}),
  }));
  const days = ['2026-06-03', '2026-06-03', '2026-06-04', '2026-06-04'];
  const view = {
    problem: { jobs, shifts: days.map((day) => ({ day: day === days[0] ? 10 : 11 })) },
    shifts: days.map((day) => ({ day })),
  } as unknown as PlanProblem;
  return fullestDay(view, orders);
}

it('says how much of the fullest day could not wait, and how much could', () => {
  expect(plan([9, 10, 11, 'promised', undefined, 10], [[0, 1, 2], [3, 4], [5], []])).toBe(
    '5 of 6 stops are on Wed 3 Jun 2026: 3 are late, promised or due by then; 2 come ahead of the last day for it, ' +
      'since there is room and the days after stay free for calls.',
  );
  expect(plan([9, 9, 9, 9, 9, 12], [[0, 1, 2, 3, 4], [], [5], []])).toBe(
    '5 of 6 stops are on Wed 3 Jun 2026: 5 are late, promised or due by then.',
  );
  expect(plan([12, 12, 12, 12, 12, 10], [[0, 1, 2, 3, 5], [], [4], []])).toContain('1 is late, promised');
});

it('says nothing where nobody would ask', () => {
  // Too few; not most of it; one day alone.
  expect(plan([9, 9, 9, 9, 9], [[0, 1, 2, 3, 4], [], [], []])).toBeUndefined();
  expect(plan([9, 9, 9, 9, 9, 9, 9], [[0, 1], [2, 3], [4, 5, 6], []])).toBeUndefined();
  expect(plan([9, 9, 9, 9, 9, 9], [[0, 1, 2], [], [3, 4, 5], []])).toBeUndefined();
});
