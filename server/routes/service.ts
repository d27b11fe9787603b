import type { Transaction } from 'sequelize';
import { postponementCost } from '#core/maintenance';
import { violationsOf, type Plan, type RoutingProblem } from '#core/routing';
import { minutesOfDay, weekday } from '#core/time';
import type { NewRoute, ProblemBody, ProblemView, RoutePage, RouteRow } from '#contracts/routes';
import type { OpeningHours } from '#contracts/sites';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { nextRef } from '../calls/service.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { companyNow } from '../settings/service.ts';
import { dueSites, SITE_MINUTES } from './due.ts';

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

/** A crew's day as the solver sees it: stops with time on site, opening hours and weight, and drive times through the day. */
export async function routingProblemFor(
  { db, driveTimes }: Needs,
  body: ProblemBody,
): Promise<ProblemView & { work: StopWork[] }> {
  const crew = await db.models.Crew.findByPk(body.crewId);
  if (!crew) throw invalid([{ path: 'crewId', message: 'there is no such crew' }]);
  const due = await dueSites(db, body.day, HORIZON_DAYS, body.siteIds);
  const sites = await db.models.Site.findAll({ where: { id: body.siteIds } });
  const [crewSize] = await db.rows<{ n: number }>(
    'select count(*)::int as n from users where crew_id = $1 and active',
    [crew.id],
  );
  const hands = Math.max(1, crewSize?.n ?? 1);
  const left: { siteId: string; site: string; why: string }[] = [];
  const notes: string[] = [];
  const chosen = body.siteIds.flatMap((siteId) => {
    const site = sites.find((s) => s.id === siteId);
    const work = due.find((d) => d.siteId === siteId);
    if (!site) throw invalid([{ path: 'siteIds', message: 'one of the sites does not exist' }]);
    if (!work)
      left.push({ siteId, site: site.name, why: 'nothing is due there, or it is already on a route' });
    else if (site.lat === null || site.lon === null)
      left.push({
        siteId,
        site: site.name,
        why: 'its position is not known; put latitude and longitude on the site page',
      });
    else {
      if (site.openingHours === null)
        notes.push(`Opening hours of ${site.name} are not known; taken as open all day.`);
      return [{ site, work, position: { lat: site.lat, lon: site.lon } }];
    }
    return [];
  });
  if (!driveTimes.knowsTraffic)
    notes.push('The routing engine knows no traffic: its drive times are stretched by the usual rush hours.');
  const travel = await driveTimes.table(
    [{ lat: crew.yardLat, lon: crew.yardLon }, ...chosen.map((c) => c.position)],
    body.day,
  );
  return {
    problem: {
      shift: { start: crew.shiftStart, end: crew.shiftEnd },
      stops: chosen.map(({ site, work }) => ({
        id: site.id,
        name: site.name,
        serviceMinutes: onSite(work.minutes, hands),
        windows: windowsOf(site.openingHours, body.day),
        penalty: postponementCost(work.dueTasks, onSite(work.minutes, hands)),
      })),
      travel: {
        samples: [...travel.samples],
        places: travel.places,
        minutes: travel.minutes.map((table) => [...table]),
      },
    },
    left,
    notes,
    work: chosen.map(({ site, work }) => ({
      siteId: site.id,
      units: work.units.map((u) => ({
        unitId: u.unitId,
        tag: u.tag,
        tasks: u.tasks.map(({ key, title }) => ({ key, title })),
      })),
    })),
  };
}

/** Work is shared by the crew; getting in and out is not. */
const onSite = (minutes: number, hands: number) => SITE_MINUTES + Math.ceil((minutes - SITE_MINUTES) / hands);

function windowsOf(hours: OpeningHours | null, day: string): [number, number][] {
  if (hours === null) return [[0, 1440]];
  const today = hours[String(weekday(day)) as keyof OpeningHours] ?? [];
  return today.map(([open, close]) => [minutesOfDay(open), minutesOfDay(close)]);
}

/**
 * Saves a plan after checking it anew against a problem the server builds itself: what the browser worked out is not taken
 * on trust. Every stop becomes a visit with a maintenance call for each unit.
 *
 * @throws Problem 422 listing what is wrong with the plan, 409 when the crew already has a route that day
 */
export async function saveRoute(needs: Needs, body: NewRoute, actor: string): Promise<RoutePage> {
  const { db } = needs;
  const saved = await db.rows('select 1 from routes where id = $1', [body.id]);
  const { work, problem } =
    saved.length > 0 ? { work: [], problem: undefined } : await routingProblemFor(needs, body);
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!problem) return;
    const wrong = violationsOf(problem as RoutingProblem, body.plan as Plan);
    if (wrong.length > 0)
      throw invalid(
        wrong.map((message) => ({ path: 'plan', message })),
        'The plan does not hold; plan the day again',
      );
    const [other] = await db.rows(
      'select 1 from routes where crew_id = $1 and day = $2 and cancelled_at is null',
      [body.crewId, body.day],
      transaction,
    );
    if (other)
      throw new Problem(409, 'This crew already has a route on that day', {
        detail: 'Cancel it first, or choose another day or crew.',
      });
    await db.run(
      'insert into routes (id, crew_id, day, problem, plan, work, created_by) values ($1, $2, $3, $4, $5, $6, $7)',
      [
        body.id,
        body.crewId,
        body.day,
        JSON.stringify(problem),
        JSON.stringify(body.plan),
        JSON.stringify(work),
        actor,
      ],
      transaction,
    );
    for (const stop of body.plan.stops)
      await openVisit(needs, body, work.find((w) => w.siteId === stop.stopId) as StopWork, transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'plan route',
      entity: 'route',
      entityId: body.id,
      detail: { day: body.day, crewId: body.crewId, stops: body.plan.stops.length },
    });
  });
  return routeRecord(db, body.id);
}

async function openVisit(
  { db, clock }: Needs,
  route: NewRoute,
  work: StopWork,
  transaction: Transaction,
): Promise<void> {
  const visit = await db.models.Visit.create(
    { siteId: work.siteId, crewId: route.crewId, routeId: route.id, plannedFor: route.day },
    { transaction },
  );
  for (const unit of work.units) {
    const call = await db.models.Call.create(
      {
        ref: await nextRef(db, 'maintenance', transaction),
        siteId: work.siteId,
        unitId: unit.unitId,
        kind: 'maintenance',
        status: 'scheduled',
        receivedAt: new Date(Math.floor(clock.now().getTime() / 1000) * 1000),
        complaint: unit.tasks.map((task) => task.title).join(', '),
        crewId: route.crewId,
        scheduledOn: route.day,
      },
      { transaction },
    );
    await db.run(
      'insert into visit_calls (visit_id, call_id) values ($1, $2)',
      [visit.id, call.id],
      transaction,
    );
  }
}

/** Cancels a route, or brings it back: visits nobody has written on go with it, together with their maintenance calls. */
export async function cancelRoute(
  db: Database,
  id: string,
  cancelled: boolean,
  actor: string,
): Promise<void> {
  await db.transaction(async (transaction) => {
    const changed = await db.run<{ id: string }>(
      `update routes set cancelled_at = ${cancelled ? 'now()' : 'null'} where id = $1 and cancelled_at is ${cancelled ? '' : 'not '}null returning id`,
      [id],
      transaction,
    );
    if (changed.length === 0) throw notFound('Route');
    const visits = await db.run<{ id: string }>(
      `update visits v set cancelled_at = ${cancelled ? 'now()' : 'null'}
       where v.route_id = $1 and not exists (select 1 from entries e where e.visit_id = v.id) returning v.id`,
      [id],
      transaction,
    );
    await db.run(
      `update calls k set status = $2, version = version + 1 where k.kind = 'maintenance' and k.status = $3
       and k.id in (select call_id from visit_calls where visit_id = any($1::uuid[]))`,
      [visits.map((v) => v.id), cancelled ? 'cancelled' : 'scheduled', cancelled ? 'scheduled' : 'cancelled'],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: cancelled ? 'cancel route' : 'restore route',
      entity: 'route',
      entityId: id,
    });
  });
}

export async function routeRows(db: Database, from: string): Promise<RouteRow[]> {
  return db.rows<RouteRow>(
    `select r.id, r.day, r.crew_id as "crewId", w.name as crew, jsonb_array_length(r.plan->'stops') as stops, (r.plan->>'returnAt')::float8 as "returnAt"
     from routes r join crews w on w.id = r.crew_id where r.cancelled_at is null and r.day >= $1::date order by r.day, w.name limit 200`,
    [from],
  );
}

/** @throws Problem 404 */
export async function routeRecord(db: Database, id: string): Promise<RoutePage> {
  const [route] = await db.rows<{
    id: string;
    day: string;
    crewId: string;
    problem: RoutePage['problem'];
    plan: RoutePage['plan'];
    work: StopWork[];
  }>(
    'select id, day, crew_id as "crewId", problem, plan, work from routes where id = $1 and cancelled_at is null',
    [id],
  );
  if (!route) throw notFound('Route');
  const crew = await db.models.Crew.findByPk(route.crewId);
  if (!crew) throw notFound('Crew');
  const ids = route.problem.stops.map((stop) => stop.id);
  const sites = await db.rows<RoutePage['stops'][number]>(
    `select s.id as "siteId", s.name as site, c.name as customer, s.address, s.access, s.lat, s.lon,
       (select v.id from visits v where v.route_id = $2 and v.site_id = s.id and v.cancelled_at is null limit 1) as "visitId"
     from sites s join customers c on c.id = s.customer_id where s.id = any($1::uuid[])`,
    [ids, id],
  );
  return {
    id,
    day: route.day,
    crew: { id: crew.id, name: crew.name, lat: crew.yardLat, lon: crew.yardLon },
    timeZone: (await companyNow(db)).timeZone,
    problem: route.problem,
    plan: route.plan,
    stops: sites.map((site) => ({
      ...site,
      work: (route.work.find((w) => w.siteId === site.siteId)?.units ?? []).map(
        (u) => `${u.tag}: ${u.tasks.map((task) => task.title.toLowerCase()).join(', ')}`,
      ),
    })),
  };
}
