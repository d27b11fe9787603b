import type { Transaction } from 'sequelize';
import { groupBy } from '#core/collections';
import { plural } from '#core/reasons';
import { timedRoute, type Job, type Shift, type TimedRoute } from '#core/routing';
import { clockText, dayWords, durationText, type PlainDate } from '#core/time';
import {
  DOES_NOT_HOLD,
  type JobAsked,
  type NewOrders,
  type OrderOfDay,
  type OrdersKept,
} from '#contracts/board';
import { addEvents, nextRef } from '../calls/service.ts';
import { UNUSED_VISIT } from '../calls/calls.sql.ts';
import type { Stop } from '../db/models.ts';
import { writeLog } from '../http/log.ts';
import { firstTime } from '../http/once.ts';
import { invalid, Problem } from '../http/problem.ts';
import { derive } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { companyToday } from '../settings/service.ts';
import { BEGUN, CALLS_OF_VISITS, HELD_BY_OTHERS, LET_UNITS_GO } from './board.sql.ts';
import { MISSED } from './due.sql.ts';
import { dueSites, type DueWork } from './due.ts';
import {
  jobOfCall,
  jobOfDue,
  jobOfVisit,
  key,
  unplannedCalls,
  visitsBetween,
  visitsById,
  type Drafted,
} from './jobs.ts';
import { dueAhead, frameOf, NOT_ON_MAP, placesOf, underwayOf, type Needs } from './problem.ts';
import { crewDays, dayKey, shiftOf, whyNoShift } from './shifts.ts';

/** A crew's day as it is to be: who, when, what in which order, and the times that follow. */
interface DayToBe {
  readonly crewId: string;
  readonly crew: string;
  readonly day: PlainDate;
  readonly version: number | null;
  readonly jobs: readonly ToDo[];
  readonly timed: TimedRoute | undefined;
}

interface ToDo {
  readonly asked: JobAsked;
  readonly drafted: Drafted;
  readonly units: DueWork['dueUnits'];
}

/**
 * Saves what crews do on some days, in order. The server reads the work, the hours and the roads itself and works the
 * times out; whoever sends orders only says who, when and in which order. In one transaction, or not at all.
 *
 * @throws Problem 422 of type `does-not-hold` listing what does not hold, unless it is meant all the same; 409 where
 *   somebody else has planned, begun or changed something of it meanwhile, by name
 */
export async function saveOrders(needs: Needs, body: NewOrders, actor: string): Promise<OrdersKept> {
  const { db } = needs;
  const today = await companyToday(needs);
  const known = await db.models.RouteChange.findByPk(body.id);
  const wanted = known ? [] : await daysToBe(needs, body);
  if (!known && !body.anyway) refuseTroubles(wanted);
  const visitIds = [
    ...new Set([
      ...body.takeOff,
      ...body.orders.flatMap(({ jobs }) => jobs.flatMap((job) => ('visit' in job ? [job.visit] : []))),
    ]),
  ].sort();
  const callIds = body.orders.flatMap(({ jobs }) => jobs.flatMap((job) => ('call' in job ? [job.call] : [])));
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
  return {
    id: body.id,
    routes: routes.map(({ crewId, day, version }) => ({ crewId, day, version })),
    before: change.before,
    after: change.after,
    takenOff: change.takenOff,
  };
}

/** Reads what the orders ask for and works out the times. */
async function daysToBe(needs: Needs, body: NewOrders): Promise<DayToBe[]> {
  const { db, clock, driveTimes } = needs;
  const { frame, timeZone, planning, skills } = await frameOf(
    { db, clock, driveTimes },
    body.from,
    body.days,
  );
  const asked = body.orders.flatMap(({ jobs }) => jobs);
  const twice = asked.map(key).find((one, i, all) => all.indexOf(one) !== i);
  if (twice) throw invalid([{ path: 'orders', message: 'the same work stands twice in it' }]);
  const siteIds = asked.flatMap((job) => ('site' in job ? [job.site] : []));
  const visits = new Map(
    (
      await visitsById(
        db,
        asked.flatMap((job) => ('visit' in job ? [job.visit] : [])),
      )
    ).map((v) => [v.visitId, v]),
  );
  const calls = new Map(
    (
      await unplannedCalls(
        db,
        frame.now.day,
        asked.flatMap((job) => ('call' in job ? [job.call] : [])),
      )
    ).map((c) => [c.call.id, c]),
  );
  const due =
    siteIds.length === 0
      ? []
      : await dueSites(db, { today: frame.now.day, asOf: body.from, days: dueAhead(body.days), siteIds });
  const sites = new Map(
    (await db.models.Site.findAll({ where: { id: siteIds } })).map((site) => [site.id, site]),
  );
  const draft = (job: JobAsked): ToDo => {
    if ('visit' in job) {
      const visit = visits.get(job.visit);
      if (!visit) throw invalid([{ path: 'orders', message: 'one of the visits does not exist' }]);
      return { asked: job, drafted: onMap(jobOfVisit(visit, frame), visit.site), units: [] };
    }
    if ('call' in job) {
      const call = calls.get(job.call);
      if (!call)
        throw new Problem(409, 'One of the calls is planned, done or cancelled already', {
          detail: LOOK_AGAIN,
        });
      return { asked: job, drafted: onMap(jobOfCall(call, frame), call.site), units: [] };
    }
    const work = due.find(({ siteId }) => siteId === job.site);
    const units = work?.dueUnits.filter(({ unitId }) => job.units.includes(unitId)) ?? [];
    const name = sites.get(job.site)?.name ?? 'One of the sites';
    // Who has it instead is found out under the locks; here it is only no longer due.
    const drafted = work && jobOfDue(work, units, sites.get(job.site)?.openingHours ?? null, frame);
    if (!work || units.length < job.units.length) return { asked: job, drafted: NOTHING_DUE(name), units };
    return { asked: job, drafted: onMap(drafted, name), units };
  };
  const todo = body.orders.map(({ jobs }) => jobs.map(draft));
  const crews = new Map(
    (await crewDays(db, body.from, body.days)).map((crew) => [dayKey(crew.id, crew.on), crew]),
  );
  const here = await visitsBetween(db, frame.now.day, frame.now.day);
  const places = placesOf();
  const shifts = body.orders.map(({ crewId, day, jobs }): Shift | undefined => {
    const crew = crews.get(dayKey(crewId, day));
    if (!crew)
      throw invalid([
        { path: 'orders', message: 'there is no such crew, or the day is not among those planned' },
      ]);
    const shift = shiftOf(crew, {
      from: body.from,
      now: frame.now,
      planning,
      skills,
      keptFree: 0,
      underway: underwayOf(here, crew, frame, timeZone),
      place: places.of,
    });
    // What stands on a day that nobody works any more may stay there until somebody has a better place for it.
    const stays = jobs.every((job) => {
      const visit = 'visit' in job ? visits.get(job.visit) : undefined;
      return visit?.crewId === crewId && visit.day === day;
    });
    if (!shift && !stays && !body.anyway)
      throw invalid([
        {
          path: 'orders',
          message: whyNoShift(crew) ?? `the shift of ${crew.name} is over on ${dayWords(day)}`,
        },
      ]);
    return shift;
  });
  const jobs = todo.map((list) =>
    list.map(({ drafted }): Job => ({ ...drafted.job, place: places.of(drafted.position) })),
  );
  const travel = places.all().length > 0 ? await driveTimes.table(places.all(), body.from) : undefined;
  return body.orders.map(({ crewId, day, version }, d) => {
    const shift = shifts[d];
    const own = jobs[d] as Job[];
    const problem = { travel: travel as NonNullable<typeof travel>, shifts: [], jobs: own };
    return {
      crewId,
      crew: crews.get(dayKey(crewId, day))?.name ?? 'crew',
      day,
      version,
      jobs: todo[d] as ToDo[],
      timed: shift && travel ? timedRoute(problem, shift, [...own.keys()]) : undefined,
    };
  });
}

const LOOK_AGAIN = 'Look at the board as it is now and plan it again.';
const NOTHING_DUE = (name: string): never => {
  throw new Problem(409, 'Some of this work is already planned or done', {
    detail: `${name}: ${LOOK_AGAIN}`,
  });
};

function onMap(drafted: Drafted | undefined, name: string): Drafted {
  if (!drafted) throw invalid([{ path: 'orders', message: `${name}: ${NOT_ON_MAP}` }]);
  return drafted;
}

/** @throws Problem 422 with everything that does not hold, in words */
function refuseTroubles(days: readonly DayToBe[]): void {
  const errors = days.flatMap(({ crew, day, jobs, timed }) => {
    if (!timed) return [];
    const who = `${crew} on ${dayWords(day)}`;
    const stops = timed.stops.flatMap((stop, i) =>
      stop.troubles.map((trouble) => ({
        path: 'orders',
        message: `${jobs[i]?.drafted.view.site} at ${clockText(stop.startAt)} with ${who}: ${trouble}`,
      })),
    );
    return timed.tooLong > 0
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

interface CallOfVisit {
  readonly visitId: string;
  readonly id: string;
  readonly kind: string;
  readonly state: string;
  readonly unitId: string | null;
}

const OVER = new Set(['done', 'cancelled']);

/** One change of orders being written, in its transaction. */
class Writing {
  private readonly needs: Needs;
  private readonly body: NewOrders;
  private readonly actor: string;
  private readonly today: PlainDate;
  private readonly transaction: Transaction;
  private readonly at: Date;
  private readonly calls = new Set<string>();

  constructor(
    needs: Needs,
    body: NewOrders,
    { actor, today }: { actor: string; today: PlainDate },
    transaction: Transaction,
  ) {
    this.needs = needs;
    this.body = body;
    this.actor = actor;
    this.today = today;
    this.transaction = transaction;
    this.at = new Date(Math.floor(needs.clock.now().getTime() / 1000) * 1000);
  }

  private get db() {
    return this.needs.db;
  }

  /** @returns ids of the calls whose lives changed */
  async write(days: readonly DayToBe[]): Promise<string[]> {
    const { db, transaction, body } = this;
    const routes = await this.lockRoutes(days);
    const before = await this.ordersNow(routes);
    await this.refuseForgotten(days, before);
    await this.refuseBegun(days);
    await this.takeOff(body.takeOff, routes);
    const after: OrderOfDay[] = [];
    for (const day of days) {
      const route = routes.get(dayKey(day.crewId, day.day)) as RouteNow;
      const begun = (before.get(dayKey(day.crewId, day.day)) ?? [])
        .filter((stop) => stop.begun)
        .map((stop) => stop.visitId);
      const visits: string[] = [];
      for (const todo of day.jobs) visits.push(await this.visitFor(todo, day));
      await this.place(day, route.id, begun, visits);
      after.push({ crewId: day.crewId, day: day.day, visits: [...begun, ...visits] });
    }
    await db.models.RouteChange.create(
      {
        id: body.id,
        madeBy: this.actor,
        madeAt: this.needs.clock.now(),
        before: days.map(({ crewId, day }) => ({
          crewId,
          day,
          visits: (before.get(dayKey(crewId, day)) ?? []).map((stop) => stop.visitId),
        })),
        after,
        takenOff: body.takeOff,
      },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor: this.actor,
      action: 'plan route',
      entity: 'route',
      // Whoever listens reads every route again, whichever it names.
      entityId: [...routes.values()][0]?.id ?? null,
      detail: {
        days: after.map(({ crewId, day, visits }) => ({ crewId, day, stops: visits.length })),
        takenOff: body.takeOff.length,
      },
    });
    return [...this.calls];
  }

  /** Locks the routes of the days, makes those that are not there yet. @throws Problem 409 where one was changed */
  private async lockRoutes(days: readonly DayToBe[]): Promise<Map<string, RouteNow>> {
    const { Route } = this.db.models;
    const { transaction } = this;
    const inOrder = [...days].sort((a, b) => (dayKey(a.crewId, a.day) < dayKey(b.crewId, b.day) ? -1 : 1));
    const routes = new Map<string, RouteNow>();
    for (const { crewId, crew, day, version } of inOrder) {
      const [made] = await this.db.run<{ id: string }>(ROUTE_FOR, [crewId, day, this.actor], transaction);
      const route = await Route.findOne({
        where: { crewId, day },
        transaction,
        lock: true,
        rejectOnEmpty: true,
      });
      if (!made && route.version !== version)
        throw new Problem(409, 'Somebody else changed this plan meanwhile', {
          detail: `${crew} on ${dayWords(day)}. ${LOOK_AGAIN}`,
        });
      routes.set(dayKey(crewId, day), { id: route.id, version: route.version });
    }
    return routes;
  }

  private async ordersNow(routes: ReadonlyMap<string, RouteNow>) {
    const stops = (await this.db.models.Stop.findAll({
      where: { routeId: [...routes.values()].map(({ id }) => id) },
      include: ['visit'],
      order: ['position'],
      transaction: this.transaction,
    })) as (Stop & { visit: { arrivedAt: Date | null; siteId: string } })[];
    const byRoute = groupBy(stops, (stop) => stop.routeId);
    return new Map(
      [...routes].map(([day, { id }]) => [
        day,
        (byRoute.get(id) ?? []).map((stop) => ({
          visitId: stop.visitId,
          begun: stop.visit.arrivedAt !== null,
          siteId: stop.visit.siteId,
        })),
      ]),
    );
  }

  /** Stops of these days that the orders say nothing about were put there meanwhile: nothing is lost by accident. */
  private async refuseForgotten(
    days: readonly DayToBe[],
    before: ReadonlyMap<string, readonly { visitId: string; begun: boolean; siteId: string }[]>,
  ): Promise<void> {
    const named = new Set([
      ...this.body.takeOff,
      ...days.flatMap(({ jobs }) => jobs.flatMap(({ asked }) => ('visit' in asked ? [asked.visit] : []))),
    ]);
    const forgotten = [...before.values()].flat().find((stop) => !stop.begun && !named.has(stop.visitId));
    if (!forgotten) return;
    const site = await this.db.models.Site.findByPk(forgotten.siteId, { transaction: this.transaction });
    throw new Problem(409, 'Somebody else changed this plan meanwhile', {
      detail: `${site?.name} stands on it too. ${LOOK_AGAIN}`,
    });
  }

  /** Where somebody has written on the sheet already nothing is moved or taken off. */
  private async refuseBegun(days: readonly DayToBe[]): Promise<void> {
    const ids = [
      ...this.body.takeOff,
      ...days.flatMap(({ jobs }) => jobs.flatMap(({ asked }) => ('visit' in asked ? [asked.visit] : []))),
    ];
    const [begun] = await this.db.rows<{ site: string; crew: string | null }>(BEGUN, [ids], this.transaction);
    if (begun)
      throw new Problem(409, 'Somebody is there already', {
        detail: `${begun.crew ?? 'A crew'} has begun at ${begun.site}; what is begun stays where it is.`,
      });
  }

  /** The visit for a piece of work: the one there is, moved where it is to be, or a new one. */
  private async visitFor({ asked, drafted, units }: ToDo, day: DayToBe): Promise<string> {
    if ('visit' in asked) return this.moved(asked.visit, day);
    if ('call' in asked) return this.visitOfCall(asked.call, drafted, day);
    return this.visitOfDue(drafted, units, day);
  }

  private async moved(visitId: string, { crewId, day }: DayToBe): Promise<string> {
    const { db, transaction } = this;
    const visit = await db.models.Visit.findByPk(visitId, { transaction, rejectOnEmpty: true });
    const back = visit.cancelledAt !== null;
    if (!back && visit.crewId === crewId && visit.plannedFor === day) return visitId;
    const stop = await db.models.Stop.findByPk(visitId, { transaction, include: ['route'] });
    const from = (stop as unknown as { route: { crewId: string; day: string } } | null)?.route;
    if (from && !this.body.orders.some((one) => one.crewId === from.crewId && one.day === from.day))
      throw new Problem(409, 'Somebody else changed this plan meanwhile', { detail: LOOK_AGAIN });
    await visit.update({ crewId, plannedFor: day, cancelledAt: null }, { transaction });
    const calls = await db.rows<CallOfVisit>(CALLS_OF_VISITS, [[visitId]], transaction);
    const off = calls.filter((call) => back && call.kind === 'maintenance' && call.state === 'cancelled');
    const on = calls.filter((call) => off.includes(call) || !OVER.has(call.state));
    const ids = (list: readonly CallOfVisit[]) => list.map((call) => call.id);
    await this.events(ids(off), 'restored');
    await this.events(ids(on), 'planned', { crewId, day }, off.length > 0 ? 1 : 0);
    if (back)
      this.hold(
        visitId,
        off.flatMap((call) => call.unitId ?? []),
      );
    return visitId;
  }

  private async visitOfCall(callId: string, { view }: Drafted, { crewId, day }: DayToBe): Promise<string> {
    const { db, transaction } = this;
    const call = await db.models.Call.findByPk(callId, { transaction, rejectOnEmpty: true });
    if (OVER.has(call.state) || (call.state === 'planned' && (call.scheduledOn ?? '') >= this.today))
      throw new Problem(409, 'One of the calls is planned, done or cancelled already', {
        detail: `${view.site}: ${call.complaint}. ${LOOK_AGAIN}`,
      });
    // The visit on which nobody came is made now.
    const [unused] = await db.rows<{ id: string }>(UNUSED_VISIT, [callId], transaction);
    let visitId = unused?.id;
    if (visitId) {
      await db.models.Stop.destroy({ where: { visitId }, transaction });
      await db.models.Visit.update({ crewId, plannedFor: day }, { where: { id: visitId }, transaction });
    } else {
      const visit = await db.models.Visit.create(
        { siteId: view.siteId, crewId, plannedFor: day },
        { transaction },
      );
      await db.models.VisitCall.create({ visitId: visit.id, callId }, { transaction });
      visitId = visit.id;
    }
    await this.events([callId], 'planned', { crewId, day });
    return visitId;
  }

  /** A visit with a maintenance call for each unit. */
  private async visitOfDue(
    { view }: Drafted,
    units: DueWork['dueUnits'],
    { crewId, day }: DayToBe,
  ): Promise<string> {
    const { db, transaction } = this;
    const { Call, Visit, VisitCall } = db.models;
    const visit = await Visit.create({ siteId: view.siteId, crewId, plannedFor: day }, { transaction });
    const ids: string[] = [];
    for (const unit of units) {
      const call = await Call.create(
        {
          ref: await nextRef(db, 'maintenance', transaction),
          siteId: view.siteId,
          unitId: unit.unitId,
          kind: 'maintenance',
          receivedAt: this.at,
          since: this.at,
          complaint: unit.tasks.map(({ task }) => task.title).join(', '),
        },
        { transaction },
      );
      ids.push(call.id);
    }
    await VisitCall.bulkCreate(
      ids.map((callId) => ({ visitId: visit.id, callId })),
      { transaction },
    );
    await this.events(ids, 'planned', { crewId, day });
    this.hold(
      visit.id,
      units.map((unit) => unit.unitId),
    );
    return visit.id;
  }

  /** Units to hold once their stop is there. */
  private readonly holding: { visitId: string; units: readonly string[] }[] = [];

  private hold(visitId: string, units: readonly string[]): void {
    if (units.length > 0) this.holding.push({ visitId, units });
  }

  /** Holds units for their stops. @throws Problem 409 where another stop holds one of them, by name */
  private async holdUnits(): Promise<void> {
    const { db, transaction } = this;
    const units = this.holding.flatMap((one) => one.units);
    if (units.length === 0) return;
    const { today } = this;
    await db.run(LET_UNITS_GO, [units, today], transaction);
    const taken = await db.rows<{ tag: string; site: string; crew: string | null; day: string | null }>(
      HELD_BY_OTHERS,
      [units],
      transaction,
    );
    const [first] = taken;
    if (first) {
      const more = taken.length > 1 ? ` and ${plural(taken.length - 1, 'more unit')}` : '';
      throw new Problem(409, 'Some of this work is already planned', {
        detail: `${first.tag} at ${first.site}${more}: ${first.crew ?? 'somebody'}${first.day ? ` on ${dayWords(first.day)}` : ''}. ${LOOK_AGAIN}`,
      });
    }
    const missed = (await db.rows<{ id: string }>(MISSED, [units, today], transaction)).map(
      (call) => call.id,
    );
    await this.events(missed, 'cancelled', { as: 'not reached' });
    await db.models.HeldUnit.bulkCreate(
      this.holding.flatMap(({ visitId, units: own }) => own.map((unitId) => ({ unitId, visitId }))),
      { transaction },
    );
    this.holding.length = 0;
  }

  /** Gives a day's visits their places and times, behind those that are begun. */
  private async place(
    { timed, jobs }: DayToBe,
    routeId: string,
    begun: readonly string[],
    visits: readonly string[],
  ): Promise<void> {
    const { db, transaction } = this;
    const { Stop, Route } = db.models;
    const locks = new Map(
      (await Stop.findAll({ where: { visitId: [...visits] }, transaction })).map((stop) => [
        stop.visitId,
        stop,
      ]),
    );
    for (const [i, visitId] of visits.entries()) {
      const stop = timed?.stops[i];
      const { minutes, shared } = jobs[i]?.drafted.job as { minutes: number; shared?: number };
      const row = {
        routeId,
        position: begun.length + i,
        minutes,
        shared: shared ?? 0,
        driveMinutes: stop?.driveMinutes ?? null,
        arriveAt: stop?.arriveAt ?? null,
        startAt: stop?.startAt ?? null,
        leaveAt: stop?.leaveAt ?? null,
        troubles: stop?.troubles ?? [],
      };
      const there = locks.get(visitId);
      if (there) await there.update(row, { transaction });
      else await Stop.create({ visitId, ...row }, { transaction });
    }
    await this.holdUnits();
    await Route.update(
      {
        departAt: timed && visits.length > 0 ? timed.departAt : null,
        backAt: timed && visits.length > 0 ? timed.backAt : null,
        driveMinutes: timed && visits.length > 0 ? timed.driveMinutes : null,
        estimated: this.needs.driveTimes.estimates,
        version: db.sequelize.literal('version + 1') as unknown as number,
      },
      { where: { id: routeId }, transaction },
    );
  }

  /** Takes visits off the plan: their maintenance is called off, their calls wait for a place again. */
  private async takeOff(visitIds: readonly string[], routes: ReadonlyMap<string, RouteNow>): Promise<void> {
    if (visitIds.length === 0) return;
    const { db, transaction } = this;
    const calls = (await db.rows<CallOfVisit>(CALLS_OF_VISITS, [visitIds], transaction)).filter(
      (call) => !OVER.has(call.state),
    );
    const stops = { where: { visitId: [...visitIds] }, transaction };
    const here = new Set([...routes.values()].map((route) => route.id));
    if ((await db.models.Stop.findAll(stops)).some((stop) => !here.has(stop.routeId)))
      throw new Problem(409, 'Somebody else changed this plan meanwhile', { detail: LOOK_AGAIN });
    await db.models.Stop.destroy(stops);
    await db.models.Visit.update(
      { cancelledAt: this.needs.clock.now() },
      { where: { id: [...visitIds] }, transaction },
    );
    const ids = (kind: boolean) =>
      calls.filter((call) => (call.kind === 'maintenance') === kind).map((call) => call.id);
    await this.events(ids(true), 'cancelled', { as: 'called off' });
    await this.events(ids(false), 'unplanned');
  }

  private async events(
    callIds: readonly string[],
    kind: 'planned' | 'unplanned' | 'cancelled' | 'restored',
    body: Record<string, unknown> = {},
    later = 0,
  ): Promise<void> {
    if (callIds.length === 0) return;
    for (const id of callIds) this.calls.add(id);
    const at = new Date(Math.max(this.at.getTime(), this.needs.clock.now().getTime()) + later);
    await addEvents(this.db, this.transaction, callIds, { kind, body, actor: this.actor, at });
  }
}

interface RouteNow {
  readonly id: string;
  readonly version: number;
}

/** Makes the route of a crew's day where there is none; answers a row only then. */
const ROUTE_FOR = `
insert into routes (crew_id, day, created_by) values ($1, $2, $3)
on conflict (crew_id, day) do nothing
returning id`;
