import { describe, expect, it } from '@jest/globals';
import type { CauseId } from './causes.ts';
import { nextOf } from './looks.ts';
import type { Ranking } from './ranked.ts';
import { SHOWN_MANY, type Seen } from './shown.ts';
import { standsOut, type Compared } from './terms.ts';

const SEEN: Seen = {
  ...{ values: new Float64Array(SHOWN_MANY), perPsi: new Float64Array(SHOWN_MANY) },
  ...{ psia: new Float64Array(SHOWN_MANY), around: { outdoorF: 90, ontoCoilF: 76, wetF: 63 } },
};
const unread = (...places: readonly number[]): Seen => ({
  ...SEEN,
  values: SEEN.values.map((value, i) => (places.includes(i) ? NaN : value)),
});
/** Sound shows nothing but noughts; a cause shows so many degrees more of everything. */
function ranking(shares: Partial<Record<CauseId, number>>, apart = 0): Ranking {
  const standing = Object.entries(shares).map(([cause, share]) => ({
    ...{ cause: cause as CauseId, share, strength: 1 },
    shown: new Float64Array(SHOWN_MANY).fill(apart),
  }));
  const covariance = new Float64Array(SHOWN_MANY ** 2);
  for (let i = 0; i < SHOWN_MANY; i++) covariance[i * SHOWN_MANY + i] = 4;
  return {
    ...{ standing, covariance, other: 0, pairs: [], evidence: 0, expected: new Float64Array(SHOWN_MANY) },
    sound: 1 - standing.reduce((sum, { share }) => sum + share, 0),
    doubted: { readings: new Map(), conditions: [] },
  };
}
const asked = (given: Ranking, seen = SEEN, water = false) =>
  nextOf(given, seen, water).map(({ words }) => words);

describe('what to look at next', () => {
  it('is what parts most for its minutes: a look of a minute before one of eight that tells a little more', () => {
    const [first, second] = asked(ranking({ 'condenser fan': 0.06, 'low charge': 0.4 }));
    expect(first).toMatch(/condenser fan turning/);
    expect(second).toMatch(/oil on joints/);
  });

  it('is a reading only where it would part what is left, and nobody has it yet', () => {
    const apart = ranking({ 'low charge': 0.5 }, 30);
    expect(asked(apart, unread(5))).toContain('read the discharge line');
    expect(asked(apart)).not.toContain('read the discharge line');
    expect(asked(ranking({ 'low charge': 0.5 }, 0.1), unread(5))).not.toContain('read the discharge line');
  });

  it('takes its two minutes for a reading: at the same worth a look of a minute goes first', () => {
    const [first] = asked(ranking({ 'condenser fan': 0.5 }, 30), unread(5));
    expect(first).toMatch(/condenser fan turning/);
  });

  it('asks nothing of a condenser in air where water takes the heat, and nothing where nothing is left to part', () => {
    expect(asked(ranking({ 'condenser fan': 0.5 }), SEEN, true)).toEqual([]);
    expect(asked(ranking({}))).toEqual([]);
  });
});

describe('a number stands out', () => {
  it('at two standard deviations, to either side', () => {
    const at = (read: number): Compared => ({
      ...{ name: 'superheat', quantity: 'temperatureDifference', unit: 'Δ°F', wouldRead: [] },
      ...{ read, sound: 10, off: 3 },
    });
    expect([16, 15.9, 4, 4.1].map((read) => standsOut(at(read)))).toEqual([true, false, true, false]);
  });
});
