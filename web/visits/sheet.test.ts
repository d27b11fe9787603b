import type { CircuitFacts } from '#core/evidence';
import type { MeasuringLimits } from '#core/measuring/answers';
import type { UnitSystem } from '#core/base/quantities';
import { saysEntry } from '#core/record/kinds';
import type { EntryView, NewEntry } from '#contracts/visits';
import { entryItem, type OutboxItem } from '../outbox/db.ts';
import { leftBehind } from './acts.ts';
import { linesOf } from './lines.ts';
import { page, standsBefore } from './testing/page.ts';
import { standingOn } from './standing.ts';

const entry = (id: string, more: Partial<EntryView> = {}): EntryView => ({
  id,
  rootId: id,
  unitId: null,
  pointId: null,
  callId: null,
  kind: 'note',
  body: { text: id },
  author: 'Ada',
  occurredAt: '2026-06-01T10:00:00Z',
  recordedAt: '2026-06-01T10:00:00Z',
  supersedes: null,
  reason: null,
  ...more,
});
const waiting = (
  id: string,
  more: Partial<NewEntry> = {},
  state: OutboxItem['state'] = 'waiting',
): OutboxItem => ({
  ...entryItem(
    {
      id,
      visitId: 'v',
      unitId: null,
      kind: 'note',
      body: { text: id },
      occurredAt: '2026-06-01T11:00:00Z',
      ...more,
    } as NewEntry,
    1,
    { id: 'ada', name: 'Ada' },
  ),
  state,
});

describe('what stands open on a unit', () => {
  const before = standsBefore({ id: 'old', kind: 'filters out' });
  const left = waiting('left', {
    unitId: 'u',
    kind: 'condition left',
    body: { condition: 'safety bypassed', text: 'limit bridged', told: 'foreman' },
  } as Partial<NewEntry>);
  const closes = (conditionId: string) =>
    waiting('closing', {
      unitId: 'u',
      kind: 'condition closed',
      body: { conditionId, text: 'ok' },
    } as Partial<NewEntry>);
  const open = (items: OutboxItem[], entries: EntryView[] = []) =>
    (standingOn(page({ before, entries }), items, undefined).get('u') ?? []).map(({ id, mark }) => [
      id,
      mark,
    ]);

  it('is what the server has; what waits on this phone is marked, whichever way it goes', () => {
    expect(open([])).toEqual([['old', 'as sent']]);
    expect(open([left])).toEqual([
      ['old', 'as sent'],
      ['left', 'opening not sent'],
    ]);
    expect(open([left, closes('left')])).toEqual([['old', 'as sent']]);
    expect(open([closes('old')])).toEqual([['old', 'closing not sent']]);
  });

  it('a closing that the server refused closes nothing, and what it refused stands nowhere', () => {
    expect(open([{ ...closes('old'), state: 'refused' }])).toEqual([['old', 'as sent']]);
    expect(open([{ ...left, state: 'refused' }])).toEqual([['old', 'as sent']]);
    expect(open([{ ...left, state: 'aside' }])).toEqual([['old', 'as sent']]);
  });

  it('is closed once the server has the closing, and open again where the closing is withdrawn', () => {
    const closing = entry('x', {
      kind: 'condition closed',
      unitId: 'u',
      body: { conditionId: 'old', text: 'in' },
    });
    expect(open([], [closing])).toEqual([]);
    const withdrawn = waiting('w', {
      kind: 'withdrawn',
      supersedes: 'x',
      reason: 'wrong unit',
      body: {},
      occurredAt: undefined,
    } as Partial<NewEntry>);
    expect(open([withdrawn], [closing])).toEqual([['old', 'opening not sent']]);
  });
});

describe('the lines of a sheet', () => {
  it('are what the server has, then what is still on the phone', () => {
    expect(linesOf([entry('a')], [waiting('b')]).map((l) => [l.id, l.item !== undefined])).toEqual([
      ['a', false],
      ['b', true],
    ]);
  });

  it('show an entry once when the server has it and the phone does not know yet', () => {
    expect(linesOf([entry('a')], [waiting('a')])).toHaveLength(1);
  });

  it('leave out what was superseded, also by something that has not been sent', () => {
    expect(linesOf([entry('a'), entry('b', { supersedes: 'a' })], []).map((l) => l.id)).toEqual(['b']);
    expect(linesOf([entry('a')], [waiting('b', { supersedes: 'a' })]).map((l) => l.id)).toEqual(['b']);
    expect(linesOf([entry('a'), entry('b', { supersedes: 'a' })], [])[0]?.amended).toBe(true);
  });

  it('leave out what was withdrawn, and the withdrawal itself', () => {
    expect(linesOf([entry('a'), entry('w', { kind: 'withdrawn', supersedes: 'a' })], [])).toEqual([]);
    expect(
      linesOf(
        [entry('a')],
        [waiting('w', { kind: 'withdrawn', supersedes: 'a', reason: 'x', body: {} } as Partial<NewEntry>)],
      ),
    ).toEqual([]);
  });

  it('show what the server would not let be withdrawn or amended, since it still counts it', () => {
    const refused = (kind: string, id: string) =>
      waiting(id, { kind, supersedes: 'a', reason: 'x', body: {} } as Partial<NewEntry>, 'refused');
    const shown = linesOf([entry('a')], [refused('withdrawn', 'w')]);
    expect(shown.map((l) => [l.id, l.item?.state])).toEqual([
      ['a', undefined],
      ['w', 'refused'],
    ]);
    expect(linesOf([entry('a')], [refused('note', 'b')]).map((l) => l.id)).toEqual(['a', 'b']);
  });

  it('an amendment on its way stands where the amended line stood', () => {
    const later = {
      ...waiting('b', { supersedes: 'a' }),
      body: { ...waiting('b').body, supersedes: 'a', occurredAt: undefined },
    };
    expect(linesOf([entry('a')], [later as OutboxItem])[0]).toMatchObject({
      id: 'b',
      rootId: 'a',
      occurredAt: '2026-06-01T10:00:00Z',
    });
  });

  it('keep a refused entry in sight', () => {
    expect(linesOf([], [waiting('r', {}, 'refused')])[0]?.item?.state).toBe('refused');
  });
});

describe('what must not stay behind', () => {
  const left = entry('c', {
    kind: 'condition left',
    unitId: 'u',
    body: { condition: 'safety bypassed', text: '' },
  });
  it('is named until it is closed, also by something that has not been sent, and not by what was refused', () => {
    const other = entry('d', {
      kind: 'condition left',
      unitId: 'u',
      body: { condition: 'filters out', text: '' },
    });
    const behind = (items: OutboxItem[], nameOf: (id: string) => string | undefined = () => undefined) =>
      leftBehind(standingOn(page({ entries: [left, other] }), items, undefined), 'v', nameOf);
    expect(behind([], (id) => (id === 'u' ? 'RTU-1' : undefined))).toEqual(['safety bypassed on RTU-1']);
    const closing = waiting('e', {
      kind: 'condition closed',
      body: { conditionId: 'c', text: 'out' },
    } as Partial<NewEntry>);
    expect(behind([closing])).toEqual([]);
    expect(behind([{ ...closing, state: 'refused' }])).toEqual(['safety bypassed']);
  });

  it('is what was left on this visit: what others left elsewhere is theirs', () => {
    const before = standsBefore({ id: 'old', kind: 'safety bypassed' });
    expect(leftBehind(standingOn(page({ before }), [], undefined), 'v', () => undefined)).toEqual([]);
  });
});

describe('an entry in words', () => {
  const entryText = (
    kind: string,
    body: object,
    circuit: CircuitFacts,
    limits?: MeasuringLimits,
    system: UnitSystem = 'US',
  ) => saysEntry(kind, body, { circuit, limits, system, calls: new Map(), left: new Map() });

  it('of a kind or a version that this program does not know is shown as it came', () => {
    expect(entryText('thermogram', { hot: 'L2' }, {})).toMatch(/newer version of this program.*"hot":"L2"/);
    expect(entryText('note', { text: 'x', version: 2 }, {})).toMatch(/\(version 2\), which reads it/);
  });

  it('works out what readings say with the refrigerant of the circuit', () => {
    const body = {
      mode: 'cooling',
      readings: [
        { point: 'suction pressure', value: 118.4, unit: 'psig' },
        { point: 'suction line', value: 52, unit: '°F' },
      ],
    };
    expect(entryText('reading set', body, { refrigerant: 'R-410A' })).toBe(
      'cooling. superheat 12 °F (within). suction pressure 118.4 psig, suction line 52 °F',
    );
    expect(entryText('reading set', body, { refrigerant: 'R-410A' }, undefined, 'metric')).toMatch(
      /^cooling\. superheat 6\.\d °C \(within\)\. suction pressure 118\.4 psig/,
    );
    expect(entryText('reading set', body, {})).toBe(
      'cooling. suction pressure 118.4 psig, suction line 52 °F',
    );
  });

  it.each([
    ['finding', { component: 'cap', failure: 'weak', grade: 'proven' }, 'cap weak, proven'],
    [
      'work',
      { text: 'washed', tasks: ['filters and belts'], leakRepair: 'proven' },
      'washed. Done: filters and belts. Leak repair proven',
    ],
    [
      'refrigerant',
      { refrigerant: 'R-22', addedLb: 2.25, recoveredLb: 1 },
      'R-22, 2.25 lb added, 1 lb recovered',
    ],
    ['refrigerant', { refrigerant: 'R-22', notWeighed: true }, 'R-22, added, not weighed'],
    [
      'condition left',
      { condition: 'filters out', text: 'none left', told: 'foreman' },
      'Left: filters out. none left Told: foreman',
    ],
    ['condition closed', { text: 'in again' }, 'Closed again. in again'],
    ['leave', { outcome: 'done' }, 'Left: done'],
    ['leave', { outcome: 'waiting', waitingFor: 'parts' }, 'Left: waiting for parts'],
    ['weather', { outdoorF: 88, sky: 'sun' }, '88 °F outdoors, sun'],
    ['code', { board: 'main', code: '3 flashes', when: 'now' }, 'main: 3 flashes, now'],
    ['recommendation', { text: 'replace it' }, 'replace it'],
    ['arrive', {}, 'Arrived'],
  ])('%s', (kind, body, text) => {
    expect(entryText(kind, body, {})).toBe(text);
  });
});
