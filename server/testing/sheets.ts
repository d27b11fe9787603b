import { randomUUID } from 'node:crypto';
import type { TestServer } from './server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;

/** A small company to write sheets in: calls, visits and entries in as few words as possible. */
export interface SheetWriter {
  readonly siteId: string;
  unit(tag: string, more?: object): Promise<string>;
  /** A call about a unit (or nothing), planned for nobody. */
  call(unitId: string | null, receivedAt: string, more?: object): Promise<string>;
  /** Maintenance calls as a route makes them, one for each unit. */
  maintenance(unitIds: readonly string[], day: string): Promise<string[]>;
  visit(callIds: readonly string[], day: string, site?: string): Promise<string>;
  /** An entry; its id. @param status what the server should answer */
  write(visitId: string, kind: string, body: object, more?: object, status?: number): Promise<string>;
  withdraw(visitId: string, id: string, more?: object, status?: number): Promise<string>;
  get<T>(path: string): Promise<T>;
}

/** Signing in is slow on purpose: once for each server. */
const agents = new WeakMap<TestServer, Promise<readonly [Agent, Agent]>>();
const agentsOf = (server: TestServer) => {
  const known = agents.get(server) ?? Promise.all([server.as('manager'), server.as('technician')] as const);
  agents.set(server, known);
  return known;
};

/** Opens a site with nothing on it, in the company of a test server. */
export async function sheetWriter(server: TestServer, siteName = 'Rink hall'): Promise<SheetWriter> {
  const [desk, roof] = await agentsOf(server);
  const [customerId, siteId] = [randomUUID(), randomUUID()];
  await desk
    .post('/api/customers')
    .send({ id: customerId, name: `Owner of ${siteName}` })
    .expect(201);
  await desk.post('/api/sites').send({ id: siteId, customerId, name: siteName }).expect(201);
  const write: SheetWriter['write'] = async (visitId, kind, body, more = {}, status = 201) => {
    const id = randomUUID();
    const entry = { id, visitId, unitId: null, kind, body, occurredAt: '2026-06-02T14:00:00Z', ...more };
    const answer = await roof.post(`/api/visits/${visitId}/entries`).send(entry);
    if (answer.status !== status)
      throw new Error(
        `${kind}: ${answer.status} instead of ${status}: ${JSON.stringify(answer.body).slice(0, 400)}`,
      );
    return id;
  };
  return {
    siteId,
    write,
    unit: async (tag, more = {}) => {
      const id = randomUUID();
      const unit = { id, siteId, tag, kind: 'package gas/electric', builtOn: '2019-05-01', ...more };
      await desk.post('/api/units').send(unit).expect(201);
      return id;
    },
    call: async (unitId, receivedAt, more = {}) => {
      const call = {
        id: randomUUID(),
        siteId,
        unitId,
        receivedAt,
        complaint: 'warm',
        system: 'cooling',
        priority: 'today',
      };
      return (
        await desk
          .post('/api/calls')
          .send({ ...call, ...more })
          .expect(201)
      ).body.id;
    },
    maintenance: async (unitIds, day) => {
      const { Call } = server.db.models;
      const received = new Date(`${day}T06:00:00Z`);
      const calls = await Call.bulkCreate(
        unitIds.map((unitId) => ({
          ref: `M-${randomUUID().slice(0, 8)}`,
          siteId,
          unitId,
          kind: 'maintenance',
          complaint: 'Planned maintenance',
          receivedAt: received,
          since: received,
        })),
      );
      return calls.map((call) => call.id);
    },
    visit: async (callIds, day, site = siteId) => {
      const id = randomUUID();
      const visit = { id, siteId: site, callIds, crewId: server.crewId, plannedFor: day };
      await desk.post('/api/visits').send(visit).expect(201);
      return id;
    },
    withdraw: (visitId, id, more = {}, status = 201) =>
      write(
        visitId,
        'withdrawn',
        {},
        { supersedes: id, reason: 'a mistake', occurredAt: undefined, ...more },
        status,
      ),
    get: async (path) => (await desk.get(path).expect(200)).body,
  };
}

/** Everything that is derived, in a fixed order, without what only says when it was written down. */
const DERIVED: Readonly<Record<string, string>> = {
  calls: `select id, state, since, waiting_for, cancelled_as, scheduled_on, on_site_visit_id, completed_at, found_unit_id, outcomes
    from calls order by id`,
  visits: 'select id, arrived_at, left_at from visits order by id',
  findings: 'select * from findings order by entry_id',
  conditions: 'select * from open_conditions order by id',
  movements: 'select * from refrigerant_movements order by entry_id, from_place, pounds',
  components: `select unit_id, part, circuit, from_on, until_on, ended, last_good_on, entry_id, serial from components
    order by unit_id, part, circuit, from_on nulls first, until_on, entry_id`,
  recommendations: 'select * from recommendations order by id',
  answered: 'select * from entry_calls order by entry_id',
  summaries: `select unit_id, score, to_decide, sentence, flags, flag_kinds, open_conditions, last_done, changes_on
    from unit_summaries order by unit_id`,
};

/** What the database says is derived, table by table. */
export async function derivedRows({ db }: Pick<TestServer, 'db'>): Promise<Record<string, unknown[]>> {
  const tables: Record<string, unknown[]> = {};
  for (const [name, sql] of Object.entries(DERIVED)) tables[name] = await db.rows(sql);
  return tables;
}
