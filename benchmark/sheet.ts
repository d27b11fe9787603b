import { randomUUID } from 'node:crypto';
import pg from 'pg';
import type { SignedIn } from '../contracts/people.ts';
import type { NewEntry } from '../contracts/visits.ts';
import { connect, type Database } from '../server/db/connect.ts';
import { clockFor } from '../server/http/clock.ts';
import { Who } from '../server/people/who.ts';
import { addEntry } from '../server/visits/service.ts';
import { signIn } from './load.ts';
import { percentile, type Row } from './table.ts';

type Send = (path: string, body?: object) => Promise<void>;

const VISITS = 100;
const MEASURED = 60;

/** Five lines on each of a hundred visits to one unit over eight years. */
const history = (unitId: string, siteId: string): string[] => [
  `create temp table old on commit drop as
   select uuid_v7() as visit_id, uuid_v7() as call_id, now() - n * interval '29 days' as at, n
   from generate_series(1, ${VISITS}) n`,
  `insert into calls (id, ref, site_id, unit_id, kind, received_at, complaint, system)
   select call_id, 'F-' || left('${unitId}', 8) || '-' || n, '${siteId}', '${unitId}', 'call', at - interval '4 hours', 'not cooling', 'cooling'
   from old`,
  `insert into visits (id, site_id, planned_for)
   select visit_id, '${siteId}', at::date
   from old`,
  `insert into visit_calls (visit_id, call_id)
   select visit_id, call_id
   from old`,
  `with lines as (
     select
       uuid_v7() as id, o.visit_id, '${unitId}'::uuid as unit_id, l.kind, l.body::jsonb as body,
       o.at + l.after as occurred_at
     from old o
       cross join (values
         ('arrive', '{}', interval '0'),
         ('finding', '{"component": "contactor", "failure": "burnt", "grade": "proven"}', interval '30 min'),
         ('work', '{"text": "new contactor, runs"}', interval '50 min'),
         ('refrigerant', '{"refrigerant": "R-410A", "addedLb": 1}', interval '60 min'),
         ('leave', '{"outcome": "done"}', interval '70 min')) l(kind, body, after)
   )
   insert into entries (id, root_id, visit_id, unit_id, kind, body, occurred_at)
   select id, id, visit_id, unit_id, kind, body, occurred_at
   from lines`,
];

/** How many statements the database is sent while something is done; nothing else is sent meanwhile. */
async function statementsOf(work: () => Promise<void>): Promise<number> {
  const client = pg.Client.prototype as unknown as { query: (...given: unknown[]) => unknown };
  const { query } = client;
  let count = 0;
  client.query = function (...given) {
    count++;
    return query.apply(this, given);
  };
  await work().finally(() => (client.query = query));
  return count;
}

interface Sheet {
  readonly unitId: string;
  readonly visitId: string;
}

/**
 * A unit with a hundred visits behind it and a crew on site today. Everything is derived by its first new
 * line.
 */
async function fullSheet(db: Database, send: Send, siteName: string): Promise<Sheet> {
  const [site] = await db.rows<{ id: string }>('select id from sites where name = $1', [siteName]);
  const siteId = site?.id as string;
  const [unitId, callId, visitId] = [randomUUID(), randomUUID(), randomUUID()];
  await send('/api/units', { id: unitId, siteId, tag: 'RTU-500', kind: 'package gas/electric' });
  await db.transaction(async (transaction) => {
    for (const sql of history(unitId, siteId)) await db.run(sql, [], transaction);
  });
  const receivedAt = new Date(Date.now() - 3600_000).toISOString();
  await send('/api/calls', {
    id: callId,
    siteId,
    unitId,
    complaint: 'Not cooling',
    receivedAt,
    priority: 'today',
  });
  const plannedFor = receivedAt.slice(0, 10);
  await send('/api/visits', { id: visitId, siteId, crewId: null, plannedFor, callIds: [callId] });
  return { unitId, visitId };
}

/** Every fourth line is a finding, the others are work. */
const line = ({ visitId, unitId }: Sheet, i: number): NewEntry => ({
  id: randomUUID(),
  visitId,
  unitId,
  ...(i % 4 === 0
    ? { kind: 'finding', body: { component: 'contactor', failure: 'burnt', grade: 'proven' } }
    : { kind: 'work', body: { text: `Changed and seen to run, ${i}` } }),
  occurredAt: new Date(Date.now() - (MEASURED - i) * 1000).toISOString(),
});

/**
 * One more line on a unit whose sheets already hold 500, on a hundred visits: checked, written, folded,
 * judged and committed by the server's own use case, and the same over HTTP with the whole sheet as the
 * answer.
 */
export async function benchEntry(address: string, url: string): Promise<Row[]> {
  const cookie = await signIn(address);
  const send: Send = async (path, body) => {
    const response = await fetch(`${address}${path}`, {
      ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
      headers: { cookie, 'content-type': 'application/json' },
    });
    const answer = await response.text();
    if (!response.ok) throw new Error(`${path} answered ${response.status}: ${answer.slice(0, 300)}`);
  };
  const db = connect(url);
  const [user] = await db.rows<SignedIn>('select id, role from users limit 1');
  const clock = clockFor(undefined, 'EST5EDT');
  const needs = { db, clock, who: new Who(db, clock) };
  const time = async (sheet: Sheet, write: (entry: NewEntry) => Promise<void>): Promise<number[]> => {
    // The first one derives all that was put there by hand.
    await write(line(sheet, 0));
    const [held] = await db.rows<{ n: number }>(
      'select count(*)::int as n from findings where unit_id = $1',
      [sheet.unitId],
    );
    if (held?.n !== VISITS + 1) throw new Error(`${held?.n} findings instead of ${VISITS + 1}`);
    const times: number[] = [];
    for (let i = 1; i <= MEASURED; i++) {
      const began = performance.now();
      await write(line(sheet, i));
      times.push(performance.now() - began);
    }
    return times;
  };
  const full = await fullSheet(db, send, 'Site 77');
  const add = (entry: NewEntry) => addEntry(needs, entry, user as SignedIn);
  const folded = await time(full, add);
  const statements = await statementsOf(() => add(line(full, MEASURED + 1)));
  const answered = await time(await fullSheet(db, send, 'Site 78'), (entry) =>
    send(`/api/visits/${entry.visitId}/entries`, entry),
  );
  const ones: number[] = [];
  const empty: number[] = [];
  for (let i = 0; i < MEASURED; i++) {
    let began = performance.now();
    await send('/api/ping');
    ones.push(performance.now() - began);
    began = performance.now();
    await db.transaction((transaction) => db.rows('select 1', [], transaction));
    empty.push(performance.now() - began);
  }
  await db.close();
  const [one, none] = [percentile(ones, 0.5), percentile(empty, 0.5)];
  const row = (what: string, times: number[], yardstick: string, by: number, most: number): Row => {
    const middle = percentile(times, 0.5);
    return {
      what,
      figure: `p50 ${middle.toFixed(1)} ms, p95 ${percentile(times, 0.95).toFixed(1)} ms`,
      yardstick: `${yardstick} p50 ${by.toFixed(1)} ms, ratio ${(middle / by).toFixed(1)}`,
      wanted: `≤ ${most} ms`,
      met: middle <= most,
    };
  };
  const what = `one entry on a unit with ${5 * VISITS} entries`;
  return [
    row(`${what}, ${statements} statements, folded and judged`, folded, 'empty transaction', none, 50),
    row(`${what}, sent and answered with the whole sheet`, answered, 'signed-in select 1', one, 65),
  ];
}
