import type { EntryView, NewEntry } from '#contracts/visits';
import { entryItem, type OutboxItem } from '../outbox/db.ts';
import { entryText } from './entryText.ts';
import { leftBehind, linesOf, withOwnConditions } from './lines.ts';

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
  const unit = {
    id: 'u',
    conditions: [{ id: 'old', kind: 'filters out', hazard: false, text: '', openedAt: '' }],
  };
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
  const open = (items: OutboxItem[]) =>
    withOwnConditions(unit as never, linesOf([], items)).conditions.map((c) => c.id);

  it('what was left without a signal stands open, and can be closed without one', () => {
    expect(open([left])).toEqual(['old', 'left']);
    expect(open([left, closes('left')])).toEqual(['old']);
    expect(open([closes('old')])).toEqual([]);
  });

  it('what the server refused stands nowhere', () => {
    expect(open([{ ...left, state: 'refused' }])).toEqual(['old']);
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
  it('is named until it is closed, also by something that has not been sent', () => {
    const lines = linesOf(
      [left, entry('d', { kind: 'condition left', body: { condition: 'filters out', text: '' } })],
      [],
    );
    expect(leftBehind(lines, (id) => (id === 'u' ? 'RTU-1' : undefined))).toEqual([
      'safety bypassed on RTU-1',
    ]);
    const closing = waiting('e', {
      kind: 'condition closed',
      body: { conditionId: 'c', text: 'out' },
    } as Partial<NewEntry>);
    expect(leftBehind(linesOf([left], [closing]), () => undefined)).toEqual([]);
  });
});

describe('an entry in words', () => {
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
