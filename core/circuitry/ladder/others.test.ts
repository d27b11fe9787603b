import { course, ladderOf, signature, USUAL, type Call, type Fault, type LadderPlate } from './index.ts';
import { awake, goOn, untilGo } from './program.ts';

/* Machines that are called otherwise, or move something other than air [common practice; seconds from memory]. */

const BOILER: Partial<LadderPlate> = {
  ...{ heat: 'boiler', volts: 115, phase: 1, stages: 0, drive: 'direct', proof: false },
};
const WATER: Partial<LadderPlate> = { heat: 'water source', drive: 'direct', proof: false };
const MAKE_UP: Partial<LadderPlate> = { heat: 'make-up air', stages: 0, proof: false };

const runs = (plate: Partial<LadderPlate>, call: Call, faults: Fault[] = [], seconds = 1500) =>
  course(ladderOf({ ...USUAL, ...plate }), { calls: [call], faults, seconds });
/** Seconds from the call until something first runs; undefined where it never does. */
const first = (moments: ReturnType<typeof runs>, what: string): number | undefined =>
  moments.find(({ running }) => [...running].some((one) => one === what))?.from;
const starts = (plate: Partial<LadderPlate>, call: Call, ...what: string[]) => {
  const moments = runs(plate, call);
  return what.map((one) => first(moments, one));
};

describe('the order in which they start', () => {
  it('a pilot is lit and proved before the burners have gas', () => {
    const [spark, pilot, main] = starts(
      { heat: 'intermittent pilot' },
      ...(['heat', 'spark', 'pilot valve', 'gas valve'] as const),
    );
    expect([spark, pilot, main]).toEqual([19, 19, 21]);
    expect(
      first(runs({ heat: 'intermittent pilot' }, 'heat', [{ around: 'pilot plugged' }]), 'gas valve'),
    ).toBe(undefined);
  });

  it('a boiler: pump and flow, fan and air, purge, then spark and gas together', () =>
    expect(starts(BOILER, 'heat', 'pump', 'inducer', 'spark', 'gas valve')).toEqual([0, 5, 29, 29]));

  it('a heat pump on a loop: its water valve at once, its compressor after five minutes', () =>
    expect(starts(WATER, 'cool', 'water valve', 'compressor')).toEqual([0, 300]));

  it('make-up air: damper, its end switch, fan, air, then the burner, and high fire last', () =>
    expect(starts(MAKE_UP, 'heat', 'outdoor damper', 'blower', 'inducer', 'gas valve', 'high fire')).toEqual([
      ...[0, 75, 83, 102, 132],
    ]));

  it('make-up air only ventilates where it is warm outdoors', () =>
    expect(starts(MAKE_UP, 'fan', 'blower', 'gas valve')).toEqual([75, undefined]));

  it('free cooling opens the damper and starts no compressor; on a hot day it is the other way round', () => {
    expect(starts({ economizer: true }, 'free cooling', 'outdoor damper', 'compressor')).toEqual([
      0,
      undefined,
    ]);
    expect(starts({ economizer: true }, 'cool', 'outdoor damper', 'compressor')).toEqual([undefined, 188]);
  });

  it('a zone panel opens its damper for 45 s before it asks for anything', () =>
    expect(starts({ commanded: 'zone panel' }, 'cool', 'zone damper', 'blower')).toEqual([0, 45]));

  it('an automation proves the fan, and holds everything off where it sees none', () => {
    expect(starts({ commanded: 'automation' }, 'heat', 'blower', 'inducer')).toEqual([0, 8]);
    const none = runs({ commanded: 'automation' }, 'cool', [{ around: 'belt broken' }]);
    expect(first(none, 'compressor')).toBeUndefined();
    expect(none.at(-1)?.lockedOut).toBe(true);
    expect(none.at(-1)?.controls.get('automation')).toBe('fan fail');
  });
});

describe('a heat pump in winter', () => {
  it('defrosts by time and a cold coil: it cools for minutes with its outdoor fan off', () => {
    const moments = runs({ heat: 'heat pump' }, 'heat', [], 6000);
    const defrost = moments.find(({ controls }) => controls.get('defrost control') === 'defrosts');
    expect(defrost?.from).toBe(1800);
    expect(defrost?.running.has('reversing valve')).toBe(true);
    expect(defrost?.running.has('condenser fan')).toBe(false);
  });

  it('ices over in an hour where its sensor is open, and the test pins still defrost it', () => {
    const open: Fault[] = [{ rung: 'defrost sensor', how: 'open' }];
    const ladder = ladderOf({ ...USUAL, heat: 'heat pump' });
    expect(signature(ladder, open, 'heat').felt.has('outdoor coil iced')).toBe(true);
    expect(signature(ladder, [], 'heat').felt.has('outdoor coil iced')).toBe(false);
    expect(
      first(course(ladder, { calls: ['defrost test'], faults: open, seconds: 60 }), 'reversing valve'),
    ).toBe(0);
  });
});

describe('water that does not flow', () => {
  const ends = (call: Call) => {
    const felt = runs(WATER, call, [{ around: 'no loop flow' }], 480).flatMap(({ conditions }) => [
      ...conditions,
    ]);
    return ['high pressure', 'coil freezing'].filter((one) => felt.some((had) => had === one));
  };
  it('trips the high pressure of a machine that cools, and the freeze stat of one that heats', () => {
    expect(ends('cool')).toEqual(['high pressure']);
    expect(ends('heat')).toEqual(['coil freezing']);
  });
  it('three trips in one call lock it out', () => {
    const moments = runs(WATER, 'cool', [{ around: 'no loop flow' }], 2400);
    expect(moments.at(-1)?.controls.get('unit control')).toBe('lockout');
  });
});

describe('wires that somebody puts there', () => {
  const ladder = ladderOf(USUAL);
  const silent: Fault[] = [{ rung: 'stat Y', how: 'open' }];
  it('from R to Y starts what the thermostat does not; elsewhere they change nothing', () => {
    expect(signature(ladder, silent, 'cool').ever.has('compressor')).toBe(false);
    expect(signature(ladder, silent, 'cool', ['R', 'Y']).ever.has('compressor')).toBe(true);
    expect(signature(ladder, silent, 'cool', ['R', 'W']).ever.has('compressor')).toBe(false);
  });
  it('from R to C take the control fuse', () =>
    expect(signature(ladder, [], 'cool', ['R', 'C']).reads('R', 'C')[0]).toBeLessThan(0.1));
});

describe('what stands in series takes its volts', () => {
  it('a poor splice of 12 Ω leaves a coil of 14 Ω half of 26.5 V: 26.5 × 14 / (14 + 12 + 0.7), less the blower’s share', () => {
    const { peak } = signature(ladderOf(USUAL), [{ rung: 'cable Y', how: 'resistive' }], 'cool');
    expect(peak('TD', 'C')).toBeGreaterThan(13);
    expect(peak('TD', 'C')).toBeLessThan(13.9);
  });
  it('a burnt pole shows its volts while something is drawn through it, and not before', () => {
    const { peak } = signature(ladderOf(USUAL), [{ rung: 'pole 2', how: 'resistive' }], 'cool');
    expect(peak('F2', 'T2')).toBeGreaterThan(20);
    expect(
      signature(ladderOf(USUAL), [{ rung: 'pole 2', how: 'resistive' }], 'heat').peak('T1', 'T2'),
    ).toBeLessThan(1);
  });
});

describe('a control that goes by a program', () => {
  const program = {
    tries: 2,
    phases: [
      { name: 'off', pulls: [], goes: [{ to: 'on', yes: ['call'] }] },
      {
        ...{ name: 'on', pulls: ['load'] },
        goes: [
          { to: 'off', no: ['call'] },
          { to: 'wait', no: ['safe', 'proof'], after: 5, counts: true as const },
        ],
      },
      { name: 'wait', pulls: [], goes: [{ to: 'on', after: 30 }] },
    ],
  };
  const on = { phase: 'on', since: 5, tries: 0 };
  const all = new Set(['call', 'safe', 'proof']);
  it('goes where what it reads allows it, and one thing that is missing is enough', () => {
    expect(goOn(program, awake(program), true, new Set(['call']))).toMatchObject({ phase: 'on', tries: 0 });
    expect(goOn(program, on, true, all)).toBe(on);
    expect(goOn(program, on, true, new Set(['call', 'safe']))).toMatchObject({ phase: 'wait', tries: 1 });
    expect(goOn(program, { ...on, since: 4.9 }, true, new Set(['call']))).toMatchObject({ phase: 'on' });
  });
  it('locks out at the failure that makes its tries full, and wakes up anew without power', () => {
    expect(goOn(program, { ...on, tries: 1 }, true, new Set(['call']))).toMatchObject({ phase: 'lockout' });
    expect(goOn(program, { phase: 'lockout', since: 9, tries: 2 }, false, all)).toMatchObject({
      ...{ phase: 'off', tries: 0 },
    });
    expect(goOn(program, { ...on, tries: 1 }, true, new Set())).toMatchObject({ phase: 'off', tries: 0 });
  });
  it('says how long until its clock lets it go on', () => {
    expect(untilGo(program, { ...on, since: 2 })).toBe(3);
    expect(untilGo(program, on)).toBe(Infinity);
    expect(untilGo(program, { phase: 'wait', since: 0, tries: 1 })).toBe(30);
  });
});
