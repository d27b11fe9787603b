import { seededRandom, oneOf, wholeBetween } from '#core/base/random';
import { testServer, type TestServer } from '../testing/server.ts';
import { derivedRows, sheetWriter, type SheetWriter } from '../testing/sheets.ts';
import { rebuild } from './rebuild.ts';

let server: TestServer;
let at: SheetWriter;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-05-30T15:00:00Z');
  at = await sheetWriter(server);
});
afterAll(() => server.stop());

const clock = { now: () => new Date('2026-05-30T15:00:00Z'), shiftMs: 0 };

/** What was derived step by step, and what a fold from scratch derives. */
async function bothWays() {
  const steps = await derivedRows(server);
  await server.db.transaction((transaction) => rebuild(server.db, clock, transaction));
  return [steps, await derivedRows(server)] as const;
}

type Line = readonly [kind: string, body: object];
const LINES: readonly Line[] = [
  ['finding', { component: 'contactor', failure: 'burnt', grade: 'proven', system: 'cooling' }],
  ['finding', { component: 'drain', failure: 'plugged', grade: 'presumed' }],
  ['finding', { component: 'comp', failure: 'open', grade: 'not found' }],
  ['work', { text: 'changed', tasks: ['filters and belts'] }],
  ['work', { text: 'new', installed: { slot: { part: 'inducer', circuit: null }, model: 'I-2' } }],
  ['work', { text: 'brazed', leakRepair: 'proven' }],
  ['refrigerant', { refrigerant: 'R-22', addedLb: 2 }],
  ['refrigerant', { refrigerant: 'R-22', addedLb: 6, recoveredLb: 5 }],
  ['condition left', { condition: 'filters out', text: 'none' }],
  ['recommendation', { text: 'contactors' }],
  ['note', { text: 'hums' }],
];

it('twenty people writing on one unit at once derive what a fold from scratch derives', async () => {
  const unitId = await at.unit('RTU-1');
  const calls = [
    await at.call(unitId, '2026-04-01T12:00:00Z'),
    await at.call(unitId, '2026-05-01T12:00:00Z'),
  ];
  const visits = [await at.visit(calls.slice(0, 1), '2026-04-01'), await at.visit(calls, '2026-05-01')];
  const random = seededRandom(20);
  await Promise.all(
    Array.from({ length: 20 }, (_, writer) => writer).map(async (writer) => {
      const visitId = visits[writer % 2] as string;
      const on = () => ({ occurredAt: `2026-0${4 + (writer % 2)}-0${wholeBetween(random, 1, 9)}T14:00:00Z` });
      const [kind, body] = LINES[writer % LINES.length] as Line;
      const id = await at.write(visitId, kind, body, { unitId, ...on() });
      if (writer % 3 === 0)
        await at.write(visitId, kind, body, { unitId, supersedes: id, reason: 'again', ...on() });
      else if (writer % 5 === 0) await at.withdraw(visitId, id);
      if (writer % 4 === 0) await at.write(visitId, 'leave', { outcome: 'done' }, on());
    }),
  );
  const [steps, scratch] = await bothWays();
  expect(scratch).toEqual(steps);
  expect(steps.findings?.length).toBeGreaterThan(2);
});

it(
  'any sequence of lines, amendments and withdrawals derives step by step what it derives from ' + 'scratch',
  async () => {
    for (const seed of [1, 2, 3]) {
      const random = seededRandom(seed);
      const units = [await at.unit(`A-${seed}`), await at.unit(`B-${seed}`)];
      const calls = [
        await at.call(units[0] as string, '2026-05-01T12:00:00Z'),
        await at.call(null, '2026-05-02T12:00:00Z'),
      ];
      const planned = await at.maintenance(units, '2026-05-03');
      const visits = [
        await at.visit(calls, '2026-05-01'),
        await at.visit([...planned, calls[0] as string], '2026-05-03'),
      ];
      const stands: { id: string; visitId: string; kind: string; body: object; unitId: string | null }[] = [];
      for (let i = 0; i < 30; i++) {
        const visitId = oneOf(random, visits);
        const occurredAt = `2026-05-${String(wholeBetween(random, 1, 28)).padStart(2, '0')}T14:00:00Z`;
        const own = stands.filter((line) => line.visitId === visitId);
        const target = own.length > 0 && random() < 0.4 ? oneOf(random, own) : undefined;
        if (target) stands.splice(stands.indexOf(target), 1);
        if (target && random() < 0.5) {
          await at.withdraw(visitId, target.id, { unitId: target.unitId });
          continue;
        }
        const open = stands.filter((line) => line.kind === 'condition left');
        const closing = open.length > 0 && !target && random() < 0.2 ? oneOf(random, open) : undefined;
        const [kind, body] = target
          ? [target.kind, target.body]
          : closing
            ? ['condition closed', { conditionId: closing.id, text: 'in' }]
            : random() < 0.25
              ? oneOf(random, [
                  ['arrive', {}],
                  ['leave', { outcome: 'done' }],
                  ['leave', { outcome: 'waiting', waitingFor: 'parts' }],
                ] as const)
              : oneOf(random, LINES);
        const unitId = kind === 'arrive' || kind === 'leave' ? null : oneOf(random, units);
        const amends = target ? { supersedes: target.id, reason: 'put right' } : {};
        stands.push({
          id: await at.write(visitId, kind, body, { unitId, occurredAt, ...amends }),
          visitId,
          kind,
          body,
          unitId,
        });
      }
      const [steps, scratch] = await bothWays();
      expect(scratch).toEqual(steps);
    }
  },
);
