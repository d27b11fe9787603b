import { randomUUID } from 'node:crypto';
import { may, ROLES } from '#contracts/roles';
import { ENDPOINTS } from '../server/app.ts';
import { connect } from '../server/db/connect.ts';
import { ask, cookieOf, PEOPLE, type Company, type Tried } from './company.ts';

/** Every route with every role and with nobody, and writing on sheets of the own crew and of another. */
export async function rights(company: Company): Promise<Tried[]> {
  const wrong: string[] = [];
  let count = 0;
  const guarded = ENDPOINTS.filter((route) => route.action !== 'public' && route.path !== '/api/events');
  for (const who of [...ROLES, undefined]) {
    const cookie = who && (await cookieOf(company.address(), PEOPLE[who]));
    for (const route of guarded) {
      const path = route.path.replace(/:\w+/g, () => randomUUID());
      const { status } = await ask(company.address(), route.method.toUpperCase(), path, {
        ...(cookie ? { cookie } : {}),
        ...(route.method === 'get' ? {} : { body: '{}' }),
      });
      count++;
      const held =
        who === undefined
          ? status === 401
          : (status === 403) === !(route.action !== 'public' && may(who, route.action));
      if (!held || status >= 500) wrong.push(`${who ?? 'nobody'} ${route.method} ${route.path}: ${status}`);
    }
  }
  const db = connect(company.url, { poolSize: 1 });
  const [visits] = await db.rows<{ own: string; other: string; unit: string }>(
    `select
       (select v.id from visits v where v.crew_id = m.crew_id order by v.planned_for desc limit 1) as own,
       (select v.id from visits v where v.crew_id <> m.crew_id order by v.planned_for desc limit 1) as other
     from users u join crew_members m on m.user_id = u.id and m.until_day is null
     where u.login = $1`,
    [PEOPLE.technician],
  );
  await db.close();
  for (const [role, login] of Object.entries(PEOPLE)) {
    const cookie = await cookieOf(company.address(), login);
    for (const whose of ['own', 'other'] as const) {
      const visitId = visits?.[whose] as string;
      const entry = {
        id: randomUUID(),
        visitId,
        unitId: null,
        kind: 'note',
        occurredAt: '2026-06-03T13:00:00Z',
      };
      const body = JSON.stringify({ ...entry, body: { text: 'who may' } });
      const { status } = await ask(company.address(), 'POST', `/api/visits/${visitId}/entries`, {
        cookie,
        body,
      });
      count++;
      const allowed = role !== 'technician' || whose === 'own';
      if ((status === 403) !== !allowed) wrong.push(`${role} on a sheet of ${whose} crew: ${status}`);
    }
  }
  return [
    {
      what: 'every route × role or nobody, and sheets of the own and another crew',
      count: `${count}`,
      found: wrong.length === 0 ? 'as the table says' : wrong.join('; '),
      wanted: 'as the table says',
      held: wrong.length === 0,
    },
  ];
}
