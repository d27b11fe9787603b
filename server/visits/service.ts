import type { Transaction } from 'sequelize';
import { workedOut } from '#core/cards';
import type { MeasuringLimits } from '#core/measurement';
import { judgeReading, toSi } from '#core/quantities';
import { READING_POINTS } from '#core/readings';
import { localDate } from '#core/time';
import type { EntryBody, EntryKind, NewEntry, NewVisit, VisitPage } from '#contracts/visits';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { measuringLimits } from '../settings/service.ts';
import { refreshSummaries } from '../units/summary.ts';
import { PROJECTIONS, type StoredEntry } from './projections.ts';
import { visitRecord } from './queries.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

const FUTURE_MS = 24 * 3600 * 1000;

/** Opens a sheet for calls of one site. */
export async function createVisit(needs: Needs, body: NewVisit, actor: string): Promise<VisitPage> {
  const { db } = needs;
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const calls = await db.models.Call.findAll({ where: { id: body.callIds }, transaction });
    const foreign = body.callIds.findIndex(
      (id) => calls.find((call) => call.id === id)?.siteId !== body.siteId,
    );
    if (foreign >= 0)
      throw invalid([{ path: `callIds.${foreign}`, message: 'this call belongs to another site' }]);
    await db.models.Visit.create(
      { id: body.id, siteId: body.siteId, crewId: body.crewId, plannedFor: body.plannedFor },
      { transaction },
    );
    await db.run(
      'insert into visit_calls (visit_id, call_id) select $1, unnest($2::uuid[])',
      [body.id, body.callIds],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'visit',
      entityId: body.id,
      detail: body,
    });
  });
  return visitRecord(needs, body.id);
}

/**
 * Puts an entry on a visit's sheet. Sent twice it stands once; an amendment supersedes exactly one entry and takes back what
 * that one had done; the units it touches are judged anew in the same transaction.
 *
 * @throws Problem 404 for an unknown visit, 409 when the amended entry was amended by somebody else, 422 with the path of
 *   each wrong field
 */
export async function addEntry({ db, clock }: Needs, entry: NewEntry, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: entry.id, body: entry, actor }))) return;
    const [visit] = await db.rows<{ siteId: string; timeZone: string }>(
      'select v.site_id as "siteId", s.time_zone as "timeZone" from visits v join sites s on s.id = v.site_id where v.id = $1',
      [entry.visitId],
      transaction,
    );
    if (!visit) throw notFound('Visit');
    const occurredAt = new Date(entry.occurredAt);
    if (occurredAt.getTime() > clock.now().getTime() + FUTURE_MS) {
      throw invalid([
        {
          path: 'occurredAt',
          message: 'lies more than a day in the future; is the clock of this device right?',
        },
      ]);
    }
    const place = await placeOf(db, transaction, entry, visit.siteId);
    const stored: StoredEntry = {
      ...place,
      id: entry.id,
      visitId: entry.visitId,
      kind: entry.kind,
      body: canonicalBody(
        entry,
        await measuringLimits(db, localDate(occurredAt, visit.timeZone), transaction),
      ),
      occurredAt,
      authorId: actor,
    };
    const superseded = entry.supersedes
      ? await supersededEntry(db, transaction, entry.supersedes, entry.visitId)
      : undefined;
    const step = { db, transaction, timeZone: visit.timeZone };
    if (superseded) await PROJECTIONS[superseded.kind as EntryKind].undo({ ...step, entry: superseded });
    await db.run(
      `insert into entries (id, visit_id, call_id, unit_id, kind, body, author_id, occurred_at, supersedes, reason) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
      [
        stored.id,
        stored.visitId,
        stored.callId,
        stored.unitId,
        stored.kind,
        JSON.stringify(stored.body),
        actor,
        occurredAt,
        entry.supersedes ?? null,
        entry.reason ?? null,
      ],
      transaction,
    );
    await PROJECTIONS[entry.kind].apply({ ...step, entry: stored });
    await writeLog(db, transaction, {
      actor,
      action: 'entry',
      entity: 'visit',
      entityId: entry.visitId,
      detail: { entry: entry.id, kind: entry.kind },
    });
    await refreshSummaries(db, clock, await unitsTouched(db, transaction, stored, superseded), transaction);
  });
}

/** The unit an entry is about and the call it answers: the visit's call for that unit, or its only call. */
async function placeOf(
  db: Database,
  transaction: Transaction,
  entry: NewEntry,
  siteId: string,
): Promise<{ unitId: string | null; callId: string | null }> {
  const calls = await db.rows<{ id: string; unitId: string | null }>(
    'select k.id, k.unit_id as "unitId" from visit_calls vc join calls k on k.id = vc.call_id where vc.visit_id = $1',
    [entry.visitId],
    transaction,
  );
  const only = calls.length === 1 ? calls[0] : undefined;
  const aboutVisit = entry.kind === 'arrive' || entry.kind === 'leave';
  const unitId = entry.unitId ?? (aboutVisit ? null : (only?.unitId ?? null));
  if (unitId !== null) {
    const unit = await db.models.Unit.findByPk(unitId, { transaction });
    if (!unit || unit.siteId !== siteId)
      throw invalid([{ path: 'unitId', message: 'this unit does not stand on that site' }]);
  }
  const own = calls.find((call) => unitId !== null && call.unitId === unitId);
  // A call that came in without a unit gets the one the first finding names.
  if (!own && only && only.unitId === null && unitId !== null && entry.kind === 'finding') {
    await db.run(
      'update calls set unit_id = $2, version = version + 1 where id = $1',
      [only.id, unitId],
      transaction,
    );
    return { unitId, callId: only.id };
  }
  return { unitId, callId: own?.id ?? (only && (unitId === null || only.unitId === null) ? only.id : null) };
}

async function supersededEntry(
  db: Database,
  transaction: Transaction,
  id: string,
  visitId: string,
): Promise<StoredEntry> {
  const [old] = await db.rows<StoredEntry & { amended: boolean }>(
    `select id, visit_id as "visitId", call_id as "callId", unit_id as "unitId", kind, body, occurred_at as "occurredAt", author_id as "authorId",
       exists (select 1 from entries later where later.supersedes = e.id) as amended from entries e where id = $1 and visit_id = $2 for update`,
    [id, visitId],
    transaction,
  );
  if (!old) throw invalid([{ path: 'supersedes', message: 'there is no such entry on this sheet' }]);
  if (old.amended)
    throw new Problem(409, 'Somebody else has amended this entry meanwhile', {
      detail: 'Look at the sheet again and amend the newest one.',
    });
  return old;
}

/** Readings get their canonical SI value and a quality beside what was typed. @throws Problem 422 for an impossible one */
function canonicalBody(entry: NewEntry, limits: MeasuringLimits): unknown {
  if (entry.kind === 'measurement') return measuredBody(entry.body as EntryBody<'measurement'>, limits);
  if (entry.kind !== 'reading set') return entry.body;
  const body = entry.body as EntryBody<'reading set'>;
  const errors: { path: string; message: string }[] = [];
  const readings = body.readings.map((reading, index) => {
    const { quantity } = READING_POINTS[reading.point];
    try {
      return {
        ...reading,
        quantity,
        si: toSi(quantity, reading.unit, reading.value),
        ...judgeReading(quantity, reading.unit, reading.value),
      };
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      errors.push({ path: `body.readings.${index}.value`, message: `${reading.point}: ${error.message}` });
      return reading;
    }
  });
  if (errors.length > 0) throw invalid(errors, 'A reading that cannot be');
  return { ...body, readings };
}

/** A bench card with the answers worked out from its inputs by the limits of that day. @throws Problem 422 for what cannot be */
function measuredBody(body: EntryBody<'measurement'>, limits: MeasuringLimits): unknown {
  const { inputs, answers, errors } = workedOut(body.card, body.inputs, limits);
  if (errors.length > 0) {
    const what = errors.map(({ input, why }) => ({
      path: input === null ? 'body.inputs' : `body.inputs.${input}`,
      message: why,
    }));
    throw invalid(what, 'A reading that cannot be');
  }
  return { ...body, inputs, answers };
}

async function unitsTouched(
  db: Database,
  transaction: Transaction,
  entry: StoredEntry,
  superseded: StoredEntry | undefined,
): Promise<string[]> {
  const called = await db.rows<{ unitId: string }>(
    'select k.unit_id as "unitId" from visit_calls vc join calls k on k.id = vc.call_id where vc.visit_id = $1 and k.unit_id is not null',
    [entry.visitId],
    transaction,
  );
  const wide = entry.kind === 'leave' || superseded?.kind === 'leave' || entry.kind === 'finding';
  const closed =
    entry.kind === 'condition closed'
      ? await db.rows<{ unitId: string }>(
          'select unit_id as "unitId" from open_conditions where id = $1',
          [(entry.body as EntryBody<'condition closed'>).conditionId],
          transaction,
        )
      : [];
  const ids = [
    entry.unitId,
    superseded?.unitId,
    ...closed.map((c) => c.unitId),
    ...(wide ? called.map((c) => c.unitId) : []),
  ];
  return [...new Set(ids.filter((id): id is string => id !== null && id !== undefined))];
}
