import { randomUUID } from 'node:crypto';
import { lock } from '../../sheet/lock.ts';
import { testServer, type TestServer } from '../../testing/server.ts';
import { sheetWriter } from '../../testing/sheets.ts';

/* Some of a stop's calls are put on a visit of their own, while nobody has begun there. */

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
});
afterAll(() => server.stop());

/** A stop at which two units are seen to. */
async function stopOfTwo(site: string) {
  const at = await sheetWriter(server, site);
  const units = [await at.unit('RTU-1'), await at.unit('RTU-2')];
  const calls = await at.maintenance(units, '2026-06-20');
  const visitId = await at.visit(calls, '2026-06-20');
  const { Route, Stop } = server.db.models;
  const none = { departAt: null, backAt: null, driveMinutes: null };
  const day = { crewId: server.crewId, day: '2026-06-20' };
  const route =
    (await Route.findOne({ where: day })) ??
    (await Route.create({ id: randomUUID(), ...day, ...none, publishedVersion: null }));
  await Stop.create({
    ...{ visitId, routeId: route.id, position: (await Stop.count()) + 1, minutes: 60, shared: 0 },
    ...{ driveMinutes: null, arriveAt: null, startAt: null, leaveAt: null },
  });
  return { at, calls, visitId };
}
const split = async (visitId: string, calls: readonly (string | undefined)[]) =>
  (await server.as('dispatcher')).post(`/api/board/stops/${visitId}/split`).send({ id: randomUUID(), calls });

it('puts calls on a visit of their own, with their share of the minutes', async () => {
  const { calls, visitId } = await stopOfTwo('Mill');
  const answer = await split(visitId, [calls[0]]);
  expect(answer.status).toBeLessThan(300);
  const visits = await server.db.models.VisitCall.findAll({ where: { callId: calls } });
  expect(new Set(visits.map((row) => row.visitId)).size).toBe(2);
});

it('waits for a line that is being written, and is refused where somebody has begun', async () => {
  const { at, calls, visitId } = await stopOfTwo('Weir');
  const held = { units: [], points: [], calls: [...calls].sort(), visits: [visitId] };
  let splitting: ReturnType<typeof split> | undefined;
  await server.db.transaction(async (transaction) => {
    // As a phone's line holds them while it is written.
    await lock(server.db, held, transaction);
    splitting = split(visitId, [calls[0]]);
    const early = await Promise.race([
      splitting.then(() => 'answered'),
      new Promise((wait) => setTimeout(() => wait('waits'), 300)),
    ]);
    expect(early).toBe('waits');
    const id = randomUUID();
    await server.db.models.Entry.create(
      { id, rootId: id, visitId, kind: 'arrive', body: {}, occurredAt: new Date('2026-06-20T14:00:00Z') },
      { transaction },
    );
  });
  expect((await splitting)?.status).toBe(409);
  expect((await at.get<{ calls: unknown[] }>(`/api/visits/${visitId}`)).calls).toHaveLength(2);
});
