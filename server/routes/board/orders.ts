import type { Transaction } from 'sequelize';
import {
  consequenceOf,
  isNoWay,
  timedRoute,
  type Job,
  type Shift,
  type TimedRoute,
} from '#core/planning/routing';
import { clockText, dayWords, durationText, type PlainDate } from '#core/base/time';
import { DOES_NOT_HOLD, type JobAsked, type NewOrders, type OrdersKept } from '#contracts/board';
import { roadsOn } from '../../closures/roads.ts';
import { firstTime } from '../../http/once.ts';
import { invalid, Problem } from '../../http/problem.ts';
import { derive } from '../../sheet/derive.ts';
import { withLocked } from '../../sheet/lock.ts';
import { companyToday, companyYard } from '../../settings/service.ts';
import { BEGUN, CALLS_OF_VISITS } from '../reads/board.sql.ts';
import { dueSites } from '../due/due.ts';
import {
  type UnplannedRead,
  type VisitRead,
  unplannedCalls,
  visitsBetween,
  visitsById,
} from '../reads/boardReads.ts';
import { NOT_ON_MAP, dueAhead, weatherSplit, whyWaits } from '../problem/dueDrafts.ts';
import { type Drafted, jobOfCall, jobOfDue, jobOfVisit, key } from '../problem/jobs.ts';
import { type Needs, frameOf, placesOf, underwayOf } from '../problem/problem.ts';
import { type CrewDayView, crewDays, dayKey, shiftOf, whyNoShift } from '../reads/shifts.ts';
import { LOOK_AGAIN, Writing, type CallOfVisit, type DayToBe, type JobToBe } from './writing.ts';

/**
 * Saves what crews do on some days, in order. The server reads the work, the hours and the roads itself and
 * works the times out; whoever sends orders only says who, when and in which order. In one transaction, or
 * not at all.
 *
 * @throws Problem 422 of type `does-not-hold` listing what does not hold, unless it is meant all the same;
 * 409 where
 *   somebody else has planned, begun or changed something of it meanwhile, by name
 */
export async function saveOrders(needs: Needs, body: NewOrders, actor: string): Promise<OrdersKept> {
  const { db } = needs;
  const today = await companyToday(needs);
  const known = await db.models.RouteChange.findByPk(body.id);
  const wanted = known ? [] : await daysToBe(needs, body);
  if (!known && !body.anyway) await refuseWorse(needs, body, wanted);
  const visitIds = [
    ...new Set([
      ...body.takeOff,
      ...body.orders.flatMap(({ jobs }) => jobs.flatMap((job) => ('visit' in job ? [job.visit] : []))),
    ]),
  ].sort();
  const callIds = body.orders.flatMap(({ jobs }) => jobs.flatMap(callsAsked));
  const find = async (transaction: Transaction) => {
    const calls = await db.rows<CallOfVisit>(CALLS_OF_VISITS, [visitIds], transaction);
    const due = body.orders.flatMap(({ jobs }) => jobs.flatMap((job) => ('units' in job ? job.units : [])));
    return {
      units: [...new Set([...due, ...calls.flatMap((call) => call.unitId ?? [])])].sort(),
      points: [],
      calls: [...new Set([...callIds, ...calls.map((call) => call.id)])].sort(),
      visits: visitIds,
    };
  };
  await withLocked(db, find, async (touched, transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const writing = new Writing(needs, body, { actor, today }, transaction);
    const calls = await writing.write(wanted);
    await derive(db, needs.clock, { ...touched, units: [], visits: [], calls }, transaction);
  });
  return keptOrders(needs, body);
}

async function keptOrders({ db }: Needs, body: NewOrders): Promise<OrdersKept> {
  const change = await db.models.RouteChange.findByPk(body.id, { rejectOnEmpty: true });
  const routes = await db.models.Route.findAll({
    where: {
      day: [...new Set(body.orders.map(({ day }) => day))],
      crewId: [...new Set(body.orders.map(({ crewId }) => crewId))],
    },
  });
  const ids = [...change.before, ...change.after].flatMap(({ visits }) => visits);
  return {
    id: body.id,
    routes: routes.map(({ crewId, day, version }) => ({ crewId, day, version })),
    before: change.before,
    after: change.after,
    takenOff: change.takenOff,
    begun: (await db.rows<{ id: string }>(BEGUN, [ids])).map((row) => row.id),
  };
}

type Frames = Awaited<ReturnType<typeof frameOf>>;
type Places = ReturnType<typeof placesOf>;

/** Reads what the orders ask for and works out the times. */
async function daysToBe(needs: Needs, body: NewOrders): Promise<DayToBe[]> {
  const { db, clock, driveTimes } = needs;
  const frames = await frameOf({ db, clock }, body.from, body.days);
  const read = await readAsked(needs, body, frames.frame);
  const toBe = body.orders.map(({ jobs, day }) => jobs.map((job) => jobToBe(job, day, read, frames.frame)));
  const crews = new Map(
    (await crewDays(db, body.from, body.days)).map((crew) => [dayKey(crew.id, crew.on), crew]),
  );
  const here = await visitsBetween(db, frames.frame.now.day, frames.frame.now.day);
  const places = placesOf();
  const shifts = body.orders.map((order) => shiftToBe(order, body, { crews, here, read, frames, places }));
  const jobs = toBe.map((list) =>
    list.map(({ drafted }): Job => ({ ...drafted.job, place: places.of(drafted.position) })),
  );
  const roads =
    places.all().length > 0
      ? await roadsOn(
          { db, driveTimes },
          places.all(),
          body.orders.map(({ day }) => day),
        )
      : undefined;
  return body.orders.map(({ crewId, day, version }, d) => {
    const shift = shifts[d];
    const own = jobs[d] as Job[];
    const timed =
      shift && roads
        ? timedRoute(
            { travel: roads.travel, otherRoads: roads.otherRoads, shifts: [], jobs: own },
            { ...shift, roads: roads.on(day) },
            [...own.keys()],
          )
        : undefined;
    const lost = timed?.stops.findIndex(({ driveMinutes }) => isNoWay(driveMinutes)) ?? -1;
    if (lost >= 0)
      throw invalid([
        {
          path: `orders.${d}`,
          message: `no way is left to ${own[lost]?.name} on ${dayWords(day)} while a road is closed: take it off that day`,
        },
      ]);
    return {
      crewId,
      crew: crews.get(dayKey(crewId, day))?.name ?? 'crew',
      day,
      version,
      jobs: toBe[d] as JobToBe[],
      timed,
    };
  });
}

/**
 * The visits, calls and due work that orders name, as they stand now.
 *
 * @throws Problem 422 where the same work is named twice
 */
async function readAsked({ db, forecast }: Needs, body: NewOrders, { now }: Frames['frame']) {
  const asked = body.orders.flatMap(({ jobs }) => jobs);
  const twice = asked.map(key).find((one, i, all) => all.indexOf(one) !== i);
  if (twice) throw invalid([{ path: 'orders', message: 'the same work stands twice in it' }]);
  const siteIds = asked.flatMap((job) => ('site' in job ? [job.site] : []));
  const visits = await visitsById(
    db,
    asked.flatMap((job) => ('visit' in job ? [job.visit] : [])),
  );
  const calls = await unplannedCalls(db, now.day, asked.flatMap(callsAsked));
  const due =
    siteIds.length === 0
      ? []
      : await dueSites(db, { today: now.day, asOf: body.from, days: dueAhead(body.days), siteIds });
  const sites = await db.models.Site.findAll({ where: { id: siteIds } });
  return {
    visits: new Map(visits.map((visit) => [visit.visitId, visit])),
    calls: new Map(calls.map((one) => [one.call.id, one])),
    due,
    sites: new Map(sites.map((site) => [site.id, site])),
    weather: due.length > 0 ? await forecast.days(await companyYard(db), body.from, []) : new Map(),
  };
}
type ReadAsked = Awaited<ReturnType<typeof readAsked>>;

/** @throws Problem 409 and 422 where the work is not there any more, not due, or on no map */
function jobToBe(job: JobAsked, day: PlainDate, read: ReadAsked, frame: Frames['frame']): JobToBe {
  if ('visit' in job) {
    const visit = read.visits.get(job.visit);
    if (!visit) throw invalid([{ path: 'orders', message: 'one of the visits does not exist' }]);
    return { asked: job, drafted: onMap(jobOfVisit(visit, frame), visit.site), units: [] };
  }
  const joining = callsAsked(job).map((callId) => {
    const call = read.calls.get(callId);
    if (!call)
      throw new Problem(409, 'One of the calls is planned, done or cancelled already', {
        detail: LOOK_AGAIN,
      });
    return call;
  });
  if ('call' in job) {
    const [call] = joining as [UnplannedRead];
    return { asked: job, drafted: onMap(jobOfCall(call, frame), call.site), units: [] };
  }
  return dueToBe(job, day, joining, read, frame);
}

function dueToBe(
  job: Extract<JobAsked, { site: string }>,
  day: PlainDate,
  calls: readonly UnplannedRead[],
  { due, sites, weather }: ReadAsked,
  frame: Frames['frame'],
): JobToBe {
  const work = due.find(({ siteId }) => siteId === job.site);
  const wanted = work?.dueUnits.filter(({ unitId }) => job.units.includes(unitId)) ?? [];
  // What the weather of that day forbids is not planned, and stays due.
  const { units, waits } = weatherSplit(wanted, [day], weather);
  const name = sites.get(job.site)?.name ?? 'One of the sites';
  if (units.length === 0 && waits.length > 0)
    throw invalid([{ path: 'orders', message: `${name}: ${whyWaits(waits)}` }]);
  // Who has it instead is found out under the locks; here it is only no longer due.
  const drafted =
    work && jobOfDue(work, { units, calls, site: sites.get(job.site) ?? NO_SITE, weather }, frame);
  if (!work || wanted.length < job.units.length || units.length === 0)
    return { asked: job, drafted: NOTHING_DUE(name), units };
  return { asked: job, drafted: onMap(drafted, name), units };
}

/**
 * The shift that orders are for, as it is on its day; undefined where nobody works and what stands there may
 * stay.
 *
 * @throws Problem 422 for a crew there is not, and where nobody works and something new is put
 */
function shiftToBe(
  { crewId, day, jobs }: NewOrders['orders'][number],
  body: NewOrders,
  on: {
    readonly crews: ReadonlyMap<string, CrewDayView>;
    readonly here: readonly VisitRead[];
    readonly read: ReadAsked;
    readonly frames: Frames;
    readonly places: Places;
  },
): Shift | undefined {
  const { frame, timeZone, planning, skills, rests } = on.frames;
  const crew = on.crews.get(dayKey(crewId, day));
  if (!crew)
    throw invalid([
      { path: 'orders', message: 'there is no such crew, or the day is not among those planned' },
    ]);
  const underway = underwayOf(on.here, crew, frame, timeZone);
  const until = rests(crew, underway !== undefined);
  const shift = shiftOf(crew, {
    from: body.from,
    now: frame.now,
    planning,
    skills,
    keptFree: 0,
    underway,
    rests: until,
    place: on.places.of,
  });
  // What stands on a day that nobody works any more may stay there until somebody has a better place for it.
  const stays = jobs.every((job) => {
    const visit = 'visit' in job ? on.read.visits.get(job.visit) : undefined;
    return visit?.crewId === crewId && visit.day === day;
  });
  if (!shift && !stays && !body.anyway) throw invalid([{ path: 'orders', message: whyNoShift(crew, until) }]);
  return shift;
}

/** Calls that a job plans: its own, or those that join what is due. */
const callsAsked = (job: JobAsked): readonly string[] =>
  'call' in job ? [job.call] : 'calls' in job ? job.calls : [];

/** Where nothing is due nothing is asked of whoever goes. */
const NO_SITE = { openingHours: null, needs: { people: 1, skills: [] } };
const NOTHING_DUE = (name: string): never => {
  throw new Problem(409, 'Some of this work is already planned or done', {
    detail: `${name}: ${LOOK_AGAIN}`,
  });
};

function onMap(drafted: Drafted | undefined, name: string): Drafted {
  if (!drafted) throw invalid([{ path: 'orders', message: `${name}: ${NOT_ON_MAP}` }]);
  return drafted;
}

/** The same days as they stand now: what has not begun, in its order. */
async function daysAsTheyStand(needs: Needs, body: NewOrders): Promise<DayToBe[]> {
  const days = body.orders.map(({ day }) => day).sort();
  const stands = await visitsBetween(needs.db, days[0] ?? body.from, days.at(-1) ?? body.from);
  const orders = body.orders.map((order) => ({
    ...order,
    jobs: stands
      .filter((visit) => visit.crewId === order.crewId && visit.day === order.day)
      .filter((visit) => visit.position !== null && !visit.begun && !visit.cancelledAt)
      .map(({ visitId }) => ({ visit: visitId })),
  }));
  return daysToBe(needs, { ...body, orders, anyway: true });
}

/**
 * What stood broken before is somebody's decision and keeps nobody from changing something else of that day:
 * only what gets worse is refused.
 *
 * @throws Problem 422 with everything that does not hold and did hold before, in words
 */
async function refuseWorse(needs: Needs, body: NewOrders, wanted: readonly DayToBe[]): Promise<void> {
  const holds = ({ timed }: DayToBe) =>
    !timed || (timed.tooLong <= 0 && timed.stops.every(({ troubles }) => troubles.length === 0));
  if (wanted.every(holds)) return;
  const stands = await daysAsTheyStand(needs, body);
  const errors = wanted.flatMap(({ crew, day, jobs, timed }, d) => {
    if (!timed) return [];
    const who = `${crew} on ${dayWords(day)}`;
    const { troubles, tooLong } = consequenceOf(stands[d]?.timed ?? NOTHING_YET, timed);
    const stops = troubles.map(({ jobId, trouble }) => {
      const i = timed.stops.findIndex((stop) => stop.jobId === jobId);
      const at = clockText(timed.stops[i]?.startAt ?? 0);
      return { path: 'orders', message: `${jobs[i]?.drafted.view.site} at ${at} with ${who}: ${trouble}` };
    });
    return tooLong > 0
      ? [
          ...stops,
          {
            path: 'orders',
            message: `${who} would be back at ${clockText(timed.backAt)}, ${durationText(timed.overtime)} after the shift`,
          },
        ]
      : stops;
  });
  if (errors.length === 0) return;
  throw new Problem(422, 'Something in it does not hold', { type: DOES_NOT_HOLD, errors });
}

/** A day on which nobody goes anywhere. */
const NOTHING_YET: TimedRoute = {
  shiftId: '',
  stops: [],
  departAt: 0,
  backAt: 0,
  driveMinutes: 0,
  overtime: 0,
  tooLong: 0,
};
