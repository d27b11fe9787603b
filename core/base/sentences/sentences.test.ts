import { capital, listed, plural } from './index.ts';

describe('words of sentences', () => {
  it('a count agrees with its noun', () => {
    expect([0, 1, 2].map((n) => plural(n, 'day'))).toEqual(['0 days', '1 day', '2 days']);
    expect([1, 3].map((n) => plural(n, 'entry', 'entries'))).toEqual(['1 entry', '3 entries']);
  });

  it('a list ends in "and", from two on', () => {
    expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(listed)).toEqual(['', 'a', 'a and b', 'a, b and c']);
  });

  it('a sentence begins with a capital and is left as it is else', () => {
    expect(['poles 8/10', 'CO in flue', ''].map(capital)).toEqual(['Poles 8/10', 'CO in flue', '']);
  });
});
