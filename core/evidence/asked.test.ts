import { UNIT_KINDS } from '#core/base/vocabulary';
import { askedOf, likelyMode, pointsOf, READING_POINTS, readingAnswers } from './index.ts';

const first = (mode: 'cooling' | 'heating' | 'off', kind: (typeof UNIT_KINDS)[number], phase = 3) =>
  askedOf(mode, { kind, circuits: 1, phase }).flatMap((group) => group.first);

describe('readings follow machine and mode', () => {
  it('heating with gas asks for rise, manifold, inlet, flame and CO, people first', () => {
    const asked = first('heating', 'package gas/electric');
    expect(asked.slice(0, 3)).toEqual(['room CO', 'flue CO', 'flue oxygen']);
    for (const point of [
      'return air',
      'supply air',
      'manifold gas',
      'inlet gas, firing',
      'flame signal',
    ] as const)
      expect(asked).toContain(point);
    expect(asked).not.toContain('suction pressure');
  });

  it('cooling asks for pressures, lines and a wet bulb, and for no gas', () => {
    const asked = first('cooling', 'package gas/electric');
    expect(asked).toContain('suction pressure');
    expect(asked).toContain('return wet bulb');
    expect(asked.some((point) => READING_POINTS[point].group === 'gas')).toBe(false);
  });

  it('a heat pump in heating has its pressures, a water-source one its water first', () => {
    expect(first('heating', 'package heat pump')).toContain('suction pressure');
    expect(first('cooling', 'water-source heat pump').slice(0, 2)).toEqual(['water in', 'water out']);
  });

  it('a single-phase machine has one pair and one leg', () => {
    const asked = first('cooling', 'package heat pump', 1);
    expect(asked.filter((point) => /^(volts|amps)/.test(point))).toEqual(['volts L1-L2', 'amps L1']);
    const { answers } = readingAnswers(
      { mode: 'cooling', readings: [{ point: 'volts L1-L2', value: 190, unit: 'V' }] },
      { volts: 230, phase: '1' },
    );
    expect(answers).toMatchObject([{ name: 'farthest from the plate', advice: 'act' }]);
  });

  it.each(UNIT_KINDS)('of %s every point can be reached, once, in every mode', (kind) => {
    for (const mode of ['cooling', 'heating', 'off'] as const) {
      const groups = askedOf(mode, { kind, circuits: 2, phase: 3 });
      for (const { group, first: now, beside } of groups)
        expect([...now, ...beside].sort()).toEqual([...pointsOf(group)].sort());
      expect(new Set(groups.map(({ group }) => group)).size).toBe(groups.length);
    }
  });
});

describe('the mode a form begins with', () => {
  it('is what the machine can do, what the complaint says, then the weather', () => {
    expect(likelyMode('unit heater', 'too warm in here', 90)).toBe('heating');
    expect(likelyMode('package gas/electric', 'no heat in the hall', 70)).toBe('heating');
    expect(likelyMode('package gas/electric', 'not cooling', 40)).toBe('cooling');
    expect(likelyMode('package gas/electric', '', 40)).toBe('heating');
    expect(likelyMode('package gas/electric', '', undefined)).toBe('cooling');
  });
});
