import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import type { MessagesView, ToldElsewhere } from '#contracts/telling';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';
import { waysFor, type Ways } from './outgoing.ts';
import { sendWhatWaits } from './service.ts';

/* Customers are told for real: by a mail server and a gateway that are there, away, or refuse. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
const DAY = '2026-06-03';
let server: TestServer;
let desk: Agent;
let place: Awaited<ReturnType<typeof oneUnit>>;
let smtp: SMTPServer;
let gateway: Server;
const mails: string[] = [];
const texts: { to: string; text: string }[] = [];
let answer = 250;
let ways: Ways;

beforeAll(async () => {
  smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    disableReverseLookup: true,
    onRcptTo: ({ address }, _session, done) =>
      done(
        answer === 250
          ? null
          : Object.assign(new Error(`nobody called ${address}`), { responseCode: answer }),
      ),
    onData: (stream, _session, done) => {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => {
        mails.push(Buffer.concat(parts).toString());
        done(null, 'taken as 42');
      });
    },
  });
  await new Promise<void>((go) => smtp.listen(0, '127.0.0.1', go));
  gateway = createServer((request, response) => {
    let body = '';
    request.on('data', (part: Buffer) => (body += part.toString()));
    request.on('end', () => {
      texts.push(JSON.parse(body) as { to: string; text: string });
      response.writeHead(answer === 250 ? 202 : 422).end('queued');
    });
  });
  await new Promise<void>((go) => gateway.listen(0, '127.0.0.1', go));
  const port = (of: { address(): unknown }) => (of.address() as AddressInfo).port;
  ways = waysFor({
    smtp: `smtp://127.0.0.1:${port(smtp.server)}`,
    from: 'crews@ironleaf.example',
    gateway: `http://127.0.0.1:${port(gateway)}/messages`,
  });
  server = await testServer({ ways });
  server.setNow('2026-06-02T12:00:00Z');
  place = await oneUnit(server);
  desk = await server.as('manager');
});
afterAll(async () => {
  await server.stop();
  await new Promise<void>((go) => smtp.close(() => go()));
  await new Promise((go) => gateway.close(go));
});
beforeEach(() => {
  mails.length = texts.length = 0;
  answer = 250;
});

const contact = (more: object, status = 201) =>
  desk
    .post('/api/contacts')
    .send({
      ...{ id: randomUUID(), siteId: place.siteId, name: 'Odd Fenn', role: 'at the site' },
      ...{ phone: null, email: null, toldBy: 'nobody', ...more },
    })
    .expect(status);
const messages = async (): Promise<MessagesView> =>
  (await desk.get(`/api/messages?from=${DAY}`).expect(200)).body;
const about = async (day: string) => (await messages()).messages.find((message) => message.day === day);
const states = async () => (await messages()).messages.map(({ state }) => state);

/** A call of one crew on the day, in order, that is published. */
async function planned(crewDay = DAY): Promise<string> {
  const { body: call } = await desk
    .post('/api/calls')
    .send({
      ...{ id: randomUUID(), siteId: place.siteId, unitId: place.unitId, complaint: 'warm' },
      ...{ receivedAt: '2026-06-02T11:00:00Z', priority: 'this week' },
      ...{ crewId: server.crewId, scheduledOn: crewDay },
    })
    .expect(201);
  await order(crewDay);
  return call.visitId as string;
}
async function order(day: string, jobs?: { visit: string }[]) {
  const { body } = await desk.get(`/api/board?from=${day}`).expect(200);
  const own = body.days.find((one: { crewId: string }) => one.crewId === server.crewId);
  const stops = own.stops.map((stop: { visitId: string }) => ({ visit: stop.visitId }));
  await desk
    .post('/api/board/orders')
    .send({
      ...{ id: randomUUID(), from: day, days: 1, takeOff: [], anyway: true },
      orders: [{ crewId: server.crewId, day, version: own.version, jobs: jobs ?? stops }],
    })
    .expect(201);
}
async function publish(day = DAY) {
  await desk
    .post('/api/board/publish')
    .send({ id: randomUUID(), from: day, days: 1, crewIds: [] })
    .expect(201);
  // Handed over beside the answer; whoever asks again finds nothing left.
  await sendWhatWaits({
    db: server.db,
    clock: { now: () => new Date('2026-06-02T12:00:00Z'), shiftMs: 0 },
    ways,
  });
  for (let i = 0; i < 200 && (await states()).includes('going'); i++)
    await new Promise((go) => setTimeout(go, 20));
}

it('without anybody on record nobody is told, and the desk is told so', async () => {
  await planned();
  await publish();
  expect(await states()).toEqual(['no contact']);
  expect(mails).toEqual([]);
  // It does not bind: nobody heard of it.
  const { body: board } = await desk.get(`/api/board?from=${DAY}`).expect(200);
  expect(board.days[0].stops[0].told).toBeNull();
  const [message] = (await messages()).messages;
  await desk.post(`/api/messages/${message?.id}/step`).send({ step: 'told by telephone' }).expect(200);
  expect(await states()).toEqual(['told by telephone']);
  const { body: after } = await desk.get(`/api/board?from=${DAY}`).expect(200);
  expect(after.days[0].stops[0].told).toMatchObject({ day: DAY });
});

it('a contact needs an address for the way it is told by', async () => {
  await contact({ toldBy: 'e-mail' }, 422);
  await contact({ toldBy: 'text message', email: 'fenn@dome.example' }, 422);
  await contact({ email: 'no address' }, 422);
});

it('one mail a site and day goes to the mail server, which took it; what was told binds, and is told once', async () => {
  await contact({ email: 'fenn@dome.example', toldBy: 'e-mail' });
  await planned('2026-06-04');
  await planned('2026-06-04');
  await publish('2026-06-04');
  expect(mails).toHaveLength(1);
  expect(mails[0]).toMatch(/To: fenn@dome\.example/);
  expect(mails[0]).toMatch(/From: crews@ironleaf\.example/);
  expect(mails[0]).toMatch(/we come to Rink hall on 4 Jun 2026 between/);
  expect(await about('2026-06-04')).toMatchObject({
    state: 'sent',
    reply: expect.stringContaining('taken as 42'),
  });
  await publish('2026-06-04');
  expect(mails).toHaveLength(1);
});

it('somebody whose visit goes to another day is told when the old day is published', async () => {
  const { body } = await desk.get('/api/board?from=2026-06-04').expect(200);
  const visits = body.days[0].stops.map((stop: { visitId: string }) => stop.visitId) as string[];
  for (const id of visits) {
    const visit = await server.db.models.Visit.findByPk(id, { rejectOnEmpty: true });
    const [link] = await server.db.models.VisitCall.findAll({ where: { visitId: visit.id } });
    const { body: call } = await desk.get(`/api/calls/${link?.callId}`).expect(200);
    await desk
      .patch(`/api/calls/${call.id}`)
      .send({ version: call.version, scheduledOn: '2026-06-05' })
      .expect(200);
  }
  await order('2026-06-05');
  await publish('2026-06-04');
  expect(mails).toHaveLength(1);
  expect(mails[0]?.replace(/=\r?\n/g, '')).toMatch(
    /has moved\. We come on 5 Jun 2026 .*and not on 4 Jun 2026/s,
  );
});

it('a mail server that refuses, and one that is away: kept, tried, said', async () => {
  answer = 550;
  await planned('2026-06-08');
  await publish('2026-06-08');
  const refused = await about('2026-06-08');
  expect(refused).toMatchObject({ state: 'refused', reply: expect.stringContaining('550'), tried: 1 });
  answer = 250;
  await desk.post(`/api/messages/${refused?.id}/step`).send({ step: 'again' }).expect(200);
  expect(await about('2026-06-08')).toMatchObject({ state: 'sent', tried: 2 });
  await desk.post(`/api/messages/${refused?.id}/step`).send({ step: 'again' }).expect(422);
  const away = await waysFor({ smtp: 'smtp://127.0.0.1:1' }).hand({
    ...{ id: randomUUID(), way: 'e-mail', address: 'a@b.example', subject: 's', text: 't' },
  });
  expect(away).toMatchObject({ what: 'not reached' });
});

it('what was being handed over when a process ended is not sent again by itself', async () => {
  const message = await server.db.models.Message.create({
    ...{ siteId: place.siteId, day: '2026-06-09', contactId: null, way: 'e-mail', address: 'a@b.example' },
    ...{ subject: 's', text: 't', madeBy: null, madeAt: new Date('2026-06-02T11:00:00Z') },
  });
  await server.db.models.MessageAttempt.create({
    ...{
      messageId: message.id,
      what: 'trying',
      reply: null,
      byUser: null,
      at: new Date('2026-06-02T11:00:00Z'),
    },
  });
  expect((await about('2026-06-09'))?.state).toBe('not known whether it went');
  await desk.post('/api/messages/send').send({}).expect(200);
  expect(mails).toEqual([]);
  await desk.post(`/api/messages/${message.id}/step`).send({ step: 'again' }).expect(200);
  expect(mails).toHaveLength(1);
  await expect(server.db.run("update message_attempts set what = 'taken'")).rejects.toThrow(/append-only/);
});

it('after a restore nothing goes until somebody presses', async () => {
  await server.db.run('update sending set held_at = now()');
  await planned('2026-06-10');
  await publish('2026-06-10');
  expect(mails).toEqual([]);
  expect((await messages()).heldAt).not.toBeNull();
  await desk.post('/api/messages/send').send({}).expect(200);
  expect(mails).toHaveLength(1);
  expect((await messages()).heldAt).toBeNull();
});

it('a text message goes to the gateway, whoever it is that sends at the same moment sends it once', async () => {
  const { body: contacts } = await desk.get(`/api/sites/${place.siteId}/contacts`).expect(200);
  const [first] = contacts as { id: string; version: number }[];
  await desk
    .patch(`/api/contacts/${first?.id}`)
    .send({ version: first?.version, phone: '555-0142', toldBy: 'text message' })
    .expect(200);
  await planned('2026-06-11');
  await desk
    .post('/api/board/publish')
    .send({ id: randomUUID(), from: '2026-06-11', days: 1, crewIds: [] })
    .expect(201);
  const needs = { db: server.db, clock: { now: () => new Date('2026-06-02T12:00:00Z'), shiftMs: 0 }, ways };
  await Promise.all(Array.from({ length: 4 }, () => sendWhatWaits(needs)));
  for (let i = 0; i < 200 && (await states()).includes('going'); i++)
    await new Promise((go) => setTimeout(go, 20));
  expect(texts).toEqual([
    expect.objectContaining({ to: '555-0142', text: expect.stringContaining('we come to Rink hall') }),
  ]);
});

it('many that send at the same moment hand over each message once', async () => {
  const { Message } = server.db.models;
  const made = Array.from({ length: 100 }, (_, i) => ({
    ...{ id: randomUUID(), siteId: place.siteId, day: '2026-06-12', contactId: null },
    ...{ way: 'text message' as const, address: `555-0${100 + i}`, subject: 'Our visit' },
    ...{ text: `number ${i}`, madeBy: null, madeAt: new Date('2026-06-02T12:00:00Z') },
  }));
  await Message.bulkCreate(made);
  const needs = { db: server.db, clock: { now: () => new Date('2026-06-02T12:00:00Z'), shiftMs: 0 }, ways };
  await Promise.all(Array.from({ length: 8 }, () => sendWhatWaits(needs)));
  expect(texts.map(({ text }) => text).sort()).toEqual(made.map(({ text }) => text).sort());
});

describe('a crew sees what is published', () => {
  const NEXT = '2026-06-15';
  interface Seen {
    readonly id: string;
    readonly plannedFor: string;
    readonly startAt: number | null;
    readonly changed: { readonly what: string; readonly was: number | null } | null;
  }
  /** The day, without what was left undone on the days before. */
  const seenBy = async (who: Agent): Promise<Seen[]> =>
    ((await who.get(`/api/visits?day=${NEXT}&crewId=${server.crewId}`).expect(200)).body as Seen[]).filter(
      ({ plannedFor }) => plannedFor >= NEXT,
    );

  it('what is changed afterwards reaches the phone when it is published, is marked, and confirmed', async () => {
    const roof = await server.as('technician');
    const first = await planned(NEXT);
    // Never published: it is there, without a time.
    expect(await seenBy(roof)).toMatchObject([{ id: first, startAt: null, changed: null }]);
    await publish(NEXT);
    const [was] = await seenBy(roof);
    expect(was).toMatchObject({ id: first, startAt: expect.any(Number), changed: null });
    const second = await planned(NEXT);
    await order(NEXT, [{ visit: second }, { visit: first }]);
    expect(await seenBy(roof)).toEqual([was]);
    const routes = await desk.get(`/api/board?from=${NEXT}`).expect(200);
    const { routeId } = routes.body.days.find((day: { crewId: string }) => day.crewId === server.crewId);
    const stops = async (who: Agent) =>
      (await who.get(`/api/routes/${routeId}`).expect(200)).body.stops.map(
        (stop: { visitId: string }) => stop.visitId,
      );
    expect([await stops(desk), await stops(roof)]).toEqual([[second, first], [first]]);

    await publish(NEXT);
    expect(await seenBy(roof)).toMatchObject([
      { id: second, changed: { what: 'new', was: null } },
      { id: first, changed: { what: 'moved', was: was?.startAt } },
    ]);
    expect(await stops(roof)).toEqual([second, first]);
    await roof.post('/api/visits/seen').send({ day: NEXT }).expect(200);
    expect((await seenBy(roof)).map(({ changed }) => changed)).toEqual([null, null]);

    const { body } = await desk.get(`/api/board?from=${NEXT}`).expect(200);
    const day = body.days.find((one: { crewId: string }) => one.crewId === server.crewId);
    await desk
      .post('/api/board/orders')
      .send({
        ...{ id: randomUUID(), from: NEXT, days: 2, takeOff: [], anyway: true },
        orders: [
          { crewId: server.crewId, day: NEXT, version: day.version, jobs: [{ visit: second }] },
          { crewId: server.crewId, day: '2026-06-16', version: null, jobs: [{ visit: first }] },
        ],
      })
      .expect(201);
    expect((await seenBy(roof)).map(({ id }) => id)).toEqual([second, first]);
    await publish(NEXT);
    const left = await seenBy(roof);
    expect(left.find(({ id }) => id === first)?.changed?.what).toBe('off');
    await roof.post('/api/visits/seen').send({ day: NEXT }).expect(200);
    expect((await seenBy(roof)).map(({ id }) => id)).toEqual([second]);
  });

  it('what another day took is off the first one once that is published, whichever is published first', async () => {
    const roof = await server.as('technician');
    const [from, to] = ['2026-06-22', '2026-06-23'];
    const dayOf = async (day: string): Promise<[string, string | undefined][]> =>
      ((await roof.get(`/api/visits?day=${day}&crewId=${server.crewId}`).expect(200)).body as Seen[])
        .filter(({ plannedFor }) => plannedFor >= day)
        .map(({ id, changed }) => [id, changed?.what]);
    const moved = await planned(from);
    await publish(from);
    const { body } = await desk.get(`/api/board?from=${from}`).expect(200);
    const { version } = body.days.find(
      (one: { crewId: string; day: string }) => one.crewId === server.crewId && one.day === from,
    );
    await desk
      .post('/api/board/orders')
      .send({
        ...{ id: randomUUID(), from, days: 2, takeOff: [], anyway: true },
        orders: [
          { crewId: server.crewId, day: from, version, jobs: [] },
          { crewId: server.crewId, day: to, version: null, jobs: [{ visit: moved }] },
        ],
      })
      .expect(201);
    expect(await dayOf(from)).toEqual([[moved, undefined]]);
    await publish(to);
    expect(await dayOf(to)).toEqual([[moved, 'new']]);
    expect(await dayOf(from)).toEqual([[moved, 'off']]);
    await publish(from);
    expect(await dayOf(from)).toEqual([[moved, 'off']]);
    expect(await dayOf(to)).toEqual([[moved, 'new']]);
  });

  it('a call that cannot wait is there at once, whatever was published', async () => {
    const roof = await server.as('technician');
    const take = (priority: string) =>
      desk
        .post('/api/calls')
        .send({
          ...{ id: randomUUID(), siteId: place.siteId, unitId: null, complaint: priority, priority },
          ...{ receivedAt: '2026-06-02T11:00:00Z', crewId: server.crewId, scheduledOn: NEXT },
        })
        .expect(201);
    await take('today');
    const { body: urgent } = await take('at once');
    const ids = (await seenBy(roof)).map(({ id }) => id);
    expect(ids).toContain(urgent.visitId);
    expect((await seenBy(roof)).filter((visit) => visit.startAt === null)).toHaveLength(1);
  });
});

describe('a visit that stands elsewhere than its customer was told', () => {
  const ON = '2026-06-24';
  const THEN = '2026-06-25';
  const elsewhere = async (): Promise<ToldElsewhere[]> =>
    (await desk.get(`/api/board/told-elsewhere?from=${ON}&days=4`).expect(200)).body;
  const agree = (body: object, status: number) =>
    desk
      .post('/api/board/agreed')
      .send({ id: randomUUID(), who: 'Odd Fenn', ...body })
      .expect(status);
  /** Puts all that stands on a day of the crew on another one. */
  const move = async (visitId: string, from: string, to: string) => {
    const { body } = await desk.get(`/api/board?from=${from}&days=1`).expect(200);
    const { body: there } = await desk.get(`/api/board?from=${to}&days=1`).expect(200);
    const versionOf = (board: { days: { crewId: string; version: number | null }[] }) =>
      board.days.find(({ crewId }) => crewId === server.crewId)?.version ?? null;
    await desk
      .post('/api/board/orders')
      .send({
        ...{ id: randomUUID(), from: from < to ? from : to, days: 2, takeOff: [], anyway: true },
        orders: [
          { crewId: server.crewId, day: from, version: versionOf(body), jobs: [] },
          { crewId: server.crewId, day: to, version: versionOf(there), jobs: [{ visit: visitId }] },
        ],
      })
      .expect(201);
  };
  let visitId: string;

  it('is listed with both places, until it is put back', async () => {
    await contact({ name: 'Ada Quill', phone: '555-0137' });
    visitId = await planned(ON);
    expect(await elsewhere()).toEqual([]);
    await publish(ON);
    expect(await elsewhere()).toEqual([]);
    await move(visitId, ON, THEN);
    expect(await elsewhere()).toMatchObject([
      {
        ...{ visitId, told: { day: ON }, contact: expect.stringContaining('Ada Quill 555-0137') },
        ...{ now: { day: THEN, crewId: server.crewId }, window: { day: THEN } },
      },
    ]);
    // Crews and customers still have what they were told.
    const roof = await server.as('technician');
    const { body: seen } = await roof.get(`/api/visits?day=${ON}&crewId=${server.crewId}`).expect(200);
    expect(seen.map(({ id }: { id: string }) => id)).toContain(visitId);
    await move(visitId, THEN, ON);
    expect(await elsewhere()).toEqual([]);
  });

  it('is settled once the customer has agreed: who, when, to what; nobody is told of it again', async () => {
    await move(visitId, ON, THEN);
    const [{ window }] = (await elsewhere()) as [ToldElsewhere];
    // Of another window than the one that stands there nobody has spoken.
    await agree({ visitId, window: { ...window, from: (window?.from ?? 0) + 30 } }, 409);
    await agree({ visitId, window, who: ' ' }, 422);
    await agree({ visitId: randomUUID(), window }, 404);
    await agree({ visitId, window }, 201);
    expect(await elsewhere()).toEqual([]);
    expect(await about(THEN)).toMatchObject({ state: 'agreed', reply: 'Odd Fenn' });
    expect((await about(THEN))?.text).toMatch(/^Agreed with Odd Fenn: we come to .* on 25 Jun 2026 between/);
    const { body: board } = await desk.get(`/api/board?from=${THEN}`).expect(200);
    expect(board.days[0].stops[0].told).toMatchObject(window as object);
    await agree({ visitId, window }, 409);
    const before = (await messages()).messages.length;
    await publish(THEN);
    expect((await messages()).messages).toHaveLength(before);
    expect(mails.concat(texts.map(({ text }) => text))).toEqual([]);
  });

  it('that is off the plan is agreed to as well', async () => {
    const { body } = await desk.get(`/api/board?from=${THEN}&days=1`).expect(200);
    const own = body.days.find(({ crewId }: { crewId: string }) => crewId === server.crewId);
    await desk
      .post('/api/board/orders')
      .send({
        ...{ id: randomUUID(), from: THEN, days: 1, takeOff: [visitId], anyway: true },
        orders: [{ crewId: server.crewId, day: THEN, version: own.version, jobs: [] }],
      })
      .expect(201);
    expect(await elsewhere()).toMatchObject([{ visitId, now: null, window: null, told: { day: THEN } }]);
    await agree({ visitId, window: null }, 201);
    expect(await elsewhere()).toEqual([]);
  });

  it('and whose customer has heard of nothing is simply planned anew', async () => {
    const nobody = { siteId: randomUUID() };
    await desk
      .post('/api/sites')
      .send({ id: nobody.siteId, customerId: place.customerId, name: 'Annex', lat: 41, lon: -70 })
      .expect(201);
    const { body: call } = await desk
      .post('/api/calls')
      .send({
        ...{ id: randomUUID(), siteId: nobody.siteId, unitId: null, complaint: 'warm' },
        ...{ receivedAt: '2026-06-02T11:00:00Z', priority: 'this week' },
        ...{ crewId: server.crewId, scheduledOn: '2026-06-29' },
      })
      .expect(201);
    await order('2026-06-29');
    await publish('2026-06-29');
    expect((await about('2026-06-29'))?.state).toBe('no contact');
    await move(call.visitId as string, '2026-06-29', '2026-06-30');
    const list = await desk.get('/api/board/told-elsewhere?from=2026-06-29&days=3').expect(200);
    expect(list.body).toEqual([]);
  });

  it('and has no time yet is neither moved nor called off', async () => {
    const DAY_OFF = '2026-06-26';
    const other = await planned(DAY_OFF);
    await publish(DAY_OFF);
    const call = (await server.db.rows<{ id: string }>(
      'select call_id as id from visit_calls where visit_id = $1',
      [other],
    )) as [{ id: string }];
    const { body } = await desk.get(`/api/calls/${call[0].id}`).expect(200);
    await desk
      .patch(`/api/calls/${call[0].id}`)
      .send({ version: body.version, crewId: server.crewId, scheduledOn: '2026-06-27' })
      .expect(200);
    const before = (await messages()).messages.length;
    const list = await desk.get('/api/board/told-elsewhere?from=2026-06-26&days=4').expect(200);
    expect(list.body).toMatchObject([{ told: { day: DAY_OFF }, now: { startAt: null }, window: null }]);
    // Nobody can agree to no time at all.
    await agree({ visitId: other, window: null }, 409);
    await publish(DAY_OFF);
    expect((await messages()).messages).toHaveLength(before);
  });
});
