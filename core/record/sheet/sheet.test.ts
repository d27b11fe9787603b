import {
  lastDone,
  unitFacts,
  leakersOf,
  repeatsOf,
  DEFAULT_HISTORY_SETTINGS,
  type CallRecord,
  type UnitRecord,
} from '#core/judging/history';
import {
  callOf,
  foldCall,
  foldSubject,
  foldVisit,
  rootsOf,
  standing,
  type Entry,
  type VisitFact,
} from './index.ts';
import { call, entry, HOUR, visit, visitsOf } from './testing/sheets.ts';

/*
 * What the fold derives is our own choice of what a sheet means, not published anywhere; each case below was
 * seen to go wrong where derived facts were patched and undone instead.
 */

const subject = { id: 'u1', siteId: 's1', circuits: [1] };
const withdraw = (what: Entry, more: Partial<Entry> = {}) =>
  entry('withdrawn', {}, { supersedes: what.id, ...more });

describe('what stands', () => {
  it('is what nobody amended or withdrew, in the order of when it happened', () => {
    const first = entry('note', { text: 'a' });
    const later = entry('note', { text: 'b' });
    const mended = entry(
      'note',
      { text: 'a, mended' },
      { supersedes: first.id, occurredMs: first.occurredMs },
    );
    expect(standing([later, mended, first]).map((e) => (e.body as { text: string }).text)).toEqual([
      'a, mended',
      'b',
    ]);
    expect(standing([first, mended, withdraw(mended)])).toEqual([]);
    expect(standing([first, mended])[0]?.rootId).toBe(first.id);
  });

  it('knows a line of amendments by its first entry, even when that one is not at hand', () => {
    const a = entry('note', {});
    const b = entry('note', {}, { supersedes: a.id });
    const c = entry('note', {}, { supersedes: b.id });
    for (const order of [
      [a, b, c],
      [c, b, a],
      [b, c, a],
    ])
      expect([...new Set(rootsOf(order).values())]).toEqual([a.id]);
    expect(rootsOf([c, b]).get(c.id)).toBe(a.id);
  });
});

describe('the call a line answers', () => {
  const three = visit('v1', [
    call('k1', 'u1'),
    call('m2', 'u2', 'maintenance'),
    call('m3', 'u3', 'maintenance'),
  ]);
  const about = (unitId: string | null, callId: string | null = null) => ({ unitId, pointId: null, callId });

  it(
    'is the one named, else that of the unit, else the only trouble, never another unit’s ' + 'maintenance',
    () => {
      expect(callOf(about('u9', 'm3'), three)?.id).toBe('m3');
      expect(callOf(about('u2'), three)?.id).toBe('m2');
      expect(callOf(about('u9'), three)?.id).toBe('k1');
      expect(callOf(about('u9'), visit('v', [call('m2', 'u2', 'maintenance')]))).toBeUndefined();
      expect(callOf(about('u9'), visit('v', [call('a', 'u1'), call('b', 'u2')]))).toBeUndefined();
      expect(callOf(about(null), visit('v', [call('m2', 'u2', 'maintenance')]))?.id).toBe('m2');
    },
  );
});

describe('conditions', () => {
  const left = (more: Partial<Entry> = {}) =>
    entry('condition left', { condition: 'filters out', text: 'none' }, more);
  const close = (id: string, more: Partial<Entry> = {}) =>
    entry('condition closed', { conditionId: id, text: 'in' }, more);
  const fold = (entries: Entry[], ...visits: VisitFact[]) =>
    foldSubject(subject, entries, visitsOf(visit('v1'), visit('v2'), ...visits)).conditions;

  it('stay closed when one of two closings is amended or withdrawn', () => {
    const open = left();
    const [one, two] = [close(open.id), close(open.id, { visitId: 'v2' })];
    expect(fold([open, one, two])[0]?.closed?.entryId).toBe(one.id);
    expect(fold([open, one, two, withdraw(one)])[0]?.closed?.entryId).toBe(two.id);
    expect(fold([open, one, two, withdraw(one), withdraw(two)])[0]?.closed).toBeNull();
  });

  it(
    'keep their identity when their words are put right, so that a closing of the old ones still ' + 'closes',
    () => {
      const open = left();
      const mended = left({ supersedes: open.id, occurredMs: open.occurredMs });
      expect(fold([open, mended, close(open.id)])).toMatchObject([
        { id: open.id, closed: expect.anything() },
      ]);
      expect(fold([open, mended, close(mended.id)])).toMatchObject([
        { id: open.id, closed: expect.anything() },
      ]);
    },
  );

  it('are not closed by a visit at another site, and never before they were opened', () => {
    const open = left();
    const elsewhere = close(open.id, { visitId: 'v9' });
    expect(fold([open, elsewhere], visit('v9', [], { siteId: 's2' }))[0]?.closed).toBeNull();
    const early = close(open.id, { occurredMs: open.occurredMs - HOUR });
    expect(fold([open, early])[0]?.closed?.atMs).toBe(open.occurredMs);
  });

  it('can be left at a point of the site', () => {
    const panel = { id: 'p1', siteId: 's1', circuits: [] };
    const open = left({ unitId: null, pointId: 'p1' });
    expect(foldSubject(panel, [open], visitsOf(visit('v1'))).conditions).toHaveLength(1);
    expect(fold([open])).toEqual([]);
  });
});

describe('components', () => {
  const put = (serialNumber: string, more: Partial<Entry> = {}) =>
    entry(
      'work',
      { text: 'new', installed: { slot: { part: 'compressor', circuit: 1 }, serial: serialNumber } },
      more,
    );
  const fold = (entries: Entry[]) => foldSubject(subject, entries, visitsOf(visit('v1'))).lives;
  const day = (n: number) => n * 24 * HOUR;

  it('follow each other in their slot; what was there before the first one is not known', () => {
    const [a, b] = [put('A', { occurredMs: day(10) }), put('B', { occurredMs: day(40) })];
    expect(fold([b, a]).map((l) => [l.serial, l.from, l.until])).toEqual([
      [null, null, '1970-01-11'],
      ['A', '1970-01-11', '1970-02-10'],
      ['B', '1970-02-10', null],
    ]);
  });

  it('of one day leave the first in place when the second is withdrawn, and never the unknown one', () => {
    const [a, b] = [put('A', { occurredMs: day(10) }), put('B', { occurredMs: day(10) + HOUR })];
    const current = (entries: Entry[]) =>
      fold(entries)
        .filter((l) => l.until === null)
        .map((l) => l.serial);
    expect(current([a, b])).toEqual(['B']);
    expect(current([a, b, withdraw(b)])).toEqual(['A']);
    expect(fold([a, b, withdraw(a), withdraw(b)])).toEqual([]);
  });
});

describe('refrigerant', () => {
  const two = { ...subject, circuits: [1, 2] };
  const pounds = (addedLb: number, circuit: number | undefined, more: Partial<Entry> = {}) =>
    entry('refrigerant', { refrigerant: 'R-22', addedLb, ...(circuit ? { circuit } : {}) }, more);
  const repaired = (circuit: number | undefined, more: Partial<Entry> = {}) =>
    entry('work', { text: 'brazed', leakRepair: 'proven', ...(circuit ? { circuit } : {}) }, more);
  const day = (n: number) => n * 24 * HOUR;
  const record: UnitRecord = {
    id: 'u1',
    kind: 'package cooling only',
    status: 'in service',
    builtOn: null,
    installedOn: null,
    timeZone: 'UTC',
    refrigerants: ['R-22'],
  };

  it('moves in and out of a circuit; which one nobody named stays unknown, unless there is only one', () => {
    const both = entry('refrigerant', { refrigerant: 'R-22', addedLb: 5, recoveredLb: 1 });
    const fold = (s: typeof subject) => foldSubject(s, [both], visitsOf(visit('v1'))).movements;
    expect(fold(subject).map((m) => [m.direction, m.pounds, m.circuit])).toEqual([
      ['into the circuit', 5, 1],
      ['out of the circuit', 1, 1],
    ]);
    expect(fold(two).map((m) => m.circuit)).toEqual([null, null]);
  });

  it('two different compressors of one unit are two, also where only the written word tells them apart', () => {
    const visits = visitsOf(visit('v1', [call('c1', 'u1')]), visit('v2', [call('c2', 'u1')]));
    const failed = (component: string, visitId: string, at: number) =>
      entry('finding', { component, failure: 'grounded', grade: 'proven' }, { visitId, occurredMs: day(at) });
    const calls = ['c1', 'c2'].map((id, i): CallRecord => ({
      id,
      ref: id,
      kind: 'call',
      system: 'cooling',
      receivedMs: day(100 + i * 50),
      completedMs: day(101 + i * 50),
      unitId: 'u1',
      outcomes: [],
    }));
    const repeats = (first: string, second: string) => {
      const lines = [failed(first, 'v1', 100), failed(second, 'v2', 150)];
      const facts = unitFacts(record, foldSubject(two, lines, visits), calls, visits);
      return repeatsOf(facts, DEFAULT_HISTORY_SETTINGS).length;
    };
    expect(repeats('compressor 1', 'compressor 2')).toBe(0);
    expect(repeats('compressor 2', 'compressor 2')).toBe(1);
  });

  it('a proven repair of circuit 1 leaves the leaker on circuit 2', () => {
    const visits = visitsOf(visit('v1'), visit('v2'), visit('v3'));
    const entries = [
      pounds(2, 2, { occurredMs: day(100) }),
      repaired(1, { occurredMs: day(200), visitId: 'v2' }),
      pounds(3, 2, { occurredMs: day(500), visitId: 'v3' }),
    ];
    const leakers = (all: Entry[]) =>
      leakersOf(
        unitFacts(record, foldSubject(two, all, visits), [], visits),
        DEFAULT_HISTORY_SETTINGS,
        '1971-06-01',
      );
    expect(leakers(entries)).toMatchObject([{ circuit: 2, pounds: 5 }]);
    expect(
      leakers([...entries.slice(0, 1), repaired(2, { occurredMs: day(200) }), entries[2] as Entry]),
    ).toEqual([]);
  });

  it('a pound recovered does not hide five added, and what goes back after recovery is no addition', () => {
    const visits = visitsOf(visit('v1'));
    const facts = (addedLb: number, recoveredLb: number) =>
      unitFacts(
        record,
        foldSubject(subject, [entry('refrigerant', { refrigerant: 'R-22', addedLb, recoveredLb })], visits),
        [],
        visits,
      ).additions.map((a) => a.pounds);
    expect(facts(5, 1)).toEqual([4]);
    expect(facts(5, 5)).toEqual([]);
  });

  it('after an opened circuit counts what goes back beyond what came out; what nobody wrote down stays unknown', () => {
    const visits = visitsOf(visit('v1'));
    const facts = (body: object) =>
      unitFacts(
        record,
        foldSubject(
          subject,
          [entry('refrigerant', { refrigerant: 'R-22', addedLb: 7.9, afterOpening: true, ...body })],
          visits,
        ),
        [],
        visits,
      ).additions.map(({ pounds, afterOpening }) => [pounds, afterOpening]);
    expect(facts({ recoveredLb: 1.2 })).toEqual([[6.7, true]]);
    // Nothing came out: it had all been lost. Nobody wrote it: nobody knows.
    expect(facts({ recoveredLb: 0 })).toEqual([[7.9, true]]);
    expect(facts({})).toEqual([[undefined, true]]);
  });
});

describe('maintenance', () => {
  const calls = [
    call('m1', 'u1', 'maintenance'),
    call('m2', 'u2', 'maintenance'),
    call('m3', 'u3', 'maintenance'),
  ];
  const record = (id: string): UnitRecord => ({
    id,
    kind: 'package cooling only',
    status: 'in service',
    builtOn: null,
    installedOn: null,
    timeZone: 'UTC',
    refrigerants: [],
  });
  const done = (id: string): CallRecord => ({
    id,
    ref: id,
    kind: 'maintenance',
    system: null,
    receivedMs: 0,
    completedMs: 100 * 24 * HOUR,
    unitId: id.replace('m', 'u'),
    outcomes: [],
  });
  const ticks = entry(
    'work',
    { text: 'filters', tasks: ['filters and belts'] },
    { occurredMs: 100 * 24 * HOUR },
  );
  const leaving = entry('leave', { outcome: 'done' }, { unitId: null, occurredMs: 101 * 24 * HOUR });

  it('is done for the unit it was ticked on, and for no other unit of the visit', () => {
    const visits = visitsOf(visit('v1', calls));
    const of = (id: string) =>
      lastDone(
        record(id),
        foldSubject({ ...subject, id }, [ticks, leaving], visits),
        [done(id.replace('u', 'm'))],
        visits,
      );
    expect(of('u1')).toEqual({ 'filters and belts': '1970-04-11' });
    expect([of('u2'), of('u3')]).toEqual([{}, {}]);
  });

  it('that was ticked nowhere ends as not reached, whatever the leaving says', () => {
    const state = (id: string, source: 'own' | 'imported' = 'own') =>
      foldCall(
        {
          id,
          kind: 'maintenance',
          unitId: id.replace('m', 'u'),
          receivedMs: 0,
          events: [{ id: 'p', kind: 'planned', crewId: 'c', day: '1970-04-11', atMs: 0, recordedMs: 0 }],
        },
        [{ visit: visit('v1', calls, { source }), entries: [ticks, leaving] }],
      );
    expect([state('m1').state, state('m2').state]).toEqual(['done', 'cancelled']);
    expect(state('m2').cancelledAs).toBe('not reached');
    expect(state('m2', 'imported').state).toBe('done');
  });

  it('of a record brought in from elsewhere that names no task is taken to be the work of its season', () => {
    const visits = visitsOf(visit('v1', calls, { source: 'imported' }));
    const of = lastDone(
      record('u2'),
      foldSubject({ ...subject, id: 'u2' }, [leaving], visits),
      [done('m2')],
      visits,
    );
    expect(Object.keys(of)).toContain('filters and belts');
    const own = visitsOf(visit('v1', calls));
    expect(lastDone(record('u2'), foldSubject(subject, [], own), [done('m2')], own)).toEqual({});
  });
});

describe('findings', () => {
  const visits = visitsOf(visit('v1', [call('k1', 'u1')]));
  const found = (unitId: string, more: object = {}, at: Partial<Entry> = {}) =>
    entry(
      'finding',
      { component: 'contactor', failure: 'burnt', grade: 'proven', ...more },
      { unitId, ...at },
    );
  const record = (id: string): UnitRecord => ({
    id,
    kind: 'package cooling only',
    status: 'in service',
    builtOn: null,
    installedOn: null,
    timeZone: 'UTC',
    refrigerants: [],
  });
  const fold = (id: string, entries: Entry[]) => foldSubject({ ...subject, id }, entries, visits);
  const recorded = (outcomes: CallRecord['outcomes']): CallRecord => ({
    id: 'k1',
    ref: 'C-1',
    kind: 'call',
    system: 'cooling',
    receivedMs: 0,
    completedMs: null,
    unitId: 'u1',
    outcomes,
  });

  it(
    'on another unit than the call’s are that unit’s failure, and the call is no failure of the ' +
      'unit it named',
    () => {
      const entries = [found('u2')];
      const { outcomes } = foldCall({ ...call('k1', 'u1'), receivedMs: 0, events: [] }, [
        { visit: visit('v1', [call('k1', 'u1')]), entries },
      ]);
      expect(outcomes).toEqual([{ subjectId: 'u2', grade: 'proven' }]);
      const facts = (id: string) => unitFacts(record(id), fold(id, entries), [recorded(outcomes)], visits);
      expect(facts('u2').calls).toMatchObject([{ id: 'k1', findings: [{ part: 'contactor' }] }]);
      expect(facts('u1').calls).toEqual([]);
    },
  );

  it('name the unit of a call that came without one: the first in time, whichever arrives first', () => {
    const [early, late] = [found('u2', {}, { occurredMs: 5 }), found('u3', {}, { occurredMs: 9 })];
    const taken = { id: 'k1', kind: 'call' as const, unitId: null, receivedMs: 0, events: [] };
    for (const entries of [
      [early, late],
      [late, early],
    ])
      expect(foldCall(taken, [{ visit: visit('v1', [call('k1', null)]), entries }]).foundUnitId).toBe('u2');
  });

  it('that answer no call, on a visit nobody planned, are a trouble of their own', () => {
    const own = visitsOf(visit('v1'));
    const facts = unitFacts(record('u1'), foldSubject(subject, [found('u1')], own), [], own);
    expect(facts.calls).toMatchObject([{ id: 'v1', kind: 'call', ref: expect.stringMatching(/^visit of/) }]);
    const planned = visitsOf(visit('v1', [call('m2', 'u2', 'maintenance')]));
    expect(unitFacts(record('u1'), foldSubject(subject, [found('u1')], planned), [], planned).calls).toEqual(
      [],
    );
  });

  it('keep the word, and take the part that was chosen before the word', () => {
    const [written, chosen] = [
      found('u1', { component: 'thingy' }),
      found('u1', { component: 'thingy', part: 'relay' }),
    ];
    expect(fold('u1', [written, chosen]).findings.map((f) => [f.component, f.part])).toEqual([
      ['thingy', null],
      ['thingy', 'relay'],
    ]);
    const words = new Map([['thingy', 'sequencer' as const]]);
    expect(foldSubject(subject, [written], visits, words).findings[0]?.part).toBe('sequencer');
  });
});

describe('leaving', () => {
  const taken = (id: string, unitId: string, kind: 'call' | 'maintenance' = 'call') => ({
    ...call(id, unitId, kind),
    receivedMs: 0,
    events: [],
  });
  const leave = (body: object, more: Partial<Entry> = {}) => entry('leave', body, { unitId: null, ...more });

  it('gives each call of the visit its own outcome', () => {
    const calls = [call('k1', 'u1'), call('k2', 'u2'), call('k3', 'u3')];
    const leaving = leave({
      outcome: 'done',
      calls: [
        { callId: 'k2', outcome: 'waiting', waitingFor: 'approval' },
        { callId: 'k3', outcome: 'not reached' },
      ],
    });
    const state = (id: string, unitId: string) =>
      foldCall(taken(id, unitId), [{ visit: visit('v1', calls), entries: [leaving] }]);
    expect(state('k1', 'u1').state).toBe('done');
    expect(state('k2', 'u2')).toMatchObject({ state: 'waiting', waitingFor: 'approval' });
    expect(state('k3', 'u3').state).toBe('taken');
  });

  it('of a first visit, amended, leaves done what the second visit did', () => {
    const [one, two] = [visit('v1', [call('k1', 'u1')]), visit('v2', [call('k1', 'u1')])];
    const first = leave({ outcome: 'waiting', waitingFor: 'parts' }, { occurredMs: 10 });
    const second = leave({ outcome: 'done' }, { visitId: 'v2', occurredMs: 20 });
    const mended = leave(
      { outcome: 'waiting', waitingFor: 'access' },
      { supersedes: first.id, occurredMs: first.occurredMs },
    );
    const state = (a: Entry[], b: Entry[]) =>
      foldCall(taken('k1', 'u1'), [
        { visit: one, entries: a },
        { visit: two, entries: b },
      ]);
    expect(state([first, mended], [second])).toMatchObject({ state: 'done', completedMs: 20 });
    const early = leave({ outcome: 'done' }, { occurredMs: 10 });
    expect(state([early], [second, withdraw(second)])).toMatchObject({ state: 'done', completedMs: 10 });
  });

  it('and coming are the times on site', () => {
    const [came, went] = [
      entry('arrive', {}, { occurredMs: 5 }),
      leave({ outcome: 'done' }, { occurredMs: 9 }),
    ];
    expect(foldVisit([went, came])).toEqual({ arrivedMs: 5, leftMs: 9 });
    expect(foldVisit([came, went, withdraw(went)])).toEqual({ arrivedMs: 5, leftMs: null });
    expect(foldVisit([])).toEqual({ arrivedMs: null, leftMs: null });
  });
});
