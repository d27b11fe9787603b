import { ladderOf, signature, USUAL, type Ladder } from '#core/circuitry/ladder';
import { diagnose, dictionaryOf, type Observed } from './index.ts';
import { WORKED, type Worked } from './testing/cases.ts';
import { follow, singleOf } from './testing/follow.ts';
import { ON_OTHER_HEAT } from './testing/otherHeat.ts';
import { ON_OTHER_MACHINES } from './testing/otherMachines.ts';
import { ON_WATER_AND_AIR } from './testing/waterAndAir.ts';

const ladder = ladderOf(USUAL);
const dictionary = dictionaryOf(ladder);

/** One ladder for each make-up: its dictionary is made once. */
const ladders = new Map<string, Ladder>();
function ladderFor(plate: Worked['plate']): Ladder {
  const key = JSON.stringify(plate ?? {});
  const known = ladders.get(key) ?? (plate ? ladderOf({ ...USUAL, ...plate }) : ladder);
  ladders.set(key, known);
  return known;
}

describe('worked cases', () => {
  const doubted: string[] = [];
  it.each(
    [...WORKED, ...ON_OTHER_HEAT, ...ON_OTHER_MACHINES, ...ON_WATER_AND_AIR].map(
      (one) => [one.name, one] as const,
    ),
  )('%s', (_, one) => {
    const { plate, seen, was, never } = one;
    const { causes, contradict } = diagnose(ladderFor(plate), seen);
    expect(was).toContain(causes[0]?.key);
    // What must not be concluded is not what anybody would act on.
    const share = (key: string) => causes.find((cause) => cause.key === key)?.share ?? 0;
    expect(never.filter((key) => share(key) > 0.1)).toEqual([]);
    if (contradict.length > 0) doubted.push(one.name);
  });
  it('what one thing shows is hardly ever said not to go together', () =>
    expect(doubted.length).toBeLessThanOrEqual(6));
});

describe('what to test next', () => {
  it('every single fault that shows is found by following it', () => {
    const followed = singleOf(dictionary).map((truth) => ({ key: truth.key, ...follow(dictionary, truth) }));
    expect(followed.filter(({ key, found }) => key !== found)).toEqual([]);
    const mean = followed.reduce((sum, { tests }) => sum + tests, 0) / followed.length;

    expect(mean).toBeLessThan(8.5);
  });

  it('asks for nothing twice, and says what it expects', () => {
    const seen: Observed[] = [{ kind: 'ran', call: 'cool', what: 'compressor', how: 'no' }];
    const { next } = diagnose(ladder, seen);
    expect(next.map(({ words }) => words)).not.toContain('does the compressor run on a call for cooling?');
    expect(next[0]?.expects).not.toBe('');
  });

  it('prefers what is not beside line volts where it tells as much', () => {
    const { next } = diagnose(ladder, [{ kind: 'ran', call: 'cool', what: 'blower', how: 'no' }]);
    expect(next[0]?.live).not.toBe('line');
  });
});

describe('what not to conclude yet', () => {
  const hums: Observed[] = [
    { kind: 'ran', call: 'cool', what: 'compressor', how: 'hums' },
    { kind: 'alone', rung: 'compressor', to: 'its own leads', reads: null },
  ];
  it('a compressor that reads open is out on its overload until its shell is cool and its leads are off', () => {
    const gate = (seen: Observed[]) =>
      diagnose(ladder, seen).notYet.find(({ part }) => part === 'compressor')?.first;
    expect(gate(hums)).toEqual([
      'compressor shell cool',
      'compressor leads off',
      'volts on every pair of legs',
    ]);
    const done = (
      ['compressor shell cool', 'compressor leads off', 'volts on every pair of legs'] as const
    ).map((check): Observed => ({ kind: 'done', check }));
    expect(gate([...hums, done[0]!])).toEqual(['compressor leads off', 'volts on every pair of legs']);
    expect(gate([...hums, ...done])).toBeUndefined();
  });

  it('a control is not condemned for what does not reach it', () => {
    const seen: Observed[] = [
      { kind: 'ran', call: 'heat', what: 'gas valve', how: 'yes' },
      { kind: 'ran', call: 'heat', what: 'spark', how: 'no' },
    ];
    const gate = (more: Observed[]) =>
      diagnose(ladder, [...seen, ...more]).notYet.find(({ part }) => part === 'ignition control')?.first[0];
    expect(gate([])).toBe('R to C seen at 20 V or more');
    const volts = (reads: number): Observed => ({ kind: 'volts', call: 'heat', between: ['C', 'R'], reads });
    expect(gate([volts(26)])).toBe('W to C seen at 20 V or more');
    expect(gate([volts(20)])).toBe('W to C seen at 20 V or more');
  });
});

describe('what cannot be', () => {
  it.each([
    [{ kind: 'volts', call: 'heat', between: ['W', 'Q'], reads: 24 }, 'no terminal Q'],
    [{ kind: 'volts', call: 'heat', between: ['W', 'C'], reads: 240 }, 'cannot be on this machine'],
    [{ kind: 'volts', call: 'cool', between: ['T1', 'T2'], reads: 480 }, 'cannot be on this machine'],
    [{ kind: 'volts', call: 'disconnect open', between: ['T1', 'T2'], reads: 208 }, 'live from elsewhere'],
    [{ kind: 'alone', rung: 'contactor', to: 'the frame', reads: null }, 'no motor called contactor'],
  ] as [Observed, string][])('%j is asked about', (seen, words) =>
    expect(() => diagnose(ladder, [seen])).toThrow(words),
  );
});

it('evidence that contradicts itself leaves room for what is not in the table', () => {
  const seen: Observed[] = [
    { kind: 'ran', call: 'cool', what: 'compressor', how: 'yes' },
    { kind: 'volts', call: 'cool', between: ['R', 'C'], reads: 0 },
    { kind: 'ran', call: 'cool', what: 'blower', how: 'no' },
    { kind: 'flame', how: 'stays' },
  ];
  expect(diagnose(ladder, seen).other).toBeGreaterThan(0.3);
});

it('a table is refused nothing: every fault that shows differs from the sound machine, the others are named', () => {
  const sound = signature(ladder, [], 'cool');
  expect([...sound.after].sort()).toEqual(['blower', 'compressor', 'condenser fan']);
  expect(dictionary.latent.map(({ key }) => key)).toContain('limit switch: welded');
  expect(dictionary.suspects.length + dictionary.latent.length).toBe(123);
});
