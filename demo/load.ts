import { readFileSync } from 'node:fs';
import { localDate } from '#core/time';
import { classOfSlot, CONDITION_KINDS } from '#core/vocabulary';
import { connect, type Database } from '../server/db/connect.ts';
import { migrate } from '../server/db/migrate.ts';
import { clockFor, type Clock } from '../server/http/clock.ts';
import { hashPassword } from '../server/people/passwords.ts';
import { ADD_COMPONENTS, ADD_MOVEMENTS_FOR, ADD_SLOTS, CLOSE_CONDITIONS } from '../server/visits/rebuild.ts';
import { keepFoundBy } from '../server/tracing/service.ts';
import { refreshSummaries } from '../server/units/summary.ts';
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
  'customers',
  'sites',
  'units',
  'circuits',
  'calls',
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
    await setting('company', { name: 'Ironleaf Air Service', timeZone: ZONE });
    await setting('map base', base);
    await setting('demo', { madeFor: scenario.today });
    for (const table of ORDER) await insertRows(table, scenario[table], go);
    await go("select setval('call_numbers', $1)", [scenario.calls.length]);
    await go(ADD_MOVEMENTS_FOR('true'));
    await go(
      `insert into open_conditions (id, unit_id, kind, hazard, text, opened_at, opened_by, changed_from, changed_to, told)
       select id, unit_id, body->>'condition', coalesce(($1::jsonb->(body->>'condition')->>'hazard')::boolean, false), coalesce(body->>'text', ''), occurred_at, author_id,
         body->>'changedFrom', body->>'changedTo', body->>'told' from current_entries where kind = 'condition left'`,
      [JSON.stringify(CONDITION_KINDS)],
    );
    await go(CLOSE_CONDITIONS);
    const slots = scenario.entries.flatMap(
      (e) => (e.body as { installed?: { slot: string } }).installed?.slot ?? [],
    );
    await go(ADD_SLOTS, [JSON.stringify(Object.fromEntries(slots.map((slot) => [slot, classOfSlot(slot)])))]);
    await go(ADD_COMPONENTS);
    for (const site of new Set(scenario.site_points.map((point) => point.site_id as string)))
      await keepFoundBy(db, site, transaction);
    for (const photo of scenario.photos) await go(ADD_PHOTO, await photoValues(photo));
    await go("insert into log (actor_kind, action, entity) values ('system', 'load demo', 'company')");
    await refreshSummaries(
      db,
      clock,
      scenario.units.map((unit) => unit.id as string),
      transaction,
    );
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

async function main(): Promise<void> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  const db = connect(url, { poolSize: 2 });
  await migrate(db.sequelize);
  const [state] = await db.rows<{ used: boolean }>(
    'select exists (select 1 from users) or exists (select 1 from customers) as used',
  );
  if (!state?.used) {
    const clock = clockFor(process.env.GRADUM_TODAY, ZONE);
    await loadScenario(db, clock, makeScenario(localDate(clock.now(), ZONE)));
    console.log('loaded');
  }
  await db.close();
}

if (process.env.GRADUM_LOAD_DEMO === '1') await main();
