import { compareText, groupBy } from '#core/base/collections';
import { minutesOfDay, weekday, type PlainDate } from '#core/base/time';
import type { OrderOfDay } from '#contracts/board';
import type { RouteHistory, RoutePage, RouteStop } from '#contracts/routes';
import type { OpeningHours } from '#contracts/sites';
import type { Database } from '../../db/connect.ts';
import { crewOn } from '../../crews/service.ts';
import { notFound } from '../../http/problem.ts';
import { companyNow } from '../../settings/service.ts';
import { CHANGES_OF_ROUTE } from '../reads/board.sql.ts';
import { FILTERS_TO_LOAD, SITES_OF_VISITS, STOPS_OF_ROUTE, STOPS_PUBLISHED } from './page.sql.ts';

interface StopRead extends Omit<RouteStop, 'work' | 'open' | 'units'> {
  readonly openingHours: OpeningHours | null;
  readonly calls: readonly {
    readonly unit: string | null;
    readonly unitId: string | null;
    readonly complaint: string;
  }[];
}

/**
 * A route with everything its day sheet, its calendar and its track need.
 *
 * @param as the desk sees it as it stands, its crew and its calendar as it was published
 * @throws Problem 404
 */
export async function routePage(
  db: Database,
  id: string,
  as: 'it stands' | 'published' = 'it stands',
): Promise<RoutePage> {
  const route = await db.models.Route.findByPk(id);
  if (!route) throw notFound('Route');
  const crew = await crewOn(db, route.crewId, route.day);
  const published = as === 'published' && route.publishedAt !== null;
  const stops = await db.rows<StopRead>(published ? STOPS_PUBLISHED : STOPS_OF_ROUTE, [
    route.crewId,
    route.day,
  ]);
  const load = await filtersToLoad(
    db,
    stops.filter((stop) => stop.leftAt === null).map((stop) => stop.visitId),
  );
  return {
    id,
    day: route.day,
    crew: { id: crew.id, name: crew.name, start: crew.start },
    people: crew.day.works ? crew.day.present.map(({ name }) => name) : [],
    shift: crew.day.works ? crew.day.shift : null,
    timeZone: (await companyNow(db)).timeZone,
    version: route.version,
    departAt: route.departAt,
    backAt: route.backAt,
    driveMinutes: route.driveMinutes,
    estimated: route.estimated,
    publishedAt: route.publishedAt?.toISOString() ?? null,
    changedSince: route.publishedAt !== null && route.publishedVersion !== route.version,
    stops: stops.map(({ openingHours, calls, ...stop }) => ({
      ...stop,
      open: openingHours && hoursOn(openingHours, route.day),
      work: workLines(calls),
      units: unitsOf(calls),
    })),
    ...load,
    history: await historyOf(db, route.crewId, route.day),
  };
}

/** The units there is something to do on, each once. */
function unitsOf(calls: StopRead['calls']): RouteStop['units'] {
  const units = calls.flatMap(({ unit, unitId }) => (unit && unitId ? [{ id: unitId, tag: unit }] : []));
  return [...new Map(units.map((unit) => [unit.id, unit])).values()];
}

/** What is to be done, a line for each piece of work with the units it is done on. */
function workLines(calls: StopRead['calls']): string[] {
  return [...groupBy(calls, ({ complaint }) => complaint)].map(([complaint, own]) => {
    const units = own.flatMap(({ unit }) => unit ?? []);
    return units.length > 0 ? `${complaint}: ${units.join(', ')}` : complaint;
  });
}

/** Hours of a day, minutes since midnight. */
export const hoursOn = (hours: OpeningHours, day: PlainDate): [number, number][] =>
  (hours[String(weekday(day)) as keyof OpeningHours] ?? []).map(([open, close]) => [
    minutesOfDay(open),
    minutesOfDay(close),
  ]);

async function filtersToLoad(
  db: Database,
  visitIds: readonly string[],
): Promise<Pick<RoutePage, 'filters' | 'filtersUnknown'>> {
  const units = await db.rows<{ unit: string; filters: { size: string; count: number }[] | null }>(
    FILTERS_TO_LOAD,
    [visitIds],
  );
  const counts = new Map<string, number>();
  for (const { filters } of units)
    for (const { size, count } of filters ?? []) counts.set(size, (counts.get(size) ?? 0) + count);
  return {
    filters: [...counts]
      .map(([size, count]) => ({ size, count }))
      .sort((a, b) => compareText(a.size, b.size)),
    filtersUnknown: units.filter(({ filters }) => !filters || filters.length === 0).map(({ unit }) => unit),
  };
}

/** Who changed what on a crew's day, newest first. */
async function historyOf(db: Database, crewId: string, day: PlainDate): Promise<RouteHistory[]> {
  const rows = await db.rows<{
    id: string;
    madeAt: string;
    by: string | null;
    before: OrderOfDay[];
    after: OrderOfDay[];
  }>(CHANGES_OF_ROUTE, [JSON.stringify([{ crewId, day }])]);
  const of = (orders: readonly OrderOfDay[]) =>
    orders.find((one) => one.crewId === crewId && one.day === day)?.visits ?? [];
  const ids = [...new Set(rows.flatMap((row) => [...of(row.before), ...of(row.after)]))];
  const names = new Map(
    (await db.rows<{ id: string; site: string }>(SITES_OF_VISITS, [ids])).map(({ id, site }) => [id, site]),
  );
  return rows.map((row) => {
    const [before, after] = [of(row.before), of(row.after)];
    const named = (visits: readonly string[]) => visits.map((id) => names.get(id) ?? 'a site');
    const [put, taken] = [after.filter((v) => !before.includes(v)), before.filter((v) => !after.includes(v))];
    const stayed = before.filter((v) => after.includes(v));
    return {
      id: row.id,
      at: row.madeAt,
      by: row.by,
      put: named(put),
      taken: named(taken),
      reordered: stayed.join() !== after.filter((v) => before.includes(v)).join(),
    };
  });
}
