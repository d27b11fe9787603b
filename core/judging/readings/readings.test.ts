import { buildMachine, USUAL_SPEC } from '#core/simulation';
import type { ReadingPoint, ReadingSet } from '#core/evidence';
import { addTogether, dot, inverted, logSum, times } from './algebra.ts';
import { CAUSES, causesOf, type CauseId } from './causes.ts';
import { solvedAnew, type Expected } from './expected.ts';
import { byGroup } from './groups.ts';
import { instrumentsOff } from './instruments.ts';
import { ownOf } from './own.ts';
import { ranked } from './ranked.ts';
import { conditionsOf, READ_AT, seenIn, SHOWN, SHOWN_MANY, vectorOf, type Conditions } from './shown.ts';
import { shownBy, stateOf } from './solved.ts';
import { onSurface, scaled, SURFACE_MANY, termsAt, TERMS } from './surfaces.ts';
import { surfaceOf } from './tabulate.ts';

const SPEC = USUAL_SPEC;
const MACHINE = buildMachine(SPEC);
const WARM: Conditions = [92, 77, 64];
const IN_SETS = { outdoorF: 92, mode: 'cooling' } as const;

/** Expectations solved in these very conditions, with slopes by solving next to them. */
function solvedAt(at: Conditions): Expected {
  const sound = shownBy(MACHINE, stateOf(MACHINE, { as: 'sound' }, at));
  const slopes = at.map((value, i) => {
    const moved = (by: number) =>
      shownBy(
        MACHINE,
        stateOf(
          MACHINE,
          { as: 'sound' },
          at.map((one, k) => (k === i ? value + by : one)) as unknown as Conditions,
        ),
      );
    const [low, high] = [moved(-1), moved(1)];
    return low.map((was, k) => ((high[k] as number) - was) / 2);
  });
  const empty: Expected = {
    ...{ spec: SPEC, at, sound, slopes },
    wrong: new Map(causesOf(SPEC).map((cause) => [cause, CAUSES[cause].levels.map(() => sound)])),
    otherwise: [vectorOf({ condensing: 3, 'liquid line': 2.5 }), vectorOf({ evaporating: 1.5, supply: 1 })],
    from: 'surfaces',
  };
  return solvedAnew(empty, causesOf(SPEC));
}
const EXPECTED = solvedAt(WARM);

const set = (readings: Partial<Record<ReadingPoint, number>>): ReadingSet => ({
  ...IN_SETS,
  readings: Object.entries(readings).map(([point, value]) => ({
    point: point as ReadingPoint,
    value,
    unit: /pressure/.test(point) ? 'psig' : point.startsWith('amps') ? 'A' : '°F',
  })),
});
const ONTO = { 'return air': 77, 'return wet bulb': 64 } as const;

/** A set that shows exactly this. */
function showing(shown: Float64Array) {
  const seen = seenIn(set({ ...ONTO, 'suction pressure': 130, 'liquid pressure': 380 }), 'R-410A');
  return { ...seen, values: shown.slice() };
}
const level = (cause: CauseId, i: number) => EXPECTED.wrong.get(cause)?.[i] as Float64Array;

describe('what the readings say', () => {
  it('calls a sound machine sound, and each heavy cause by its own group', () => {
    expect(ranked(showing(EXPECTED.sound), EXPECTED).sound).toBeGreaterThan(0.75);
    for (const cause of causesOf(SPEC)) {
      const { standing } = ranked(showing(level(cause, CAUSES[cause].levels.length - 1)), EXPECTED);
      const first = standing[0]?.cause as CauseId;
      expect([cause, CAUSES[first].group]).toEqual([cause, CAUSES[cause].group]);
    }
  });

  it('names the dead condenser fan of an R-410A machine at 162/520 psig and 92 °F, and no charge', () => {
    // Head by saturation: 520 psig of R-410A is some 137 °F, a condenser split of 45 °F.
    const seen = seenIn(
      set({
        ...ONTO,
        'suction pressure': 162,
        'liquid pressure': 520,
        'suction line': 66,
        'liquid line': 122,
      }),
      'R-410A',
    );
    expect((seen.values[SHOWN.indexOf('condensing')] as number) - 92).toBeCloseTo(45, 0);
    const ranking = ranked(seen, EXPECTED);
    const { standing, sound } = ranking;
    // Fan, dirt and its own warm air cannot be parted by these four: together they are next to certain.
    const [first] = byGroup(ranking);
    expect(first?.says).toBe('condenser gives off too little');
    expect(first?.share).toBeGreaterThan(0.9);
    expect(sound).toBeLessThan(0.01);
    const charge = standing.find(({ cause }) => cause === 'overcharge');
    expect(charge?.share).toBeLessThan(0.25);
  });

  it('lets one reading that is far off change no verdict', () => {
    const off = EXPECTED.sound.slice();
    off[SHOWN.indexOf('suction line')]! += 30;
    expect(ranked(showing(off), EXPECTED).sound).toBeGreaterThan(0.5);
  });

  it('says that it is none of these where several things are off in ways that no cause has', () => {
    const off = EXPECTED.sound.slice();
    off[SHOWN.indexOf('suction line')]! -= 28;
    off[SHOWN.indexOf('liquid line')]! += 25;
    off[SHOWN.indexOf('supply')]! += 25;
    const { other, sound } = ranked(showing(off), EXPECTED);
    expect(other).toBeGreaterThan(sound);
    expect(other).toBeGreaterThan(0.5);
  });

  it('finds two at once, and says so', () => {
    const both = level('low indoor air', 2).map(
      (value, i) => value + (level('condenser fan', 2)[i] as number) - (EXPECTED.sound[i] as number),
    );
    const { standing, pairs } = ranked(showing(both), EXPECTED);
    const groups = standing.slice(0, 3).map(({ cause }) => CAUSES[cause].group);
    expect(groups).toContain('too little indoor air');
    expect(groups).toContain('condenser gives off too little');
    expect(pairs[0]?.share).toBeGreaterThan(0.5);
  });

  it('shares add to one, single or paired', () => {
    const { sound, other, standing, pairs } = ranked(showing(level('low charge', 1)), EXPECTED);
    const sum = standing.reduce((all, { share }) => all + share, sound + other);
    // What is of a pair counts for both.
    expect(sum).toBeGreaterThanOrEqual(0.999);
    expect(sum).toBeLessThanOrEqual(1.001 + pairs.reduce((all, { share }) => all + share, 0) * 1.5);
  });

  it('draws the expectation to what the machine showed when it was sound', () => {
    const own = ownOf([
      {
        seen: showing(EXPECTED.sound.map((value, i) => value + (SHOWN[i] === 'condensing' ? 6 : 0))),
        expected: EXPECTED,
      },
    ]);
    const at = SHOWN.indexOf('condensing');
    expect(own?.shift[at]).toBeGreaterThan(2.5);
    expect(own?.shift[at]).toBeLessThan(6);
    expect(ownOf([])).toBeUndefined();
    // The same again makes surer of it, and goes no further than what was shown.
    const again = { seen: showing(EXPECTED.sound.map((value) => value + 4)), expected: EXPECTED };
    const [once, often] = [1, 8].map((many) => ownOf(Array.from({ length: many }, () => again)));
    expect(once?.shift[at]).toBeLessThan(often?.shift[at] as number);
    expect(often?.shift[at]).toBeLessThan(4.2);
    expect(often?.covariance[at * SHOWN_MANY + at]).toBeLessThan(
      once?.covariance[at * SHOWN_MANY + at] as number,
    );
  });

  it('says nothing of what nobody read: a set without readings leaves what is met', () => {
    const nothing = ranked(showing(new Float64Array(SHOWN_MANY).fill(NaN)), EXPECTED);
    expect(nothing.sound).toBeGreaterThan(0.2);
    expect(nothing.standing[0]?.cause).toBe('low indoor air');
  });
});

describe('readings as they are compared', () => {
  it('stand in the units of the trade, legs as their mean, and amps only where the plate has them', () => {
    const read = set({ 'suction pressure': 118.4, 'amps L1': 10, 'amps L2': 11, 'amps L3': 12 });
    const seen = seenIn(read, 'R-410A', { rlaA: 20 });
    // 118.4 psig of R-410A is 40 °F at its dew point (Lemmon 2003).
    expect(seen.values[SHOWN.indexOf('evaporating')]).toBeCloseTo(40, 0);
    expect(seen.values[SHOWN.indexOf('amps')]).toBeCloseTo(55, 6);
    expect(seenIn(read, 'R-410A').values[SHOWN.indexOf('amps')]).toBeNaN();
    expect(seenIn(read, 'R-410A').values[SHOWN.indexOf('supply')]).toBeNaN();
    expect(Object.values(READ_AT)).toHaveLength(SHOWN_MANY);
  });

  it('evaporating is at the dew point and condensing at the bubble point of a blend that glides', () => {
    // R-407C at 40 °F: dew 63.2 psig, bubble 80.2 psig (Lemmon 2003).
    const seen = seenIn(set({ 'suction pressure': 63.2, 'liquid pressure': 80.2 }), 'R-407C');
    expect(seen.values[SHOWN.indexOf('evaporating')]).toBeCloseTo(40, 1);
    expect(seen.values[SHOWN.indexOf('condensing')]).toBeCloseTo(40, 1);
  });

  it('a probe that is off in both airs cancels where one follows the other, a clamp is off on every pipe', () => {
    const slopes = [
      vectorOf({ condensing: 1, 'condenser leaving': 1 }),
      vectorOf({ supply: 1 }),
      vectorOf({}),
    ];
    const { together } = instrumentsOff(showing(EXPECTED.sound), slopes, true);
    const [clamp, probe] = together as [Float64Array, Float64Array];
    const of = (vector: Float64Array, name: (typeof SHOWN)[number]) => vector[SHOWN.indexOf(name)];
    expect([of(probe, 'condenser leaving'), of(probe, 'supply')]).toEqual([0, 0]);
    expect(of(probe, 'condensing')).toBeLessThan(0);
    expect(of(clamp, 'suction line')).toBe(of(clamp, 'liquid line'));
    expect([of(clamp, 'suction line'), of(clamp, 'supply')]).toEqual([0.8, 0]);
  });

  it('a single number that is well off is rather a fault that makes it so than misread', () => {
    const only = new Float64Array(SHOWN_MANY).fill(NaN);
    const at = SHOWN.indexOf('condensing');
    only[at] = (EXPECTED.sound[at] as number) + 25;
    const { sound, other } = ranked(showing(only), EXPECTED);
    expect(sound + other).toBeLessThan(0.1);
  });

  it('asks for outdoors and return, and takes a room of half humidity where nobody read the wet bulb', () => {
    const without = seenIn({ ...set({ 'return air': 75 }), outdoorF: undefined } as ReadingSet, 'R-410A');
    expect(conditionsOf(without)).toBeUndefined();
    expect(conditionsOf(seenIn(set({}), 'R-410A'))).toBeUndefined();
    const [outdoorF, ontoCoilF, wetF] = conditionsOf(
      seenIn(set({ 'return air': 75 }), 'R-410A'),
    ) as Conditions;
    // 75 °F and 50 %: 62.5 °F wet bulb on a psychrometric chart [from memory].
    expect([outdoorF, ontoCoilF]).toEqual([92, 75]);
    expect(wetF).toBeCloseTo(62.5, 0);
    expect(conditionsOf(seenIn(set(ONTO), 'R-410A'))).toEqual([92, 77, 64]);
  });

  it('mixed air stands before return air', () => {
    expect(seenIn(set({ ...ONTO, 'mixed air': 82 }), 'R-410A').around.ontoCoilF).toBe(82);
  });
});

describe('surfaces', () => {
  it('lie through what was solved to within half a degree of saturation', () => {
    const surface = surfaceOf(MACHINE, { as: 'sound' });
    const shown = onSurface(surface, termsAt(scaled(WARM, false)));
    for (const name of ['evaporating', 'condensing', 'liquid line', 'supply'] as const) {
      const at = SHOWN.indexOf(name);
      expect(Math.abs((shown[at] as number) - (EXPECTED.sound[at] as number))).toBeLessThan(0.5);
    }
    expect(surface).toHaveLength(SURFACE_MANY);
    expect(termsAt([1, 2, 3])).toHaveLength(TERMS);
  });

  it('are held at their edge beyond it', () => {
    expect(scaled([300, 77, 64], false)[0]).toBe(1.15);
    expect(scaled([80, 76, 63], true)[0]).toBe(0);
  });
});

describe('small matrices', () => {
  it('turn a covariance into its inverse, with the logarithm of its determinant', () => {
    const a = Float64Array.from([4, 1, 1, 3]);
    expect(inverted(a, 2)).toBeCloseTo(Math.log(11), 12);
    [3 / 11, -1 / 11, -1 / 11, 4 / 11].forEach((value, i) => expect(a[i]).toBeCloseTo(value, 12));
    expect(() => inverted(Float64Array.from([1, 2, 2, 1]), 2)).toThrow('no covariance');
  });

  it('multiply, add what moves together, and sum exponentials without overflow', () => {
    expect([...times(Float64Array.from([1, 2, 3, 4]), Float64Array.from([1, 1]), 2)]).toEqual([3, 7]);
    expect(dot(Float64Array.from([1, 2]), Float64Array.from([3, 4]))).toBe(11);
    const a = new Float64Array(4);
    addTogether(a, Float64Array.from([2, 3]), 2);
    expect([...a]).toEqual([4, 6, 6, 9]);
    expect(logSum([1000, 1000])).toBeCloseTo(1000 + Math.log(2), 9);
    expect(logSum([-Infinity, -Infinity])).toBe(-Infinity);
  });
});
