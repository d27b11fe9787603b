import { nextIn, cadenceWords, timesAYear, type Cadence } from './cadence.ts';
import { windowsAround, windowServed } from './windows.ts';

describe('how often, as it is said', () => {
  const words: readonly (readonly [string, Cadence])[] = [
    ['weekly', { by: 'days', days: 7 }],
    ['every two weeks', { by: 'days', days: 14 }],
    ['monthly', { by: 'days', days: 30 }],
    ['every two months', { by: 'days', days: 61 }],
    ['quarterly', { by: 'days', days: 91 }],
    ['twice a year', { by: 'days', days: 182 }],
    ['once a year', { by: 'days', days: 365 }],
    ['every 45 days', { by: 'days', days: 45 }],
    ['every 1 day', { by: 'days', days: 1 }],
    ['monthly', { by: 'days', days: 30, months: [] }],
    ['monthly', { by: 'days', days: 30, months: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] }],
    ['monthly, in May to September only', { by: 'days', days: 30, months: [9, 5, 6, 7, 8] }],
    ['monthly, in November to February only', { by: 'days', days: 30, months: [1, 2, 11, 12] }],
    ['monthly, in May and June only', { by: 'days', days: 30, months: [5, 6] }],
    ['monthly, in July only', { by: 'days', days: 30, months: [7] }],
    [
      'monthly, in January to November only',
      { by: 'days', days: 30, months: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11] },
    ],
    ['once in every month', { by: 'months', months: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] }],
    ['once in each of March, June and December', { by: 'months', months: [12, 3, 6] }],
    ['once in March', { by: 'months', months: [3] }],
    ['on the first Monday of every month', { by: 'weekday', nth: 1, weekday: 1 }],
    [
      'on the third Friday of every month',
      { by: 'weekday', nth: 3, weekday: 5, months: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] },
    ],
    ['on the fourth Monday of May to July', { by: 'weekday', nth: 4, weekday: 1, months: [5, 6, 7] }],
    ['on the last Sunday of every month', { by: 'weekday', nth: -1, weekday: 7, months: [] }],
    ['on the second Friday of June and July', { by: 'weekday', nth: 2, weekday: 5, months: [7, 6, 6] }],
    ['once between 15 Mar and 31 May', { by: 'season', from: '03-15', to: '05-31' }],
    ['once, within 1 day of being installed', { by: 'once', withinDays: 1 }],
    ['once, within 14 days of being installed', { by: 'once', withinDays: 14 }],
  ];
  it.each(words)('%s', (said, cadence) => expect(cadenceWords(cadence)).toBe(said));
});

describe('the next day in some months', () => {
  it.each([
    ['2026-05-20', undefined, '2026-05-20'],
    ['2026-05-20', [], '2026-05-20'],
    ['2026-05-20', [5], '2026-05-20'],
    ['2026-05-20', [6], '2026-06-01'],
    ['2026-05-20', [1], '2027-01-01'],
    ['2026-12-31', [1], '2027-01-01'],
    ['2026-05-20', [4], '2027-04-01'],
    ['2026-05-20', [4, 12], '2026-12-01'],
  ] as const)('from %s in %s is %s', (day, months, next) => expect(nextIn(months, day)).toBe(next));
});

it.each([
  [1, { by: 'season', from: '03-15', to: '05-31' }],
  [0, { by: 'once', withinDays: 14 }],
  [3, { by: 'months', months: [3, 6, 12] }],
  [12, { by: 'weekday', nth: 1, weekday: 1 }],
  [12, { by: 'weekday', nth: 1, weekday: 1, months: [] }],
  [2, { by: 'weekday', nth: 1, weekday: 1, months: [6, 7] }],
  [365 / 91, { by: 'days', days: 91 }],
  [365 / 91, { by: 'days', days: 91, months: [] }],
  [365 / 91 / 4, { by: 'days', days: 91, months: [6, 7, 8] }],
] as const)('comes round %s times a year', (times, cadence) =>
  expect(timesAYear(cadence as Cadence)).toBeCloseTo(times, 9),
);

describe('the days within which work is done', () => {
  const around = (cadence: Cadence, day = '2026-06-15') =>
    windowsAround(cadence, day).map(({ from, to }) => `${from} ${to}`);

  it('are the months, the weekday or the season, of the year before and the year after too', () => {
    expect(around({ by: 'months', months: [2, 12] })).toEqual([
      ...['2025-02-01 2025-02-28', '2025-12-01 2025-12-31', '2026-02-01 2026-02-28', '2026-12-01 2026-12-31'],
      ...['2027-02-01 2027-02-28', '2027-12-01 2027-12-31'],
    ]);
    expect(around({ by: 'weekday', nth: 1, weekday: 1, months: [6] })).toEqual([
      ...['2025-06-02 2025-06-02', '2026-06-01 2026-06-01', '2027-06-07 2027-06-07'],
    ]);
    expect(around({ by: 'season', from: '11-15', to: '02-28' })).toEqual([
      ...['2025-11-15 2026-02-28', '2026-11-15 2027-02-28', '2027-11-15 2028-02-28'],
    ]);
    expect(around({ by: 'season', from: '03-15', to: '05-31' })[1]).toBe('2026-03-15 2026-05-31');
    expect(around({ by: 'days', days: 30 })).toEqual([]);
    expect(around({ by: 'once', withinDays: 30 })).toEqual([]);
  });

  it('that work counts for are those it lies in, else the nearest, of two as near the coming ones', () => {
    const two = [
      { from: '2026-03-01', to: '2026-03-10' },
      { from: '2026-03-20', to: '2026-03-30' },
    ];
    const served = (day: string) => windowServed(two, day)?.from;
    expect(served('2026-02-01')).toBe('2026-03-01');
    expect(served('2026-03-01')).toBe('2026-03-01');
    expect(served('2026-03-10')).toBe('2026-03-01');
    expect(served('2026-03-14')).toBe('2026-03-01');
    // Five days after the one, five before the other.
    expect(served('2026-03-15')).toBe('2026-03-20');
    expect(served('2026-03-20')).toBe('2026-03-20');
    expect(served('2026-06-01')).toBe('2026-03-20');
    expect(windowServed([], '2026-06-01')).toBeUndefined();
  });
});
