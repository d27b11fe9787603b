import { pathToFileURL } from 'node:url';
import { connect, type Database } from '../server/db/connect.ts';
import { migrate } from '../server/upgrade/migrate.ts';
import { clockFor } from '../server/http/clock.ts';
import { hashPassword } from '../server/people/passwords.ts';
import { rebuild } from '../server/sheet/rebuild.ts';
import type { Row } from './table.ts';

export const BENCH_PASSWORD = 'bench-bench';
const ZONE = 'EST5EDT';
/** The company's day, as SQL: by the clock of the database it may be another. */
export const TODAY = `(now() at time zone '${ZONE}')::date`;

/**
 * A large made-up company: 200 customers, 1,000 sites, 5,000 units, 100,000 visits with their calls and
 * entries.
 */
const FLEET = [
  `insert into customers (name) select 'Customer ' || i from generate_series(1, 200) i`,
  `insert into sites (customer_id, name, address, lat, lon, time_zone)
   select c.id, 'Site ' || i, i || ' Long Street', 41 + i * 0.0001, -66 - i * 0.0001, '${ZONE}'
   from generate_series(1, 1000) i
     join customers c on c.name = 'Customer ' || (1 + i % 200)`,
  `insert into units (site_id, tag, kind, manufacturer, model, serial, built_on, tons, area_served)
   select s.id, 'RTU-' || n,
     (array['package gas/electric', 'package heat pump', 'make-up air'])[1 + n % 3],
     'Norvane', 'NV' || n, 'S' || substr(md5(s.name || n), 1, 8),
     date '2005-01-01' + ((n * 997 + length(s.name) * 131) % 6000), 5,
     (array['Archive, upper floor', 'Lobby', 'Workshop', 'Classroom 4', 'Store east'])[n]
   from sites s
     cross join generate_series(1, 5) n`,
  `insert into circuits (unit_id, number, refrigerant, charge_lb) select id, 1, 'R-410A', 9 from units`,
  `create temp table plan as
   select uuid_v7() as visit_id, uuid_v7() as call_id, u.id as unit_id, u.site_id, n,
     now() - (n * 54 + (abs(hashtext(u.id::text || n)) % 50)) * interval '1 day' as at,
     case when n % 4 = 0 then 'call' else 'maintenance' end as kind,
     abs(hashtext(u.id::text || n)) % 6 as pick
   from units u
     cross join generate_series(1, 20) n`,
  `insert into calls (id, ref, site_id, unit_id, kind, received_at, complaint, system)
   select call_id, 'K-' || row_number() over (), site_id, unit_id, kind, at, 'not right', 'cooling'
   from plan`,
  `insert into visits (id, site_id, planned_for) select visit_id, site_id, at::date from plan`,
  `insert into visit_calls (visit_id, call_id) select visit_id, call_id from plan`,
  `with lines as (
     select uuid_v7() as id, visit_id, call_id, unit_id, 'work' as kind,
       '{"text": "done", "tasks": ["filters and belts"]}'::jsonb as body, at as occurred_at
     from plan
     union all
     select uuid_v7(), visit_id, call_id, unit_id, 'finding',
       jsonb_build_object(
         'component', (array['contactor', 'run cap', 'igniter', 'drain', 'belt', 'txv'])[1 + pick],
         'failure', 'worn', 'grade', 'proven'), at
     from plan
     where kind = 'call'
     union all
     select uuid_v7(), visit_id, call_id, null, 'leave', '{"outcome": "done"}', at + interval '3 hours'
     from plan
   )
   insert into entries (id, root_id, visit_id, call_id, unit_id, kind, body, occurred_at)
   select id, id, visit_id, call_id, unit_id, kind, body, occurred_at
   from lines`,
];

/** Fills an empty database with the large company and one manager who can sign in. Nothing is derived yet. */
export async function fillFleet(url: string): Promise<Database> {
  const db = connect(url, { poolSize: 4 });
  await migrate(db);
  const passwordHash = await hashPassword(BENCH_PASSWORD);
  await db.models.User.create({ login: 'bench', displayName: 'Bench', role: 'manager', passwordHash });
  await db.transaction(async (transaction) => {
    for (const sql of FLEET) await db.run(sql, [], transaction);
  });
  return db;
}

/** Everything derived from the sheets of the whole company, from nothing, with its progress printed. */
export async function benchRebuild(db: Database, say: (text: string) => void): Promise<Row> {
  const clock = clockFor(undefined, ZONE);
  const began = performance.now();
  let said = 0;
  await db.transaction((transaction) =>
    rebuild(db, clock, transaction, (done, of) => {
      if (done < of && done - said < 1000) return;
      said = done;
      say(`  ${done.toLocaleString('en')} of ${of.toLocaleString('en')} units`);
    }),
  );
  const seconds = (performance.now() - began) / 1000;
  await db.run('vacuum analyze');
  const [counted] = await db.rows<{ summaries: number }>(
    'select count(*)::int as summaries from unit_summaries',
  );
  if (counted?.summaries !== 5000) throw new Error(`judged ${counted?.summaries} of 5,000 units`);
  const reading = performance.now();
  await db.rows('select * from entries');
  const plain = (performance.now() - reading) / 1000;
  return {
    what: 'whole rebuild, 5,000 units and 100,000 visits',
    figure: `${seconds.toFixed(1)} s`,
    yardstick: `reading all entries once ${plain.toFixed(1)} s, ratio ${(seconds / plain).toFixed(1)}`,
    wanted: '≤ 60 s',
    met: seconds <= 60,
  };
}

/** True when this module is the program being run. */
export const isMain = (url: string): boolean => url === pathToFileURL(process.argv[1] ?? '').href;
