import fc from 'fast-check';
import { plural } from '#core/base/sentences';
import { compareText, groupBy } from './index.ts';

describe('grouping', () => {
  it('keeps everything once, in the order in which it came (any list)', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 50 })), (list) => {
        const groups = groupBy(list, (n) => n % 7);
        expect([...groups.values()].flat().toSorted((a, b) => a - b)).toEqual(list.toSorted((a, b) => a - b));
        for (const [key, group] of groups) expect(group).toEqual(list.filter((n) => n % 7 === key));
        expect([...groups.keys()]).toEqual([...new Set(list.map((n) => n % 7))]);
      }),
    );
  });
});

describe('counts in words', () => {
  it('one is one, everything else is many', () => {
    expect([0, 1, 2, 11].map((n) => plural(n, 'day'))).toEqual(['0 days', '1 day', '2 days', '11 days']);
    expect(plural(2, 'visit by others', 'visits by others')).toBe('2 visits by others');
  });
});

it('texts are in the order of their characters, and the same text is neither before nor after', () => {
  expect(['b', 'a10', 'B', 'a9', ''].toSorted(compareText)).toEqual(['', 'B', 'a10', 'a9', 'b']);
  expect([compareText('a', 'b'), compareText('b', 'a'), compareText('a', 'a')]).toEqual([-1, 1, 0]);
});
