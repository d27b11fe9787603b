import { readFileSync } from 'node:fs';
import { localDate, parseInstant } from '#core/base/time';
import { connect, type Database } from '../server/db/connect.ts';
import { migrate } from '../server/upgrade/migrate.ts';
import { clockFor, type Clock } from '../server/http/clock.ts';
import { hashPassword } from '../server/people/passwords.ts';
import { keepFoundBy } from '../server/tracing/service.ts';
import { rebuild } from '../server/sheet/rebuild.ts';
import { refreshSummaries } from '../server/sheet/summary.ts';
import { toLonLat } from './network/geometry.ts';
import { decideDemo } from './decided.ts';
import { planDemo } from './planned.ts';
import { YARD } from './scenario/cast/index.ts';
import { makeScenario } from './scenario/index.ts';
import { ADD_PHOTO, photoValues } from './pictures.ts';
import type { Row, Scenario } from './scenario/types.ts';
import { ZONE } from './scenario/writer.ts';

/** Signs everybody of the demo in. It is printed at start; a real company sets its own. */
export const DEMO_PASSWORD = 'ironleaf-roofs';

/** Commands run from the project's root, built or not. */
const MAP_FILE = 'demo/network/port-wrenfall.geojson';

const ORDER = [
  'crews',
  'users',
  'crew_members',
  'absences',
  'on_call',
  'holidays',
  'customers',
  'sites',
  'contacts',
  'units',
  'agreements',
  'agreement_refinements',
  'circuits',
  'calls',
  'call_events',
  'visits',
  'visit_calls',
  'entries',
  'roofs',
  'site_points',
  'site_links',
  'model_notes',
] as const satisfies readonly (keyof Scenario)[];

/** Writes a scenario into an empty database in one transaction. */
export async function loadScenario(db: Database, clock: Clock, scenario: Scenario): Promise<void> {
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  for (const user of scenario.users) Object.assign(user, { password_hash: passwordHash });
  const base = JSON.parse(readFileSync(MAP_FILE, 'utf8'));
  await db.transaction(async (transaction) => {
    const go = (sql: string, bind: unknown[] = []) => db.run(sql, bind, transaction);
    const setting = (name: string, value: unknown) =>
      go('insert into settings (name, value, valid_from) values ($1, $2, $3)', [
        name,
        JSON.stringify(value),
        '2000-01-01',
      ]);
    await setting('company', { name: 'Ironleaf Air Service', timeZone: ZONE, units: 'US' });
    const [lon, lat] = toLonLat(YARD.at);
    await setting('yard', { name: YARD.name, lat, lon });
    await setting('map base', base);
    await setting('demo', { madeFor: scenario.today });
    // The company's record is older than the day on which what is found and measured began to open something.
    await setting('facts', { since: parseInstant(`${scenario.today}T00:00`, ZONE).toISOString() });
    for (const entry of scenario.entries) entry.recorded_at ??= entry.occurred_at;
    for (const table of ORDER) await insertRows(table, scenario[table], go);
    await go("select setval('call_numbers', $1)", [scenario.calls.length]);
    for (const site of new Set(scenario.site_points.map((point) => point.site_id as string)))
      await keepFoundBy(db, site, transaction);
    for (const photo of scenario.photos) await go(ADD_PHOTO, await photoValues(photo));
    await go("insert into log (actor_kind, action, entity) values ('system', 'load demo', 'company')");
    await rebuild(db, clock, transaction);
    const decided = await decideDemo(db, scenario.today, ZONE, transaction);
    await refreshSummaries(db, clock, decided, transaction);
  });
  await db.run('analyze');
}

async function insertRows(
  table: string,
  rows: readonly Row[],
  go: (sql: string, bind: unknown[]) => Promise<unknown>,
): Promise<void> {
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  for (let from = 0; from < rows.length; from += 2000) {
    const chunk = rows.slice(from, from + 2000);
    await go(
      `insert into ${table} (${columns.join(', ')}) select ${columns.join(', ')} from jsonb_populate_recordset(null::${table}, $1)`,
      [JSON.stringify(chunk)],
    );
  }
}

const LOCK = 7_240_116;

/**
 * Loads the demo into a database that nobody has used. A loader that was left behind by a start that was
 * killed is waited for: only one looks and loads at a time.
 */
async function main(): Promise<void> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  const db = connect(url, { poolSize: 3 });
  await migrate(db);
  await db.transaction(async (alone) => {
    await db.run('select pg_advisory_xact_lock($1)', [LOCK], alone);
    const [state] = await db.rows<{ used: boolean }>(
      'select exists (select 1 from users) or exists (select 1 from customers) as used',
    );
    if (state?.used) return;
    const clock = clockFor(process.env.GRADUM_TODAY, ZONE);
    const today = localDate(clock.now(), ZONE);
    await loadScenario(db, clock, makeScenario(today));
    await planDemo(db, clock, today);
    console.log('loaded');
  });
  await db.close();
}

if (process.env.GRADUM_LOAD_DEMO === '1')
  await main().catch((error: Error) => {
    // The statement and its values would fill the screen and say nothing to who starts it.
    console.error(error.message);
    process.exit(1);
  });
