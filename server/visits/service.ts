import type { Transaction } from 'sequelize';
import { localDate } from '#core/base/time';
import type { UnitKind } from '#core/base/vocabulary';
import { lacksOf, subjectOf, touchesOf, whichSubject } from '#core/record/kinds';
import { lentBy } from '#core/record/sheet';
import { leaveIsSettled } from '#core/record/work';
import type { SignedIn } from '#contracts/people';
import { isAnotherCrews } from '#contracts/roles';
import type { NewEntry, NewVisit, VisitPage } from '#contracts/visits';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import type { Entry } from '../db/models.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { takeRepairs } from '../conditions/returns.ts';
import { derive, type Touched } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { TOUCHED_BY_ENTRY } from '../sheet/read.sql.ts';
import { visitRecord } from './queries.ts';
import { HAZARD_OF_LINE, WHERE_LINES_ARE } from './visits.sql.ts';
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
      if (old) await refuseOthersHazard(db, transaction, who, actor, old);
      const occurredAt = entry.occurredAt ? new Date(entry.occurredAt) : (old as Entry).occurredAt;
      if (occurredAt.getTime() > now.getTime() + FUTURE_MS)
        throw invalid([
          {
            path: 'occurredAt',
            message: 'lies more than a day in the future; is the clock of this device right?',
          },
        ]);
      const place = await placeOf(db, transaction, entry, visit.siteId, own);
      await checkBody(db, transaction, entry, place.unitId, visit.siteId, own);
      await db.models.Entry.create(
        {
          id: entry.id,
          rootId: old?.rootId ?? entry.id,
          visitId: entry.visitId,
          ...place,
          kind: entry.kind,
          body: (await workedOutBody(
            db,
            entry,
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
      // Its line of leaving may come before or after what was found, as two phones send them.
      if (visit.left || entry.kind === 'leave')
        await takeRepairs({ db, clock }, entry.visitId, actor.id, transaction);
    },
  );
}

/** What an entry may alter, with its visit and the calls of that. */
interface Near extends Touched {
  /** Null where there is no such visit. */
  readonly visit: {
    readonly siteId: string;
    readonly timeZone: string;
    readonly crewId: string | null;
    readonly left: boolean;
  } | null;
  readonly own: readonly { readonly id: string; readonly unitId: string | null }[];
}

/** What an entry, and the one it amends, may alter. */
async function touchedBy(db: Database, entry: NewEntry, transaction: Transaction): Promise<Near> {
  const closes = namedBy(entry);
  const [near] = await db.rows<{
    visit: Near['visit'];
    oldKind: string | null;
    calls: Near['own'];
    found: string[];
    units: string[];
    points: string[];
    kept: string[];
  }>(
    TOUCHED_BY_ENTRY,
    [entry.visitId, entry.supersedes ?? null, closes, entry.occurredAt ?? null, entry.unitId],
    transaction,
  );
  const {
    visit,
    oldKind,
    calls: own,
    found,
    units: ofLine,
    points: ofPoints,
    kept,
  } = near as NonNullable<typeof near>;
  const kinds = [entry.kind, ...(oldKind ? [oldKind] : [])];
  const touches = new Set(kinds.flatMap(touchesOf));
  const about = touches.has('calls');
  const only = about || entry.unitId === null ? onlyUnit(own) : null;
  const units = [
    entry.unitId,
    only,
    ...ofLine,
    lentBy(entry),
    ...(touches.has('called units') ? [...found, ...own.map((call) => call.unitId)] : []),
  ].filter((id) => typeof id === 'string');
  return {
    visit,
    own,
    units: [...new Set(units)].sort(),
    points: [...new Set([...(entry.pointId ? [entry.pointId] : []), ...ofPoints])].sort(),
    calls: [...new Set([...(about ? own.map((call) => call.id) : []), ...kept])].sort(),
    visits: touches.has('times of the visit') ? [entry.visitId] : [],
  };
}

/** Lines of other visits that an entry names: what it closes, what it explains. */
function namedBy(entry: NewEntry): string[] {
  const { conditionId, act } = entry.body as { conditionId?: string; act?: { lineId: string } };
  return [conditionId, act?.lineId].filter((id) => id !== undefined);
}

/** The unit of the only call of a visit: what a line is about that names none. */
const onlyUnit = (calls: Near['own']): string | null =>
  calls.length === 1 ? (calls[0]?.unitId ?? null) : null;

/** What an entry is about, and the call it answers where somebody says so; the fold works out the rest. */
async function placeOf(
  db: Database,
  transaction: Transaction,
  entry: NewEntry,
  siteId: string,
  calls: Near['own'],
): Promise<{ unitId: string | null; pointId: string | null; callId: string | null }> {
  const about = subjectOf(entry.kind);
  const pointId = entry.pointId ?? null;
  const unitId = entry.unitId ?? (about === 'the visit' || pointId !== null ? null : onlyUnit(calls));
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
  const why = whichSubject(entry.kind);
  if (why && unitId === null && (pointId === null || about === 'a unit'))
    throw invalid([{ path: 'unitId', message: `which unit? ${why}` }]);
  if (entry.callId !== undefined && !calls.some((call) => call.id === entry.callId))
    throw invalid([{ path: 'callId', message: 'this call is not one of this visit' }]);
  return { unitId, pointId, callId: entry.callId ?? null };
}

/**
 * A hazard that somebody has left, found, seen or measured is not talked away by somebody else: it is closed by
 * work or by a reading, or taken back by who wrote it.
 *
 * @throws Problem 403
 */
async function refuseOthersHazard(
  db: Database,
  transaction: Transaction,
  who: Dependencies['who'],
  actor: SignedIn,
  old: Entry,
): Promise<void> {
  if (old.authorId === actor.id) return;
  const [hazard] = await db.rows(HAZARD_OF_LINE, [old.rootId], transaction);
  if (!hazard || (await who.may(actor, 'withdraw another’s hazard'))) return;
  throw new Problem(403, 'Somebody else has written this hazard', {
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
  // What a line says is found again by its kind: another kind is another line.
  if (entry.kind !== 'withdrawn' && entry.kind !== old.kind)
    throw invalid([
      { path: 'kind', message: 'an amendment is of the same kind: withdraw it and write another' },
    ]);
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
 * What only the records around an entry can tell, asked by the kind itself.
 *
 * @throws Problem 422 with the path of each field
 */
async function checkBody(
  db: Database,
  transaction: Transaction,
  entry: NewEntry,
  unitId: string | null,
  siteId: string,
  own: Near['own'],
): Promise<void> {
  const named = namedBy(entry);
  const rows = named.length > 0 ? await db.rows<Found>(WHERE_LINES_ARE, [named], transaction) : [];
  const where = new Map(rows.map((row) => [row.id, row.siteId === siteId ? 'here' : 'elsewhere'] as const));
  const unit =
    unitId === null
      ? undefined
      : ((await db.models.Unit.findByPk(unitId, { include: 'circuits', transaction })) as unknown as {
          kind: UnitKind;
          circuits: readonly { number: number }[];
        } | null);
  const lacks = lacksOf(entry.kind, entry.body as never, {
    unit: unit
      ? { kind: unit.kind, circuits: unit.circuits.map(({ number }) => number).sort((a, b) => a - b) }
      : undefined,
    calls: new Set(own.map((call) => call.id)),
    where: (id) => where.get(id),
  });
  const lender = lentBy(entry);
  if (
    lender !== null &&
    (lender === unitId || (await db.models.Unit.findByPk(lender, { transaction }))?.siteId !== siteId)
  )
    throw invalid([
      {
        path: 'body.installed.borrowed.fromUnitId',
        message: 'no other unit of this site: where was it taken from?',
      },
    ]);
  if (lacks.length > 0) throw invalid(lacks.map(({ path, message }) => ({ path: `body.${path}`, message })));
}
type Found = { readonly id: string; readonly siteId: string };
