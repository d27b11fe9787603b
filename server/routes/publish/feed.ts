import { createHmac, timingSafeEqual } from 'node:crypto';
import { Op } from 'sequelize';
import { addDays } from '#core/base/time';
import type { Dependencies } from '../../dependencies.ts';
import { notFound } from '../../http/problem.ts';
import { companyNow, companyToday } from '../../settings/service.ts';
import { routeCalendar } from './files.ts';
import { routePage } from './page.ts';

/**
 * A calendar on a phone asks without signing in: the address itself is the key, and no other crew's follows
 * from it.
 */
export const feedKey = (sessionSecret: string, crewId: string): string =>
  createHmac('sha256', sessionSecret).update(`calendar of ${crewId}`).digest('base64url').slice(0, 32);

/** Days of a crew's calendar: a week back, so that what was moved is taken off, and four ahead. */
const DAYS = { back: 7, ahead: 28 } as const;

/**
 * The published days of a crew as iCalendar. @throws Problem 404 for a wrong key, as for a crew there is not
 */
export async function crewFeed(
  needs: Pick<Dependencies, 'db' | 'clock' | 'sessionSecret'>,
  crewId: string,
  key: string,
): Promise<string> {
  const wanted = Buffer.from(feedKey(needs.sessionSecret, crewId));
  const given = Buffer.from(key);
  if (wanted.length !== given.length || !timingSafeEqual(wanted, given)) throw notFound('Calendar');
  const { db } = needs;
  const crew = await db.models.Crew.findByPk(crewId);
  if (!crew) throw notFound('Calendar');
  const today = await companyToday(needs);
  const routes = await db.models.Route.findAll({
    where: {
      crewId,
      publishedAt: { [Op.ne]: null },
      day: { [Op.between]: [addDays(today, -DAYS.back), addDays(today, DAYS.ahead)] },
    } as never,
    order: ['day'],
  });
  const pages = await Promise.all(routes.map((route) => routePage(db, route.id, 'published')));
  // Gate codes and the like are for whoever signs in.
  const open = pages.map((page) => ({
    ...page,
    stops: page.stops.map((stop) => ({ ...stop, access: null })),
  }));
  return routeCalendar(open, crew.name, (await companyNow(db)).name);
}
