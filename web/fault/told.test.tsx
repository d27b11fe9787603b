import type { Cause, Diagnosed } from '#core/diagnosis';
import { paint, words } from '../testing/paint.tsx';
import { WayToTold } from './Told.tsx';

const cause = (said: string, share: number): Cause => ({
  ...{ key: said, words: said, share, part: null, failure: 'open', killer: null, reasons: [] },
});
const said = (causes: readonly Cause[], other = 0.02): string => {
  const diagnosed: Diagnosed = { causes, other, contradict: [], next: [], notYet: [], before: [] };
  return words(paint(<WayToTold diagnosed={diagnosed} told={{ current: null }} />));
};

describe('what it most likely is, in one line', () => {
  it('names the likeliest where it stands alone', () => {
    expect(said([cause('transformer: fed, nothing out', 0.6), cause('control fuse: blown', 0.3)])).toBe(
      '60 % Transformer: fed, nothing out. Why, and what now ↓',
    );
  });

  it('names none of several that nothing parts yet', () => {
    expect(
      said([cause('freeze stat: open', 0.31), cause('low-pressure switch: open', 0.3), cause('a fuse', 0.2)]),
    ).toBe('2 as likely as each other, 31 % each. Why, and what now ↓');
  });

  it('says so where nothing in the table explains it', () => {
    expect(said([cause('a fuse', 0.2)], 0.7)).toBe('Not in the table. Why, and what now ↓');
    expect(said([], 1)).toContain('Not in the table');
  });
});
