import { randomUUID } from 'node:crypto';
import { oneOf, seededRandom, type Random } from '#core/base/random';
import { testServer, type TestServer } from '../testing/server.ts';
import { derivedRows, sheetWriter, type SheetWriter } from '../testing/sheets.ts';
import { rebuild } from './rebuild.ts';

/*
 * Whatever a desk and two people on the roof do in whatever order, what was derived step by step is what the
 * fold derives from scratch. Steps that are refused (a call that is done already, a line amended meanwhile)
 * change nothing.
 */

const clock = { now: () => new Date('2026-06-20T15:00:00Z'), shiftMs: 0 };
const RUNS = 5;
const STEPS = 60;
let server: TestServer;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
});
afterAll(() => server.stop());

type Agent = Awaited<ReturnType<TestServer['as']>>;
interface Company {
  readonly at: SheetWriter;
  readonly units: string[];
  readonly calls: string[];
  readonly visits: string[];
  readonly lines: { id: string; visitId: string; kind: string }[];
  readonly desk: Agent;
  readonly roofs: readonly Agent[];
}

/** One of some things, by the run's own chance; undefined where there is none. */
const some = <T>(random: Random, all: readonly T[]): T | undefined =>
  all.length === 0 ? undefined : oneOf(random, all);

const co = (ppm: number, mode: string) => ({
  mode,
  readings: [{ point: 'room CO', value: ppm, unit: 'ppm' }],
});

/** A line somebody may write; its kind and body. */
function line(random: Random, lines: Company['lines']): [string, object] {
  const left = lines.filter(({ kind }) => ['condition left', 'finding', 'look'].includes(kind));
  const read = lines.filter(({ kind }) => kind === 'reading set');
  const all: (() => [string, object])[] = [
    () => ['arrive', {}],
    () => ['leave', { outcome: oneOf(random, ['done', 'not reached']) }],
    () => ['leave', { outcome: 'waiting', waitingFor: 'parts' }],
    () => ['finding', { component: 'contactor', failure: 'burnt', grade: 'proven' }],
    () => [
      'finding',
      { component: 'heat exchanger', failure: 'cracked', grade: oneOf(random, ['proven', 'not found']) },
    ],
    () => ['look', { part: 'heat exchanger', sign: 'crack or hole', looked: 'panels off', by: 'eye' }],
    () => ['work', { text: 'put right', tasks: ['filters and belts'] }],
    () => ['work', { text: 'new', installed: { slot: { part: 'heat exchanger', circuit: null } } }],
    () => ['condition left', { condition: oneOf(random, ['filters out', 'heat disabled']), text: 'x' }],
    () => ['condition closed', { conditionId: some(random, left)?.id ?? randomUUID(), text: 'x' }],
    () => ['reading set', co(random() < 0.6 ? 80 : 2, random() < 0.7 ? 'heating' : 'off')],
    () => [
      'explained',
      { act: { lineId: some(random, read)?.id ?? randomUUID(), rule: 'room CO' }, text: 'x' },
    ],
    () => ['recommendation', { text: 'replace it' }],
    () => ['note', { text: 'x' }],
  ];
  return oneOf(random, all)();
}

/** One step of the roof: a line, an amendment, a line taken back. Whether it was taken. */
async function roofStep({ units, visits, lines, roofs }: Company, random: Random, hour: number) {
  const visitId = oneOf(random, visits);
  const amended = random() < 0.25 ? some(random, lines) : undefined;
  const [kind, body] = amended && random() < 0.5 ? ['withdrawn', {}] : line(random, lines);
  const about = ['arrive', 'leave'].includes(kind) ? null : oneOf(random, units);
  const entry = {
    ...{ id: randomUUID(), visitId: amended?.visitId ?? visitId, unitId: about, kind, body },
    ...(amended ? { supersedes: amended.id, reason: 'put right' } : {}),
    ...(amended ? {} : { occurredAt: new Date(Date.UTC(2026, 5, 1, hour)).toISOString() }),
  };
  const roof = oneOf(random, roofs);
  const { status } = await roof.post(`/api/visits/${entry.visitId}/entries`).send(entry);
  if (status === 201) lines.push({ id: entry.id, visitId: entry.visitId, kind });
  return status;
}

/** One step of the desk: another unit, a plan, on hold, cancelled, restored, opened again. */
async function deskStep({ at, units, calls, desk }: Company, random: Random) {
  const id = oneOf(random, calls);
  const { version } = await at.get<{ version: number }>(`/api/calls/${id}`);
  const patch = oneOf(random, [
    { unitId: oneOf(random, units) },
    { unitId: null },
    { system: oneOf(random, ['heating', 'cooling']) },
    { crewId: server.crewId, scheduledOn: '2026-06-18' },
    { crewId: null, scheduledOn: null },
    { step: { step: 'wait', waitingFor: 'parts' } },
    { step: { step: 'ready' } },
    { step: { step: 'cancel', as: 'duplicate' } },
    { step: { step: 'restore' } },
    { step: { step: 'reopen' } },
  ]);
  return (await desk.patch(`/api/calls/${id}`).send({ version, ...patch })).status;
}

it.each(Array.from({ length: RUNS }, (_, i) => i + 1))(
  'run %i: what a desk and two people on the roof do step by step is what a rebuild derives',
  async (seed) => {
    const random = seededRandom(seed);
    const at = await sheetWriter(server, `Mill${seed}`);
    const units = [await at.unit('RTU-1'), await at.unit('RTU-2')];
    const calls = [
      await at.call(units[0] as string, '2026-06-01T06:00:00Z', { system: 'heating' }),
      await at.call(null, '2026-06-01T06:10:00Z', { system: 'heating' }),
      ...(await at.maintenance(units, '2026-06-01')),
    ];
    const visits = [await at.visit(calls, '2026-06-01'), await at.visit(calls.slice(0, 2), '2026-06-02')];
    const roofs = [await server.as('technician'), await server.as('manager')];
    const company: Company = {
      at,
      units,
      calls,
      visits,
      lines: [],
      desk: await server.as('dispatcher'),
      roofs,
    };
    const answers = new Map<number, number>();
    for (let step = 0; step < STEPS; step++) {
      const status =
        random() < 0.25 ? await deskStep(company, random) : await roofStep(company, random, 7 + (step % 40));
      answers.set(status, (answers.get(status) ?? 0) + 1);
    }
    // Refused is refused with a reason; nothing breaks.
    expect([...answers.keys()].filter((status) => ![200, 201, 403, 409, 422].includes(status))).toEqual([]);
    expect((answers.get(201) ?? 0) + (answers.get(200) ?? 0)).toBeGreaterThan(STEPS / 3);
    const before = await derivedRows(server);
    await server.db.transaction((transaction) => rebuild(server.db, clock, transaction));
    expect(await derivedRows(server)).toEqual(before);
  },
);
