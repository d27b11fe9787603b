import { ladderOf, USUAL, type LadderPlate } from '#core/circuitry/ladder';
import {
  diagnose,
  dictionaryOf,
  knownFaults,
  OURS,
  tableTroubles,
  type Beside,
  type Entry,
  type Observed,
} from './index.ts';
import { follow, singleOf } from './testing/follow.ts';
import { ohms, pulled, ran, volts } from './testing/seen.ts';

/* What is known beside what was measured: the record, the day, a sister, the panel, what somebody did for a test. */

const usual = ladderOf(USUAL);
const of = (seen: readonly Observed[], beside: Beside = {}, ladder = usual) => {
  const { causes, notYet } = diagnose(ladder, seen, beside);
  return { share: (key: string) => causes.find((one) => one.key === key)?.share ?? 0, causes, notYet };
};

describe('what somebody does for a test', () => {
  const silent = [ran('cool', 'blower'), ran('cool', 'compressor', 'no')];
  const jumpered = (how: 'yes' | 'no'): Observed => ({
    ...{ kind: 'ran', call: 'cool', what: 'compressor', how, jumper: ['R', 'Y'] },
  });
  it('a wire from R to Y that starts it leaves thermostat and cable; one that does not acquits them', () => {
    const started = of([...silent, jumpered('yes')]);
    const outside = started.causes.filter(({ key }) => /^(stat|cable) Y:/.test(key));
    expect(outside.reduce((sum, { share }) => sum + share, 0)).toBeGreaterThan(0.75);
    expect(of([...silent, jumpered('no')]).share('stat Y: open')).toBeLessThan(0.01);
  });
  it('volts that stay with the cable off come from the unit', () => {
    const pump = ladderOf({ ...USUAL, heat: 'heat pump' });
    const off = (reads: number): Observed => ({
      ...{ kind: 'volts', call: 'nothing', between: ['O', 'C'], reads, lifted: 'cable O' },
    });
    const seen = [volts('nothing', 'O', 'C', 26)];
    expect(of([...seen, off(26)], {}, pump).causes[0]?.part).toBe('defrost control');
    expect(of([...seen, off(0)], {}, pump).causes[0]?.key).toBe('stat O: welded');
  });
});

describe('a sister is what is expected', () => {
  const two = ladderOf({ ...USUAL, stages: 2 });
  const beside = (reads: number, sister: number): Observed => ({
    ...{ kind: 'ohms', between: ['TD', 'C'], reads, sister },
  });
  const fed = [volts('cool', 'TD', 'C', 8), pulled('cool', 'contactor', false)];
  it('a coil far below its sister is shorted, though its ohms could be those of another make', () => {
    expect(of([...fed, beside(4, 12)], {}, two).causes[0]?.key).toBe('contactor: shorted');
    expect(of([...fed, beside(12, 12)], {}, two).share('contactor: shorted')).toBeLessThan(0.3);
  });
  it('amps like its sister’s acquit a motor, at any size', () => {
    const amps = (reads: number, sister: number): Observed => ({
      ...{ kind: 'amps', call: 'cool', rung: 'compressor', reads, sister },
    });
    const stuck = (one: Observed) => of([one]).share('compressor: stuck');
    expect(stuck(amps(190, 31))).toBeGreaterThan(5 * stuck(amps(31, 30)));
  });
});

describe('what makes and breaks', () => {
  const both = [ran('cool', 'compressor'), volts('cool', 'Y', 'C', 0), volts('cool', 'stat Y', 'C', 25)];
  it('explains answers that contradict each other, once it is known to come and go', () => {
    const loose = (seen: Observed[]) => of(seen).share('cable Y: loose');
    expect(loose([...both, { kind: 'comes and goes', call: 'cool', yes: true }])).toBeGreaterThan(
      5 * loose([...both, { kind: 'comes and goes', call: 'cool', yes: false }]),
    );
  });
  it('is found where it is moved, and is no broken part', () => {
    const seen: Observed[] = [
      { kind: 'comes and goes', call: 'cool', yes: true },
      { kind: 'wiggled', rung: 'pole 1', yes: true },
    ];
    expect(of(seen).causes[0]).toMatchObject({ key: 'pole 1: loose', part: 'contactor', failure: 'loose' });
  });
});

it('a victim is named with its killer, and the part that is renewed is the victim', () => {
  const seen = [volts('cool', 'F1', 'F2', 208), volts('cool', 'R0', 'C', 0), ohms('TD', 'C', 1.5)];
  expect(of(seen).causes[0]).toMatchObject({
    key: 'transformer: open, behind contactor: shorted',
    part: 'transformer',
    words: 'transformer: fed, nothing out; killed by contactor: coil shorted',
  });
  expect(of([...seen.slice(0, 2), ohms('TD', 'C', 12)]).causes[0]?.key).toBe('transformer: open');
});

describe('what is wrong already', () => {
  const belt = [{ part: 'blower belt', failure: 'broken' }] as const;
  it('is taken as present where it fits one thing alone', () => {
    expect(knownFaults(usual, belt)).toEqual([{ around: 'belt broken' }]);
    // A switch of a part that stands here twice could be either; a motor seized is one thing.
    expect(knownFaults(usual, [{ part: 'contactor', failure: 'stuck' }])).toEqual([]);
    expect(knownFaults(usual, [{ part: 'blower motor', failure: 'seized' }])).toHaveLength(1);
    expect(knownFaults(usual, [{ part: null, failure: 'broken' }])).toEqual([]);
    expect(knownFaults(usual, [{ part: 'blower belt' }])).toEqual([]);
    // Bypassed, a safety is closed whatever it feels.
    expect(knownFaults(usual, [{ part: 'rollout switch', leftAs: 'safety bypassed' }])).toEqual([
      { rung: 'rollout switch', how: 'welded' },
    ]);
  });
  it('explains what it does by itself, and the ranking explains the rest', () => {
    const dead = [ran('cool', 'blower'), ran('cool', 'compressor', 'no')];
    expect(of(dead, { known: belt }).causes[0]).toMatchObject({ key: 'known already', part: null });
    // No belt is no reason for a flame that is not seen.
    const more: Observed[] = [{ kind: 'flame', how: 'goes out in seconds' }];
    expect(of(more, { known: belt }).causes[0]?.key).toBe('sensor fouled');
  });
});

describe('volts at the panel speak for every machine on it', () => {
  const dead = [ran('cool', 'blower', 'no'), volts('cool', 'R', 'C', 0)];
  const panel = (reads: number): Observed => ({ kind: 'supply', between: ['L1', 'L2'], reads });
  it('none of them leave the supply, all of them acquit it by half', () => {
    const share = (...seen: Observed[]) => of([...dead, ...seen]).share('every leg: lost');
    // Either of the two legs that were measured may be the one, or all of them.
    expect(share(panel(0))).toBeGreaterThan(4 * share(panel(208)));
    expect(share(panel(208))).toBeLessThan(share());
    expect(share(panel(146))).toBeLessThan(share());
    expect(share(panel(145))).toBeGreaterThan(share());
  });
  it('what no panel of it can have is asked about', () =>
    expect(() => diagnose(usual, [panel(480)])).toThrow('is it the right panel?'));
});

describe('the record asks for more before a part is condemned', () => {
  const noSpark = [ran('heat', 'gas valve'), ran('heat', 'spark', 'no')];
  const gate = (beside: Beside) => of(noSpark, beside).notYet.find(({ part }) => part === 'ignition control');
  const renewed = (...days: number[]) =>
    days.map((ago) => ({ part: 'ignition control' as const, days: ago }));
  it('the third in two years asks what kills it', () => {
    expect(gate({ renewed: renewed(100, 730) })?.first[0]).toBe('what killed the last ones looked for');
    expect(gate({ renewed: renewed(100, 730) })?.because).toBe(
      'renewed 2 times in two years: what kills it?',
    );
    expect(gate({ renewed: renewed(100, 731) })?.because).toBeUndefined();
    expect(gate({ renewed: renewed(100) })?.because).toBeUndefined();
  });
  it('the same part on another machine of the supply asks for the volts of the panel', () => {
    const on = gate({ elsewhere: [{ part: 'ignition control', unit: 'RTU-3' }] });
    expect(on?.first[0]).toBe('supply volts measured at the panel');
    expect(on?.because).toContain('RTU-3');
    expect(gate({ elsewhere: [{ part: 'contactor', unit: 'RTU-3' }] })?.because).toBeUndefined();
  });
});

describe('the day it failed', () => {
  const was = (what: 'after a storm' | 'hot day', yes = true): Observed => ({
    kind: 'circumstance',
    what,
    yes,
  });
  it('makes likelier what fails on such a day, and says nothing where it was not so', () => {
    const share = (...seen: Observed[]) => of(seen).share('every leg: lost');
    expect(share(was('after a storm'))).toBeGreaterThan(2 * share());
    expect(share(was('after a storm', false))).toBeCloseTo(share(), 6);
    expect(share(was('hot day'))).toBeLessThan(share(was('after a storm')));
  });
  it('a company’s row stands in place of ours', () => {
    const row: Entry = { fault: 'belt broken', circumstance: 'at all', factor: 10, source: 'our own calls' };
    expect(of([], { entries: [row] }).share('belt broken')).toBeGreaterThan(4 * of([]).share('belt broken'));
  });

  it('a table that nobody could use is refused with its row', () => {
    const row = (patch: Partial<Entry>): Entry => ({
      ...{ fault: 'belt broken', circumstance: 'hot day', factor: 2, source: 'our own calls' },
      ...patch,
    });
    const troubles = (...rows: Entry[]) =>
      tableTroubles(rows).map(({ row: at, trouble }) => `${at} ${trouble}`);
    expect(tableTroubles(OURS)).toEqual([]);
    expect(troubles(row({}), row({ fault: 'gremlins' }))[0]).toMatch(
      /^2 no machine has a fault called “gremlins”/,
    );
    expect(troubles(row({ circumstance: 'a bad mood' as never }))[0]).toMatch(/^1 nobody is asked about/);
    for (const factor of [0, -1, 20.1, NaN]) expect(troubles(row({ factor }))[0]).toMatch(/^1 a factor/);
    expect(troubles(row({ factor: 20 }))).toEqual([]);
    expect(troubles(row({ source: ' ' }))[0]).toMatch(/^1 says nothing/);
    expect(troubles(row({}), row({ factor: 3 }))[0]).toMatch(/^2 .*stand here twice/);
  });
});

it.each([
  { heat: 'boiler', volts: 115, phase: 1, stages: 0, drive: 'direct', proof: false },
  { heat: 'water source', drive: 'direct', proof: false },
  { heat: 'make-up air', stages: 0, proof: false },
  { commanded: 'automation' },
] as Partial<LadderPlate>[])(
  '%j: every single fault that shows is found by following its own next tests',
  (plate) => {
    const dictionary = dictionaryOf(ladderOf({ ...USUAL, ...plate }));
    const lost = singleOf(dictionary).filter((truth) => follow(dictionary, truth).found !== truth.key);
    expect(lost.map(({ key }) => key)).toEqual([]);
  },
);
