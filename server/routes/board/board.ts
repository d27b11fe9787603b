import { groupBy } from '#core/base/collections';
import { awayWords, noWorkWords } from '#core/planning/crews';
import { addDays, type PlainDate } from '#core/base/time';
import type { BoardDay, BoardStop, BoardView, OnHold } from '#contracts/board';
import type { Dependencies } from '../../dependencies.ts';
import { calendar } from '../../crews/service.ts';
import { companyNow, planningSettings } from '../../settings/service.ts';
import { COUNTERS, ON_HOLD } from '../reads/board.sql.ts';
import { type VisitRead, unplannedCalls, visitsBetween } from '../reads/boardReads.ts';
import { crewDays, dayKey, nightRests, nowIn, type CrewDayView } from '../reads/shifts.ts';

/** Every crew on some days: who works, what stands on the day in which order, and what waits for a place. */
export async function boardView(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  asked: { from?: PlainDate | undefined; days: number },
): Promise<BoardView> {
  const { timeZone } = await companyNow(db);
  const now = nowIn({ clock }, timeZone);
  const from = asked.from ?? now.day;
  const to = addDays(from, asked.days - 1);
  const planning = await planningSettings(db, now.day);
  const [crews, visits, routes, unplanned, { onCall }, onHold, counters, rests] = await Promise.all([
    crewDays(db, from, asked.days),
    visitsBetween(db, from, to),
    db.models.Route.findAll({
      where: { day: Array.from({ length: asked.days }, (_, k) => addDays(from, k)) },
    }),
    unplannedCalls(db, now.day, null),
    calendar(db, from),
    db.rows<OnHold>(ON_HOLD),
    db.rows<BoardView['counters'][number]>(COUNTERS),
    nightRests({ db, clock }, timeZone, planning),
  ]);
  const routeOf = new Map(routes.map((route) => [dayKey(route.crewId, route.day), route]));
  const visitsOf = groupBy(visits, (visit) => dayKey(visit.crewId as string, visit.day as string));
  const days = crews.map((crew): BoardDay => {
    const route = routeOf.get(dayKey(crew.id, crew.on));
    const own = visitsOf.get(dayKey(crew.id, crew.on)) ?? [];
    const called = onCall.filter(
      (one) => one.from <= crew.on && (one.until === null || one.until >= crew.on),
    );
    return {
      crewId: crew.id,
      crew: crew.name,
      day: crew.on,
      works: crew.day.works,
      why: whyOf(crew),
      shift: crew.day.works ? crew.day.shift : null,
      restsUntil:
        rests(
          crew,
          own.some((visit) => visit.arrivedAt !== null),
        ) ?? null,
      people: crew.day.works ? crew.day.present.map(({ name }) => name) : [],
      onCall: called
        .filter((one) => crew.members.some(({ id }) => id === one.userId))
        .map((one) => one.displayName),
      start: crew.start,
      routeId: route?.id ?? null,
      version: route?.version ?? null,
      departAt: route?.departAt ?? null,
      backAt: route?.backAt ?? null,
      driveMinutes: route?.driveMinutes ?? null,
      estimated: route?.estimated ?? false,
      publishedAt: route?.publishedAt?.toISOString() ?? null,
      changedSince: route?.publishedAt != null && route.publishedVersion !== route.version,
      stops: own.map(stopView),
    };
  });
  return {
    today: now.day,
    now: now.minute,
    timeZone,
    days,
    unplanned: unplanned.map(
      ({ openingHours: _hours, needs: _needs, timeZone: _zone, of: _of, ...row }) => row,
    ),
    waiting: unplanned[0]?.of ?? 0,
    onHold,
    counters,
  };
}

/** Why a crew does not work, or who of it is away. */
function whyOf({ day }: CrewDayView): string | null {
  if (!day.works) return noWorkWords(day.why);
  return day.away.length > 0 ? day.away.map(awayWords).join(', ') : null;
}

const stopView = (visit: VisitRead): BoardStop => ({
  visitId: visit.visitId,
  siteId: visit.siteId,
  site: visit.site,
  customer: visit.customer,
  lat: visit.lat,
  lon: visit.lon,
  driveMinutes: visit.driveMinutes,
  arriveAt: visit.arriveAt,
  startAt: visit.startAt,
  leaveAt: visit.leaveAt,
  minutes: visit.minutes,
  arrivedAt: visit.arrivedAt,
  leftAt: visit.leftAt,
  begun: visit.begun,
  locked: visit.locked,
  troubles: visit.troubles,
  told: visit.told,
  hazards: visit.hazards,
  acute: visit.acute,
  calls: visit.calls,
});
