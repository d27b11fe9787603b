import type { Transaction } from 'sequelize';
import { compareText, groupBy } from '#core/base/collections';
import { plural } from '#core/base/sentences';
import type { TimedRoute } from '#core/planning/routing';
import { dayWords, type PlainDate } from '#core/base/time';
import type { JobAsked, NewOrders, OrderOfDay } from '#contracts/board';
import { addEvents } from '../../calls/service.ts';
import { UNUSED_VISIT } from '../../calls/calls.sql.ts';
import type { Stop } from '../../db/models.ts';
import { nextRef } from '../../db/refs.ts';
import { writeLog } from '../../http/log.ts';
import { Problem } from '../../http/problem.ts';
import {
  BEGUN,
  CALLS_OF_VISITS,
  CHANGES_OF_ROUTE,
  HELD_BY_OTHERS,
  LET_UNITS_GO,
  ROUTE_FOR,
} from '../reads/board.sql.ts';
import { MISSED } from '../due/due.sql.ts';
import type { DueWork } from '../due/due.ts';
import type { Drafted } from '../problem/jobs.ts';
import type { Needs } from '../problem/problem.ts';
import { dayKey } from '../reads/shifts.ts';

/** A crew's day as it is to be: who, when, what in which order, and the times that follow. */
export interface DayToBe {
  readonly crewId: string;
  readonly crew: string;
  readonly day: PlainDate;
  readonly version: number | null;
  readonly jobs: readonly JobToBe[];
  readonly timed: TimedRoute | undefined;
}

export interface JobToBe {
  readonly asked: JobAsked;
  readonly drafted: Drafted;
  readonly units: DueWork['dueUnits'];
}

const SOMEBODY_ELSE = 'Somebody else';
export const LOOK_AGAIN = 'Look at the board as it is now and plan it again.';

export interface CallOfVisit {
  readonly visitId: string;
  readonly id: string;
  readonly kind: string;
  readonly state: string;
  readonly unitId: string | null;
}

const OVER = new Set(['done', 'cancelled']);

/** One change of orders being written, in its transaction. */
export class Writing {
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
      for (const toBe of day.jobs) visits.push(await this.visitFor(toBe, day));
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

  /**
   * Locks the routes of the days, makes those that are not there yet. @throws Problem 409 where one was
   * changed
   */
  private async lockRoutes(days: readonly DayToBe[]): Promise<Map<string, RouteNow>> {
    const { Route } = this.db.models;
    const { transaction } = this;
    const inOrder = [...days].sort((a, b) => compareText(dayKey(a.crewId, a.day), dayKey(b.crewId, b.day)));
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
        throw new Problem(409, `${await this.lastChangedBy(crewId, day)} changed this plan meanwhile`, {
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
    })) as (Stop & { visit: { siteId: string } })[];
    const ids = stops.map((stop) => stop.visitId);
    const begun = new Set(
      (await this.db.rows<{ id: string }>(BEGUN, [ids], this.transaction)).map((row) => row.id),
    );
    const byRoute = groupBy(stops, (stop) => stop.routeId);
    return new Map(
      [...routes].map(([day, { id }]) => [
        day,
        (byRoute.get(id) ?? []).map((stop) => ({
          visitId: stop.visitId,
          begun: begun.has(stop.visitId),
          siteId: stop.visit.siteId,
        })),
      ]),
    );
  }

  /**
   * Stops of these days that the orders say nothing about were put there meanwhile: nothing is lost by
   * accident.
   */
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
    const on = days.find((day) => before.get(dayKey(day.crewId, day.day))?.includes(forgotten));
    const who = on ? await this.lastChangedBy(on.crewId, on.day) : SOMEBODY_ELSE;
    throw new Problem(409, `${who} changed this plan meanwhile`, {
      detail: `${site?.name} stands on it too. ${LOOK_AGAIN}`,
    });
  }

  /** Who changed a crew's day last, by name, for whoever looks at it as it was before. */
  private async lastChangedBy(crewId: string, day: PlainDate): Promise<string> {
    const [last] = await this.db.rows<{ by: string | null }>(
      CHANGES_OF_ROUTE,
      [JSON.stringify([{ crewId, day }])],
      this.transaction,
    );
    return last?.by ?? SOMEBODY_ELSE;
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
  private async visitFor({ asked, drafted, units }: JobToBe, day: DayToBe): Promise<string> {
    if ('visit' in asked) return this.moved(asked.visit, day);
    if ('call' in asked) return this.visitOfCall(asked.call, drafted, day);
    return this.visitOfDue(drafted, units, asked.calls, day);
  }

  private async moved(visitId: string, { crewId, day }: DayToBe): Promise<string> {
    const { db, transaction } = this;
    const visit = await db.models.Visit.findByPk(visitId, { transaction, rejectOnEmpty: true });
    const back = visit.cancelledAt !== null;
    if (!back && visit.crewId === crewId && visit.plannedFor === day) return visitId;
    const stop = await db.models.Stop.findByPk(visitId, { transaction, include: ['route'] });
    const from = (stop as unknown as { route: { crewId: string; day: string } } | null)?.route;
    if (from && !this.body.orders.some((one) => one.crewId === from.crewId && one.day === from.day))
      throw new Problem(
        409,
        `${await this.lastChangedBy(from.crewId, from.day)} changed this plan meanwhile`,
        { detail: LOOK_AGAIN },
      );
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

  private async visitOfCall(callId: string, { view }: Drafted, day: DayToBe): Promise<string> {
    const { db, transaction } = this;
    const { crewId } = day;
    await this.refusePlanned(callId, view.site);
    // The visit on which nobody came is made now, unless other calls wait on it as well.
    const missed = await this.missedVisit(callId);
    const visitId = missed ?? (await this.newVisit(view.siteId, day, [callId]));
    if (missed)
      await db.models.Visit.update({ crewId, plannedFor: day.day }, { where: { id: missed }, transaction });
    await this.events([callId], 'planned', { crewId, day: day.day });
    return visitId;
  }

  /** @throws Problem 409 where somebody else has planned the call, or it is over */
  private async refusePlanned(callId: string, site: string): Promise<void> {
    const call = await this.db.models.Call.findByPk(callId, {
      transaction: this.transaction,
      rejectOnEmpty: true,
    });
    if (!OVER.has(call.state) && !(call.state === 'planned' && (call.scheduledOn ?? '') >= this.today))
      return;
    const last = await this.db.models.CallEvent.findOne({
      where: { callId },
      include: 'author',
      order: [
        ['occurredAt', 'desc'],
        ['recordedAt', 'desc'],
      ],
      transaction: this.transaction,
    });
    const by = (last as unknown as { author: { displayName: string } | null } | null)?.author?.displayName;
    throw new Problem(409, 'One of the calls is planned, done or cancelled already', {
      detail: `${site}: ${call.complaint}, ${call.state}${by ? ` by ${by}` : ''}. ${LOOK_AGAIN}`,
    });
  }

  private async newVisit(
    siteId: string,
    { crewId, day }: DayToBe,
    callIds: readonly string[],
  ): Promise<string> {
    const { db, transaction } = this;
    const visit = await db.models.Visit.create({ siteId, crewId, plannedFor: day }, { transaction });
    await db.models.VisitCall.bulkCreate(
      callIds.map((callId) => ({ visitId: visit.id, callId })),
      { transaction },
    );
    return visit.id;
  }

  /** The visit nobody came to, off its old route; none where it is left to other calls. */
  private async missedVisit(callId: string): Promise<string | undefined> {
    const { db, transaction } = this;
    const [unused] = await db.rows<{ id: string; shared: boolean }>(UNUSED_VISIT, [callId], transaction);
    if (!unused) return undefined;
    if (unused.shared) {
      await db.models.VisitCall.destroy({ where: { visitId: unused.id, callId }, transaction });
      return undefined;
    }
    await db.models.Stop.destroy({ where: { visitId: unused.id }, transaction });
    return unused.id;
  }

  /** A visit with a maintenance call for each unit, and the calls that join it. */
  private async visitOfDue(
    { view }: Drafted,
    units: DueWork['dueUnits'],
    callIds: readonly string[],
    day: DayToBe,
  ): Promise<string> {
    const { db, transaction } = this;
    const ids: string[] = [];
    for (const callId of callIds) {
      await this.refusePlanned(callId, view.site);
      const missed = await this.missedVisit(callId);
      if (missed)
        await db.models.Visit.update({ cancelledAt: this.at }, { where: { id: missed }, transaction });
      ids.push(callId);
    }
    for (const unit of units) {
      const call = await db.models.Call.create(
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
    const visitId = await this.newVisit(view.siteId, day, ids);
    await this.events(ids, 'planned', { crewId: day.crewId, day: day.day });
    this.hold(
      visitId,
      units.map((unit) => unit.unitId),
    );
    return visitId;
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
        pace: jobs[i]?.drafted.pace ?? 1,
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
        // A day that has begun went out when it did: what is planned at noon changes the rest of it.
        ...(begun.length > 0 ? {} : { departAt: timed && visits.length > 0 ? timed.departAt : null }),
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
      throw new Problem(409, `${SOMEBODY_ELSE} changed this plan meanwhile`, { detail: LOOK_AGAIN });
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
