import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { saidText } from '#core/base/quantities';
import { READING_POINTS, type Reading, type ReadingPoint, type ReadingSet } from '#core/evidence';
import { buildMachine, SIM_FLUIDS, type SimFluid } from '#core/simulation';
import { CAUSES, type CauseId } from './causes.ts';
import { buildsFor, judged, offeredOf, type Circuit } from './judge.ts';
import { buildsOf, fileOf, packedSurfaces, specOf, unpackedSurfaces, type Build } from './packed.ts';
import { READ_AT, SHOWN, type Conditions } from './shown.ts';
import { shownBy, stateOf, waysOf, type Way } from './solved.ts';
import { SURFACE_MANY } from './surfaces.ts';
import { surfaceOf } from './tabulate.ts';
import { saturationPressure } from '#core/measuring/refrigerant';

const VALVE: Build = { refrigerant: 'R-410A', device: 'expansion valve', rejects: 'air' };
const surfacesOf = (build: Build) =>
  unpackedSurfaces(new Uint8Array(readFileSync(`web/public/expected/${fileOf(build)}`)));
const CIRCUIT: Circuit = { ...VALVE, phases: 3, rlaA: 20 };

const reading = (point: ReadingPoint, value: number): Reading => ({
  ...{ point, value: Math.round(value * 10) / 10, unit: READING_POINTS[point].unit },
});

/** What perfect instruments would read of the simulated machine; what is not asked for nobody read. */
function read(
  way: Way,
  [outdoorF, returnF, wetF]: Conditions = [92, 76, 63],
  without: readonly string[] = [],
  build: Build = VALVE,
): ReadingSet {
  const machine = buildMachine(specOf(build));
  const shown = shownBy(machine, stateOf(machine, way, [outdoorF, returnF, wetF]));
  const psig = (curve: 'dew' | 'bubble', f: number) => saturationPressure(build.refrigerant, curve, f);
  const readings = SHOWN.flatMap((name, i) => {
    const value = shown[i] as number;
    if (without.includes(name)) return [];
    if (name === 'evaporating') return [reading('suction pressure', psig('dew', value))];
    if (name === 'condensing') return [reading('liquid pressure', psig('bubble', value))];
    return [reading(READ_AT[name], name === 'amps' ? (value * 20) / 100 : value)];
  });
  return {
    ...{ mode: 'cooling', minutesRunning: 20, condenser: 'clean and dry', outdoorF },
    readings: [...readings, reading('return air', returnF), reading('return wet bulb', wetF)],
  };
}
const wrong = (cause: CauseId, level: number): Way => ({ as: 'wrong', cause, level });
const judge = (set: ReadingSet, circuit = CIRCUIT) =>
  judged(set, circuit, buildsFor(circuit).map(surfacesOf));
const texts = (all: readonly unknown[]) => all.map((said) => saidText(said as never));

describe('what readings say', () => {
  it('tells a dead condenser fan by the condenser split, and asks whether the fan turns', () => {
    const said = judge(read(wrong('condenser fan', 0.8)));
    expect(said.likely[0]).toMatchObject({ says: 'condenser gives off too little' });
    expect(said.likely[0]?.telling).toMatchObject({ name: 'condenser split' });
    expect(said.likely[0]?.telling?.read).toBeGreaterThan(30);
    expect(said.next[0]?.words).toMatch(/condenser fan turning/);
    // Dirt and a dead fan hide the charge.
    expect(texts(said.undecided).join()).toMatch(/Charge: undecided until the condenser/);
  });

  it('finds nothing on a sound machine, in any weather it is judged in', () => {
    for (const at of [
      [70, 72, 60],
      [92, 76, 63],
      [108, 80, 67],
    ] as const) {
      const said = judge(read({ as: 'sound' }, at));
      expect(said.likely[0]).toMatchObject({ says: 'sound' });
      expect(said.offered).toBeUndefined();
    }
  });

  it.each([
    ['low charge', 0.3, 'too little charge'],
    ['low indoor air', 0.7, 'too little indoor air'],
    ['turns backwards', 1, 'turns backwards'],
    ['restriction', 0.85, 'fed too little'],
    ['compressor weak', 1, 'compressor weak'],
  ] as const)('knows %s', (cause, level, group) => {
    expect(judge(read(wrong(cause, level))).likely[0]).toMatchObject({ says: group });
  });

  it('refuses to judge the charge in the cold, and offers nothing of it', () => {
    const said = judge(read(wrong('low charge', 0.42), [60, 72, 60]));
    expect(texts(said.undecided)[0]).toMatch(/^Outdoor 60 °F is below 65 °F/);
    expect(said.notYet[0]?.words).toMatch(/no refrigerant yet/);
    expect(said.offered).toBeUndefined();
    // The same machine on a warm day.
    expect(judge(read(wrong('low charge', 0.42))).offered).toMatchObject({ says: 'too little charge' });
  });

  it('does not let a compressor be condemned before what costs nothing is done', () => {
    const [gate] = judge(read(wrong('compressor weak', 1))).notYet.filter(({ words }) =>
      /compressor/.test(words),
    );
    expect(texts(gate?.first ?? []).join(' ')).toMatch(/Two legs swapped/);
    const single = judge(read(wrong('compressor weak', 1)), { ...CIRCUIT, phases: 1 });
    expect(JSON.stringify(single.notYet)).not.toMatch(/Two legs swapped/);
    const pump = judge(read(wrong('compressor weak', 1)), { ...CIRCUIT, heatPump: true });
    expect(JSON.stringify(pump.notYet)).toMatch(/reversing valve/);
  });

  it('offers no compressor while what has to come first is not done, however sure it is', () => {
    const said = judge(read(wrong('compressor weak', 1)));
    expect(offeredOf(said.groups)).toMatchObject({ says: 'compressor weak' });
    expect(said.offered).toBeUndefined();
  });

  it('offers what is likelier than three in five and leaves less than one in twenty for a sound machine', () => {
    const of = (first: number, sound: number) =>
      offeredOf([
        { says: 'too little charge', share: first },
        { says: 'sound', share: sound },
      ]);
    expect(of(0.61, 0.049)).toMatchObject({ says: 'too little charge' });
    expect(of(0.6, 0.01)).toBeUndefined();
    expect(of(0.61, 0.05)).toBeUndefined();
    expect(offeredOf([{ says: 'sound', share: 0.99 }])).toBeUndefined();
    expect(offeredOf([{ says: 'none of these', share: 0.99 }])).toBeUndefined();
  });

  it('tells what is besides the likeliest from what is instead of it', () => {
    // 162/520 psig at 92 °F: the suction says more than a dead fan does.
    const values = {
      ...{ 'suction pressure': 162, 'suction line': 66, 'liquid pressure': 520, 'liquid line': 122 },
      ...{ 'return air': 76, 'supply air': 60, 'return wet bulb': 63 },
    };
    const readings = Object.entries(values).map(([point, value]) => reading(point as ReadingPoint, value));
    const said = judge({ ...read({ as: 'sound' }), readings });
    const outdoor = said.likely.find(({ says }) => says === 'outdoor air');
    expect(outdoor).toMatchObject({ besides: true });
    expect(outdoor?.share).toBeLessThan(0.9);
    // What is about as likely as not hides the charge too.
    expect(texts(said.undecided)).toEqual([
      'Charge: undecided until the condenser gives off its heat: coil clean and dry, every fan at its speed; ' +
        'the outdoor damper is where it belongs.',
    ]);
    const instead = judge(read(wrong('restriction', 0.5))).likely.slice(1);
    expect(instead.some(({ besides, share }) => share > 0.02 && !besides)).toBe(true);
  });

  it('asks first where hoses are swapped, and concludes nothing', () => {
    const set = read({ as: 'sound' });
    const swapped = set.readings.map((one): Reading => {
      const other = { 'suction pressure': 'liquid pressure', 'liquid pressure': 'suction pressure' } as const;
      return { ...one, point: other[one.point as keyof typeof other] ?? one.point };
    });
    const said = judge({ ...set, readings: swapped });
    expect(said.questions.length).toBeGreaterThan(0);
    expect(said.likely).toEqual([]);
  });

  it('names what is missing to compare anything', () => {
    const { outdoorF: _, ...rest } = read({ as: 'sound' });
    const readings = rest.readings.filter(({ point }) => point !== 'return air');
    expect(judge({ ...rest, readings })).toMatchObject({
      missing: ['outdoor air', 'return air'],
      likely: [],
    });
    expect(judge(read({ as: 'sound' }), { rejects: 'air' }).missing).toEqual([
      'the refrigerant of the plate',
    ]);
  });

  it('says that a set lies beyond what is worked out', () => {
    expect(texts(judge(read({ as: 'sound' }, [121, 76, 63])).doubts).join()).toMatch(
      /Outdoor air of 121 °F lies beyond what is worked out \(58 to 118 °F\)/,
    );
    expect(texts(judge(read({ as: 'sound' }, [118, 76, 63])).doubts)).toEqual([]);
  });

  it('believes no wet bulb that no room has, and offers nothing on it', () => {
    const set = read(wrong('low charge', 0.42));
    const readings = set.readings.map((one) =>
      one.point === 'return wet bulb' ? { ...one, value: 45 } : one,
    );
    const said = judge({ ...set, readings });
    expect(texts(said.doubts)).toEqual(['No room of 76 °F has a wet bulb of 45 °F: read both again.']);
    expect(said.offered).toBeUndefined();
    expect(judge({ ...set, readings: set.readings }).doubts).toEqual([]);
  });

  it('says which reading does not go with the rest, and offers nothing on it', () => {
    const set = read(wrong('low charge', 0.42));
    const off = (point: ReadingPoint, by: number) => ({
      ...set,
      readings: set.readings.map((one) => (one.point === point ? { ...one, value: one.value + by } : one)),
    });
    const said = judge(off('discharge line', -70));
    expect(texts(said.doubts)).toEqual(['The discharge line does not go with the rest: read it again.']);
    expect(said.likely[0]).toMatchObject({ says: 'too little charge' });
    expect(said.offered).toBeUndefined();
    // Likelier misread than not is enough.
    expect(judge(off('discharge line', -50)).doubts).toHaveLength(1);
    expect(judge(off('discharge line', -47)).doubts).toEqual([]);
    // Two at once, on a sound machine.
    const sound = read({ as: 'sound' });
    const far = { 'discharge line': -60, 'condenser leaving air': 25 };
    const readings = sound.readings.map((one) => ({
      ...one,
      value: one.value + (far[one.point as keyof typeof far] ?? 0),
    }));
    expect(texts(judge({ ...sound, readings }).doubts)).toEqual([
      'These do not go with the rest: discharge line, condenser leaving air. Read them again.',
    ]);
  });

  it('weighs both devices where nobody knows which meters', () => {
    const { device: _, ...unknown } = CIRCUIT;
    const orifice: Build = { ...VALVE, device: 'orifice' };
    // In dry heat an orifice starves, a valve holds its superheat.
    const set = read({ as: 'sound' }, [106, 74, 56], [], orifice);
    const said = judge(set, unknown);
    expect(said.device).toMatchObject({ name: 'orifice' });
    expect(said.device?.share).toBeGreaterThan(0.6);
    expect(said.likely.reduce((sum, { share }) => sum + share, 0)).toBeLessThanOrEqual(1.000001);
  });

  it('reckons in the terms of the bench', () => {
    const set = read({ as: 'sound' });
    const by = Object.fromEntries(judge(set).compared.map((one) => [one.name, one]));
    const at = (point: ReadingPoint) => set.readings.find((one) => one.point === point)?.value as number;
    expect(by['split']?.read).toBeCloseTo(76 - at('supply air'), 1);
    expect(by['approach']?.read).toBeCloseTo(at('liquid line') - 92, 1);
    expect(by['drop over the drier']?.read).toBeCloseTo(at('liquid line') - at('liquid after drier'), 1);
    expect(by['amps of rated load']?.read).toBeCloseTo(at('amps L1') * 5, 1);
    for (const one of Object.values(by)) expect(Math.abs(one.read - one.sound)).toBeLessThan(2 * one.off);
    // The clamp is off on both pipes alike: their difference is surer than either.
    expect(by['drop over the drier']?.off).toBeLessThan(by['approach']?.off as number);
  });

  it('advises to read what nobody read yet where that parts most', () => {
    const blind = read(wrong('restriction', 0.7), undefined, [
      'after drier',
      'liquid line',
      'discharge',
      'amps',
    ]);
    const points = judge(blind).next.map(({ point, words }) => point ?? words);
    expect(points.length).toBe(3);
    expect(judge(read(wrong('turns backwards', 1))).next.every(({ bits }) => bits < 1)).toBe(true);
  });
});

describe('expectations that ship', () => {
  it('are there for every build, each in a file of its own', () => {
    const builds = buildsOf(Object.keys(SIM_FLUIDS) as SimFluid[]);
    expect(new Set(builds.map(fileOf)).size).toBe(builds.length);
    for (const build of builds) expect(surfacesOf(build)).toHaveLength(waysOf(build).length);
  });

  it('are those of the simulated machine as it is now', () => {
    for (const build of [VALVE, { ...VALVE, device: 'orifice', rejects: 'water' } as const]) {
      const ways = waysOf(build);
      const i = ways.findIndex((way) => way.as === 'wrong' && way.cause === 'low charge');
      const anew = surfaceOf(buildMachine(specOf(build)), ways[i] as Way);
      const kept = surfacesOf(build)[i] as Float64Array;
      anew.forEach((value, k) => expect(Math.abs(value - (kept[k] as number))).toBeLessThanOrEqual(1 / 64));
    }
  });

  it('come out of their bytes as they went in, and refuse what is none', () => {
    const one = Float64Array.from({ length: SURFACE_MANY }, (_, i) => i - 50.25);
    expect(unpackedSurfaces(packedSurfaces([one, one]))).toEqual([one, one]);
    expect(() => packedSurfaces([one.map(() => 600)])).toThrow(/cannot be kept/);
    expect(() => packedSurfaces([one.map(() => NaN)])).toThrow(/cannot be kept/);
    expect(() => unpackedSurfaces(new Uint8Array(7))).toThrow(/not the surfaces/);
  });

  it('have a failure and a part for every cause, so that a finding can be written', () => {
    for (const { failure, words } of Object.values(CAUSES)) expect(failure && words).toBeTruthy();
  });
});
