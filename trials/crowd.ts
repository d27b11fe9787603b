import { randomUUID } from 'node:crypto';
import { connect } from '../server/db/connect.ts';
import { clockFor } from '../server/http/clock.ts';
import { rebuild } from '../server/sheet/rebuild.ts';
import { derivedRows } from '../server/testing/sheets.ts';
import { allowedMs, ask, cookieOf, PEOPLE, ping, TODAY, type Company, type Tried } from './company.ts';
import { visitOf } from './faults.ts';

const LINES: readonly (readonly [kind: string, body: object])[] = [
  ['finding', { component: 'contactor', failure: 'burnt', grade: 'proven', system: 'cooling' }],
  ['work', { text: 'changed', tasks: ['filters and belts'] }],
  ['condition left', { condition: 'safety bypassed', text: 'limit bridged', told: 'foreman, in writing' }],
  ['note', { text: 'hums' }],
  ['recommendation', { text: 'contactors' }],
];

/**
 * Twenty people write on one unit at once, through every process; what is derived equals a fold from scratch.
 */
export async function writers(company: Company, rounds: number): Promise<Tried> {
  const db = connect(company.url, { poolSize: 2 });
  const { visitId, unitId } = await visitOf(db);
  const cookie = await cookieOf(company.address(), PEOPLE.manager);
  const statuses = new Map<number, number>();
  for (let round = 0; round < rounds; round++)
    await Promise.all(
      Array.from({ length: 20 }, async (_, i) => {
        const [kind, body] = LINES[(i + round) % LINES.length] as (typeof LINES)[number];
        const entry = { id: randomUUID(), visitId, unitId, occurredAt: '2026-06-03T13:30:00Z', kind, body };
        const { status } = await ask(company.address(), 'POST', `/api/visits/${visitId}/entries`, {
          cookie,
          body: JSON.stringify(entry),
        });
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
      }),
    );
  const steps = JSON.stringify(await derivedRows({ db }));
  await db.transaction((transaction) => rebuild(db, clockFor(TODAY, 'EST5EDT'), transaction));
  const same = JSON.stringify(await derivedRows({ db })) === steps;
  await db.close();
  const refused = [...statuses].filter(([status]) => status !== 201);
  return {
    what: '20 simultaneous writers on one unit, two processes',
    count: `${rounds * 20} lines`,
    found: `${same ? 'equal to' : 'OTHER than'} the fold from scratch; ${refused.length === 0 ? 'all taken' : refused.map(([status, n]) => `${n} × ${status}`).join(', ')}`,
    wanted: 'equal, all taken',
    held: same && refused.length === 0,
  };
}

/** Strangers guess passwords as fast as they can while somebody at work reads. */
export async function flood(company: Company, count: number): Promise<Tried> {
  const cookie = await cookieOf(company.address(), PEOPLE.dispatcher);
  const statuses = new Map<number, number>();
  let running = true;
  const guessing = Array.from({ length: 40 }, async (_, lane) => {
    for (let i = lane; i < count; i += 40) {
      const body = JSON.stringify({ login: `nobody-${i}`, password: 'guess' });
      const { status } = await ask(company.address(), 'POST', '/api/session', { body });
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
  });
  void Promise.all(guessing).then(() => (running = false));
  const times: number[] = [];
  let slowestPing = 0;
  while (running || times.length < 20) {
    slowestPing = Math.max(slowestPing, await ping(company));
    const { ms, status } = await ask(company.address(), 'GET', '/api/units?sort=site', { cookie });
    times.push(status === 200 ? ms : Infinity);
  }
  const slowest = Math.max(...times);
  return {
    what: 'sign-ins of strangers, 40 at a time, while somebody at work reads',
    count: `${count} guesses (${[...statuses].map(([status, n]) => `${n} × ${status}`).join(', ')}), ${times.length} reads`,
    found: `slowest read ${Math.round(slowest)} ms, ping ${Math.round(slowestPing)} ms`,
    wanted: '≤ 1,000 ms or 20 pings',
    held: slowest <= allowedMs(1000, slowestPing),
  };
}
