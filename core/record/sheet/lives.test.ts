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
