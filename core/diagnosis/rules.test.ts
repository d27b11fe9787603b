import { ladderOf, lineTerminals, USUAL, type LadderPlate } from '#core/circuitry/ladder';
import {
  answersTo,
  detailsWith,
  diagnose,
  guessedOf,
  latestEpoch,
  oddOf,
  plateOf,
  predicted,
  stepsSeen,
  walkRound,
  type Observed,
} from './index.ts';
import { soundOf } from './suspects.ts';

const usual = ladderOf(USUAL);
const volts = (reads: number, a = 'W', b = 'C'): Observed => ({
  ...{ kind: 'volts', call: 'heat', between: [a, b], reads },
});

describe('a unit’s record as a plate', () => {
  const unit = {
    ...{ kind: 'package gas/electric' as const, voltage: 208, phase: 3 },
    ...{ circuits: [{ number: 1 }], details: {} },
  };
  it.each([
    [{}, USUAL],
    [{ voltage: 230 }, { ...USUAL, volts: 240 }],
    [{ voltage: 215 }, { ...USUAL, volts: 208 }],
    [{ voltage: 216 }, { ...USUAL, volts: 240 }],
    [{ voltage: 460 }, { ...USUAL, volts: 480 }],
    [{ voltage: 575 }, { ...USUAL, volts: 600 }],
    [{ voltage: null, phase: null }, USUAL],
    [{ phase: 1 }, { ...USUAL, phase: 1 }],
    [{ circuits: [{ number: 1 }, { number: 2 }] }, { ...USUAL, stages: 2 }],
    [{ circuits: [] }, USUAL],
    [{ details: { heat: { fuel: 'electric' as const } } }, { ...USUAL, heat: 'electric' }],
    [{ details: { controls: { ignition: 'hot surface' as const } } }, { ...USUAL, heat: 'hot surface' }],
    [{ details: { controls: { blowerProof: false } } }, { ...USUAL, proof: false }],
    [
      { details: { controls: { phaseMonitor: true, floatSwitch: true } } },
      { ...USUAL, monitor: true, float: true },
    ],
    [{ details: { blower: { drive: 'direct' as const } } }, { ...USUAL, drive: 'direct' }],
    [{ details: { outdoorAir: 'economizer' as const } }, { ...USUAL, economizer: true }],
    [{ details: { controls: { commanded: 'automation' as const } } }, { ...USUAL, commanded: 'automation' }],
    [{ kind: 'package heat pump' as const }, { ...USUAL, heat: 'heat pump', drive: 'direct' }],
    [{ kind: 'package cooling only' as const }, { ...USUAL, heat: 'none' }],
    [{ kind: 'split with air handler' as const }, { ...USUAL, heat: 'none', drive: 'direct', float: true }],
    [{ kind: 'exhaust fan' as const }, { ...USUAL, heat: 'none', stages: 0, proof: false }],
    [{ kind: 'unit heater' as const }, { ...USUAL, stages: 0, proof: false }],
  ] as [Partial<typeof unit>, LadderPlate][])('%j', (patch, plate) =>
    expect(plateOf({ ...unit, ...patch } as never)).toEqual(plate),
  );

  const seenOtherwise = {
    heat: 'hot surface',
    proof: false,
    monitor: true,
    commanded: 'zone panel',
  } as const;
  it.each([
    [{}, seenOtherwise, []],
    [{ details: { heat: { fuel: 'electric' as const, burners: 2 } } }, { heat: 'direct spark' }, []],
    [{ details: { heat: { fuel: 'electric' as const } } }, { float: true }, []],
    [{}, { heat: 'electric', float: true, economizer: true }, []],
    [{ details: { outdoorAir: 'economizer' as const } }, { economizer: false }, []],
    [{ details: { outdoorAir: 'none' as const } }, { economizer: false }, []],
    [{}, { stages: 2, monitor: true }, ['stages']],
    [{ kind: 'package cooling only' as const }, { heat: 'direct spark', float: true }, ['heat']],
  ] as [Partial<typeof unit>, Partial<LadderPlate>, string[]][])(
    '%j seen as %j is written so that it is taken so the next time, but for %j',
    (patch, made, left) => {
      const before = { ...unit, ...patch } as never;
      const written = detailsWith(before, made);
      expect(written.left).toEqual(left);
      const kept = Object.fromEntries(Object.entries(made).filter(([name]) => !left.includes(name)));
      expect(plateOf({ ...unit, ...patch, details: written.details } as never)).toEqual({
        ...plateOf(before),
        ...kept,
      });
    },
  );

  it.each([
    [{ voltage: null, phase: null, circuits: [] }, ['volts', 'phase', 'heat', 'stages']],
    [{ details: { controls: { ignition: 'hot surface' as const } } }, []],
    [{ details: { heat: { fuel: 'electric' as const } }, phase: null }, ['phase']],
    [{ kind: 'package heat pump' as const }, []],
    [{ kind: 'boiler' as const, voltage: null, circuits: [] }, ['volts']],
  ] as [Partial<typeof unit>, string[]][])('of %j nobody has read off %j', (patch, names) =>
    expect(guessedOf({ ...unit, ...patch } as never)).toEqual(names),
  );

  it('what the record has beside it stays, and which gas burns is not guessed', () =>
    expect(
      detailsWith(
        {
          ...unit,
          details: { outdoorAir: 'manual damper', heat: { fuel: 'electric', burners: 2 }, condenserFans: 3 },
        },
        { heat: 'hot surface', economizer: false },
      ).details,
    ).toEqual({
      ...{ outdoorAir: 'manual damper', heat: { burners: 2, fuel: undefined }, condenserFans: 3 },
      controls: { ignition: 'hot surface' },
    }));

  it('of a unit heater on 115 V the thermostat feeds everything', () =>
    expect(plateOf({ ...unit, kind: 'unit heater', voltage: 120 })).toMatchObject({
      ...{ heat: 'unit heater', volts: 115, phase: 1 },
    }));

  it.each([
    ['boiler', { heat: 'boiler', volts: 115, phase: 1, stages: 0 }],
    ['make-up air', { heat: 'make-up air', stages: 0, proof: false }],
    ['water-source heat pump', { heat: 'water source', stages: 1, float: true }],
  ] as const)('of a %s', (kind, plate) => expect(plateOf({ ...unit, kind })).toMatchObject(plate));
});

describe('the steps of a call', () => {
  const asked = (plate: Partial<LadderPlate>, call: 'heat' | 'cool') =>
    (stepsSeen(ladderOf({ ...USUAL, ...plate }), [])[call] ?? []).map(({ brief, atS }) => [brief, atS]);

  it('are those that the trade knows, in their order, with their seconds (common practice)', () => {
    expect(asked({}, 'heat')).toEqual([
      ['volts from W to C', 0],
      ['volts from behind the rollout switch to C', 0],
      ['does the inducer run?', 0],
      ['volts from behind the draft switch to C', 4],
      ['does it spark?', 19],
      ['volts across the gas valve', 19],
      ['does the gas valve open?', 19],
      ['does a flame come, and stay?', 20],
      ['does the blower run?', 51],
    ]);
  });

  it('of electric heat follow one sequencer after the other', () => {
    const when = new Map(asked({ heat: 'electric', strips: 2 }, 'heat') as [string, number][]);
    expect(when.get('does heater get hot?')).toBe(48);
    expect(when.get('does heater 2 get hot?')).toBe(88);
  });

  it('of a second stage come with their own numbers', () => {
    const words = asked({ stages: 2 }, 'cool').map(([brief]) => brief);
    expect(words).toContain('does the compressor 2 run?');
    expect(words).toContain('does suction fall and head rise on stage 2?');
  });

  it('are well or not by what a sound machine shows, and the last answer counts', () => {
    const first = (...seen: Observed[]) => stepsSeen(usual, seen).heat?.[0];
    const watched = (reads: number): Observed => ({ ...volts(reads), watched: true }) as Observed;
    expect(first()).toMatchObject({ seen: undefined, well: undefined, expects: '26 V' });
    expect(first(watched(25))?.well).toBe(true);
    expect(first(watched(0))?.well).toBe(false);
    expect(first(watched(0), watched(26))?.well).toBe(true);
    // What was seen before a change is seen no more.
    expect(first(watched(0), { kind: 'changed', part: 'wiring', how: 'reset' })?.seen).toBeUndefined();
  });

  it('with no call nothing runs, and whatever does is amiss', () => {
    const ran: Observed = { kind: 'ran', call: 'nothing', what: 'gas valve', how: 'yes' };
    const step = stepsSeen(usual, [ran]).nothing?.find(({ well }) => well !== undefined);
    expect(step).toMatchObject({ well: false, words: 'does the gas valve open with no call?' });
  });
});

describe('a change is a test', () => {
  const fouled: Observed = { kind: 'flame', how: 'goes out in seconds' };
  const done: Observed = { kind: 'done', check: 'exchanger looked at' };
  const cleaned = (how: 'cleaned' | 'reset'): Observed => ({ kind: 'changed', part: 'flame sensor', how });
  const share = (seen: Observed[], key: string) =>
    diagnose(usual, seen, { on: 'heat' }).causes.find((cause) => cause.key === key)?.share ?? 0;

  it('splits what was seen; what was done before a verdict stays done', () => {
    const { seen, before, changed } = latestEpoch([fouled, done, cleaned('cleaned'), volts(26), volts(25)]);
    expect(seen).toEqual([done, volts(25)]);
    expect(before).toEqual([fouled]);
    expect(changed).toHaveLength(1);
  });

  it('acquits what was cleaned and changed nothing; a reset acquits nothing', () => {
    expect(share([fouled], 'sensor fouled')).toBeGreaterThan(0.4);
    expect(share([fouled, cleaned('cleaned'), fouled], 'sensor fouled')).toBeLessThan(0.12);
    expect(share([fouled, cleaned('reset'), fouled], 'sensor fouled')).toBeGreaterThan(0.4);
  });

  it('what is around the machine is no part of it: no gas is no gas valve, and a new one acquits nothing', () => {
    const none: Observed[] = [
      { kind: 'flame', how: 'none' },
      { kind: 'look', at: 'no gas', yes: true },
    ];
    const swapped: Observed = { kind: 'changed', part: 'gas valve', how: 'swapped' };
    expect(diagnose(usual, none, { on: 'heat' }).causes[0]).toMatchObject({ key: 'no gas', part: null });
    expect(diagnose(usual, [...none, swapped, ...none], { on: 'heat' }).causes[0]).toMatchObject({
      key: 'no gas',
    });
    const share = diagnose(usual, [...none, swapped, ...none], { on: 'heat' }).causes[0]?.share;
    expect(share).toBeCloseTo(diagnose(usual, none, { on: 'heat' }).causes[0]?.share ?? 0, 1);
    // A dead supply is looked for at the disconnect, and is not the disconnect.
    const dead: Observed = { kind: 'volts', call: 'disconnect open', between: ['L1', 'ground'], reads: 0 };
    const other: Observed = { kind: 'volts', call: 'disconnect open', between: ['L2', 'ground'], reads: 0 };
    expect(diagnose(usual, [dead, other]).causes[0]).toMatchObject({ key: 'every leg: lost', part: null });
  });

  it('acquits the part of a rung, and no other', () => {
    const silent: Observed = { kind: 'ran', call: 'cool', what: 'compressor', how: 'no' };
    const fed: Observed = { kind: 'volts', call: 'cool', between: ['TD', 'C'], reads: 25 };
    const swapped: Observed = { kind: 'changed', part: 'contactor', how: 'swapped' };
    const before = share([silent, fed], 'contactor: open');
    expect(before).toBeGreaterThan(0.4);
    expect(share([silent, fed, swapped, silent, fed], 'contactor: open')).toBeLessThan(before / 2);
  });
});

describe('what cannot be', () => {
  it.each([
    [volts(40), undefined],
    [volts(40.1), 'cannot be on this machine'],
    [volts(312, 'L1', 'L2'), undefined],
    [volts(313, 'L1', 'L2'), 'cannot be on this machine'],
    [{ kind: 'amps', call: 'cool', rung: 'compressor 2', reads: 8 }, 'no compressor 2'],
    [{ kind: 'microfarads', rung: 'blower capacitor', reads: 8 }, 'no blower capacitor'],
    [{ kind: 'pulled', call: 'cool', rung: 'contactor', yes: true }, undefined],
    [{ kind: 'volts', call: 'disconnect open', between: ['L1', 'ground'], reads: 120 }, undefined],
    [{ kind: 'volts', call: 'disconnect open', between: ['F1', 'ground'], reads: 5 }, undefined],
    [{ kind: 'volts', call: 'disconnect open', between: ['F1', 'ground'], reads: 6 }, 'live from elsewhere'],
  ] as [Observed, string | undefined][])('%j: %s', (seen, words) => {
    const odd = oddOf(usual, seen);
    if (words === undefined) expect(odd).toBeUndefined();
    else expect(odd).toContain(words);
  });
});

describe('gates', () => {
  const first = (seen: Observed[], part: string, ladder = usual) =>
    diagnose(ladder, seen).notYet.find((gate) => gate.part === part);
  const ran = (what: string, how: 'yes' | 'no' = 'yes') =>
    ({ kind: 'ran', call: 'cool', what, how }) as Observed;

  it('no compressor is worn before two legs were swapped and its charge was judged', () => {
    const seen = [
      ran('compressor'),
      ran('condenser fan'),
      { kind: 'pressures', stage: 1, part: false } as const,
    ];
    expect(first(seen, 'compressor')?.first).toEqual([
      'two legs swapped and tried',
      'charge and air judged by readings',
    ]);
    const onePhase = ladderOf({ ...USUAL, phase: 1 });
    expect(first(seen, 'compressor', onePhase)?.first[0]).toBe('compressor shell cool');
  });

  it('no fuse and no breaker is put back before what is behind it was measured', () => {
    const dead = [ran('blower', 'no'), volts(26, 'R0', 'C'), volts(0, 'R', 'C')];
    expect(first(dead, 'control fuse')?.first).toEqual(['ohms to ground behind the fuse']);
    const done: Observed = { kind: 'done', check: 'ohms to ground behind the fuse' };
    expect(first([...dead, done], 'control fuse')).toBeUndefined();
    expect(first([...dead, { ...done, waived: 'no meter' } as Observed], 'control fuse')).toBeUndefined();
  });

  it('no heat is put back before somebody has looked at the exchanger', () => {
    const rolled: Observed[] = [
      { kind: 'flame', how: 'none' },
      { kind: 'ran', call: 'heat', what: 'blower', how: 'yes' },
      volts(26, 'RO', 'LIM'),
    ];
    expect(first(rolled, 'rollout switch')?.first).toEqual([
      'exchanger looked at',
      'gas at the valve measured',
    ]);
  });

  it('says which of them are ticked, and which are measured', () => {
    const seen: Observed[] = [
      { kind: 'ran', call: 'heat', what: 'gas valve', how: 'yes' },
      { kind: 'ran', call: 'heat', what: 'spark', how: 'no' },
    ];
    const gate = first(seen, 'ignition control');
    expect(gate?.checks).toEqual(['gas at the valve measured', 'spark gap, lead and ground looked at']);
    expect(gate?.first).toHaveLength(4);
  });
});

describe('what kills a part', () => {
  const first = (seen: Observed[]) => diagnose(usual, seen).causes[0];
  it('is asked before a new one goes in, and not where dirt is the cause', () => {
    const blown = [volts(26, 'R0', 'C'), volts(0, 'R', 'C')];
    expect(first(blown)).toMatchObject({ key: 'control fuse: open' });
    expect(first(blown)?.killer).toContain('one at a time');
    const fouled: Observed[] = [
      { kind: 'flame', how: 'goes out in seconds' },
      { kind: 'look', at: 'sensor fouled', yes: true },
    ];
    expect(first(fouled)).toMatchObject({ key: 'sensor fouled', part: 'flame sensor', killer: null });
  });
});

describe('explaining', () => {
  it('a cause shows what was seen beside what it would show, what speaks against it first', () => {
    const seen: Observed[] = [
      { kind: 'ran', call: 'cool', what: 'blower', how: 'yes' },
      { kind: 'ran', call: 'cool', what: 'compressor', how: 'no' },
      { kind: 'volts', call: 'cool', between: ['FZ', 'C'], reads: 26 },
    ];
    const explained = diagnose(usual, seen, { on: 'cool' }).causes.filter(
      ({ reasons }) => reasons.length > 0,
    );
    expect(explained).toHaveLength(8);
    expect(explained[0]?.reasons.every(({ speaks }) => speaks === 'for')).toBe(true);
    const places = { against: 0, for: 1, neither: 2 };
    for (const { reasons } of explained) {
      const order = reasons.map(({ speaks }) => places[speaks]);
      expect(order).toEqual(order.toSorted((x, y) => x - y));
    }
    expect(explained.some(({ reasons }) => reasons[0]?.speaks === 'against')).toBe(true);
  });
});

describe('answers', () => {
  const sound = soundOf(usual);
  const taps = (asks: Observed) => answersTo(asks, predicted(sound, asks)).taps.map(({ words }) => words);
  it('of what is measured begin with what a sound machine shows', () => {
    expect(taps(volts(0))).toEqual(['26 V', '0 V']);
    // Across a closed switch nothing is what it should be.
    expect(taps(volts(0, 'R', 'RO'))).toEqual(['0 V']);
    expect(answersTo(volts(0), volts(26)).number?.seen(12.5)).toEqual(volts(12.5));
  });
  it('of what turns know that it may only hum', () => {
    expect(taps({ kind: 'ran', call: 'cool', what: 'compressor', how: 'no' })).toEqual(['yes', 'no', 'hums']);
    expect(taps({ kind: 'ran', call: 'heat', what: 'spark', how: 'no' })).toEqual(['yes', 'no']);
  });
});

it('what is live at line volts follows from the supply, and not from a name', () => {
  const line = lineTerminals(usual);
  for (const node of ['L1', 'D2', 'F3', 'T1', 'B2', 'I1'])
    expect([node, line.has(node)]).toEqual([node, true]);
  for (const node of ['R0', 'R', 'C', 'W', 'MV', 'TD']) expect([node, line.has(node)]).toEqual([node, false]);
  const heater = ladderOf({ ...USUAL, heat: 'unit heater', volts: 115, phase: 1, stages: 0, proof: false });
  expect([...lineTerminals(heater)]).toEqual(expect.arrayContaining(['V1', 'N', 'I1']));
});

it('walking round a machine, each part is asked about what can be seen, heard or measured at it', () => {
  const at = new Map(walkRound(usual, 'heat').map(({ part, asks }) => [part, asks.map(({ kind }) => kind)]));
  expect(at.get('flame sensor')).toEqual(['look']);
  expect(at.get('inducer')).toEqual(expect.arrayContaining(['ran', 'alone', 'look']));
  expect(at.get('burner')).toEqual(expect.arrayContaining(['flame', 'look']));
  expect(at.get('compressor')).not.toContain('ran');
});
