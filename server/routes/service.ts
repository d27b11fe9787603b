import type { Transaction } from 'sequelize';
import { postponementCost } from '#core/maintenance';
import { driveMinutes, violationsOf, type Plan, type RoutingProblem } from '#core/routing';
import { plural } from '#core/reasons';
import { dayWords, durationText, localDate, localMinutes, minutesOfDay, weekday } from '#core/time';
import type { NewRoute, ProblemBody, ProblemView, RoutePage, RouteRow } from '#contracts/routes';
import type { OpeningHours } from '#contracts/sites';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { noWorkWords } from '#core/crews';
import { crewOn } from '../crews/service.ts';
import { addEvents, nextRef } from '../calls/service.ts';
import { derive } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { todayIn } from '../http/clock.ts';
import { MISSED, PLANNED_ELSEWHERE } from './due.sql.ts';
import {
  CALLS_OF_CREW_DAY,
  CALLS_OF_ROUTE,
  CANCEL_UNUSED_VISITS,
  RESTORE_VISITS,
  ROUTE_ROWS,
  STOPS_OF_ROUTE,
} from './routes.sql.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { companyNow } from '../settings/service.ts';
import { dueSites, SITE_MINUTES, type DueWork } from './due.ts';

type Needs = Pick<Dependencies, 'db' | 'clock' | 'driveTimes'>;

/** How far beyond the day work counts as due when the roof is visited anyway. */
const HORIZON_DAYS = 14;

interface StopWork {
  readonly siteId: string;
  readonly units: readonly {
    unitId: string;
    tag: string;
    tasks: readonly { key: string; title: string }[];
  }[];
}

/**
 * A crew's day as the solver sees it: stops with time on site, opening hours and weight, and drive times
 * through the day.
 */
export async function routingProblemFor(
  { db, clock, driveTimes }: Needs,
  body: ProblemBody,
): Promise<ProblemView & { work: StopWork[] }> {
  if ((await db.models.Crew.count({ where: { id: body.crewId, retiredAt: null } })) === 0)
    throw invalid([{ path: 'crewId', message: 'there is no such crew' }]);
  const crew = await crewOn(db, body.crewId, body.day);
  if (!crew.day.works)
    throw invalid([
      { path: 'crewId', message: `${crew.name} does not work then: ${noWorkWords(crew.day.why)}` },
    ]);
  if (!crew.start)
    throw invalid([
      { path: 'crewId', message: `nobody has said where ${crew.name} starts; put the yard on the map` },
    ]);
  const { timeZone } = await companyNow(db);
  const notes: string[] = [];
  const { chosen, left } = await dayWork({ db, clock }, body, timeZone, notes);
  if (driveTimes.estimates)
    notes.push(
      'Drive times are estimates from straight lines: no routing engine is set up. Leave room for rivers and hills.',
    );
  else if (!driveTimes.knowsTraffic)
    notes.push('The routing engine knows no traffic: its drive times are stretched by the usual rush hours.');
  const travel = await driveTimes.table([crew.start, ...chosen.map((c) => c.position)], body.day);
  const { shift } = crew.day;
  const hands = crew.day.present.length;
  const parts = chosen.map(({ site, work, calls }, i) => {
    const windows = windowsOf(site.openingHours, body.day);
    const forCalls = calls ? SITE_MINUTES + CALL_MINUTES * calls.calls : 0;
    const away = driveMinutes(travel, 0, i + 1, shift.start) + driveMinutes(travel, i + 1, 0, shift.end);
    const open = Math.max(
      0,
      ...windows.map(([from, to]) => Math.min(to, shift.end) - Math.max(from, shift.start)),
    );
    const room = Math.min(open, shift.end - shift.start - away) - forCalls;
    const part = work ? partFor(work, room, hands) : { units: [], minutes: 0 };
    if (work && part.units.length < work.dueUnits.length)
      notes.push(
        `${site.name}: ${durationText(onSite(work.minutes, hands))} of work is due, more than a day holds. ` +
          `${part.units.length} of ${plural(work.dueUnits.length, 'unit')} are planned, the rest stays due.`,
      );
    const minutes = part.minutes + forCalls;
    return {
      site,
      units: part.units,
      minutes,
      windows: promisedBy(windows, calls?.promisedAt ?? null, minutes, body.day, timeZone),
      // Somebody waits there: nothing that can wait comes before it.
      worth: calls ? CALL_WORTH : 0,
    };
  });
  return {
    problem: {
      shift,
      stops: parts.map(({ site, windows, units, minutes, worth }) => ({
        id: site.id,
        name: site.name,
        serviceMinutes: minutes,
        windows,
        penalty:
          worth +
          postponementCost(
            units.flatMap((unit) => unit.tasks),
            minutes,
          ),
      })),
      travel: {
        samples: [...travel.samples],
        places: travel.places,
        minutes: travel.minutes.map((table) => [...table]),
        estimated: driveTimes.estimates,
      },
    },
    left,
    notes,
    work: parts.map(({ site, units }) => ({
      siteId: site.id,
      units: units.map(({ unitId, tag, tasks }) => ({
        unitId,
        tag,
        tasks: tasks.map(({ task: { key, title } }) => ({ key, title })),
      })),
    })),
  };
}

/** A service call takes about so long on site, minutes [common practice]; nobody knows before. */
const CALL_MINUTES = 75;
/** What leaving a call out costs, minutes: more than a day of anything that can wait. */
const CALL_WORTH = 10_000;

interface CallsThere {
  readonly siteId: string;
  readonly calls: number;
  readonly promisedAt: Date | null;
}

/**
 * What a crew's day may hold: the chosen sites where something is due, and those where calls wait that
 * somebody gave the crew for that day.
 *
 * @param notes is added to: what is not known, and what time is kept for calls
 */
async function dayWork(
  { db, clock }: Pick<Needs, 'db' | 'clock'>,
  body: ProblemBody,
  timeZone: string,
  notes: string[],
) {
  const due = await dueSites(db, {
    today: todayIn(clock, timeZone),
    asOf: body.day,
    days: HORIZON_DAYS,
    siteIds: body.siteIds,
  });
  const given = await db.rows<CallsThere>(CALLS_OF_CREW_DAY, [body.crewId, body.day]);
  const siteIds = [...new Set([...body.siteIds, ...given.map((one) => one.siteId)])];
  const sites = await db.models.Site.findAll({ where: { id: siteIds } });
  const left: { siteId: string; site: string; why: string }[] = [];
  const chosen = siteIds.flatMap((siteId) => {
    const site = sites.find((s) => s.id === siteId);
    const work = due.find((d) => d.siteId === siteId);
    const calls = given.find((one) => one.siteId === siteId);
    if (!site) throw invalid([{ path: 'siteIds', message: 'one of the sites does not exist' }]);
    if (!work && !calls)
      left.push({ siteId, site: site.name, why: 'nothing is due there, or it is already on a route' });
    else if (site.lat === null || site.lon === null)
      left.push({
        siteId,
        site: site.name,
        why: 'its position is not known; put latitude and longitude on the site page',
      });
    else {
      if (calls)
        notes.push(
          `${site.name}: ${plural(calls.calls, 'call')} on this day; ` +
            `${durationText(SITE_MINUTES + CALL_MINUTES * calls.calls)} are kept for ${calls.calls === 1 ? 'it' : 'them'}.`,
        );
      if (site.openingHours === null)
        notes.push(`Opening hours of ${site.name} are not known; taken as open all day.`);
      if (work && work.minutesAllowed !== null && work.minutes > work.minutesAllowed)
        notes.push(
          `${site.name}: ${durationText(work.minutes)} of work is due; the agreement allows ` +
            `${durationText(work.minutesAllowed)} a visit.`,
        );
      return [{ site, work, calls, position: { lat: site.lat, lon: site.lon } }];
    }
    return [];
  });
  return { chosen, left };
}

/**
 * Hours in which work begins by what was promised, where that is on this day and the place is open before it.
 */
function promisedBy(
  windows: [number, number][],
  promisedAt: Date | null,
  minutes: number,
  day: string,
  timeZone: string,
): [number, number][] {
  if (!promisedAt || localDate(promisedAt, timeZone) !== day) return windows;
  const latest = localMinutes(promisedAt, timeZone) + minutes;
  const kept = windows.flatMap(([open, close]): [number, number][] =>
    Math.min(close, latest) - open >= minutes ? [[open, Math.min(close, latest)]] : [],
  );
  return kept.length > 0 ? kept : windows;
}

/**
 * As much of a site's work as fits into a stretch of a day, the latest first; all of it where that fits or
 * where not even one unit would.
 */
function partFor(
  work: DueWork,
  room: number,
  hands: number,
): { units: DueWork['dueUnits']; minutes: number } {
  const all = { units: work.dueUnits, minutes: onSite(work.minutes, hands) };
  if (all.minutes <= room) return all;
  const lateOf = (unit: DueWork['dueUnits'][number]) => Math.max(...unit.tasks.map((task) => task.lateDays));
  const units: DueWork['dueUnits'][number][] = [];
  let minutes = SITE_MINUTES;
  for (const unit of [...work.dueUnits].sort((a, b) => lateOf(b) - lateOf(a))) {
    const own = unit.tasks.reduce((sum, task) => sum + task.minutes, 0);
    if (onSite(minutes + own, hands) > room) continue;
    units.push(unit);
    minutes += own;
  }
  return units.length === 0 ? all : { units, minutes: onSite(minutes, hands) };
}

/** Work is shared by the crew; getting in and out is not. */
const onSite = (minutes: number, hands: number) => SITE_MINUTES + Math.ceil((minutes - SITE_MINUTES) / hands);

function windowsOf(hours: OpeningHours | null, day: string): [number, number][] {
  if (hours === null) return [[0, 1440]];
  const today = hours[String(weekday(day)) as keyof OpeningHours] ?? [];
  return today.map(([open, close]) => [minutesOfDay(open), minutesOfDay(close)]);
}

/**
 * Saves a plan after checking it anew against a problem the server builds itself: what the browser worked out
 * is not taken on trust. Every stop becomes a visit with a maintenance call for each unit.
 *
 * @throws Problem 422 listing what is wrong with the plan, 409 when the crew already has a route that day
 */
export async function saveRoute(needs: Needs, body: NewRoute, actor: string): Promise<RoutePage> {
  const { db, clock } = needs;
  const saved = await db.models.Route.count({ where: { id: body.id } });
  const { work, problem } =
    saved > 0 ? { work: [], problem: undefined } : await routingProblemFor(needs, body);
  const units = work.flatMap((stop) => stop.units.map((unit) => unit.unitId)).sort();
  await withLocked(
    db,
    async () => ({ units, points: [], calls: [], visits: [] }),
    async (touched, transaction) => {
      if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
      if (!problem) return;
      const wrong = violationsOf(problem as RoutingProblem, body.plan as Plan);
      if (wrong.length > 0)
        throw invalid(
          wrong.map((message) => ({ path: 'plan', message })),
          'The plan does not hold; plan the day again',
        );
      const other = await db.models.Route.findOne({
        where: { crewId: body.crewId, day: body.day, cancelledAt: null },
        transaction,
      });
      if (other)
        throw new Problem(409, 'This crew already has a route on that day', {
          detail: 'Cancel it first, or choose another day or crew.',
        });
      const stops = body.plan.stops.map((stop) => work.find((w) => w.siteId === stop.stopId) as StopWork);
      const missed = await refusePlannedTwice(needs, stops, transaction);
      await db.models.Route.create(
        { id: body.id, crewId: body.crewId, day: body.day, problem, plan: body.plan, work, createdBy: actor },
        { transaction },
      );
      const at = clock.now();
      await addEvents(db, transaction, missed, { kind: 'cancelled', body: { as: 'not reached' }, actor, at });
      const calls = [...missed];
      // Where only calls wait the visit is there already.
      for (const stop of stops)
        if (stop.units.length > 0) calls.push(...(await openVisit(needs, body, stop, actor, transaction)));
      await writeLog(db, transaction, {
        actor,
        action: 'plan route',
        entity: 'route',
        entityId: body.id,
        detail: { day: body.day, crewId: body.crewId, stops: body.plan.stops.length },
      });
      await derive(db, clock, { ...touched, units: [], calls }, transaction);
    },
  );
  return routeRecord(db, body.id);
}

/**
 * Refuses work that somebody else, or the same person a moment ago, has planned. The units are locked by
 * then.
 *
 * @returns calls of the same work planned for days gone by on which nobody came: they end as not reached
 */
async function refusePlannedTwice(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  stops: readonly StopWork[],
  transaction: Transaction,
): Promise<string[]> {
  const units = stops.flatMap((stop) => stop.units.map((unit) => unit.unitId));
  const today = todayIn(clock, (await companyNow(db, transaction)).timeZone);
  const taken = await db.rows<{ tag: string; site: string; crew: string | null; day: string | null }>(
    PLANNED_ELSEWHERE,
    [units, today],
    transaction,
  );
  if (taken.length > 0) {
    const [first] = taken;
    const more = taken.length > 1 ? ` and ${plural(taken.length - 1, 'more unit')}` : '';
    throw new Problem(409, 'Some of this work is already planned', {
      detail:
        `${first?.tag} at ${first?.site}${more}: ${first?.crew ?? 'somebody'}` +
        `${first?.day ? ` on ${dayWords(first.day)}` : ' is there now'}. Plan the day again.`,
    });
  }
  const missed = await db.rows<{ id: string }>(MISSED, [units, today], transaction);
  return missed.map((call) => call.id);
}

/** A visit with a maintenance call for each unit. @returns the ids of the calls */
async function openVisit(
  { db, clock }: Needs,
  route: NewRoute,
  work: StopWork,
  actor: string,
  transaction: Transaction,
): Promise<string[]> {
  const { Call, Visit, VisitCall } = db.models;
  const { crewId, day } = route;
  const visit = await Visit.create(
    { siteId: work.siteId, crewId, routeId: route.id, plannedFor: day },
    { transaction },
  );
  const now = new Date(Math.floor(clock.now().getTime() / 1000) * 1000);
  const ids: string[] = [];
  for (const unit of work.units) {
    const call = await Call.create(
      {
        ref: await nextRef(db, 'maintenance', transaction),
        siteId: work.siteId,
        unitId: unit.unitId,
        kind: 'maintenance',
        receivedAt: now,
        since: now,
        complaint: unit.tasks.map((task) => task.title).join(', '),
      },
      { transaction },
    );
    ids.push(call.id);
  }
  await VisitCall.bulkCreate(
    ids.map((callId) => ({ visitId: visit.id, callId })),
    { transaction },
  );
  await addEvents(db, transaction, ids, { kind: 'planned', body: { crewId, day }, actor, at: now });
  return ids;
}

/**
 * Cancels a route, or brings it back: visits nobody has written on go with it, together with their
 * maintenance calls.
 */
export async function cancelRoute(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
  cancelled: boolean,
  actor: string,
): Promise<void> {
  const find = async (transaction: Transaction) => {
    const calls = await db.rows<{ id: string; unitId: string }>(CALLS_OF_ROUTE, [id], transaction);
    return {
      units: calls.map((call) => call.unitId).sort(),
      points: [],
      visits: [],
      calls: calls.map((call) => call.id),
    };
  };
  await withLocked(db, find, async (touched, transaction) => {
    const route = await db.models.Route.findByPk(id, { transaction });
    if (!route || (route.cancelledAt !== null) === cancelled) throw notFound('Route');
    if (!cancelled) await refusePlannedTwice({ db, clock }, route.work as StopWork[], transaction);
    await route.update({ cancelledAt: cancelled ? clock.now() : null }, { transaction });
    const calls = await db.run<{ id: string }>(
      cancelled ? CANCEL_UNUSED_VISITS : RESTORE_VISITS,
      [id],
      transaction,
    );
    const event = cancelled
      ? ({ kind: 'cancelled', body: { as: 'called off' } } as const)
      : { kind: 'restored' as const };
    const ids = calls.map((call) => call.id);
    await addEvents(db, transaction, ids, { ...event, actor, at: clock.now() });
    await writeLog(db, transaction, {
      actor,
      action: cancelled ? 'cancel route' : 'restore route',
      entity: 'route',
      entityId: id,
    });
    await derive(db, clock, { ...touched, units: [] }, transaction);
  });
}

export const routeRows = (db: Database, from: string): Promise<RouteRow[]> =>
  db.rows<RouteRow>(ROUTE_ROWS, [from]);

/** @throws Problem 404 */
export async function routeRecord(db: Database, id: string): Promise<RoutePage> {
  const route = await db.models.Route.findOne({ where: { id, cancelledAt: null } });
  if (!route) throw notFound('Route');
  const crew = await crewOn(db, route.crewId, route.day);
  const problem = route.problem as RoutePage['problem'];
  const work = route.work as StopWork[];
  const ids = problem.stops.map((stop) => stop.id);
  const sites = await db.rows<RoutePage['stops'][number]>(STOPS_OF_ROUTE, [ids, id]);
  return {
    id,
    day: route.day,
    crew: { id: crew.id, name: crew.name, start: crew.start },
    timeZone: (await companyNow(db)).timeZone,
    problem,
    plan: route.plan as RoutePage['plan'],
    stops: sites.map((site) => ({
      ...site,
      work: (work.find((w) => w.siteId === site.siteId)?.units ?? []).map(
        (u) => `${u.tag}: ${u.tasks.map((task) => task.title.toLowerCase()).join(', ')}`,
      ),
    })),
  };
}
