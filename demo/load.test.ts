import { READS, type Held } from '../server/testing/reads.ts';
import { testServer, type TestServer } from '../server/testing/server.ts';
import { clockFor } from '../server/http/clock.ts';
import { DEMO_PASSWORD, loadScenario } from './load.ts';
import { PHRASES } from './phrases.ts';
import { makeScenario } from './scenario/index.ts';

const TODAY = '2026-06-03';
let server: TestServer;
let manager: Awaited<ReturnType<TestServer['as']>>;

beforeAll(async () => {
  server = await testServer();
  server.setNow(`${TODAY}T13:00:00Z`);
  await loadScenario(server.db, clockFor(TODAY, 'EST5EDT'), makeScenario(TODAY));
  manager = await server.as('manager');
});
afterAll(() => server.stop());

interface Plan {
  readonly 'Node Type': string;
  readonly 'Relation Name'?: string;
  readonly 'Index Name'?: string;
  readonly 'Index Cond'?: string;
  readonly Plans?: readonly Plan[];
}

async function verdict(
  unit: string,
  site: string,
): Promise<{ flags: { kind: string; sentence: string }[]; arcs: { kind: string }[] }> {
  const { body: found } = await manager
    .get(`/api/search?q=${encodeURIComponent(`${unit} ${site}`)}`)
    .expect(200);
  const hit = found.find(
    (f: { kind: string; title: string; subtitle: string }) =>
      f.kind === 'unit' && f.title === unit && f.subtitle.startsWith(site),
  );
  const { body } = await manager.get(`/api/units/${hit.id}`).expect(200);
  return { flags: body.verdict.flags, arcs: body.story.arcs };
}

/** How people look for a unit: written down before the finding was last changed. */
it('units are found by what people say of them: most right first, nearly all in the first three', async () => {
  const places: number[] = [];
  for (const [said, site, tag] of PHRASES) {
    const { body } = await manager.get('/api/search').query({ q: said }).expect(200);
    const units = (body as { kind: string; title: string; subtitle: string }[]).filter(
      (f) => f.kind === 'unit',
    );
    places.push(units.findIndex((f) => f.title === tag && f.subtitle.startsWith(site)));
  }
  expect(PHRASES).toHaveLength(24);
  expect(places.filter((at) => at === 0).length).toBeGreaterThanOrEqual(20);
  expect(places.filter((at) => at >= 0 && at < 3).length).toBeGreaterThanOrEqual(22);
});

/** What each planted story should show, as demo/README.md tells it. */
describe('the planted stories', () => {
  it.each([
    ['HP-2', 'Throwing Rooms', 'leaker', /Topped up 3 times, leak never proven repaired/],
    ['RTU-2', 'Market Branch', 'repeat', /control fuse failed [2-4] times/],
    ['UH-3', 'Main Depot', 'hazard', /exchanger holed or cracked/],
    ['UH-3', 'Main Depot', 'left open', /heat disabled/],
    ['RTU-4', 'Six-Screen House', 'left open', /circuit isolated/],
    ['AH-4', 'Records Annex', 'left open', /override on/],
    ['RTU-1', 'Ropewalk Laundry', 'repeat', /back \d days after the last repair/],
    ['RTU-2', 'Saltings Laundry', 'repeat', /back \d days after the last repair/],
    ['AH-2', 'Records Annex', 'repeat', /drain failed 2 times in \d+ days/],
    ['RTU-1', 'Saltings Laundry', 'repeat', /evaporator coil.* failed [2-9] times|failures of any kind/],
    ['RTU-9', 'Lantern Hill School', 'left open', /part borrowed/],
    ['MAU-1', 'Glasshouses', 'repeat', /limit switch failed 2 times/],
  ])('%s at %s shows: %s', async (unit, site, kind, sentence) => {
    const { flags } = await verdict(unit, site);
    expect(flags.find((f) => f.kind === kind)?.sentence).toMatch(sentence);
  });

  it('leave less than one unit in eight to decide about, and some that were decided', async () => {
    const { body } = await manager.get('/api/watch?limit=200').expect(200);
    expect(body.total * 8).toBeLessThan(body.units);
    expect(body.total).toBeGreaterThan(15);
    const counts = Object.fromEntries(
      body.groups.map((group: { value: string; count: number }) => [group.value, group.count]),
    );
    expect(counts.decided).toBeGreaterThan(5);
    expect(counts.plan).toBeGreaterThan(40);
    // Every one of them can be decided: it has flags with evidence and reasons.
    for (const row of body.rows)
      for (const flag of row.flags) expect([row.tag, flag.reasons.length > 0]).toEqual([row.tag, true]);
    // One maker's igniters crack at many units of one customer: they stand together.
    const together = body.rows.filter((row: { together: unknown }) => row.together);
    expect(together.length).toBeGreaterThan(1);
  });

  it('draw arcs on the story line', async () => {
    const { arcs } = await verdict('RTU-1', 'Ropewalk Laundry');
    expect(arcs.map((a) => a.kind).sort()).toEqual(['callback', 'repeat']);
  });

  it('put the hazard first on the watch list', async () => {
    const { body } = await manager.get('/api/watch').expect(200);
    expect(body.rows[0]).toMatchObject({ tag: 'UH-3', site: 'Main Depot' });
  });
});

describe('the loaded demo', () => {
  it('signs its people in and says how old it is', async () => {
    const { body } = await manager
      .post('/api/session')
      .send({ login: 'maren', password: DEMO_PASSWORD })
      .expect(200);
    expect(body).toMatchObject({ company: 'Ironleaf Air Service', demoAgeDays: 0, today: TODAY });
    server.setNow('2026-06-20T13:00:00Z');
    expect((await manager.get('/api/session')).body.demoAgeDays).toBe(17);
    server.setNow(`${TODAY}T13:00:00Z`);
  });

  it('has maintenance due in the next two weeks, and cases to plan it round', async () => {
    const { body: due } = await manager.get('/api/routes/due?days=14').expect(200);
    expect(due.length).toBeGreaterThanOrEqual(8);
    expect(due.every((site: { minutes: number }) => site.minutes > 15)).toBe(true);
  });

  it('moves every pound that an entry weighed', async () => {
    const [pounds] = await server.db.rows<{ moved: number; n: number; written: number }>(
      `select (select sum(pounds) from refrigerant_movements) as moved, (select count(*)::int from refrigerant_movements) as n,
         (select sum(coalesce((body->>'addedLb')::numeric, 0) + coalesce((body->>'recoveredLb')::numeric, 0))::float8 from entries where kind = 'refrigerant') as written`,
    );
    expect(pounds?.n).toBeGreaterThan(10);
    expect(pounds?.moved).toBeCloseTo(pounds?.written ?? 0, 9);
  });

  it('closes what was closed and ends the lives of parts that were replaced', async () => {
    const lives = await server.db.rows<{ lives: number; open: number }>(
      `select count(*)::int as lives, count(*) filter (where until_on is null)::int as open
       from components x join units u on u.id = x.unit_id join sites t on t.id = u.site_id
       where t.name = 'Dome House' and u.tag = 'RTU-1' and x.part = 'compressor' and x.circuit = 1`,
    );
    expect(lives).toEqual([{ lives: 3, open: 1 }]);
    const [left] = await server.db.rows<{ open: number; closed: number }>(
      'select count(*) filter (where closed_at is null)::int as open, count(*) filter (where ' +
        'closed_at is not null)::int as closed from open_conditions',
    );
    expect(left?.open).toBeLessThan(15);
    expect(left?.closed).toBeGreaterThan(20);
  });
});

/** SQL has the type that is written beside it, whatever it says: here the rows themselves are looked at. */
describe('a raw read', () => {
  let held: Held;
  const SOME = 400;
  beforeAll(async () => {
    // The demo has no route ahead: one round of maintenance is put on a plan.
    await server.db.run(
      `update calls set state = 'planned', scheduled_on = $1, completed_at = null
       where id = (
         select k.id from calls k join units u on u.id = k.unit_id
         where k.kind = 'maintenance' and u.status = 'in service' order by k.id limit 1)`,
      [TODAY],
    );
    await server.db.run(
      `insert into routes (crew_id, day)
       select distinct crew_id, planned_for from visits where crew_id is not null and planned_for is not null`,
    );
    await server.db.run(
      `insert into stops (visit_id, route_id, position, minutes, drive_minutes, arrive_at, start_at, leave_at)
       select v.id, r.id, row_number() over (partition by r.id order by v.id) - 1, 60, 10, 480, 480, 540
       from visits v join routes r on r.crew_id = v.crew_id and r.day = v.planned_for`,
    );
    // And one call of today that nobody has come for yet.
    await server.db.run(
      `update calls set complaint = 'Filters and belts' where kind = 'maintenance' and state = 'planned'`,
    );
    // And somebody who was told of today.
    await server.db.run(
      `with told as (
         select id, site_id, planned_for from visits
         where planned_for >= $1 and crew_id is not null and arrived_at is null and cancelled_at is null),
       written as (
         insert into messages (site_id, day, subject, text, made_at)
         select site_id, planned_for, 'Our visit', 'we come', now() from told)
       insert into notices (visit_id, kind, day, from_at, until_at, text, made_at)
       select id, 'planned', planned_for, 480, 600, 'we come', now() from told`,
      [TODAY],
    );
    const planned = await server.db.rows<{ id: string }>(
      `select vc.visit_id as id
       from visit_calls vc join calls k on k.id = vc.call_id
       where k.kind = 'maintenance' and k.state = 'planned'`,
    );
    const ids = async (model: { findAll(options: object): Promise<object[]> }) =>
      (await model.findAll({ attributes: ['id'], order: ['id'], raw: true })).map(
        (row) => (row as { id: string }).id,
      );
    const { Customer, Site, Unit, Call, Visit, Crew, Route } = server.db.models;
    const withSomethingLeft = await server.db.rows<{ id: string }>(
      `select distinct vc.call_id as id
       from visit_calls vc
       where vc.visit_id in (select visit_id from open_conditions where closed_at is null)
         or vc.visit_id in (select visit_id from recommendations)`,
    );
    held = {
      today: TODAY,
      customers: await ids(Customer),
      sites: await ids(Site),
      units: await ids(Unit),
      calls: [...(await ids(Call)).slice(-SOME), ...withSomethingLeft.map((row) => row.id)],
      visits: [...(await ids(Visit)).slice(-SOME), ...planned.map((row) => row.id)],
      crews: await ids(Crew),
      routes: await ids(Route),
      conditions: (await server.db.rows<{ id: string }>('select id from open_conditions')).map(
        (row) => row.id,
      ),
    };
  });

  it.each(READS.map((read) => [read.name, read] as const))(
    'gives what it promises: %s',
    async (_name, read) => {
      let seen = 0;
      for (const bind of read.asked(held)) {
        for (const row of await server.db.rows(read.sql, bind)) {
          read.row.parse(JSON.parse(JSON.stringify(row)));
          seen++;
        }
      }
      expect(seen).toBeGreaterThan(0);
    },
  );

  /** Tables that grow with every day of work. */
  const GROWING = [
    'calls',
    'visits',
    'visit_calls',
    'entries',
    'findings',
    'open_conditions',
    'recommendations',
  ];
  /** What is read from its beginning to its end, be it by way of an index; one of a few rows only does not count. */
  const scanned = (plan: Plan, few: ReadonlySet<string>): string[] => [
    ...(/^(Seq|Index|Index Only) Scan$/.test(plan['Node Type']) &&
    plan['Index Cond'] === undefined &&
    !few.has(plan['Index Name'] ?? '')
      ? [plan['Relation Name'] as string]
      : []),
    ...(plan.Plans ?? []).flatMap((inner) => scanned(inner, few)),
  ];
  it.each(READS.filter((read) => read.about === 'one').map((read) => [read.name, read] as const))(
    'looks one thing up and goes through no table that grows: %s',
    async (_name, read) => {
      const [bind] = read.asked(held);
      const partial = new Set(
        (
          await server.db.rows<{ name: string }>(
            "select indexname as name from pg_indexes where indexdef like '% WHERE %'",
          )
        ).map(({ name }) => name),
      );
      // With so few rows a scan is always cheapest; forbidden, it is left only where no index can answer.
      const plan = await server.db.transaction(async (transaction) => {
        await server.db.run('set local enable_seqscan = off', [], transaction);
        const [row] = await server.db.rows<{ 'QUERY PLAN': [{ Plan: Plan }] }>(
          `explain (format json) ${read.sql}`,
          bind,
          transaction,
        );
        return row?.['QUERY PLAN'][0].Plan as Plan;
      });
      expect(scanned(plan, partial).filter((table) => GROWING.includes(table))).toEqual([]);
    },
  );
});
