import { ladderOf, USUAL } from '#core/circuitry/ladder';
import { diagnose } from '#core/diagnosis';
import type { OutboxItem } from '../outbox/db.ts';
import { evidenceOf } from './evidence.ts';
import { findingOf } from './finding.ts';

const ladder = ladderOf(USUAL);
const line = (id: string, minute: number, kind: string, body: object, unitId = 'u') => ({
  ...{ id, kind, unitId, body: body as Record<string, unknown> },
  occurredAt: `2026-06-03T10:${String(minute).padStart(2, '0')}:00Z`,
});
const volts = (reads: number, node = 'FZ') =>
  ({ kind: 'volts', call: 'cool', between: [node, 'C'], reads, watched: true }) as const;
const asked = 'volts';

describe('the evidence of a sheet', () => {
  it('is what was seen on this unit, oldest first, with its line', () => {
    const { held } = evidenceOf(
      [
        line('b', 5, 'observation', { asked, seen: volts(0) }),
        line('a', 2, 'observation', { asked, seen: volts(26, 'AP') }),
        line('c', 3, 'observation', { asked, seen: volts(26) }, 'another'),
        line('d', 4, 'note', { text: 'hot up here' }),
      ],
      'u',
      ladder,
    );
    expect(held.map(({ lineId }) => lineId)).toEqual(['a', 'b']);
  });

  it.each([
    ['work', { text: 'new', installed: [{ slot: { part: 'contactor' } }] }, ['contactor', 'swapped']],
    ['refrigerant', { refrigerant: 'R-410A', addedLb: 2 }, ['refrigerant circuit', 'charged']],
    ['adjustment', { what: 'gas pressure' }, ['gas valve', 'adjusted']],
    [
      'observation',
      { asked, seen: { kind: 'changed', part: 'filter', how: 'cleaned' } },
      ['filter', 'cleaned'],
    ],
  ])('a line of %s is a change where it alters the machine', (kind, body, [part, how]) =>
    expect(evidenceOf([line('a', 1, kind, body)], 'u', ladder).held).toMatchObject([{ seen: { part, how } }]),
  );

  it('every part that was put in is a change of its own', () => {
    const installed = [{ slot: { part: 'contactor' } }, { slot: { part: 'capacitor' } }];
    const { held } = evidenceOf([line('a', 1, 'work', { text: 'new', installed })], 'u', ladder);
    expect(held.map(({ seen }) => seen)).toMatchObject([{ part: 'contactor' }, { part: 'capacitor' }]);
  });

  it('what the server refused says nothing, what waits does', () => {
    const said = line('a', 1, 'observation', { asked, seen: volts(0) });
    const held = (state: OutboxItem['state']) =>
      evidenceOf([{ ...said, item: { state } as OutboxItem }], 'u', ladder).held;
    expect(held('waiting')).toHaveLength(1);
    expect(held('refused')).toEqual([]);
    expect(held('aside')).toEqual([]);
  });

  it.each([
    ['work', { text: 'looked' }],
    ['refrigerant', { refrigerant: 'R-410A', recoveredLb: 2 }],
    ['code', { board: 'HC-2', code: '3', when: 'on the chart', means: 'proof open' }],
  ])('%s that alters nothing, or says nothing of this machine, is none', (kind, body) =>
    expect(evidenceOf([line('a', 1, kind, body)], 'u', ladder).held).toEqual([]),
  );

  it('a code that was seen points at parts, and is called by its board', () => {
    const body = { board: 'HC-2', code: '3', when: 'now', points: ['inducer'] };
    const [code] = evidenceOf([line('a', 1, 'code', body)], 'u', ladder).held;
    expect(code).toMatchObject({ asked: 'code HC-2 3', seen: { points: ['inducer'] } });
  });

  it('what the machine as it is drawn now cannot show is told beside it', () => {
    const { held, odd } = evidenceOf(
      [line('a', 1, 'observation', { asked, seen: volts(26, '2FZ') })],
      'u',
      ladder,
    );
    expect([held.length, odd.length]).toEqual([0, 1]);
  });
});

describe('a cause as a finding', () => {
  const blows = { kind: 'ran', call: 'cool', what: 'blower', how: 'yes' } as const;
  const open = { kind: 'volts', call: 'cool', between: ['AP', 'HP'], reads: 26 } as const;
  // It never ran: the head did not open it.
  const never = (['compressor', 'condenser fan'] as const).map(
    (what) => ({ kind: 'ran', call: 'cool', what, how: 'no' }) as const,
  );
  const causes = (seen: Parameters<typeof diagnose>[1]) => diagnose(ladder, seen, { on: 'cool' });

  it('is presumed while a gate stands before it, and says what was not done', () => {
    const { causes: found, notYet } = causes([blows, volts(26, 'AP'), open, ...never]);
    expect(found[0]).toMatchObject({ key: 'high-pressure switch: open' });
    expect(found[0]?.share).toBeGreaterThan(0.9);
    const held = [{ lineId: 'x', asked, at: '', seen: open }];
    expect(findingOf(found[0]!, notYet, held)).toMatchObject({
      ...{ part: 'high-pressure switch', failure: 'open', grade: 'presumed', evidence: ['x'] },
      text: expect.stringContaining('gauge beside the switch'),
    });
  });

  it('is proven once the gate is open and it is nearly sure', () => {
    const { causes: found, notYet } = causes([
      ...[blows, volts(26, 'AP'), open, ...never],
      { kind: 'done', check: 'gauge beside the switch' },
    ]);
    expect(findingOf(found[0]!, notYet, []).grade).toBe('proven');
    expect(findingOf({ ...found[0]!, share: 0.89 }, notYet, []).grade).toBe('presumed');
  });
});
