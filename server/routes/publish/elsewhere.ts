import type { Transaction } from 'sequelize';
import { agreedText, whatToTell, type Told, type ToldLast } from '#core/planning/telling';
import { addDays, type PlainDate } from '#core/base/time';
import type { AgreedBody, ToldElsewhere } from '#contracts/telling';
import type { Dependencies } from '../../dependencies.ts';
import { writeLog } from '../../http/log.ts';
import { firstTime } from '../../http/once.ts';
import { notFound, Problem } from '../../http/problem.ts';
import { companyNow, planningSettings } from '../../settings/service.ts';
import { writeMessages } from '../../telling/service.ts';
import { nowIn } from '../reads/shifts.ts';
import { stopsToTell } from './publish.ts';
import { DAY_TOLD, TOLD_LAST, WHERE_TOLD } from './publish.sql.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

/**
 * Visits that stand elsewhere than their customers were told, on some days: by the same rule by which
 * publishing would tell them. Until somebody publishes or agrees, crews and customers have what they had.
 */
export function toldElsewhere(
  { db, clock }: Needs,
  { from, days }: { readonly from: PlainDate; readonly days: number },
): Promise<ToldElsewhere[]> {
  return db.transaction((transaction) =>
    read(
      { db, clock },
      Array.from({ length: days }, (_, k) => addDays(from, k)),
      transaction,
    ),
  );
}

async function read(
  { db, clock }: Needs,
  days: readonly PlainDate[],
  transaction: Transaction,
): Promise<ToldElsewhere[]> {
  const { name, timeZone } = await companyNow(db);
  const now = nowIn({ clock }, timeZone);
  const { windowMinutes } = await planningSettings(db, now.day);
  const routes = await db.models.Route.findAll({ where: { day: [...days] }, transaction });
  const ids = routes.map(({ id }) => id);
  const { tell } = whatToTell(
    await stopsToTell(db, routes, { now, days }, transaction),
    await db.rows<ToldLast>(TOLD_LAST, [now.day, ids, days], transaction),
    { company: name, windowMinutes },
  );
  const changed = new Map(tell.flatMap(({ visits }) => visits).map((visit) => [visit.visitId, visit]));
  const rows = await db.rows<ToldElsewhere & { loose: boolean }>(WHERE_TOLD, [days, now.day], transaction);
  return rows.flatMap(({ loose, ...row }) => {
    const to = changed.get(row.visitId);
    return to || loose ? [{ ...row, window: windowOf(to) }] : [];
  });
}

const windowOf = (told: Told | undefined): ToldElsewhere['window'] =>
  told && told.from !== null && told.until !== null
    ? { day: told.day, from: told.from, until: told.until }
    : null;

/**
 * Puts on record that somebody at the site agrees to where a visit stands now. They are told nothing more of
 * it, and from now on that window binds.
 *
 * @throws Problem 404 where that visit stands where its customer was told, or there is none; 409 where it
 *   stands elsewhere than what was agreed to, or has no time yet
 */
export async function agree({ db, clock }: Needs, body: AgreedBody, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const visit = await db.models.Visit.findByPk(body.visitId, { transaction, lock: true });
    if (!visit) throw notFound('Visit');
    const [last] = await db.rows<{ day: PlainDate }>(DAY_TOLD, [body.visitId], transaction);
    const days = [...new Set([visit.plannedFor, last?.day].filter((day) => day != null))];
    const here = (await read({ db, clock }, days, transaction)).find((one) => one.visitId === body.visitId);
    if (!here || JSON.stringify(here.window) !== JSON.stringify(body.window) || (here.now && !here.window))
      throw new Problem(409, 'The plan has changed meanwhile', {
        detail: 'Look at where the visit stands now, and at what its customer was told.',
      });
    const { siteId, site, told } = here;
    await writeMessages(
      db,
      {
        tell: [
          {
            ...{ siteId, day: here.window?.day ?? told.day, subject: `Agreed: ${site}` },
            text: agreedText(body.who, site, told, here.window),
            visits: [
              here.window
                ? { visitId: body.visitId, kind: 'moved', ...here.window }
                : { visitId: body.visitId, kind: 'called off', day: told.day, from: null, until: null },
            ],
          },
        ],
        void: [],
      },
      { actor, at: clock.now(), agreedBy: body.who },
      transaction,
    );
    await writeLog(db, transaction, {
      ...{ actor, action: 'agree with customer', entity: 'visit', entityId: body.visitId },
      detail: { who: body.who, told, window: body.window },
    });
  });
}
