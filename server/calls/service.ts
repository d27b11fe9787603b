import type { Transaction } from 'sequelize';
import type { CallPage, CallPatch, NewCall } from '#contracts/calls';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import type { Call } from '../db/models.ts';
import { invalid, notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { updateVersion } from '../http/versioned.ts';
import { refreshSummaries } from '../units/summary.ts';
import { CALL_COLUMNS_SQL, CALL_FROM_SQL } from './queries.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

export async function callRecord(db: Database, id: string): Promise<CallPage> {
  const [call] = await db.rows<Omit<CallPage, 'visits'>>(
    `select ${CALL_COLUMNS_SQL}, k.caller, k.area, k.room_f as "roomF", k.set_point_f as "setPointF", k.stake, s.time_zone as "timeZone", k.version from ${CALL_FROM_SQL} where k.id = $1`,
    [id],
  );
  if (!call) throw notFound('Call');
  const visits = await db.rows<CallPage['visits'][number]>(
    `select v.id, v.planned_for as "plannedFor", coalesce(w.name, v.technician) as crew, (select count(*)::int from entries e where e.visit_id = v.id) as entries
     from visit_calls vc join visits v on v.id = vc.visit_id left join crews w on w.id = v.crew_id where vc.call_id = $1 and v.cancelled_at is null order by v.planned_for, v.id`,
    [id],
  );
  return { ...call, visits };
}

/** The next number of a call, "C-00042" for calls and "M-00043" for maintenance. */
export async function nextRef(db: Database, kind: string, transaction: Transaction): Promise<string> {
  const [row] = await db.run<{ n: number }>("select nextval('call_numbers')::int as n", [], transaction);
  return `${kind === 'call' ? 'C' : kind === 'maintenance' ? 'M' : 'R'}-${String(row?.n).padStart(5, '0')}`;
}

export async function createCall(needs: Needs, body: NewCall, actor: string): Promise<CallPage> {
  const { db, clock } = needs;
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    await checkPlace(db, body.siteId, body.unitId ?? null, transaction);
    const receivedAt = new Date(Math.floor(Date.parse(body.receivedAt) / 1000) * 1000);
    if (receivedAt.getTime() > clock.now().getTime() + 60_000)
      throw invalid([{ path: 'receivedAt', message: 'lies in the future' }]);
    const call = await db.models.Call.create(
      {
        ...body,
        ref: await nextRef(db, 'call', transaction),
        kind: 'call',
        status: body.crewId && body.scheduledOn ? 'scheduled' : 'open',
        receivedAt,
        promisedAt: body.promisedAt ? new Date(body.promisedAt) : null,
      },
      { transaction },
    );
    await planVisit(db, call, transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'take call',
      entity: 'call',
      entityId: body.id,
      detail: body,
    });
    if (body.unitId) await refreshSummaries(db, clock, [body.unitId], transaction);
  });
  return callRecord(db, body.id);
}

export async function updateCall(
  needs: Needs,
  id: string,
  { version, cancelled, ...patch }: CallPatch,
  actor: string,
): Promise<CallPage> {
  const { db, clock } = needs;
  await db.transaction(async (transaction) => {
    const before = await db.models.Call.findByPk(id, { transaction });
    if (!before) throw notFound('Call');
    if (patch.unitId) await checkPlace(db, before.siteId, patch.unitId, transaction);
    const status = nextStatus(before, patch, cancelled);
    const change = {
      ...patch,
      status,
      ...(patch.promisedAt ? { promisedAt: new Date(patch.promisedAt) } : {}),
    };
    await updateVersion(db.models.Call, id, version, change, {
      transaction,
      what: 'Call',
      show: () => callRecord(db, id),
    });
    const call = (await db.models.Call.findByPk(id, { transaction })) as Call;
    await planVisit(db, call, transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'call',
      entityId: id,
      detail: { ...patch, cancelled },
    });
    await refreshSummaries(
      db,
      clock,
      [...new Set([before.unitId, call.unitId].filter((u) => u !== null))],
      transaction,
    );
  });
  return callRecord(db, id);
}

function nextStatus(
  before: Call,
  patch: Omit<CallPatch, 'version' | 'cancelled'>,
  cancelled: boolean | undefined,
): string {
  if (before.status === 'completed') return 'completed';
  if (cancelled === true) return 'cancelled';
  if (before.status === 'cancelled' && cancelled !== false) return 'cancelled';
  if (before.status === 'return planned') return 'return planned';
  const crew = patch.crewId === undefined ? before.crewId : patch.crewId;
  const day = patch.scheduledOn === undefined ? before.scheduledOn : patch.scheduledOn;
  return crew && day ? 'scheduled' : 'open';
}

/**
 * Keeps the visit of a scheduled call in step: the one nobody has written on yet moves with the call, a new one is made when
 * there is none, and a call that is cancelled or taken off the plan loses its unused visit.
 */
async function planVisit(db: Database, call: Call, transaction: Transaction): Promise<void> {
  const [unused] = await db.rows<{ id: string }>(
    `select v.id from visit_calls vc join visits v on v.id = vc.visit_id
     where vc.call_id = $1 and v.cancelled_at is null and v.route_id is null and not exists (select 1 from entries e where e.visit_id = v.id) limit 1`,
    [call.id],
    transaction,
  );
  const wanted =
    call.crewId !== null &&
    call.crewId !== undefined &&
    call.scheduledOn !== null &&
    call.scheduledOn !== undefined &&
    (call.status === 'scheduled' || call.status === 'return planned');
  if (unused && wanted)
    await db.run(
      'update visits set crew_id = $2, planned_for = $3 where id = $1',
      [unused.id, call.crewId, call.scheduledOn],
      transaction,
    );
  else if (unused)
    await db.run('update visits set cancelled_at = now() where id = $1', [unused.id], transaction);
  else if (wanted) {
    const [same] = await db.rows<{ id: string }>(
      'select v.id from visit_calls vc join visits v on v.id = vc.visit_id where vc.call_id = $1 and v.crew_id = $2 and v.planned_for = $3 and v.cancelled_at is null limit 1',
      [call.id, call.crewId, call.scheduledOn],
      transaction,
    );
    if (same) return;
    await db.run(
      `with made as (insert into visits (site_id, crew_id, planned_for) values ($1, $2, $3) returning id)
       insert into visit_calls (visit_id, call_id) select id, $4 from made`,
      [call.siteId, call.crewId, call.scheduledOn, call.id],
      transaction,
    );
  }
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
