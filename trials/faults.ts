import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { seededRandom, wholeBetween } from '#core/base/random';
import { connect, type Database } from '../server/db/connect.ts';
import { ask, cookieOf, PEOPLE, type Answer, type Company, type Tried } from './company.ts';

/** Something that is sent once, under an id of its own. */
interface Sent {
  readonly id: string;
  readonly table: 'entries' | 'photos' | 'customers';
  readonly path: string;
  readonly body: string;
  answer?: Answer;
}

const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));
/** A server that starts anew, or finds its database again, takes its time on a busy machine. */
const MOST_TRIES = 1000;
const took = ({ answer }: Sent): boolean =>
  answer !== undefined && answer.status >= 200 && answer.status < 300;

/** How often each of some records is there. */
async function counted(db: Database, all: readonly Sent[]): Promise<Map<string, number>> {
  const found = new Map<string, number>();
  for (const table of ['entries', 'photos', 'customers'] as const) {
    const ids = all.filter((one) => one.table === table).map((one) => one.id);
    const rows = await db.rows<{ id: string; n: number }>(
      `select id, count(*)::int as n from ${table} where id = any($1::uuid[]) group by id`,
      [ids],
    );
    for (const { id, n } of rows) found.set(id, n);
  }
  return found;
}

class Ledger {
  lost = 0;
  double = 0;
  unsent = 0;
  half = 0;
  sent = 0;
  acknowledged = 0;
}

/**
 * After a fault: what was acknowledged is there; what was not is sent again under the same id and is there
 * once.
 */
async function settle(company: Company, db: Database, cookie: string, all: readonly Sent[], ledger: Ledger) {
  const before = await counted(db, all);
  for (const one of all) {
    ledger.sent++;
    if (!took(one)) continue;
    ledger.acknowledged++;
    if (!before.has(one.id)) ledger.lost++;
  }
  for (const one of all) {
    if (took(one)) continue;
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const { status } = await ask(company.address(), 'POST', one.path, { cookie, body: one.body });
      if (status >= 200 && status < 300) break;
      if (tries === MOST_TRIES - 1) ledger.unsent++;
      await pause(200);
    }
  }
  const after = await counted(db, all);
  for (const one of all) if ((after.get(one.id) ?? 0) > 1) ledger.double++;
}

export async function visitOf(db: Database): Promise<{ visitId: string; unitId: string }> {
  const [row] = await db.rows<{ visitId: string; unitId: string }>(
    `select v.id as "visitId", u.id as "unitId"
     from visits v
       join crew_members m on m.crew_id = v.crew_id and m.until_day is null
       join users p on p.id = m.user_id
       join units u on u.site_id = v.site_id
     where p.login = $1 and v.left_at is null order by v.planned_for desc limit 1`,
    [PEOPLE.technician],
  );
  if (!row) throw new Error('the demo has no open visit');
  return row;
}

async function work(db: Database, count: number): Promise<Sent[]> {
  const { visitId, unitId } = await visitOf(db);
  const picture = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#8f4519' } })
    .jpeg()
    .toBuffer();
  return Array.from({ length: count }, (_, i): Sent => {
    const id = randomUUID();
    if (i % 6 === 5) {
      const photo = { id, unitId, purpose: 'nameplate', takenAt: '2026-06-03T13:00:00Z', caption: 'trial' };
      const body = JSON.stringify({ ...photo, content: picture.toString('base64') });
      return { id, table: 'photos', path: '/api/photos', body };
    }
    const entry = { id, visitId, unitId, occurredAt: '2026-06-03T13:00:00Z' };
    const what =
      i % 2 === 0
        ? { kind: 'note', body: { text: `trial ${i}` } }
        : { kind: 'finding', body: { component: 'contactor', failure: 'burnt', grade: 'proven' } };
    return {
      id,
      table: 'entries',
      path: `/api/visits/${visitId}/entries`,
      body: JSON.stringify({ ...entry, ...what }),
    };
  });
}

/** The process is ended without warning while entries, photographs and an import are on their way. */
export async function kills(company: Company, count: number, seed: number): Promise<Tried> {
  const random = seededRandom(seed);
  const db = connect(company.url, { poolSize: 2 });
  const cookie = await cookieOf(company.address(), PEOPLE.manager);
  const ledger = new Ledger();
  const rows = 400;
  for (let round = 0; round < count; round++) {
    const which = round % company.processes.length;
    const { address } = company.processes[which] as { address: string };
    const all = await work(db, 18);
    const importId = randomUUID();
    const tag = `T${round}`;
    const content = [
      'customer,site,unit,kind',
      ...Array.from({ length: rows }, (_, i) => `Trial Laundry ${tag},Hall,${tag}-${i},boiler`),
    ].join('\n');
    const file = JSON.stringify({ id: importId, kind: 'units', fileName: 'trial.csv', content });
    const applied = { answer: undefined as Answer | undefined };
    await ask(address, 'POST', '/api/imports', { cookie, body: file });
    const importing = ask(address, 'POST', `/api/imports/${importId}/apply`, {
      cookie,
      body: JSON.stringify({ mode: 'all or nothing' }),
    }).then((answer) => (applied.answer = answer));
    const writing = all.map((one) =>
      ask(address, 'POST', one.path, { cookie, body: one.body }).then((answer) => (one.answer = answer)),
    );
    await pause(wholeBetween(random, 5, 2500));
    await company.kill(which);
    await Promise.all([importing, ...writing]);
    await settle(company, db, cookie, all, ledger);
    const [held] = await db.rows<{ n: number }>(
      'select count(*)::int as n from units u join sites s on s.id = u.site_id join customers c on ' +
        'c.id = s.customer_id where c.name = $1',
      [`Trial Laundry ${tag}`],
    );
    if (held?.n !== 0 && held?.n !== rows) ledger.half++;
    const done = applied.answer?.text.includes('"kind":"done"') ?? false;
    if (done && held?.n !== rows) ledger.lost++;
  }
  await db.close();
  return tried('kills of a server amid entries, photographs and an import', count, ledger);
}

/** PostgreSQL is restarted while people write through both processes. */
export async function restarts(company: Company, count: number, restart: () => void): Promise<Tried> {
  let db = connect(company.url, { poolSize: 2 });
  const cookie = await cookieOf(company.address(), PEOPLE.manager);
  const ledger = new Ledger();
  for (let round = 0; round < count; round++) {
    const all = await work(db, 30);
    await db.close();
    const writing = all.map(async (one, i) => {
      await pause(i * 40);
      one.answer = await ask(company.address(), 'POST', one.path, { cookie, body: one.body });
    });
    await pause(300);
    restart();
    await Promise.all(writing);
    db = connect(company.url, { poolSize: 2 });
    await settle(company, db, cookie, all, ledger);
  }
  await db.close();
  const ended = company.processes.filter(({ server }) => server.exitCode !== null).length;
  const one = tried('restarts of PostgreSQL under writing people', count, ledger);
  return { ...one, found: `${one.found}; ${ended} servers ended`, held: one.held && ended === 0 };
}

function tried(
  what: string,
  count: number,
  { lost, double, unsent, half, sent, acknowledged }: Ledger,
): Tried {
  return {
    what,
    count: `${count}, ${sent} writes, ${acknowledged} acknowledged before the fault`,
    found: `${lost} acknowledged lost, ${half} half, ${double} double, ${unsent} not to be sent again`,
    wanted: 'none of them',
    held: lost + double + unsent + half === 0,
  };
}
