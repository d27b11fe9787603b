import type { Transaction } from 'sequelize';
import { plural } from '#core/base/sentences';
import { toldWindow } from '#core/planning/routing';
import { addDays, clockText, dayWords } from '#core/base/time';
import type { NoticeKind, NoticeRow, PublishBody } from '#contracts/board';
import type { Dependencies } from '../../dependencies.ts';
import type { Database } from '../../db/connect.ts';
import { writeLog } from '../../http/log.ts';
import { firstTime } from '../../http/once.ts';
import { companyNow, companyToday, planningSettings } from '../../settings/service.ts';
import { LAST_TOLD, NOTICES, TO_TELL } from './publish.sql.ts';

interface Told {
  readonly visitId: string;
  readonly kind: NoticeKind;
  readonly day: string;
  readonly fromAt: number | null;
  readonly untilAt: number | null;
}

/**
 * Publishes crews' days: the crews see them on their phones in this order, and every customer whose window is
 * new or has changed gets a notice in the outbox. Whoever was told something that holds still is told nothing
 * again.
 *
 * @returns how many routes and notices
 */
export async function publish(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  body: PublishBody,
  actor: string,
): Promise<{ routes: number; notices: number }> {
  const { name } = await companyNow(db);
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
    const notices = await noticesFor(
      db,
      routes,
      { today, windowMinutes, name, actor, at: clock.now() },
      transaction,
    );
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

async function noticesFor(
  db: Database,
  routes: readonly { id: string; crewId: string; day: string }[],
  asked: { today: string; windowMinutes: number; name: string; actor: string; at: Date },
  transaction: Transaction,
): Promise<number> {
  const routeIds = routes.map(({ id }) => id);
  const stops = await db.rows<{
    visitId: string;
    site: string;
    day: string;
    startAt: number;
    units: string[];
  }>(TO_TELL, [routeIds, asked.today], transaction);
  const told = new Map(
    (
      await db.rows<Told & { site: string; off: boolean }>(
        LAST_TOLD,
        [asked.today, [...new Set(routes.map(({ day }) => day))]],
        transaction,
      )
    ).map((row) => [row.visitId, row]),
  );
  const rows = stops.flatMap(({ visitId, site, day, startAt, units }) => {
    const { from, until } = toldWindow(startAt, asked.windowMinutes);
    const last = told.get(visitId);
    const holds =
      last &&
      last.kind !== 'called off' &&
      last.day === day &&
      last.fromAt !== null &&
      startAt >= last.fromAt &&
      startAt <= (last.untilAt as number);
    if (holds) return [];
    const kind: NoticeKind = last && last.kind !== 'called off' ? 'moved' : 'planned';
    const when = `on ${dayWords(day)} between ${clockText(from)} and ${clockText(until)}`;
    const what =
      units.length > 0 ? ` for ${units.length > 3 ? plural(units.length, 'unit') : units.join(', ')}` : '';
    const text =
      kind === 'moved'
        ? `${asked.name}: our visit to ${site} has moved. We come ${when}${what}.`
        : `${asked.name}: we come to ${site} ${when}${what}.`;
    return [
      { visitId, kind, day, fromAt: from, untilAt: until, text, madeBy: asked.actor, madeAt: asked.at },
    ];
  });
  const off = [...told.values()].flatMap(({ visitId, kind, day, site, off: gone }) =>
    gone && kind !== 'called off'
      ? [
          {
            visitId,
            kind: 'called off' as const,
            day,
            fromAt: null,
            untilAt: null,
            text: `${asked.name}: we do not come to ${site} on ${dayWords(day)}; we call you about another day.`,
            madeBy: asked.actor,
            madeAt: asked.at,
          },
        ]
      : [],
  );
  await db.models.Notice.bulkCreate([...rows, ...off], { transaction });
  return rows.length + off.length;
}

/** The outbox: notices to customers from a day on, newest first. Whoever sends them takes them from here. */
export const notices = (db: Database, from: string): Promise<NoticeRow[]> =>
  db.rows<NoticeRow>(NOTICES, [from]);
