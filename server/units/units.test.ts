import { randomUUID } from 'node:crypto';
import { sameSlot, slotsOf } from '#core/machine';
import type { UnitPage } from '#contracts/units';
import { oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
let place: { siteId: string; unitId: string };
type Agent = Awaited<ReturnType<TestServer['as']>>;
let roof: Agent;
let manager: Agent;
let visitId: string;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server, { manufacturer: 'Norvane', model: 'NVG-090' });
  roof = await server.as('technician');
  manager = await server.as('manager');
  visitId = await openVisit(server, place.siteId);
});
afterAll(() => server.stop());

const record = async (id = place.unitId): Promise<UnitPage> =>
  (await roof.get(`/api/units/${id}`).expect(200)).body as UnitPage;
const write = async (body: object, status = 200) => {
  const { version } = await record();
  return (
    await roof
      .patch(`/api/units/${place.unitId}/machine`)
      .send({ version, ...body })
      .expect(status)
  ).body;
};
const enter = (kind: string, body: object, at = '2026-06-20T14:00:00Z', unitId = place.unitId) =>
  roof
    .post(`/api/visits/${visitId}/entries`)
    .send({ id: randomUUID(), visitId, unitId, kind, body, occurredAt: at })
    .expect(201);
const circuit = (number: number, more: object = {}) => ({
  number,
  refrigerant: 'R-410A',
  chargeLb: 9,
  metering: 'expansion valve',
  compressors: [],
  ...more,
});

const BLOWER = { part: 'blower motor', circuit: null } as const;

describe('what is read off a machine', () => {
  it('is written by whoever stands in front of it, and what is left out stays unknown', async () => {
    const details = {
      heat: { fuel: 'natural gas', stagesBtuh: [80_000, 120_000], riseMinF: 35, riseMaxF: 65 },
      filters: [{ size: '20×25×2', count: 4 }],
    };
    await write({ details, tons: 7.5, voltage: 208, phase: 3, serial: 'N-1881' });
    const unit = await record();
    expect(unit).toMatchObject({
      tons: 7.5,
      voltage: 208,
      phase: 3,
      serial: 'N-1881',
      details,
      builtOn: null,
    });
    expect(unit.details.blower).toBeUndefined();
  });

  it('circuits come, change and go by their number', async () => {
    await write({
      circuits: [
        circuit(1),
        circuit(2, { refrigerant: 'R-22', compressors: [{ stage: 1, rlaA: 18, lraA: 120 }] }),
      ],
    });
    expect((await record()).circuits).toMatchObject([
      { number: 1, refrigerant: 'R-410A', chargeLb: 9 },
      { number: 2, refrigerant: 'R-22', compressors: [{ stage: 1, rlaA: 18, lraA: 120 }] },
    ]);
    await write({ circuits: [circuit(1, { chargeLb: 9.5 })] });
    expect((await record()).circuits).toMatchObject([{ number: 1, chargeLb: 9.5 }]);
    expect((await record()).circuits).toHaveLength(1);
  });

  it('a circuit with pounds on record does not go', async () => {
    await write({ circuits: [circuit(1), circuit(2)] });
    await enter('refrigerant', { refrigerant: 'R-410A', circuit: 2, addedLb: 2 });
    const { errors } = await write({ circuits: [circuit(1)] }, 422);
    expect(errors).toEqual([{ path: 'circuits', message: expect.stringContaining('circuit 2') }]);
    expect((await record()).circuits).toHaveLength(2);
  });

  it('two who write at once: the second is shown what the first wrote, and nothing is lost', async () => {
    const { version } = await record();
    await roof.patch(`/api/units/${place.unitId}/machine`).send({ version, tons: 10 }).expect(200);
    const { body } = await manager
      .patch(`/api/units/${place.unitId}/machine`)
      .send({ version, tons: 12 })
      .expect(409);
    expect(body.current).toMatchObject({ tons: 10 });
    expect((await record()).tons).toBe(10);
  });

  it('a plate that contradicts itself is refused where it does', async () => {
    const { errors } = await write({ details: { heat: { riseMinF: 65, riseMaxF: 35 } } }, 422);
    expect(errors).toEqual([{ path: 'details.heat.riseMaxF', message: 'must lie above the lowest' }]);
    expect((await record()).details.heat?.riseMaxF).toBe(65);
  });

  it('what is in a unit ends with it, and is in it again when that was a mistake', async () => {
    const unitId = randomUUID();
    await manager
      .post('/api/units')
      .send({ id: unitId, siteId: place.siteId, tag: 'RTU-9', kind: 'package gas/electric' })
      .expect(201);
    await enter('work', { text: 'New motor', installed: { slot: BLOWER } }, '2026-06-20T13:00:00Z', unitId);
    const last = async () =>
      (
        await server.db.rows(
          'select ended, until_on as until from components where unit_id = $1 order by from_on nulls first',
          [unitId],
        )
      ).at(-1);
    const become = async (status: string) => {
      const { version } = await record(unitId);
      await manager.patch(`/api/units/${unitId}`).send({ version, status }).expect(200);
    };
    await become('retired');
    expect(await last()).toEqual({ ended: 'with the unit', until: '2026-06-20' });
    expect((await record(unitId)).slots.find((slot) => sameSlot(slot, BLOWER))).toMatchObject({
      installed: { from: '2026-06-20' },
      earlier: 1,
    });
    await become('in service');
    expect(await last()).toEqual({ ended: null, until: null });
  });

  it('leaves a line in the log with who wrote it', async () => {
    const lines = await server.db.rows<{ actor: string; detail: { tons?: number } }>(
      `select p.login as actor, l.detail from log l join users p on p.id = l.actor_id where ` +
        `l.entity_id = $1 and l.action = 'change' and l.detail->>'tons' is not null order by l.seq`,
      [place.unitId],
    );
    expect(lines.map(({ actor, detail }) => [actor, detail.tons])).toEqual([
      ['technician', 7.5],
      ['technician', 10],
    ]);
  });
});

describe('what the drawing shows', () => {
  it('is the newest reading of each point and circuit, as it was taken', async () => {
    const set = (circuit_: number, value: number, at: string) =>
      enter(
        'reading set',
        {
          mode: 'cooling',
          circuit: circuit_,
          readings: [{ point: 'suction pressure', value, unit: 'psig' }],
        },
        at,
      );
    await set(1, 118, '2026-06-18T14:00:00Z');
    await set(1, 121, '2026-06-19T14:00:00Z');
    await set(2, 96, '2026-06-17T14:00:00Z');
    await enter('reading set', { mode: 'off', readings: [{ point: 'return air', value: 24, unit: '°C' }] });
    const { readings } = (await record()).lastSeen;
    expect(readings.map(({ point, circuit: c, value, unit }) => [point, c, value, unit])).toEqual([
      ['return air', 1, 24, '°C'],
      ['suction pressure', 1, 121, 'psig'],
      ['suction pressure', 2, 96, 'psig'],
    ]);
  });

  it('what was looked for and not found is not shown as found', async () => {
    await enter('finding', { component: 'run cap', failure: 'weak', grade: 'proven' });
    await enter('finding', { component: 'compressor', failure: 'seized', grade: 'not found' });
    expect((await record()).lastSeen.findings.map((f) => f.component)).toEqual(['run cap']);
  });

  // The motor the machine came with, of which nobody wrote anything down, was the first one there.
  it(
    'slots are those of the kind; what was put into one stands there with its day, and a second one ' +
      'ends the first',
    async () => {
      const slot = async () => (await record()).slots.find((s) => sameSlot(s, BLOWER));
      expect((await record()).slots.map(({ part, circuit }) => ({ part, circuit }))).toEqual(
        expect.arrayContaining(slotsOf('package gas/electric', [1]).slice(0, 3)),
      );
      expect(await slot()).toMatchObject({ installed: null, earlier: 0 });
      await enter(
        'work',
        { text: 'new motor', installed: { slot: BLOWER, manufacturer: 'Fenwhist', model: 'B-2' } },
        '2026-06-18T14:00:00Z',
      );
      expect(await slot()).toMatchObject({
        installed: { from: '2026-06-18', manufacturer: 'Fenwhist', model: 'B-2' },
        earlier: 1,
      });
      await enter(
        'work',
        { text: 'again', installed: { slot: BLOWER, model: 'B-3' } },
        '2026-06-20T14:00:00Z',
      );
      expect(await slot()).toMatchObject({ installed: { from: '2026-06-20', model: 'B-3' }, earlier: 2 });
    },
  );
});

describe('the sister beside a set of readings', () => {
  it(
    'is asked for without a card: everything a set answers, from sets and from cards, the newest of ' +
      'each',
    async () => {
      const { unit: own } = { unit: await record() };
      const sisterId = randomUUID();
      await manager
        .post('/api/units')
        .send({ id: sisterId, siteId: place.siteId, tag: 'RTU-2', kind: own.kind, model: own.model })
        .expect(201);
      const { version } = await record(sisterId);
      await roof
        .patch(`/api/units/${sisterId}/machine`)
        .send({ version, circuits: [circuit(1)] })
        .expect(200);
      const readings = [
        { point: 'suction pressure', value: 118.4, unit: 'psig' },
        { point: 'suction line', value: 52, unit: '°F' },
        { point: 'liquid pressure', value: 318.5, unit: 'psig' },
        { point: 'return air', value: 76, unit: '°F' },
        { point: 'supply air', value: 57, unit: '°F' },
      ];
      await enter(
        'reading set',
        { mode: 'cooling', outdoorF: 85, readings },
        '2026-06-19T14:00:00Z',
        sisterId,
      );
      await enter(
        'measurement',
        {
          card: 'split',
          inputs: { returnAir: { value: 75, unit: '°F' }, supplyAir: { value: 55, unit: '°F' } },
        },
        '2026-06-20T14:00:00Z',
        sisterId,
      );
      const { body } = await roof.get(`/api/units/${place.unitId}/sisters`).expect(200);
      const said = Object.fromEntries(
        (body as { name: string; value: number; tag: string }[]).map((s) => [s.name, s]).toReversed(),
      ) as Record<string, { value: number; tag: string }>;
      // R-410A at 118.4 psig is 40 °F, at 318.5 psig 100 °F (published chart points).
      expect(said.superheat).toMatchObject({ tag: 'RTU-2', value: expect.closeTo(12, 0) });
      expect(said['condenser split']?.value).toBeCloseTo(15, 0);
      expect(said['pressure ratio']?.value).toBeCloseTo((318.5 + 14.7) / (118.4 + 14.7), 1);
      expect(said.split?.value).toBe(20);
      expect(
        (await roof.get(`/api/units/${place.unitId}/sisters?card=cycle`).expect(200)).body.map(
          (s: { name: string }) => s.name,
        ),
      ).toContain('pressure ratio');
    },
  );

  it('a unit of another kind, or out of use, is no sister', async () => {
    await server.db.run("update units set status = 'out of use' where site_id = $1 and tag = 'RTU-2'", [
      place.siteId,
    ]);
    expect((await roof.get(`/api/units/${place.unitId}/sisters`).expect(200)).body).toEqual([]);
  });
});
