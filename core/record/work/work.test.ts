import fc from 'fast-check';
import { CALL_KINDS } from '#core/base/vocabulary';
import {
  callLife,
  CALL_STATES,
  leaveIsSettled,
  outcomesOf,
  watchDay,
  whyNot,
  type CallEvent,
  type CallState,
  type DeskStep,
} from './index.ts';

const at = (hour: number, more: object): CallEvent =>
  ({
    id: `e${hour} ${JSON.stringify(more)}`,
    atMs: hour * 3_600_000,
    recordedMs: hour,
    ...more,
  }) as CallEvent;
const plan = (hour: number, day = '2026-06-02') => at(hour, { kind: 'planned', crewId: 'north', day });
const arrive = (hour: number, visitId = 'v1') => at(hour, { kind: 'arrived', visitId, by: 'ada' });
const leave = (hour: number, outcome: string, visitId = 'v1', waitingFor?: string) =>
  at(hour, { kind: 'left', visitId, outcome, ...(waitingFor ? { waitingFor } : {}) });
const life = (...events: CallEvent[]) => callLife({ kind: 'call', receivedMs: 0 }, events);

describe('the life of a call', () => {
  it('runs from taken over planned and under way to done', () => {
    expect(life()).toEqual({ state: 'taken', sinceMs: 0 });
    expect(life(plan(1))).toMatchObject({ state: 'planned', plan: { crewId: 'north', day: '2026-06-02' } });
    expect(life(plan(1), arrive(2))).toEqual({
      state: 'under way',
      sinceMs: 7_200_000,
      onSite: { visitId: 'v1', by: 'ada' },
    });
    expect(life(plan(1), arrive(2), leave(3, 'done'))).toEqual({
      state: 'done',
      sinceMs: 10_800_000,
      completedMs: 10_800_000,
    });
  });

  it('waits for what the crew says, and is planned for its return', () => {
    const waiting = [plan(1), arrive(2), leave(3, 'waiting', 'v1', 'parts')];
    expect(life(...waiting)).toEqual({ state: 'waiting', sinceMs: 10_800_000, waitingFor: 'parts' });
    expect(life(...waiting, plan(4, '2026-06-09'))).toMatchObject({
      state: 'planned',
      plan: { day: '2026-06-09' },
    });
    expect(life(...waiting, plan(4), at(5, { kind: 'unplanned' }))).toMatchObject({
      state: 'waiting',
      waitingFor: 'parts',
    });
    // The desk planned the return while the crew was still there.
    const planned = [plan(1), arrive(2), plan(2.5, '2026-06-09'), leave(3, 'waiting', 'v1', 'parts')];
    expect(life(...planned)).toMatchObject({ state: 'planned', plan: { day: '2026-06-09' } });
  });

  it(
    'keeps the moment it was done when a second visit finds it done, and goes back to the first ' +
      'when that is all that stands',
    () => {
      const both = [arrive(2), leave(3, 'done'), arrive(8, 'v2'), leave(9, 'done', 'v2')];
      expect(life(...both).completedMs).toBe(10_800_000);
      expect(life(...both.slice(2)).completedMs).toBe(32_400_000);
      expect(life(leave(3, 'waiting', 'v1', 'parts'), leave(9, 'done', 'v2'))).toMatchObject({
        state: 'done',
      });
    },
  );

  it('opened again by the desk is reopened until somebody is there; arriving alone reopens nothing', () => {
    const done = [arrive(2), leave(3, 'done')];
    expect(life(...done, arrive(5, 'v2')).state).toBe('done');
    expect(life(...done, at(5, { kind: 'reopened' }))).toEqual({ state: 'reopened', sinceMs: 18_000_000 });
    expect(life(...done, at(5, { kind: 'reopened' }), arrive(6, 'v2')).state).toBe('under way');
  });

  it('cancelled comes back as it was; work that was done all the same is done', () => {
    const cancelled = [plan(1), at(2, { kind: 'cancelled', as: 'duplicate' })];
    expect(life(...cancelled)).toMatchObject({ state: 'cancelled', cancelledAs: 'duplicate' });
    expect(life(...cancelled, at(3, { kind: 'restored' }))).toMatchObject({
      state: 'planned',
      sinceMs: 10_800_000,
    });
    expect(life(...cancelled, arrive(3)).state).toBe('cancelled');
    expect(life(...cancelled, leave(4, 'done')).state).toBe('done');
  });

  it('of maintenance that nobody got to ends as not reached: its work stays due', () => {
    const events = [plan(1), arrive(2), leave(3, 'not reached')];
    expect(callLife({ kind: 'maintenance', receivedMs: 0 }, events)).toMatchObject({
      state: 'cancelled',
      cancelledAs: 'not reached',
    });
    expect(life(...events)).toEqual({ state: 'taken', sinceMs: 10_800_000 });
  });

  it('is the same in whatever order its events arrive (property)', () => {
    const event = fc.oneof(
      fc
        .constantFrom('planned', 'unplanned', 'restored', 'reopened')
        .map((kind) => ({ kind, crewId: 'c', day: 'd' })),
      fc.constantFrom('parts', 'weather').map((waitingFor) => ({ kind: 'waiting', waitingFor })),
      fc.constantFrom('duplicate', 'not ours').map((as) => ({ kind: 'cancelled', as })),
      fc.constantFrom('v1', 'v2').map((visitId) => ({ kind: 'arrived', visitId, by: null })),
      fc
        .record({
          visitId: fc.constantFrom('v1', 'v2'),
          outcome: fc.constantFrom('done', 'waiting', 'not reached'),
        })
        .map((left) => ({ kind: 'left', ...left })),
    );
    const events = fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), event), { maxLength: 12 });
    fc.assert(
      fc.property(
        fc.constantFrom(...CALL_KINDS),
        events,
        fc.infiniteStream(fc.nat()),
        (kind, list, random) => {
          const all = list.map(([hour, more], i) => ({ ...at(hour, more), id: `e${i}`, recordedMs: i }));
          const shuffled = all
            .map((e) => [random.next().value as number, e] as const)
            .sort(([a], [b]) => a - b)
            .map(([, e]) => e);
          const told = callLife({ kind, receivedMs: 0 }, all);
          expect(callLife({ kind, receivedMs: 0 }, shuffled)).toEqual(told);
          expect(CALL_STATES).toContain(told.state);
          // A call is done when and only when it says since when, and somebody is there only while it is
          // under way.
          expect(told.completedMs !== undefined).toBe(told.state === 'done');
          expect(told.onSite !== undefined).toBe(told.state === 'under way');
          expect(told.cancelledAs !== undefined).toBe(told.state === 'cancelled');
        },
      ),
      { numRuns: 500 },
    );
  });
});

describe('steps of the desk', () => {
  it('that cannot be are refused with the reason', () => {
    const allowed = (step: DeskStep) => CALL_STATES.filter((state) => whyNot(step, { state }) === undefined);
    expect(allowed('plan')).toEqual(['taken', 'planned', 'under way', 'waiting', 'reopened']);
    expect(allowed('cancel')).toEqual(['taken', 'planned', 'waiting', 'reopened']);
    expect(allowed('reopen')).toEqual(['done']);
    expect(allowed('restore')).toEqual(['cancelled']);
    expect(whyNot('cancel', { state: 'under way' })).toBe('a crew is there now; it has to leave first');
    expect(whyNot('plan', { state: 'done' as CallState })).toMatch(/reopen it first/);
  });

  it('a leaving settles after a month', () => {
    const day = 86_400_000;
    expect([leaveIsSettled(0, 30 * day), leaveIsSettled(0, 31 * day)]).toEqual([false, true]);
  });
});

describe('the outcome of a call', () => {
  const found = (subjectId: string, grade: 'proven' | 'presumed' | 'not found' | 'not reproduced') => ({
    subjectId,
    grade,
    on: '2026-06-02',
  });

  it('is told for each unit by the surest finding; making safe outweighs looking in vain', () => {
    const outcomes = outcomesOf(
      [
        found('a', 'not reproduced'),
        found('a', 'presumed'),
        found('b', 'not found'),
        found('c', 'not found'),
      ],
      new Set(['c', 'd']),
    );
    expect(outcomes).toEqual([
      { subjectId: 'a', grade: 'presumed', watchUntil: '2026-07-02' },
      { subjectId: 'b', grade: 'not found' },
      { subjectId: 'c', grade: 'made safe' },
      { subjectId: 'd', grade: 'made safe' },
    ]);
  });

  it('a presumed cause is watched until the day somebody names, else for a month', () => {
    expect(watchDay({ grade: 'presumed', on: '2026-06-02' })).toBe('2026-07-02');
    expect(watchDay({ grade: 'presumed', on: '2026-06-02', watchUntil: '2026-09-01' })).toBe('2026-09-01');
    expect(watchDay({ grade: 'proven', on: '2026-06-02', watchUntil: '2026-09-01' })).toBeUndefined();
  });
});
