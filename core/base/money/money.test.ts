import { centsTyped, dollars, toNearest } from './index.ts';

it.each([
  [0, '$0'],
  [480_000, '$4,800'],
  [100, '$1'],
  [124_050, '$1,240.50'],
  [101, '$1.01'],
  [-250, '-$2.50'],
])('%s cents are %s', (cents, words) => expect(dollars(cents)).toBe(words));

describe('an amount as people type it', () => {
  it.each([
    ['4800', 480_000],
    ['$4,800', 480_000],
    ['$ 1,240.50', 124_050],
    [' 12.5 ', 1250],
    ['0', 0],
    ['0.29', 29],
    ['1.15', 115],
    ['999,999,999.99', 99_999_999_999],
  ])('%s', (text, cents) => expect(centsTyped(text)).toBe(cents));

  it.each(['', 'free', '-5', '12.345', '1.005', '12 each', '$', '1,000,000,000', '1.234'])(
    'is none: "%s"',
    (text) => expect(centsTyped(text)).toBeUndefined(),
  );
});

describe('to the nearest', () => {
  // Half away from zero: ISO 80000-1, annex B, rule B; what bills and tax forms do.
  it.each([
    [1240.5, 1, 1241],
    [1240.49, 1, 1240],
    [-1240.5, 1, -1241],
    [0.4, 1, 0],
    [-0.4, 1, 0],
    [100.5 * 1.005 * 100, 1, 10_100],
    [1.005 * 100, 1, 101],
    [123_449, 100, 123_400],
    [123_450, 100, 123_500],
    [1_234_567, 10_000, 1_230_000],
  ])('%s cents to the nearest %s are %s', (cents, step, rounded) =>
    expect(Object.is(toNearest(cents, step), rounded)).toBe(true),
  );

  it('to whole cents where nothing else is said', () => expect(toNearest(1240.6)).toBe(1241));

  it('lines that are rounded add up to the total that is shown', () => {
    const lines = [33.5, 33.5, 33.5].map((cents) => toNearest(cents));
    expect(dollars(lines.reduce((sum, line) => sum + line, 0))).toBe('$1.02');
  });
});
