import { callOf, foldCall, foldSubject, type Entry } from './index.ts';
import { inOrder } from './standing.ts';
import { call, entry, HOUR, visit, visitsOf } from './testing/sheets.ts';

/* Each fact that a sheet says of a unit, in full where it was written and unknown where it was not. */

const UNIT = { id: 'u1', siteId: 's1', circuits: [1, 2] };
const fold = (entries: Entry[], visits = visitsOf(visit('v1', [call('k1', 'u1')])), unit = UNIT) =>
  foldSubject(unit, entries, visits);

describe('the order of entries', () => {
  const at = (occurredMs: number, recordedMs: number, id: string) =>
    entry('note', {}, { occurredMs, recordedMs, id });
  it.each([
    ['what happened first', at(1, 9, 'z'), at(2, 0, 'a')],
    ['of one moment what was recorded first', at(5, 1, 'z'), at(5, 2, 'a')],
    ['of one recording the one with the smaller id', at(5, 5, 'a'), at(5, 5, 'b')],
  ])('%s stands first', (_, first, second) => {
    expect(inOrder(first, second)).toBeLessThan(0);
    expect(inOrder(second, first)).toBeGreaterThan(0);
    expect([second, first].sort(inOrder)).toEqual([first, second]);
  });
  it('is the same for an entry and itself', () => expect(inOrder(at(1, 1, 'a'), at(1, 1, 'a'))).toBe(0));
});

describe('a finding', () => {
  const found = (body: object) =>
    fold([entry('finding', { grade: 'proven', failure: 'burnt', ...body })]).findings[0];

  it('has a circuit where its part belongs to one, and none where the part serves the whole machine', () => {
    expect(found({ component: 'contactor', part: 'compressor', circuit: 2 })?.circuit).toBe(2);
    expect(found({ component: 'belt', circuit: 2 })?.circuit).toBeNull();
    expect(found({ component: 'something nobody knows', circuit: 2 })).toMatchObject({
      part: null,
      circuit: null,
    });
  });

  it('keeps the system and the day to look again, unknown where nobody said', () => {
    expect(found({ component: 'belt' })).toMatchObject({ system: null, watchUntil: null });
    const watched = { component: 'belt', system: 'cooling', grade: 'presumed', watchUntil: '1970-03-01' };
    expect(found(watched)).toMatchObject({ system: 'cooling', watchUntil: '1970-03-01' });
  });

  it('lies on the day of its site, and on that of Greenwich where its visit is not at hand', () => {
    const late = entry(
      'finding',
      { component: 'belt', failure: 'worn', grade: 'proven' },
      { occurredMs: 23.5 * HOUR },
    );
    const day = (timeZone: string) => fold([late], visitsOf(visit('v1', [], { timeZone }))).findings[0]?.on;
    expect(day('UTC')).toBe('1970-01-01');
    expect(day('Asia/Tokyo')).toBe('1970-01-02');
    expect(fold([late], visitsOf()).findings[0]?.on).toBe('1970-01-01');
  });
});

describe('the circuit that is meant', () => {
  const movement = (body: object, others: Entry[] = [], unit = UNIT) =>
    fold([...others, entry('refrigerant', { refrigerant: 'R-410A', addedLb: 1, ...body })], undefined, unit)
      .movements[0]?.circuit;
  const naming = (...circuits: number[]) => circuits.map((circuit) => entry('reading set', { circuit }));

  it('is the one that is named, else the only one there is', () => {
    expect(movement({ circuit: 2 }, naming(1))).toBe(2);
    expect(movement({}, [], { ...UNIT, circuits: [7] })).toBe(7);
  });
  it('is the only one that other lines of the visit name, and unknown where they name none or two', () => {
    expect(movement({}, naming(2))).toBe(2);
    expect(movement({}, naming(2, 2))).toBe(2);
    expect(movement({}, naming(1, 2))).toBeNull();
    expect(movement({})).toBeNull();
    expect(movement({}, [entry('reading set', { circuit: 2 }, { visitId: 'v2' })])).toBeNull();
  });
});

describe('refrigerant', () => {
  const moved = (body: object) =>
    fold([entry('refrigerant', { refrigerant: 'R-410A', circuit: 1, ...body })]).movements.map(
      ({ direction, pounds }) => [direction, pounds],
    );
  it('goes in, out, or both, by as much as was weighed', () => {
    expect(moved({ addedLb: 0.25 })).toEqual([['into the circuit', 0.25]]);
    expect(moved({ recoveredLb: 0.25 })).toEqual([['out of the circuit', 0.25]]);
    expect(moved({ addedLb: 3, recoveredLb: 2 })).toEqual([
      ['into the circuit', 3],
      ['out of the circuit', 2],
    ]);
  });
  it('that was put in without a scale is unknown, never nothing', () => {
    expect(moved({ notWeighed: true })).toEqual([['into the circuit', null]]);
    expect(moved({ addedLb: 0, notWeighed: true })).toEqual([['into the circuit', null]]);
    expect(moved({ addedLb: 0.5, notWeighed: true })).toEqual([['into the circuit', 0.5]]);
    expect(moved({ addedLb: 0, recoveredLb: 0 })).toEqual([]);
    expect(moved({})).toEqual([]);
  });
  it('keeps the cylinder, and whether somebody wrote what came out', () => {
    const one = (body: object) =>
      fold([entry('refrigerant', { refrigerant: 'R-410A', addedLb: 1, ...body })]).movements[0];
    expect(one({})).toMatchObject({ cylinder: null, recoveredKnown: false, afterOpening: false });
    expect(one({ cylinder: 'C-7', recoveredLb: 0, afterOpening: true })).toMatchObject({
      ...{ cylinder: 'C-7', recoveredKnown: true, afterOpening: true },
    });
  });
});

describe('a leak repair', () => {
  const repairs = (leakRepair?: string) =>
    fold([entry('work', { text: 'brazed', circuit: 1, ...(leakRepair ? { leakRepair } : {}) })]).leakRepairs
      .length;
  it('counts where it was proven', () =>
    expect([repairs('proven'), repairs('not proven'), repairs()]).toEqual([1, 0, 0]));
});

describe('a condition that was left', () => {
  const left = (body: object) =>
    fold([entry('condition left', { condition: 'out of use', text: 'tagged', ...body })]).conditions[0];
  it('is in full where it was written in full, unknown where it was not', () => {
    expect(left({})).toMatchObject({
      ...{ hazard: false, circuit: null, changedFrom: null, changedTo: null, closes: null, told: null },
    });
    const full = { circuit: 2, changedFrom: '6 A', changedTo: '8 A', closes: 'fuse back', told: 'owner' };
    expect(left(full)).toMatchObject(full);
  });
  it('is a hazard by its kind; one of a kind nobody knows any more is none', () => {
    expect(left({ condition: 'safety bypassed' })?.hazard).toBe(true);
    expect(left({ condition: 'a kind of long ago' })?.hazard).toBe(false);
  });
});

describe('what was put in', () => {
  it('has a maker, model and serial where somebody wrote them', () => {
    const put = (more: object) =>
      fold([entry('work', { text: 'new', installed: { slot: { part: 'compressor', circuit: 1 }, ...more } })])
        .lives[1];
    expect(put({})).toMatchObject({ manufacturer: null, model: null, serial: null });
    const plate = { manufacturer: 'Norvane', model: 'N-5', serial: '12' };
    expect(put(plate)).toMatchObject(plate);
  });
});

describe('the sheets of a unit', () => {
  it('say when somebody was last there, and that nobody ever was', () => {
    const lines = [entry('note', {}, { occurredMs: 5 }), entry('note', {}, { occurredMs: 9 })];
    expect(fold(lines).lastVisitMs).toBe(9);
    expect(fold(lines.slice(0, 1)).lastVisitMs).toBe(5);
    expect(fold([]).lastVisitMs).toBeNull();
  });

  it('name the call that each finding, line of work and movement answers, where there is one', () => {
    const finding = entry('finding', { component: 'belt', failure: 'worn', grade: 'proven' });
    const note = entry('note', { text: 'n' });
    expect(fold([finding, note]).answers).toEqual([{ entryId: finding.id, callId: 'k1' }]);
    expect(fold([finding], visitsOf(visit('v1'))).answers).toEqual([]);
  });
});

describe('what a call came to', () => {
  const none = { id: 'k1', kind: 'call' as 'call' | 'maintenance', unitId: null, receivedMs: 0, events: [] };
  const finding = (more: Partial<Entry>) =>
    entry('finding', { component: 'belt', failure: 'worn', grade: 'proven' }, more);
  const of = (entries: Entry[], asked: Omit<typeof none, 'unitId'> & { unitId: string | null } = none) =>
    foldCall(asked, [{ visit: visit('v1', [call('k1', asked.unitId, asked.kind)]), entries }]);

  it('names the unit of the first finding, whichever was written first', () => {
    const [first, second] = [
      finding({ unitId: 'u7', occurredMs: 10 }),
      finding({ unitId: 'u8', occurredMs: 20 }),
    ];
    expect(of([second, first]).foundUnitId).toBe('u7');
    expect(of([first], { ...none, unitId: 'u1' }).foundUnitId).toBeNull();
    expect(of([finding({ unitId: null, pointId: 'p1' }), second]).foundUnitId).toBe('u8');
    expect(of([entry('work', { text: 'x' }, { unitId: 'u7' }), second]).foundUnitId).toBe('u8');
  });

  it('is counted for units and points, not for a finding about neither', () => {
    const about = of([finding({ unitId: null }), finding({ unitId: null, pointId: 'p1' }), finding({})]);
    expect(about.outcomes.map((one) => one.subjectId).sort()).toEqual(['p1', 'u1']);
  });

  it('is made safe by what was shut off, not by what was left running', () => {
    const result = (condition: string, more: Partial<Entry> = {}, kind = 'condition left') =>
      of([entry(kind, { condition, text: 't' }, more)]).outcomes;
    for (const kind of ['heat disabled', 'exchanger holed or cracked', 'out of use'])
      expect(result(kind)).toEqual([{ subjectId: 'u1', grade: 'made safe' }]);
    expect(result('out of use', { unitId: null, pointId: 'p1' })).toMatchObject([{ subjectId: 'p1' }]);
    expect(result('safety bypassed')).toEqual([]);
    expect(result('out of use', { unitId: null })).toEqual([]);
    expect(result('out of use', {}, 'note')).toEqual([]);
  });

  it('maintenance is done where a task was ticked on its unit', () => {
    const round = { ...none, kind: 'maintenance' as const, unitId: 'u1' };
    const state = (work: object, more: Partial<Entry> = {}) =>
      of(
        [
          entry('arrive', {}),
          entry('work', { text: 'x', ...work }, more),
          entry('leave', { outcome: 'done' }),
        ],
        round,
      ).state;
    expect(state({ tasks: ['filters'] })).toBe('done');
    expect(state({ tasks: [] })).not.toBe('done');
    expect(state({})).not.toBe('done');
    expect(state({ tasks: ['filters'] }, { unitId: 'u2' })).not.toBe('done');
  });
});

it('a line about nothing answers no call of several, be one of them about no unit', () => {
  const aboutNothing = { unitId: null, pointId: null, callId: null };
  const two = visit('v1', [call('k1', null), call('k2', 'u2')]);
  expect(callOf(aboutNothing, two)).toBeUndefined();
  expect(callOf(aboutNothing, visit('v1', [call('k1', null)]))?.id).toBe('k1');
});
