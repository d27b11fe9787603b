import { randomUUID } from 'node:crypto';
import { connect } from '../server/db/connect.ts';
import { signIn } from './load.ts';
import { percentile, type Row } from './table.ts';

const VISITS = 100;
const MEASURED = 60;

/** Five lines on each of a hundred visits to one unit over eight years. */
const history = (unitId: string, siteId: string): string[] => [
  `create temp table old as
   select uuid_v7() as visit_id, uuid_v7() as call_id, now() - n * interval '29 days' as at, n
   from generate_series(1, ${VISITS}) n`,
  `insert into calls (id, ref, site_id, unit_id, kind, received_at, complaint, system)
   select call_id, 'F-' || n, '${siteId}', '${unitId}', 'call', at - interval '4 hours', 'not cooling', 'cooling'
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

/**
 * One more line on a unit whose sheets already hold 500, on a hundred visits: sent, folded, judged and
 * answered over HTTP.
 */
export async function benchEntry(address: string, url: string): Promise<Row> {
  const cookie = await signIn(address);
  const send = async <T>(path: string, body?: object): Promise<T> => {
    const response = await fetch(`${address}${path}`, {
      ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
      headers: { cookie, 'content-type': 'application/json' },
    });
    const answer = await response.text();
    if (!response.ok) throw new Error(`${path} answered ${response.status}: ${answer.slice(0, 300)}`);
    return JSON.parse(answer || 'null') as T;
  };
  const [site] = await send<{ kind: string; id: string }[]>('/api/search?q=site+77');
  const siteId = site?.id as string;
  const [unitId, callId, visitId] = [randomUUID(), randomUUID(), randomUUID()];
  await send('/api/units', { id: unitId, siteId, tag: 'RTU-500', kind: 'package gas/electric' });
  const db = connect(url, { poolSize: 1 });
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
  const write = (i: number) =>
    send(`/api/visits/${visitId}/entries`, {
      id: randomUUID(),
      visitId,
      unitId,
      ...(i % 4 === 0
        ? { kind: 'finding', body: { component: 'contactor', failure: 'burnt', grade: 'proven' } }
        : { kind: 'work', body: { text: `Changed and seen to run, ${i}` } }),
      occurredAt: new Date(Date.now() - (MEASURED - i) * 1000).toISOString(),
    });
  // The first one derives all that was put there by hand.
  await write(0);
  const [held] = await db.rows<{ n: number }>('select count(*)::int as n from findings where unit_id = $1', [
    unitId,
  ]);
  await db.close();
  if (held?.n !== VISITS + 1) throw new Error(`${held?.n} findings instead of ${VISITS + 1}`);
  const times: number[] = [];
  const ones: number[] = [];
  for (let i = 1; i <= MEASURED; i++) {
    const began = performance.now();
    await write(i);
    times.push(performance.now() - began);
    const asked = performance.now();
    await send('/api/ping');
    ones.push(performance.now() - asked);
  }
  const [middle, p95, one] = [percentile(times, 0.5), percentile(times, 0.95), percentile(ones, 0.5)];
  return {
    what: `one entry on a unit with ${5 * VISITS} entries`,
    figure: `p50 ${middle.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`,
    yardstick: `signed-in select 1 p50 ${one.toFixed(1)} ms, ratio ${(middle / one).toFixed(1)}`,
    wanted: '≤ 50 ms',
    met: middle <= 50,
  };
}
