import type { Transaction } from 'sequelize';
import { whatToTell, type StopToTell, type ToldLast } from '#core/planning/telling';
import { addDays, daysBetween, type PlainDate } from '#core/base/time';
import type { PublishBody } from '#contracts/board';
import type { OpeningHours } from '#contracts/sites';
import type { Dependencies } from '../../dependencies.ts';
import type { Database } from '../../db/connect.ts';
import { writeLog } from '../../http/log.ts';
import { firstTime } from '../../http/once.ts';
import { companyNow, companyToday, planningSettings } from '../../settings/service.ts';
import { writeMessages } from '../../telling/service.ts';
import { crewDays, dayKey, nowIn } from '../reads/shifts.ts';
import { hoursOn } from './page.ts';
import { PUBLISH_STOPS, TOLD_LAST, TO_TELL } from './publish.sql.ts';

/**
 * Publishes crews' days: the crews see them on their phones in this order, and every customer whose window is
 * new or has changed is told, once a site and day; whoever was told something that holds still is told nothing
 * again. What is to be told goes out once it is written down.
 *
 * @returns how many routes, and how many messages
 */
export async function publish(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  body: PublishBody,
  actor: string,
): Promise<{ routes: number; notices: number }> {
  const { name, timeZone } = await companyNow(db);
  const today = await companyToday({ db, clock });
  const { windowMinutes } = await planningSettings(db, today);
  return db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return { routes: 0, notices: 0 };
    const days = Array.from({ length: body.days }, (_, k) => addDays(body.from, k));
    const routes = await db.models.Route.findAll({
      where: { day: days, ...(body.crewIds.length > 0 ? { crewId: body.crewIds } : {}) },
      transaction,
      lock: true,
      order: ['day', 'crewId'],
    });
    const tellings = whatToTell(
      await stopsToTell(db, routes, { now: nowIn({ clock }, timeZone), days }, transaction),
      await db.rows<ToldLast>(TOLD_LAST, [today, routes.map(({ id }) => id), days], transaction),
      { company: name, windowMinutes },
    );
    await writeMessages(db, tellings, { actor, at: clock.now() }, transaction);
    const notices = tellings.tell.length;
    await db.run(PUBLISH_STOPS, [routes.map(({ id }) => id)], transaction);
    for (const route of routes)
      await route.update(
        { publishedAt: clock.now(), publishedBy: actor, publishedVersion: route.version },
        { transaction },
      );
    await writeLog(db, transaction, {
      actor,
      action: 'publish routes',
      entity: 'route',
      entityId: routes[0]?.id ?? null,
      detail: { from: body.from, days: body.days, routes: routes.length, notices },
    });
    return { routes: routes.length, notices };
  });
}

/** The timed stops of the days that are published, and those elsewhere that were told for these days. */
export async function stopsToTell(
  db: Database,
  routes: readonly { readonly id: string }[],
  { now, days }: { readonly now: ReturnType<typeof nowIn>; readonly days: readonly PlainDate[] },
  transaction: Transaction,
): Promise<StopToTell[]> {
  const rows = await db.rows<Omit<StopToTell, 'open' | 'earliest'> & StopRead>(
    TO_TELL,
    [routes.map(({ id }) => id), now.day, days],
    transaction,
  );
  const on = rows.map(({ day }) => day).sort();
  const [first, last] = [on[0], on.at(-1)];
  if (first === undefined || last === undefined) return [];
  const shifts = new Map(
    (await crewDays(db, first, daysBetween(first, last) + 1)).map((crew) => [
      dayKey(crew.id, crew.on),
      crew.day.works ? crew.day.shift.start : null,
    ]),
  );
  return rows.map(({ openingHours, crewId, ...stop }) => {
    const begins = shifts.get(dayKey(crewId, stop.day)) ?? null;
    return {
      ...stop,
      open: openingHours && hoursOn(openingHours, stop.day),
      earliest: stop.day === now.day ? Math.max(begins ?? 0, quarter(now.minute)) : begins,
    };
  });
}

/** The quarter of an hour it is; nobody is told of minutes. */
const quarter = (minute: number): number => Math.floor(minute / 15) * 15;

interface StopRead {
  readonly openingHours: OpeningHours | null;
  readonly crewId: string;
}
