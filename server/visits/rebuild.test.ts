import { randomUUID } from 'node:crypto';
import { classOfSlot, CONDITION_KINDS } from '#core/vocabulary';
import { oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';
import { ADD_COMPONENTS, ADD_MOVEMENTS_FOR, ADD_SLOTS, CLOSE_CONDITIONS } from './rebuild.ts';

let server: TestServer;
let place: { siteId: string; unitId: string };
let visitId: string;
type Agent = Awaited<ReturnType<TestServer['as']>>;
let roof: Agent;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server, { builtOn: '2015-05-01' });
  roof = await server.as('technician');
  visitId = await openVisit(server, place.siteId);
});
afterAll(() => server.stop());

async function write(kind: string, body: object, occurredAt: string, more: object = {}): Promise<string> {
  const id = randomUUID();
  await roof
    .post(`/api/visits/${visitId}/entries`)
    .send({ id, visitId, unitId: place.unitId, kind, body, occurredAt, ...more })
    .expect(201);
  return id;
}

const MOVEMENTS = `select entry_id, unit_id, circuit_id, refrigerant, from_place, to_place, pounds, moved_at, by_user from refrigerant_movements order by entry_id, from_place`;
const LIVES = `select s.unit_id, s.name, s.component_class, x.manufacturer, x.model, x.serial, x.during::text, x.installed_by
  from components x join slots s on s.id = x.slot_id order by s.name, x.during`;
const OPEN = `select id, kind, hazard, text, opened_at, opened_by, changed_from, changed_to, told, closed_at, closed_by_entry from open_conditions order by id`;

/** Entries as a technician writes them over months, one of them put right afterwards and one withdrawn. */
async function writeMonths(): Promise<void> {
  await write('refrigerant', { refrigerant: 'R-410A', addedLb: 2.5, circuit: 1 }, '2026-03-02T14:00:00Z');
  await write(
    'refrigerant',
    { refrigerant: 'R-410A', recoveredLb: 6, addedLb: 7.25, afterOpening: true },
    '2026-04-02T14:00:00Z',
  );
  await write('refrigerant', { refrigerant: 'R-410A', notWeighed: true }, '2026-04-03T14:00:00Z');
  const wrong = await write('refrigerant', { refrigerant: 'R-410A', addedLb: 40 }, '2026-04-04T14:00:00Z');
  await write('refrigerant', { refrigerant: 'R-410A', addedLb: 4 }, '2026-04-04T14:00:00Z', {
    supersedes: wrong,
    reason: 'a digit too many',
  });
  await write(
    'work',
    { text: 'new compressor', installed: { slot: 'circuit 1 compressor', serial: 'S-1' } },
    '2026-04-02T16:00:00Z',
  );
  await write(
    'work',
    { text: 'again', installed: { slot: 'circuit 1 compressor', manufacturer: 'Norvane', model: 'K7' } },
    '2026-05-12T16:00:00Z',
  );
  await write(
    'work',
    { text: 'new blower motor', installed: { slot: 'blower motor' } },
    '2026-05-12T17:00:00Z',
  );
  await write('work', { text: 'nothing put in' }, '2026-05-13T17:00:00Z');
  const left = await write(
    'condition left',
    {
      condition: 'heat disabled',
      text: 'call wire lifted',
      changedFrom: 'heat on call',
      changedTo: 'lifted',
    },
    '2026-03-02T15:00:00Z',
  );
  await write(
    'condition left',
    { condition: 'exchanger holed or cracked', text: 'crack', told: 'owner, in writing' },
    '2026-03-03T15:00:00Z',
  );
  await write('condition closed', { conditionId: left, text: 'runs' }, '2026-04-02T15:00:00Z');
  const mistaken = await write(
    'condition left',
    { condition: 'filters out', text: 'other unit' },
    '2026-05-01T15:00:00Z',
  );
  await write('withdrawn', {}, '2026-05-01T16:00:00Z', { supersedes: mistaken, reason: 'other unit' });
}

describe('the set-wise statements', () => {
  it('write what the entries wrote one at a time', async () => {
    await writeMonths();
    const [movements, lives] = [await server.db.rows(MOVEMENTS), await server.db.rows(LIVES)];
    expect(movements).toHaveLength(4);
    expect(lives.map((row) => (row as { during: string }).during)).toEqual([
      '(,2026-05-12)',
      '[2026-05-12,)',
      '(,2026-04-02)',
      '[2026-04-02,2026-05-12)',
      '[2026-05-12,)',
    ]);
    await server.db.run('delete from refrigerant_movements');
    await server.db.run('delete from components');
    await server.db.run('delete from slots');
    await server.db.run(ADD_MOVEMENTS_FOR('true'));
    const names = ['circuit 1 compressor', 'blower motor'];
    await server.db.run(ADD_SLOTS, [
      JSON.stringify(Object.fromEntries(names.map((name) => [name, classOfSlot(name)]))),
    ]);
    await server.db.run(ADD_COMPONENTS);
    expect(await server.db.rows(MOVEMENTS)).toEqual(movements);
    expect(await server.db.rows(LIVES)).toEqual(lives);
  });

  it('add no movement twice', async () => {
    const before = await server.db.rows(MOVEMENTS);
    await server.db.run(ADD_MOVEMENTS_FOR('true'));
    expect(await server.db.rows(MOVEMENTS)).toEqual(before);
  });

  it('close what current entries close, and leave the rest open', async () => {
    const standing = (
      await server.db.rows<{ id: string; kind: string; closed_at: Date | null }>(OPEN)
    ).filter((row) => row.kind !== 'filters out');
    await server.db.run(
      'update open_conditions set closed_at = null, closed_by_entry = null where kind <> $1',
      ['filters out'],
    );
    await server.db.run(CLOSE_CONDITIONS);
    const again = (await server.db.rows<{ kind: string }>(OPEN)).filter((row) => row.kind !== 'filters out');
    expect(again).toEqual(standing);
    expect(standing.map((row) => [row.kind, row.closed_at !== null]).sort()).toEqual([
      ['exchanger holed or cracked', false],
      ['heat disabled', true],
    ]);
    expect(CONDITION_KINDS['exchanger holed or cracked'].hazard).toBe(true);
  });
});
