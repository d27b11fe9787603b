import { foldSubject, type Entry } from './index.ts';
import { entry, HOUR, visit, visitsOf } from './testing/sheets.ts';

/* How a component's life ends, and where refrigerant comes from and goes: our own words for what a sheet says. */

const DAY = 24 * HOUR;
const UNIT = { id: 'u1', siteId: 's1', circuits: [1, 2] };
const fold = (...lines: Entry[]) => foldSubject(UNIT, lines, visitsOf(visit('v1'), visit('v2')));
const on = (day: number, more: Partial<Entry> = {}): Partial<Entry> => ({
  occurredMs: day * DAY,
  recordedMs: day * DAY,
  ...more,
});
const put = (day: number, more: object = {}, slot: object = { part: 'compressor', circuit: 1 }) =>
  entry('work', { text: 'new', installed: { slot, ...more } }, on(day, { visitId: 'v2' }));
const burnt = (day: number, body: object = {}, more: Partial<Entry> = {}) =>
  entry(
    'finding',
    { component: 'compressor', failure: 'burnt', grade: 'proven', circuit: 1, ...body },
    on(day, more),
  );

describe('the end of a component', () => {
  const ended = (...lines: Entry[]) => fold(...lines).lives.map((life) => life.ended);

  it('is what whoever put the next one in says', () => {
    for (const because of ['failed', 'preventive', 'group', 'borrowed'])
      expect(ended(put(10, { because }))).toEqual([because, null]);
    expect(ended(burnt(10), put(10, { because: 'group' }))).toEqual(['group', null]);
  });
  it('else what was found at it within sixty days before, or on the same visit', () => {
    expect(ended(put(100))).toEqual(['unknown', null]);
    expect(ended(burnt(100), put(100))).toEqual(['failed', null]);
    expect(ended(burnt(40), put(100))).toEqual(['failed', null]);
    expect(ended(burnt(39), put(100))).toEqual(['unknown', null]);
    expect(ended(burnt(101), put(100))).toEqual(['unknown', null]);
    expect(ended(burnt(101, {}, { visitId: 'v2' }), put(100))).toEqual(['failed', null]);
    expect(ended(burnt(100, { grade: 'presumed' }), put(100))).toEqual(['failed', null]);
    expect(ended(burnt(100, { grade: 'not found' }), put(100))).toEqual(['unknown', null]);
    expect(ended(burnt(100, { circuit: 2 }), put(100))).toEqual(['unknown', null]);
    expect(ended(burnt(100, { circuit: undefined }), put(100))).toEqual(['failed', null]);
    expect(ended(burnt(100, { component: 'contactor' }), put(100))).toEqual(['unknown', null]);
    expect(ended(burnt(100, { component: 'x', part: 'compressor' }), put(100))).toEqual(['failed', null]);
    // What was found at the one before is no failure of this one.
    expect(ended(burnt(90), put(91), put(100))).toEqual(['failed', 'unknown', null]);
  });
  it('is that of its unit, on the day it was retired where somebody knows it', () => {
    const of = (retired: { on: string | null } | null, ...lines: Entry[]) =>
      foldSubject({ ...UNIT, retired }, lines, visitsOf(visit('v1'), visit('v2'))).lives.map(
        ({ ended, until }) => [ended, until],
      );
    const lines = [burnt(90), put(91)];
    expect(of({ on: '1972-03-01' }, ...lines)).toEqual([
      ['failed', '1970-04-02'],
      ['with the unit', '1972-03-01'],
    ]);
    expect(of({ on: '1970-01-05' }, put(91)).at(-1)).toEqual(['with the unit', '1970-04-02']);
    expect(of({ on: null }, put(91)).at(-1)).toEqual(['with the unit', null]);
    expect(of(null, put(91)).at(-1)).toEqual([null, null]);
  });
  it('was good on the last day somebody looked and found nothing', () => {
    const look = (day: number, body: object = {}) =>
      entry(
        'look',
        { part: 'compressor', sign: 'none found', looked: 'panels off', by: 'ear', circuit: 1, ...body },
        on(day),
      );
    const good = (...lines: Entry[]) => fold(...lines, put(100), put(200)).lives.map((life) => life.lastGood);
    expect(good()).toEqual([null, null, null]);
    expect(good(look(10), look(50), look(150), look(250))).toEqual([
      '1970-02-20',
      '1970-05-31',
      '1970-09-08',
    ]);
    expect(
      good(look(50, { sign: 'oil' }), look(50, { part: 'contactor' }), look(50, { circuit: 2 })),
    ).toEqual([...[null, null, null]]);
    expect(good(look(100))).toEqual(['1970-04-11', '1970-04-11', null]);
  });
});

describe('a part that was taken out of one unit and put into another', () => {
  const slot = { part: 'contactor', circuit: 1 };
  const lends = (day: number, more: Partial<Entry> = {}) =>
    entry(
      'work',
      {
        text: '',
        installed: { slot, because: 'failed', borrowed: { fromUnitId: 'u1', from: 'RTU-1', to: 'RTU-2' } },
      },
      on(day, { unitId: 'u2', ...more }),
    );
  const lives = (id: string, ...lines: Entry[]) =>
    foldSubject({ ...UNIT, id }, lines, visitsOf(visit('v1'), visit('v2'))).lives.map(
      ({ from, until, ended }) => [from, until, ended],
    );
  const [DAY_10, DAY_20] = ['1970-01-11', '1970-01-21'];

  it('is one line about both: what was there ended as borrowed, and nothing is in there until something is put in', () => {
    expect(lives('u1', lends(10))).toEqual([[null, DAY_10, 'borrowed']]);
    expect(lives('u1', lends(10), put(20, {}, slot))).toEqual([
      [null, DAY_10, 'borrowed'],
      [DAY_20, null, null],
    ]);
    expect(lives('u2', lends(10))).toEqual([
      [null, DAY_10, 'failed'],
      [DAY_10, null, null],
    ]);
  });

  it('stands open on the unit it was taken from, until a part is put in there or somebody closes it', () => {
    const line = lends(10);
    const open = (id: string, ...lines: Entry[]) =>
      foldSubject({ ...UNIT, id }, lines, visitsOf(visit('v1'), visit('v2'))).conditions;
    expect(open('u2', line)).toEqual([]);
    expect(open('u1', line)).toMatchObject([
      {
        ...{
          id: line.id,
          source: 'left',
          kind: 'part borrowed',
          part: 'contactor',
          circuit: 1,
          closed: null,
        },
        text: 'circuit 1 contactor: now in RTU-2',
      },
    ]);
    const again = put(20, {}, slot);
    expect(open('u1', line, again)[0]?.closed).toEqual({ atMs: 20 * DAY, entryId: again.id });
    expect(open('u1', line, put(20, {}, { part: 'contactor', circuit: 2 }))[0]?.closed).toBeNull();
    const closing = entry('condition closed', { conditionId: line.id, text: 'lent for good' }, on(30));
    expect(open('u1', line, closing)[0]?.closed).toMatchObject({ entryId: closing.id });
    // Amended so that it was a new part after all, nothing is missing anywhere.
    const amended = entry(
      'work',
      { text: 'new', installed: { slot } },
      on(10, { unitId: 'u2', supersedes: line.id }),
    );
    expect(open('u1', line, amended)).toEqual([]);
    expect(lives('u1', line, amended)).toEqual([]);
  });
});

describe('the places of refrigerant', () => {
  const places = (body: object) =>
    fold(entry('refrigerant', { refrigerant: 'R-22', circuit: 2, ...body })).movements.map(
      ({ from, to }) => `${from.kind} "${from.words}" → ${to.kind} "${to.words}"`,
    );
  it('are of a kind where the line says so', () => {
    expect(places({ addedLb: 2, from: 'cylinder', cylinder: '7' })).toEqual([
      'cylinder "cylinder 7" → circuit "circuit 2"',
    ]);
    expect(places({ recoveredLb: 2, into: 'cylinder' })).toEqual([
      'circuit "circuit 2" → cylinder "cylinder"',
    ]);
    expect(places({ recoveredLb: 2, into: 'reclaimer', cylinder: '7' })).toEqual([
      'circuit "circuit 2" → reclaimer "reclaimer"',
    ]);
    expect(places({ recoveredLb: 2, into: 'air' })).toEqual(['circuit "circuit 2" → air "air"']);
  });
  it('keep the words of lines that did not say, as those of an unknown one', () => {
    expect(places({ addedLb: 2, cylinder: '7' })).toEqual(['unknown "cylinder 7" → circuit "circuit 2"']);
    expect(places({ addedLb: 2, recoveredLb: 1, circuit: undefined })).toEqual([
      'unknown "cylinder" → circuit "circuit not named"',
      'circuit "circuit not named" → unknown "cylinder"',
    ]);
  });
});
