import type { Transaction } from 'sequelize';
import { neverPastTheVisit } from '#core/record/conditions';
import { hasSlot, slotFor, slotName } from '#core/machine';
import { localDate } from '#core/base/time';
import { CONDITION_KIND_NAMES, CONDITION_KINDS, type UnitKind } from '#core/base/vocabulary';
import { leaveIsSettled } from '#core/record/work';
import type { SignedIn } from '#contracts/people';
import { isAnotherCrews } from '#contracts/roles';
import type { EntryBody, NewEntry, NewVisit, VisitPage } from '#contracts/visits';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import type { Entry } from '../db/models.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { derive, type Touched } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { TOUCHED_BY_ENTRY } from '../sheet/read.sql.ts';
import { visitRecord } from './queries.ts';
import { LEFT_BEHIND } from './visits.sql.ts';
import { workedOutBody } from './worked.ts';

type Needs = Pick<Dependencies, 'db' | 'clock' | 'who'>;

/**
 * A visit without a crew is anybody's. @throws Problem 403 for a visit of another crew, where that needs a
 * right
 */
async function refuseOtherCrew(
  who: Dependencies['who'],
  actor: SignedIn,
  crewId: string | null,
): Promise<void> {
  if (!isAnotherCrews(crewId, actor) || (await who.may(actor, 'write for another crew'))) return;
  throw new Problem(403, 'Another crew is on this visit', {
    detail: 'Ask the desk to put your crew on it; what you wrote is kept until then.',
  });
}

const FUTURE_MS = 24 * 3600 * 1000;

/** Opens a sheet for calls of one site. */
export async function createVisit(needs: Needs, body: NewVisit, person: SignedIn): Promise<VisitPage> {
  const { db, who } = needs;
  const actor = person.id;
  await refuseOtherCrew(who, person, body.crewId);
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const calls = await db.models.Call.findAll({ where: { id: body.callIds }, transaction });
    // A call of another crew is that crew's, whoever opens a sheet for it.
    for (const call of calls) await refuseOtherCrew(who, person, call.crewId);
    const foreign = body.callIds.findIndex(
      (id) => calls.find((call) => call.id === id)?.siteId !== body.siteId,
    );
    if (foreign >= 0)
      throw invalid([{ path: `callIds.${foreign}`, message: 'this call belongs to another site' }]);
    const { id, siteId, crewId, plannedFor } = body;
    await db.models.Visit.create({ id, siteId, crewId, plannedFor }, { transaction });
    await db.models.VisitCall.bulkCreate(
      [...new Set(body.callIds)].map((callId) => ({ visitId: id, callId })),
      { transaction },
    );
    await writeLog(db, transaction, { actor, action: 'create', entity: 'visit', entityId: id, detail: body });
  });
  return visitRecord(needs, body.id);
}

/**
 * Puts an entry on a visit's sheet. Sent twice it stands once; an amendment supersedes exactly one entry;
 * whatever it touches is locked, folded again and judged anew in the same transaction.
 *
 * @throws Problem 404 for an unknown visit, 409 when the amended entry was amended by somebody else, 422 with
 *   the path of
 *   each wrong field
 */
export async function addEntry({ db, clock, who }: Needs, entry: NewEntry, actor: SignedIn): Promise<void> {
  await withLocked(
    db,
    (transaction) => touchedBy(db, entry, transaction),
    async (touched, transaction) => {
      if (!(await firstTime(db, transaction, { id: entry.id, body: entry, actor: actor.id }))) return;
      const { visit, own } = touched;
      if (!visit) throw notFound('Visit');
      await refuseOtherCrew(who, actor, visit.crewId);
      const now = clock.now();
      const old = entry.supersedes ? await supersededEntry(db, transaction, entry, actor, now) : undefined;
      if (old) await refuseOthersHazard(who, actor, old);
      const occurredAt = entry.occurredAt ? new Date(entry.occurredAt) : (old as Entry).occurredAt;
      if (occurredAt.getTime() > now.getTime() + FUTURE_MS)
        throw invalid([
          {
            path: 'occurredAt',
            message: 'lies more than a day in the future; is the clock of this device right?',
          },
        ]);
      const place = await placeOf(db, transaction, entry, visit.siteId, own);
      const checked = await checkedBody(db, transaction, entry, place.unitId, visit.siteId, own);
      await db.models.Entry.create(
        {
          id: entry.id,
          rootId: old?.rootId ?? entry.id,
          visitId: entry.visitId,
          ...place,
          kind: entry.kind,
          body: (await workedOutBody(
            db,
            checked,
            place.unitId,
            localDate(occurredAt, visit.timeZone),
            transaction,
          )) as Record<string, unknown>,
          authorId: actor.id,
          occurredAt,
          supersedes: entry.supersedes ?? null,
          reason: entry.reason ?? null,
        },
        { transaction },
      );
      await writeLog(db, transaction, {
        actor: actor.id,
        action: 'entry',
        entity: 'visit',
        entityId: entry.visitId,
        detail: { entry: entry.id, kind: entry.kind },
      });
      await derive(db, clock, touched, transaction);
    },
  );
}

/**
 * Kinds that say something about the calls of their visit; those of the second list also about units the
 * calls name.
 */
const ABOUT_CALLS: ReadonlySet<string> = new Set(['arrive', 'leave', 'finding', 'work', 'condition left']);
const ABOUT_CALLED_UNITS: ReadonlySet<string> = new Set(['leave', 'finding', 'work']);

/** What an entry may alter, with its visit and the calls of that. */
interface Near extends Touched {
  /** Null where there is no such visit. */
  readonly visit: {
    readonly siteId: string;
    readonly timeZone: string;
    readonly crewId: string | null;
  } | null;
  readonly own: readonly { readonly id: string; readonly unitId: string | null }[];
}

/** What an entry, and the one it amends, may alter. */
async function touchedBy(db: Database, entry: NewEntry, transaction: Transaction): Promise<Near> {
  const closes =
    entry.kind === 'condition closed' ? [(entry.body as EntryBody<'condition closed'>).conditionId] : [];
  const [near] = await db.rows<{
    visit: Near['visit'];
    oldKind: string | null;
    calls: Near['own'];
    found: string[];
    units: string[];
    points: string[];
  }>(TOUCHED_BY_ENTRY, [entry.visitId, entry.supersedes ?? null, closes], transaction);
  const {
    visit,
    oldKind,
    calls: own,
    found,
    units: ofLine,
    points: ofPoints,
  } = near as NonNullable<typeof near>;
  const kinds = [entry.kind, ...(oldKind ? [oldKind] : [])];
  const about = kinds.some((kind) => ABOUT_CALLS.has(kind));
  const only = about || entry.unitId === null ? onlyUnit(own) : null;
  const called = kinds.some((kind) => ABOUT_CALLED_UNITS.has(kind));
  const units = [
    entry.unitId,
    only,
    ...ofLine,
    ...(called ? [...found, ...own.map((call) => call.unitId)] : []),
  ].filter((id) => typeof id === 'string');
  return {
    visit,
    own,
    units: [...new Set(units)].sort(),
    points: [...new Set([...(entry.pointId ? [entry.pointId] : []), ...ofPoints])].sort(),
    calls: about ? own.map((call) => call.id) : [],
    visits: kinds.some((kind) => kind === 'arrive' || kind === 'leave') ? [entry.visitId] : [],
  };
}

/** The unit of the only call of a visit: what a line is about that names none. */
const onlyUnit = (calls: Near['own']): string | null =>
  calls.length === 1 ? (calls[0]?.unitId ?? null) : null;

/** Kinds that have to be about something: a unit, or a point of the site. */
const NEEDS_SUBJECT: Readonly<Record<string, string>> = {
  finding: 'a finding is about one, or about a point of the site',
  work: 'work is done on one, or on a point of the site',
  'condition left': 'something is left so on one, or at a point of the site',
  recommendation: 'a recommendation is about one, or about a point of the site',
  refrigerant: 'refrigerant belongs to one',
};

/** What an entry is about, and the call it answers where somebody says so; the fold works out the rest. */
async function placeOf(
  db: Database,
  transaction: Transaction,
  entry: NewEntry,
  siteId: string,
  calls: Near['own'],
): Promise<{ unitId: string | null; pointId: string | null; callId: string | null }> {
  const aboutVisit = entry.kind === 'arrive' || entry.kind === 'leave';
  const pointId = entry.pointId ?? null;
  const unitId = entry.unitId ?? (aboutVisit || pointId !== null ? null : onlyUnit(calls));
  if (entry.unitId !== null && pointId !== null)
    throw invalid([
      { path: 'pointId', message: 'a line is about a unit or about a point of the site, not both' },
    ]);
  if (unitId !== null) {
    const unit = await db.models.Unit.findByPk(unitId, { transaction });
    if (!unit || unit.siteId !== siteId)
      throw invalid([{ path: 'unitId', message: 'this unit does not stand on that site' }]);
  }
  if (pointId !== null) {
    const point = await db.models.SitePoint.findByPk(pointId, { transaction });
    if (!point || point.siteId !== siteId || point.unitId !== null)
      throw invalid([{ path: 'pointId', message: 'there is no such point on that site' }]);
  }
  const why = NEEDS_SUBJECT[entry.kind];
  if (why && unitId === null && (pointId === null || entry.kind === 'refrigerant'))
    throw invalid([{ path: 'unitId', message: `which unit? ${why}` }]);
  if (entry.callId !== undefined && !calls.some((call) => call.id === entry.callId))
    throw invalid([{ path: 'callId', message: 'this call is not one of this visit' }]);
  return { unitId, pointId, callId: entry.callId ?? null };
}

/**
 * A hazard that somebody has left is not talked away by somebody else: it is closed by work, or taken back by
 * who left it.
 *
 * @throws Problem 403
 */
async function refuseOthersHazard(who: Dependencies['who'], actor: SignedIn, old: Entry): Promise<void> {
  if (old.kind !== 'condition left' || old.authorId === actor.id) return;
  const { condition } = old.body as unknown as EntryBody<'condition left'>;
  if (!CONDITION_KINDS[condition]?.hazard || (await who.may(actor, 'withdraw another’s hazard'))) return;
  throw new Problem(403, 'Somebody else has left this hazard', {
    detail: 'Close it once it is put right; only who wrote it, or the office, takes it back or amends it.',
  });
}

/**
 * The entry that is amended or withdrawn.
 *
 * @throws Problem 422 when it is not on this sheet, 409 when it was amended meanwhile, 422 for a leaving that
 *   has settled and is
 *   not changed by the desk
 */
async function supersededEntry(
  db: Database,
  transaction: Transaction,
  entry: NewEntry,
  actor: SignedIn,
  now: Date,
): Promise<Entry> {
  const id = entry.supersedes as string;
  const old = await db.models.Entry.findOne({ where: { id, visitId: entry.visitId }, transaction });
  if (!old || old.kind === 'withdrawn')
    throw invalid([{ path: 'supersedes', message: 'there is no such entry on this sheet' }]);
  if (await db.models.Entry.findOne({ where: { supersedes: id }, transaction }))
    throw new Problem(409, 'Somebody else has amended this entry meanwhile', {
      detail: 'Look at the sheet again and amend the newest one.',
    });
  if (
    old.kind === 'leave' &&
    actor.role === 'technician' &&
    leaveIsSettled(old.occurredAt.getTime(), now.getTime())
  )
    throw invalid([
      {
        path: 'supersedes',
        message: 'this visit was left more than a month ago; the desk can open the call again',
      },
    ]);
  return old;
}

/**
 * What only the records around an entry can tell: the slot, the circuit, the condition, the calls of a
 * leaving.
 */
async function checkedBody(
  db: Database,
  transaction: Transaction,
  entry: NewEntry,
  unitId: string | null,
  siteId: string,
  own: Near['own'],
): Promise<NewEntry> {
  switch (entry.kind) {
    case 'work': {
      const body = entry.body as EntryBody<'work'>;
      if (body.installed) await checkSlot(db, transaction, unitId, body.installed.slot);
      if (body.leakRepair === 'proven') await checkCircuit(db, transaction, unitId, body.circuit);
      return entry;
    }
    case 'refrigerant':
      await checkCircuit(db, transaction, unitId, (entry.body as EntryBody<'refrigerant'>).circuit);
      return entry;
    case 'condition closed':
      await checkClosing(db, transaction, (entry.body as EntryBody<'condition closed'>).conditionId, siteId);
      return entry;
    case 'leave': {
      const body = entry.body as EntryBody<'leave'>;
      const calls = new Set(own.map((call) => call.id));
      const foreign = (body.calls ?? []).findIndex((call) => !calls.has(call.callId));
      if (foreign >= 0)
        throw invalid([
          { path: `body.calls.${foreign}.callId`, message: 'this call is not one of this visit' },
        ]);
      await refuseLeftBehind(db, transaction, entry.visitId, body.stillOpen);
      return entry;
    }
    default:
      return entry;
  }
}

async function checkSlot(
  db: Database,
  transaction: Transaction,
  unitId: string | null,
  slot: Parameters<typeof slotName>[0],
): Promise<void> {
  const path = 'body.installed.slot';
  if (unitId === null) throw invalid([{ path: 'unitId', message: 'which unit? a component belongs to one' }]);
  const unit = await db.models.Unit.findByPk(unitId, { transaction });
  const circuits = await db.models.Circuit.findAll({ where: { unitId }, transaction });
  const numbers = circuits.map((c) => c.number);
  const meant = slotFor(slot.part, slot.circuit);
  if (!unit || !hasSlot(unit.kind as UnitKind, numbers, meant))
    throw invalid([{ path, message: `this unit has no such slot: ${slotName(meant)}` }]);
}

/** Where a machine has several circuits, pounds and repairs of leaks say which one. */
async function checkCircuit(
  db: Database,
  transaction: Transaction,
  unitId: string | null,
  circuit: number | undefined,
): Promise<void> {
  if (unitId === null) return;
  const own = await db.models.Circuit.findAll({ where: { unitId }, order: ['number'], transaction });
  const numbers = own.map((c) => c.number);
  if (circuit === undefined && numbers.length > 1)
    throw invalid([{ path: 'body.circuit', message: `which circuit? it has ${numbers.join(' and ')}` }]);
  if (circuit !== undefined && numbers.length > 0 && !numbers.includes(circuit))
    throw invalid([{ path: 'body.circuit', message: `it has no circuit ${circuit}` }]);
}

async function checkClosing(
  db: Database,
  transaction: Transaction,
  conditionId: string,
  siteId: string,
): Promise<void> {
  const left = await db.models.Entry.findOne({
    where: { id: conditionId, kind: 'condition left' },
    include: 'visit',
    transaction,
  });
  const path = 'body.conditionId';
  if (!left) throw invalid([{ path, message: 'there is no such open condition' }]);
  if ((left as unknown as { visit: { siteId: string } }).visit.siteId !== siteId)
    throw invalid([{ path, message: 'that was left at another site; it is closed on a visit there' }]);
}

/** What must never be left past the visit is closed, or somebody says why it is not. @throws Problem 422 */
async function refuseLeftBehind(
  db: Database,
  transaction: Transaction,
  visitId: string,
  why: string | undefined,
): Promise<void> {
  if (why) return;
  const behind = await db.rows<{ kind: string; where: string }>(
    LEFT_BEHIND,
    [visitId, CONDITION_KIND_NAMES.filter(neverPastTheVisit)],
    transaction,
  );
  if (behind.length === 0) return;
  const list = behind.map((b) => `${b.kind} on ${b.where}`).join(', ');
  throw invalid([
    {
      path: 'body.stillOpen',
      message: `${list}: never to be left past the visit. Close it, or say why it has to stay`,
    },
  ]);
}
