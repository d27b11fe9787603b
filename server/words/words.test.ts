import { randomUUID } from 'node:crypto';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
type Agent = Awaited<ReturnType<TestServer['as']>>;
let manager: Agent;
let place: { siteId: string; unitId: string };

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server);
  manager = await server.as('manager');
});
afterAll(() => server.stop());

/** A call on a day that ends with a finding in the technician's own word. */
async function found(component: string, day: string): Promise<void> {
  const [callId, visitId] = [randomUUID(), randomUUID()];
  const { siteId, unitId } = place;
  await manager
    .post('/api/calls')
    .send({
      id: callId,
      siteId,
      unitId,
      receivedAt: `${day}T13:00:00Z`,
      complaint: 'no cooling',
      priority: 'today',
      system: 'cooling',
    })
    .expect(201);
  await manager
    .post('/api/visits')
    .send({ id: visitId, siteId, callIds: [callId], crewId: server.crewId, plannedFor: day })
    .expect(201);
  const enter = (kind: string, body: object, minute: string) =>
    manager
      .post(`/api/visits/${visitId}/entries`)
      .send({ id: randomUUID(), visitId, unitId, kind, body, occurredAt: `${day}T14:${minute}:00Z` })
      .expect(201);
  await enter('arrive', {}, '00');
  await enter('finding', { component, failure: 'failed', grade: 'proven' }, '10');
  await enter('leave', { outcome: 'done' }, '30');
}
const view = async () => (await manager.get('/api/words').expect(200)).body;
const flags = async () =>
  (await manager.get(`/api/units/${place.unitId}`).expect(200)).body.flagKinds as string[];

describe('words of technicians', () => {
  it('that nobody has mapped are listed, most used first, whatever their case and spaces', async () => {
    await found('whirligig', '2026-02-02');
    await found(' Whirligig ', '2026-04-02');
    await found('thingamajig', '2026-05-01');
    await found('compressor', '2026-05-20');
    expect((await view()).unmapped).toEqual([
      { word: 'whirligig', uses: 2 },
      { word: 'thingamajig', uses: 1 },
    ]);
  });

  it('mapped to a class make the unit judged anew: two of one class are a repeat failure', async () => {
    await manager.post('/api/words').send({ word: 'WHIRLIGIG', part: 'condenser fan motor' }).expect(200);
    const { unmapped, mapped } = await view();
    expect(unmapped.map((w: { word: string }) => w.word)).toEqual(['thingamajig']);
    expect(mapped).toEqual([{ word: 'whirligig', part: 'condenser fan motor', by: 'Test manager' }]);
    expect(await flags()).toContain('repeat');
    const { verdict } = (await manager.get(`/api/units/${place.unitId}`)).body;
    const repeat = verdict.flags.find((f: { kind: string }) => f.kind === 'repeat');
    expect(repeat.sentence).toMatch(/condenser fan motor/i);
  });

  it(
    'mapped otherwise later, they mean the new class from then on; what was written stays as it was ' +
      'written',
    async () => {
      await manager.post('/api/words').send({ word: 'whirligig', part: 'blower motor' }).expect(200);
      expect((await view()).mapped).toMatchObject([{ word: 'whirligig', part: 'blower motor' }]);
      const written = await server.db.rows<{ component: string }>(
        `select body->>'component' as component from entries where kind = 'finding' order by occurred_at`,
      );
      expect(written.map((w) => w.component.trim())).toEqual([
        'whirligig',
        'Whirligig',
        'thingamajig',
        'compressor',
      ]);
    },
  );

  it('a class nobody knows is refused, and technicians do not map', async () => {
    const { body } = await manager.post('/api/words').send({ word: 'x', part: 'gadget' }).expect(422);
    expect(body.errors[0].path).toBe('part');
    await (
      await server.as('technician')
    )
      .post('/api/words')
      .send({ word: 'x', part: 'blower motor' })
      .expect(403);
  });
});
