import type { Transaction } from 'sequelize';
import { whyNot, type CallEventKind, type CallState, type DeskStep } from '#core/record/work';
import type { CallPage, CallPatch, NewCall } from '#contracts/calls';
import type { RecommendedView, StandingView } from '#contracts/units';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { nextRef } from '../db/refs.ts';
import type { Call } from '../db/models.ts';
import { invalid, notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { updateVersion } from '../http/versioned.ts';
import { derive } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { RECOMMENDED_ON_CALL, STANDING_ON_CALL } from '../units/units.sql.ts';
import { BESIDE_CALL, ONE_CALL, UNUSED_VISIT, VISIT_OF_PLAN, VISITS_OF_CALL } from './calls.sql.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

/** @throws Problem 404 */
export async function callRecord(db: Database, id: string): Promise<CallPage> {
  const [call] = await db.rows<Omit<CallPage, 'visits' | 'events' | 'standing' | 'recommended'>>(ONE_CALL, [
    id,
  ]);
  if (!call) throw notFound('Call');
  const visits = await db.rows<CallPage['visits'][number]>(VISITS_OF_CALL, [id]);
  const events = await db.models.CallEvent.findAll({
    where: { callId: id },
    include: 'author',
    order: ['occurredAt', 'recordedAt', 'id'],
  });
  const crews = await db.models.Crew.findAll({
    where: { id: events.flatMap((event) => (event.body.crewId as string | undefined) ?? []) },
  });
  return {
    ...call,
    outcomes: call.outcomes.map((o) => ({ ...o, watchUntil: o.watchUntil ?? null })),
    visits,
    standing: await db.rows<StandingView>(STANDING_ON_CALL, [id]),
    recommended: await db.rows<RecommendedView>(RECOMMENDED_ON_CALL, [id]),
    events: events.map((event) => ({
      at: event.occurredAt.toISOString(),
      kind: event.kind,
      by: (event as unknown as { author: { displayName: string } | null }).author?.displayName ?? null,
      crew: crews.find((crew) => crew.id === event.body.crewId)?.name ?? null,
      day: (event.body.day as string | undefined) ?? null,
      note: eventNote(event.body),
    })),
  };
}

/** What an event says beside its kind, in a few words. */
function eventNote(body: Record<string, unknown>): string | null {
  const said = [body.as, body.waitingFor, body.caller, body.phone, body.note].filter(
    (part) => typeof part === 'string',
  );
  return said.length > 0 ? said.join(', ') : null;
}

type DeskEventKind = Exclude<CallEventKind, 'arrived' | 'left'>;

/** Adds to the lives of calls what the desk did; whoever calls it has their states folded again. */
export async function addEvents(
  db: Database,
  transaction: Transaction,
  callIds: readonly string[],
  event: { kind: DeskEventKind; body?: Record<string, unknown>; actor: string; at: Date },
): Promise<void> {
  const { kind, body = {}, actor, at } = event;
  await db.models.CallEvent.bulkCreate(
    callIds.map((callId) => ({ callId, kind, body, authorId: actor, occurredAt: at })),
    { transaction },
  );
}

export async function createCall(needs: Needs, body: NewCall, actor: string): Promise<CallPage> {
  const { db, clock } = needs;
  const units = body.unitId ? [body.unitId] : [];
  await withLocked(
    db,
    async () => ({ units, points: [], calls: [], visits: [] }),
    async (touched, transaction) => {
      if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
      await checkPlace(db, body.siteId, body.unitId ?? null, transaction);
      const receivedAt = new Date(Math.floor(Date.parse(body.receivedAt) / 1000) * 1000);
      if (receivedAt.getTime() > clock.now().getTime() + 60_000)
        throw invalid([{ path: 'receivedAt', message: 'lies in the future' }]);
      const { crewId, scheduledOn, ...fields } = body;
      await db.models.Call.create(
        {
          ...fields,
          crewId: crewId ?? null,
          ref: await nextRef(db, 'call', transaction),
          kind: 'call',
          since: receivedAt,
          receivedAt,
          promisedAt: body.promisedAt ? new Date(body.promisedAt) : null,
        },
        { transaction },
      );
      // Planned as it was taken: whatever a crew writes about it comes after.
      if (crewId && scheduledOn)
        await addEvents(db, transaction, [body.id], {
          kind: 'planned',
          body: { crewId, day: scheduledOn },
          actor,
          at: receivedAt,
        });
      await writeLog(db, transaction, {
        actor,
        action: 'take call',
        entity: 'call',
        entityId: body.id,
        detail: body,
      });
      await derive(db, clock, { ...touched, calls: [body.id] }, transaction);
      await planVisit(db, body.id, transaction);
    },
  );
  return callRecord(db, body.id);
}

/**
 * Changes what the desk knows of a call, plans it, or takes a step in its life.
 *
 * @throws Problem 409 for a stale version, 422 for a step that cannot be in the state it is in, with why
 */
export async function updateCall(
  needs: Needs,
  id: string,
  { version, step, ...patch }: CallPatch,
  actor: string,
): Promise<CallPage> {
  const { db, clock } = needs;
  await withLocked(
    db,
    async (transaction) => {
      const call = await db.models.Call.findByPk(id, { transaction });
      if (!call) throw notFound('Call');
      const [beside] = await db.rows<{ calls: string[]; units: string[]; points: string[] }>(
        BESIDE_CALL,
        [id],
        transaction,
      );
      const { calls, units, points } = beside as NonNullable<typeof beside>;
      const named = [patch.unitId, ...call.outcomes.map((o) => o.subjectId)];
      return {
        units: [...new Set([...units, ...named.filter((unit) => typeof unit === 'string')])].sort(),
        points: points.sort(),
        calls,
        visits: [],
      };
    },
    async (touched, transaction) => {
      const before = (await db.models.Call.findByPk(id, { transaction })) as Call;
      const siteId = patch.siteId ?? before.siteId;
      const moves = siteId !== before.siteId;
      if (moves) await refuseMove(db, id, transaction);
      if (patch.unitId || moves) await checkPlace(db, siteId, patch.unitId ?? null, transaction);
      const { scheduledOn: _day, promisedAt, ...change } = patch;
      await updateVersion(
        db.models.Call,
        id,
        version,
        {
          ...change,
          // A unit of the site it was thought to be at is none of the other.
          ...(moves ? { unitId: patch.unitId ?? null } : {}),
          ...(promisedAt === undefined ? {} : { promisedAt: promisedAt ? new Date(promisedAt) : null }),
        },
        { transaction, what: 'Call', show: () => callRecord(db, id) },
      );
      for (const event of [...planning(before, patch), ...(step ? [stepEvent(before, step)] : [])])
        await addEvents(db, transaction, [id], { ...event, actor, at: clock.now() });
      await writeLog(db, transaction, {
        actor,
        action: 'change',
        entity: 'call',
        entityId: id,
        detail: { ...patch, step },
      });
      await derive(db, clock, touched, transaction);
      await planVisit(db, id, transaction);
    },
  );
  return callRecord(db, id);
}

type DeskEvent = { readonly kind: DeskEventKind; readonly body?: Record<string, unknown> };

function refuse(step: DeskStep, call: Call, path: string): void {
  const why = whyNot(step, { state: call.state as CallState });
  if (why) throw invalid([{ path, message: why }]);
}

/** What giving or taking crew and day does to the plan of a call. */
function planning(before: Call, patch: Pick<CallPatch, 'crewId' | 'scheduledOn'>): DeskEvent[] {
  if (patch.crewId === undefined && patch.scheduledOn === undefined) return [];
  const crewId = patch.crewId === undefined ? before.crewId : patch.crewId;
  const day = patch.scheduledOn === undefined ? before.scheduledOn : patch.scheduledOn;
  if (crewId && day) {
    if (crewId === before.crewId && day === before.scheduledOn) return [];
    refuse('plan', before, 'scheduledOn');
    return [{ kind: 'planned', body: { crewId, day } }];
  }
  if (before.scheduledOn === null) return [];
  refuse('unplan', before, 'scheduledOn');
  return [{ kind: 'unplanned' }];
}

const STEPS = {
  cancel: 'cancelled',
  restore: 'restored',
  reopen: 'reopened',
  wait: 'waiting',
  ready: 'ready',
  'call again': 'called again',
} as const;

function stepEvent(before: Call, { step, ...body }: NonNullable<CallPatch['step']>): DeskEvent {
  refuse(step, before, 'step');
  return { kind: STEPS[step], body };
}

/**
 * Keeps the visit of a planned call in step: the one nobody has written on yet moves with the call, a new one
 * is made when there is none, and a call that is cancelled or taken off the plan loses its unused visit. A
 * visit that moves leaves its place on the route; one on which other calls are seen to as well stays for
 * those.
 */
async function planVisit(db: Database, callId: string, transaction: Transaction): Promise<void> {
  const call = (await db.models.Call.findByPk(callId, { transaction })) as Call;
  const { crewId, scheduledOn, siteId } = call;
  const [unused] = await db.rows<{ id: string; shared: boolean }>(UNUSED_VISIT, [callId], transaction);
  const planned = crewId !== null && scheduledOn !== null && !['done', 'cancelled'].includes(call.state);
  const { Visit, VisitCall } = db.models;
  if (unused) {
    const visit = await Visit.findByPk(unused.id, { transaction, rejectOnEmpty: true });
    if (planned && visit.crewId === crewId && visit.plannedFor === scheduledOn && visit.siteId === siteId)
      return;
    if (!unused.shared) {
      await leaveRoute(db, unused.id, transaction);
      await visit.update(
        planned ? { crewId, siteId, plannedFor: scheduledOn } : { cancelledAt: new Date() },
        { transaction },
      );
      return;
    }
    await VisitCall.destroy({ where: { visitId: unused.id, callId }, transaction });
  }
  if (!planned) return;
  const same = await db.rows(VISIT_OF_PLAN, [callId, crewId, scheduledOn], transaction);
  if (same.length > 0) return;
  const visit = await Visit.create({ siteId, crewId, plannedFor: scheduledOn }, { transaction });
  await VisitCall.create({ visitId: visit.id, callId }, { transaction });
}

/** Takes a visit out of the order of its route, which has changed by that. */
async function leaveRoute({ models }: Database, visitId: string, transaction: Transaction): Promise<void> {
  const stop = await models.Stop.findByPk(visitId, { transaction });
  if (!stop) return;
  await stop.destroy({ transaction });
  await models.Route.increment('version', { where: { id: stop.routeId }, transaction });
}

/** What was written at a place stays there. @throws Problem 422 */
async function refuseMove(db: Database, callId: string, transaction: Transaction): Promise<void> {
  const visits = await db.rows<CallPage['visits'][number]>(VISITS_OF_CALL, [callId], transaction);
  if (visits.some((visit) => visit.entries > 0))
    throw invalid([
      { path: 'siteId', message: 'somebody has been there for this call; take a new one for the other site' },
    ]);
}

async function checkPlace(
  db: Database,
  siteId: string,
  unitId: string | null,
  transaction: Transaction,
): Promise<void> {
  if (!(await db.models.Site.findByPk(siteId, { transaction })))
    throw invalid([{ path: 'siteId', message: 'there is no such site' }]);
  if (unitId === null) return;
  const unit = await db.models.Unit.findByPk(unitId, { transaction });
  if (!unit || unit.siteId !== siteId)
    throw invalid([{ path: 'unitId', message: 'this unit does not stand on that site' }]);
}
