import { centsTyped, dollars, priceWords } from './index.ts';

it.each([
  [0, '$0'],
  [480_000, '$4,800'],
  [124_050, '$1,240.50'],
  [101, '$1.01'],
  [-250, '-$2.50'],
])('%s cents are %s', (cents, words) => expect(dollars(cents)).toBe(words));

it('a price is one for a time', () =>
  expect(priceWords({ cents: 480_000, per: 'year' })).toBe('$4,800 a year'));

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
