import {
  course,
  deadMeter,
  ladderOf,
  singleFaults,
  USUAL,
  type Call,
  type Fault,
  type Moment,
} from './index.ts';

const ladder = ladderOf(USUAL);
const on = (call: Call, faults: Fault[] = [], seconds = 480): Moment[] =>
  course(ladder, { calls: [call], faults, seconds });
/** When something first runs; undefined where it never does. */
const first = (
  moments: readonly Moment[],
  what: Moment['running'] extends ReadonlySet<infer E> ? E : never,
) => moments.find(({ running }) => running.has(what))?.from;

describe('a sound package unit (common practice)', () => {
  it('heats: inducer, draft, purge, spark and gas, flame, then the blower', () => {
    const moments = on('heat');
    expect(moments.map(({ board }) => board?.phase).filter((phase, i, all) => phase !== all[i - 1])).toEqual([
      ...['draft', 'purge', 'trial', 'run'],
    ]);
    expect(first(moments, 'inducer')).toBe(0);
    // Fifteen seconds of purge once the draft is proved.
    expect(first(moments, 'spark')).toBe(19);
    expect(first(moments, 'gas valve')).toBe(19);
    // Thirty seconds after the flame is seen.
    expect(first(moments, 'blower')).toBe(51);
    expect(moments.at(-1)?.running.has('spark')).toBe(false);
  });

  it('cools: blower, its proof, three minutes of the timer, compressor with its fan', () => {
    const moments = on('cool');
    expect(first(moments, 'blower')).toBe(0);
    expect(first(moments, 'compressor')).toBe(188);
    expect(first(moments, 'condenser fan')).toBe(188);
    // While the timer waits the call stands before it.
    const waiting = moments.find(({ from }) => from === 8);
    expect(waiting?.solution.reads('FZ', 'C')).toBeGreaterThan(24);
    expect(waiting?.solution.reads('TD', 'C')).toBeLessThan(0.1);
  });

  it('does the same on 480 V', () => {
    for (const call of ['heat', 'cool'] as const) {
      const [low, high] = [ladder, ladderOf({ ...USUAL, volts: 480 })].map((one) =>
        course(one, { calls: [call], faults: [], seconds: 480 }),
      );
      expect(high?.map(({ from, running }) => [from, ...running])).toEqual(
        low?.map(({ from, running }) => [from, ...running]),
      );
      expect(high?.at(-1)?.solution.reads('R', 'C')).toBeGreaterThan(24);
    }
  });

  it('does nothing uncalled, and nothing with the disconnect open', () => {
    expect(on('nothing', [], 60).flatMap(({ running }) => [...running])).toEqual([]);
    const open = course(ladder, { calls: ['cool', 'heat'], faults: [], seconds: 300, power: false });
    expect(open.flatMap(({ running }) => [...running])).toEqual([]);
    expect(open[0]?.solution.reads('L1', 'L2')).toBeCloseTo(208, 0);
    expect(open[0]?.solution.reads('F1', 'F2')).toBeCloseTo(0, 3);
  });

  it('never chatters, with any single thing wrong but where a fuse has just gone', () => {
    for (const { key, fault } of singleFaults(ladder))
      for (const call of ['heat', 'cool'] as const)
        expect([key, call, on(call, [fault]).filter(({ chatters }) => chatters).length]).toEqual([
          key,
          call,
          0,
        ]);
  });
});

describe('something wrong', () => {
  const ends = (moments: readonly Moment[]) => moments.at(-1) as Moment;

  it('no gas: three trials of eight seconds, half a minute apart, then lockout until the call breaks', () => {
    const moments = on('heat', [{ around: 'no gas' }]);
    expect(
      moments.filter(({ board }) => board?.phase === 'trial').map(({ from, until }) => until - from),
    ).toEqual([8, 8, 8]);
    expect(ends(moments).board?.phase).toBe('lockout');
    expect([...ends(moments).running]).toEqual([]);
  });

  it('a shorted contactor coil takes the control fuse when the timer lets it through, and not before', () => {
    const moments = on('cool', [{ rung: 'contactor', how: 'shorted' }]);
    const blown = moments.find((moment) => moment.blown.has('control fuse'));
    expect(blown?.from).toBe(188);
    expect(ends(moments).solution.reads('R0', 'C')).toBeGreaterThan(24);
    expect(ends(moments).solution.reads('R', 'C')).toBeLessThan(0.1);
  });

  it('a lost leg: what hangs on the two others runs, the compressor hums and goes out on its overload', () => {
    const moments = on('cool', [{ leg: 'L3' }]);
    expect(moments.some(({ stalled }) => stalled.has('compressor'))).toBe(true);
    expect(ends(moments).conditions.has('compressor hot')).toBe(true);
    expect(ends(moments).running.has('blower')).toBe(true);
    // Hot and open: nothing of its windings is left between its terminals but the fan beside it.
    expect(ends(moments).stalled.size).toBe(0);
  });

  it('a winding on the frame takes a line fuse, a compressor that starts does not', () => {
    expect(ends(on('cool', [{ rung: 'compressor', how: 'grounded' }])).blown.size).toBeGreaterThan(0);
    expect(ends(on('cool')).blown.size).toBe(0);
    expect(ends(on('cool', [{ rung: 'compressor', how: 'stuck' }])).blown.size).toBe(0);
  });

  it('no air: the limit opens before the flame has burnt for two minutes, and the blower runs on', () => {
    const moments = on('heat', [{ around: 'belt broken' }]);
    const limit = moments.find(({ board }) => board?.phase === 'limit');
    expect(limit?.from).toBeLessThan(20 + 120);
    expect(limit?.running.has('blower')).toBe(true);
    expect(limit?.running.has('gas valve')).toBe(false);
  });

  it('a rollout that has opened stays open until it is pressed; a limit closes by itself', () => {
    const phases = (fault: Fault) => on('heat', [fault], 900).map(({ board }) => board?.phase);
    expect(phases({ around: 'exchanger plugged' }).filter((phase) => phase === 'run').length).toBeGreaterThan(
      0,
    );
    expect(phases({ around: 'exchanger plugged' }).at(-1)).toBe('limit');
    expect(phases({ around: 'belt broken' }).lastIndexOf('trial')).toBeGreaterThan(
      phases({ around: 'belt broken' }).indexOf('limit'),
    );
  });

  it('a proof that is stuck closed stops everything before it begins', () => {
    const moments = on('heat', [{ rung: 'draft switch', how: 'welded' }]);
    expect(first(moments, 'inducer')).toBeUndefined();
    expect(ends(moments).board?.phase).toBe('check');
  });

  it('a switch that is open shows all the volts across it, and one behind it none', () => {
    const end = ends(on('cool', [{ rung: 'high-pressure switch', how: 'open' }]));
    expect(end.solution.reads('AP', 'HP')).toBeGreaterThan(24);
    expect(end.solution.reads('HP', 'LP')).toBeLessThan(0.1);
  });
});

it('dead: coils read their wire, blown fuses and open disconnects nothing', () => {
  expect(deadMeter(ladder, [])('MV', 'C')).toBeCloseTo(40, 1);
  expect(deadMeter(ladder, [])('D3', 'F3')).toBeLessThan(0.1);
  expect(deadMeter(ladder, [{ rung: 'fuse 3', how: 'open' }])('D3', 'F3')).toBe(Infinity);
  expect(deadMeter(ladder, [])('L1', 'D1')).toBe(Infinity);
  // 0.4 Ω in series with 0.4 Ω beside the fan's 9 and the third winding: 0.4 + 1 / (1 / 0.4 + 1 / 9.4).
  expect(deadMeter(ladder, [])('T2', 'T3')).toBeCloseTo(0.7837, 3);
});
