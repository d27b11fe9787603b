import { branchesOf, hunt, type Branch, type HuntReading } from './hunt.ts';
import type { SiteNet } from './net.ts';

const branch = (id: string): Branch => ({ id, name: id, drops: [id] });
const FOUR = ['a', 'b', 'c', 'd'].map(branch);
const read = (closed: string, ohms: number | null): HuntReading => ({ closed: [...closed], ohms });
const verdicts = (...args: Parameters<typeof hunt>) => hunt(...args).branches.map(({ verdict }) => verdict);

describe('hunting a path to ground (conductances in parallel add: 1/R = 1/R1 + 1/R2)', () => {
  it('asks for half of what is left, and finds one of fifteen in four readings (common practice)', () => {
    const fifteen = Array.from({ length: 15 }, (_, i) => branch(`b${i}`));
    for (const faulty of fifteen) {
      const readings: HuntReading[] = [];
      for (let n = 0; n < 4; n++) {
        const { next } = hunt(fifteen, readings);
        if (next.length === 0) break;
        readings.push({ closed: next, ohms: next.includes(faulty.id) ? 2 : null });
        // The whole panel reads what its one bad branch does.
        if (n === 0) readings.push({ closed: fifteen.map(({ id }) => id), ohms: 2 });
      }
      const found = hunt(fifteen, readings).branches.filter(({ verdict }) => verdict === 'carries it');
      expect(found.map(({ id }) => id)).toEqual([faulty.id]);
    }
  });

  it('what a group lacks of the whole is behind the others: 10 Ω of all, open of two, leaves the other two', () => {
    const { branches, next } = hunt(FOUR, [read('abcd', 10), read('ab', null)]);
    expect(branches.map(({ verdict }) => verdict)).toEqual(['sound', 'sound', 'not known', 'not known']);
    expect(next).toEqual(['c']);
  });

  it('two paths are two: 6.67 Ω of all, 10 Ω of one, leaves 20 Ω in the rest', () => {
    const { branches } = hunt(FOUR, [read('abcd', 6.67), read('a', 10), read('b', null), read('c', null)]);
    expect(branches.map(({ verdict }) => verdict)).toEqual(['carries it', 'sound', 'sound', 'carries it']);
    // 1 / (1.1 / 6.67 − 0.9 / 10) and 1 / (0.9 / 6.67 − 1.1 / 10): the meter is a tenth off either way.
    expect(branches[3]?.atLeast).toBeCloseTo(13.35, 1);
    expect(branches[3]?.atMost).toBeCloseTo(40.1, 0);
  });

  it('sound from one megohm on, a fault below half of it; between them nobody knows', () => {
    expect(verdicts([branch('a')], [read('a', 1_000_000)])).toEqual(['sound']);
    expect(verdicts([branch('a')], [read('a', 900_000)])).toEqual(['not known']);
    expect(verdicts([branch('a')], [read('a', 440_000)])).toEqual(['carries it']);
  });

  it('electronics are a path that is no fault until they are unplugged, but for a few ohms', () => {
    const plugged = new Set(['a']);
    expect(verdicts([branch('a')], [read('a', 2_000)], plugged)).toEqual(['unplug first']);
    expect(verdicts([branch('a')], [read('a', 2_000)])).toEqual(['carries it']);
    expect(verdicts([branch('a')], [read('a', 5)], plugged)).toEqual(['carries it']);
  });

  it('what comes and goes is looked for one by one', () => {
    expect(hunt(FOUR, [], new Set(), true).next).toEqual(['a']);
    expect(hunt(FOUR, []).next).toEqual(['a', 'b']);
  });

  it('a reading that cannot be beside the others is said, and not counted', () => {
    const { contradicts, branches } = hunt(FOUR, [read('a', null), read('ab', null), read('a', 3)]);
    expect(contradicts).toBe(3);
    expect(branches[0]?.verdict).toBe('sound');
    expect(hunt(FOUR, [read('a', null)]).contradicts).toBeUndefined();
  });
});

it('a branch drops what it feeds and what is served from there', () => {
  const link = { how: 'read off the door', on: '2026-01-01', by: null } as const;
  const net = {
    points: [
      { id: 'p', kind: 'panel', name: 'MZ-1' },
      { id: 'q', kind: 'panel', name: 'MZ-2' },
      { id: 'u', kind: 'unit', name: 'RTU-1' },
      { id: 'w', kind: 'unit', name: 'RTU-2' },
      { id: 'h', kind: 'area', name: 'Hall' },
    ],
    links: [
      { id: '1', kind: 'feeds', from: 'p', to: 'w', poles: [7, 9, 11], ...link },
      { id: '2', kind: 'feeds', from: 'p', to: 'q', poles: [1, 3, 5], ...link },
      { id: '3', kind: 'feeds', from: 'q', to: 'u', poles: [2], ...link },
      { id: '4', kind: 'serves', from: 'u', to: 'h', ...link },
    ],
  } as unknown as SiteNet;
  expect(branchesOf(net, 'p')).toEqual([
    { id: 'q', name: 'MZ-2, poles 1/3/5', drops: ['MZ-2', 'RTU-1', 'Hall'] },
    { id: 'w', name: 'RTU-2, poles 7/9/11', drops: ['RTU-2'] },
  ]);
});
