import { compareText } from '#core/base/collections';
import { Op, type Transaction } from 'sequelize';
import { addDays, type PlainDate } from '#core/base/time';
import { crewDay, overlap, type Absence, type CrewDay } from '#core/planning/crews';
import type {
  CalendarView,
  CrewPatch,
  CrewView,
  NewAbsence,
  NewCrew,
  NewHoliday,
  NewOnCall,
  StartPlace,
} from '#contracts/crews';
import type { Row } from '../db/tables.ts';
import type { Database } from '../db/connect.ts';
import { between, notOver, onDay } from '../db/days.ts';
import type { Dependencies } from '../dependencies.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { invalid, notFound } from '../http/problem.ts';
import { updateVersion } from '../http/versioned.ts';
import { companyYard } from '../settings/service.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;
type Membership = Row<'CrewMember'> & { user: Row<'User'> };
type CrewWithMembers = Row<'Crew'> & { memberships: Membership[] };

/** What crews' days are judged by, for many crews and days at once. */
async function absencesAndHolidays(db: Database, from: PlainDate, to = from) {
  const [absences, holidays] = await Promise.all([
    db.models.Absence.findAll({ where: { withdrawnAt: null, ...between(from, to) } }),
    db.models.Holiday.findAll({ where: { withdrawnAt: null, onDay: { [Op.between]: [from, to] } } }),
  ]);
  return {
    absences: absences.map((a): Absence => ({
      userId: a.userId,
      kind: a.kind,
      from: a.fromDay,
      until: a.untilDay,
    })),
    holidays: holidays.map((h) => ({ on: h.onDay, name: h.name })),
  };
}

const membersOn = (from: PlainDate, to = from) => ({
  association: 'memberships',
  where: between(from, to),
  required: false,
  include: [{ association: 'user', where: { active: true } }],
});

/**
 * Crews as they are on each of some days in a row: who is in them, whether and when they work, where they
 * start.
 *
 * @param days how many, from `from` on
 * @returns the crews of each day, by name
 */
export async function crewsFrom(db: Database, from: PlainDate, days: number): Promise<CrewView[][]> {
  const to = addDays(from, days - 1);
  const [all, also, yard] = await Promise.all([
    db.models.Crew.findAll({ include: [membersOn(from, to)], order: [['name', 'asc']] }) as Promise<
      CrewWithMembers[]
    >,
    absencesAndHolidays(db, from, to),
    companyYard(db),
  ]);
  return Array.from({ length: days }, (_, k) =>
    all.map((crew) => crewView(crew, yard ?? null, addDays(from, k), also)),
  );
}

/** Crews as they are on a day. */
export const crews = async (db: Database, day: PlainDate): Promise<CrewView[]> =>
  (await crewsFrom(db, day, 1))[0] ?? [];

function crewView(
  crew: CrewWithMembers,
  yard: StartPlace | null,
  day: PlainDate,
  also: Awaited<ReturnType<typeof absencesAndHolidays>>,
): CrewView {
  const { id, name, version, week, startName, startLat, startLon } = crew;
  const members = crew.memberships
    .filter(({ fromDay, untilDay }) => fromDay <= day && (untilDay === null || untilDay >= day))
    .map(({ user }) => ({ id: user.id, displayName: user.displayName }))
    .sort((a, b) => compareText(a.displayName, b.displayName));
  const own = startLat === null || startLon === null ? null : { lat: startLat, lon: startLon };
  return {
    id,
    name,
    version,
    week,
    start: own ? { name: startName ?? name, ...own } : yard,
    ownStart: own !== null,
    retired: crew.retiredAt !== null,
    members,
    day: dayOf(crew, members, day, also),
  };
}

const dayOf = (
  { week }: CrewWithMembers,
  members: CrewView['members'],
  day: PlainDate,
  also: Awaited<ReturnType<typeof absencesAndHolidays>>,
): CrewDay =>
  crewDay(day, {
    week,
    members: members.map(({ id: userId, displayName }) => ({ userId, name: displayName })),
    ...also,
  });

/** One crew on a day. @throws Problem 404 */
export async function crewOn(db: Database, id: string, day: PlainDate): Promise<CrewView> {
  const crew = (await db.models.Crew.findByPk(id, { include: [membersOn(day)] })) as CrewWithMembers | null;
  if (!crew) throw notFound('Crew');
  return crewView(crew, (await companyYard(db)) ?? null, day, await absencesAndHolidays(db, day));
}

const startColumns = (start: StartPlace | null) => ({
  startName: start?.name ?? null,
  startLat: start?.lat ?? null,
  startLon: start?.lon ?? null,
});

/** @throws Problem 422 when another crew that works has the name */
async function refuseSameName(db: Database, transaction: Transaction, name: string, id: string) {
  const other = await db.models.Crew.count({ where: { name, id: { [Op.ne]: id } }, transaction });
  if (other > 0) throw invalid([{ path: 'name', message: 'another crew has this name' }]);
}

export async function addCrew(
  db: Database,
  transaction: Transaction,
  { start, ...body }: NewCrew,
  actor: string | null,
): Promise<void> {
  await refuseSameName(db, transaction, body.name, body.id);
  await db.models.Crew.create({ ...body, ...startColumns(start) }, { transaction });
  await writeLog(db, transaction, {
    actor,
    action: 'create',
    entity: 'crew',
    entityId: body.id,
    detail: { ...body, start },
  });
}

export async function createCrew({ db }: Needs, body: NewCrew, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (await firstTime(db, transaction, { id: body.id, body, actor }))
      await addCrew(db, transaction, body, actor);
  });
}

/** @throws Problem 404, 409 when somebody else changed it, 422 */
export async function changeCrew(
  { db, clock }: Needs,
  id: string,
  { version, retired, start, ...patch }: CrewPatch,
  today: PlainDate,
  actor: string,
): Promise<void> {
  await db.transaction(async (transaction) => {
    if (patch.name !== undefined) await refuseSameName(db, transaction, patch.name, id);
    if (retired === true && (await memberships(db, transaction, id, today)) > 0)
      throw invalid([{ path: 'retired', message: 'somebody is still in this crew; move them first' }]);
    await updateVersion(
      db.models.Crew,
      id,
      version,
      {
        ...patch,
        ...(start === undefined ? {} : startColumns(start)),
        ...(retired === undefined ? {} : { retiredAt: retired ? clock.now() : null }),
      },
      { transaction, what: 'Crew', show: () => crewOn(db, id, today) },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'crew',
      entityId: id,
      detail: { ...patch, start, retired },
    });
  });
}

const memberships = (db: Database, transaction: Transaction, crewId: string, day: PlainDate) =>
  db.models.CrewMember.count({
    where: { crewId, ...notOver(day) },
    include: [{ association: 'user', where: { active: true }, required: true }],
    transaction,
  });

/** Puts somebody into a crew from a day on, or into none: what is on record before that day stays. */
export async function joinCrew(
  db: Database,
  transaction: Transaction,
  { userId, crewId, from }: { userId: string; crewId: string | null; from: PlainDate },
): Promise<void> {
  const { CrewMember, Crew } = db.models;
  if (crewId !== null && (await Crew.count({ where: { id: crewId, retiredAt: null }, transaction })) === 0)
    throw invalid([{ path: 'crewId', message: 'there is no such crew' }]);
  await CrewMember.destroy({ where: { userId, fromDay: { [Op.gte]: from } }, transaction });
  await CrewMember.update(
    { untilDay: addDays(from, -1) },
    { where: { userId, ...onDay(from) }, transaction },
  );
  if (crewId !== null) await CrewMember.create({ userId, crewId, fromDay: from }, { transaction });
}

/** Absences, the on-call rota and holidays from a day on. */
export async function calendar(db: Database, from: PlainDate): Promise<CalendarView> {
  // Whoever has left the company is neither away nor on call any more.
  const include = [{ association: 'user', attributes: ['displayName'], where: { active: true } }];
  const order: [string, string][] = [['fromDay', 'asc']];
  const [absences, onCall, holidays] = await Promise.all([
    db.models.Absence.findAll({ where: { withdrawnAt: null, ...notOver(from) }, include, order }),
    db.models.OnCall.findAll({ where: { withdrawnAt: null, ...notOver(from) } as never, include, order }),
    db.models.Holiday.findAll({
      where: { withdrawnAt: null, onDay: { [Op.gte]: from } },
      order: [['onDay', 'asc']],
    }),
  ]);
  const named = (row: unknown) => (row as { user: { displayName: string } }).user.displayName;
  return {
    absences: absences.map((a) => ({
      id: a.id,
      userId: a.userId,
      displayName: named(a),
      kind: a.kind,
      from: a.fromDay,
      until: a.untilDay,
      note: a.note,
    })),
    onCall: onCall.map((o) => ({
      id: o.id,
      userId: o.userId,
      displayName: named(o),
      from: o.fromDay,
      until: o.untilDay,
    })),
    holidays: holidays.map((h) => ({ id: h.id, on: h.onDay, name: h.name })),
  };
}

/** Locks the person, so that two writers at once see each other's days. @throws Problem 422 */
async function activePerson(db: Database, transaction: Transaction, userId: string) {
  const user = await db.models.User.findByPk(userId, { transaction, lock: true });
  if (!user?.active) throw invalid([{ path: 'userId', message: 'there is nobody of that kind at work' }]);
  return user;
}

const OVERLAPS = 'is on record for some of these days already';

export async function addAbsence({ db }: Needs, body: NewAbsence, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const { id, userId, kind, from, until, note = null } = body;
    const user = await activePerson(db, transaction, userId);
    const others = await db.models.Absence.findAll({ where: { userId, withdrawnAt: null }, transaction });
    if (others.some((o) => overlap({ from: o.fromDay, until: o.untilDay }, body)))
      throw invalid([{ path: 'from', message: `${user.displayName} ${OVERLAPS}` }]);
    await db.models.Absence.create(
      { id, userId, kind, fromDay: from, untilDay: until, note, recordedBy: actor },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'absence',
      entityId: id,
      detail: body,
    });
  });
}

export async function addOnCall({ db }: Needs, body: NewOnCall, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const { id, userId, from, until } = body;
    const user = await activePerson(db, transaction, userId);
    const own = { where: { userId, withdrawnAt: null }, transaction };
    const taken = await db.models.OnCall.findAll(own);
    if (taken.some((o) => overlap({ from: o.fromDay, until: o.untilDay }, body)))
      throw invalid([{ path: 'from', message: `${user.displayName} ${OVERLAPS}` }]);
    const away = await db.models.Absence.findAll(own);
    const clash = away.find((a) => overlap({ from: a.fromDay, until: a.untilDay }, body));
    if (clash)
      throw invalid([
        { path: 'userId', message: `${user.displayName} is ${clash.kind} on some of these days` },
      ]);
    await db.models.OnCall.create(
      { id, userId, fromDay: from, untilDay: until, recordedBy: actor },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'on call',
      entityId: id,
      detail: body,
    });
  });
}

export async function addHoliday({ db }: Needs, body: NewHoliday, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const taken = await db.models.Holiday.findOne({
      where: { onDay: body.on, withdrawnAt: null },
      transaction,
    });
    if (taken) throw invalid([{ path: 'on', message: `is ${taken.name} already` }]);
    await db.models.Holiday.create({ id: body.id, onDay: body.on, name: body.name }, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'holiday',
      entityId: body.id,
      detail: body,
    });
  });
}

const CALENDAR = { absences: 'Absence', 'on-call': 'OnCall', holidays: 'Holiday' } as const;
const ENTITY = { absences: 'absence', 'on-call': 'on call', holidays: 'holiday' } as const;
type CalendarPart = keyof typeof CALENDAR;
export const CALENDAR_PARTS = Object.keys(CALENDAR) as CalendarPart[];

/** Takes something off the calendar; it stays on record. @throws Problem 404 */
export async function withdraw(
  { db, clock }: Needs,
  part: CalendarPart,
  id: string,
  actor: string,
): Promise<void> {
  await db.transaction(async (transaction) => {
    const model = db.models[CALENDAR[part]] as typeof db.models.Absence;
    const [changed] = await model.update(
      { withdrawnAt: clock.now() },
      { where: { id, withdrawnAt: null }, transaction },
    );
    if (changed === 0 && (await model.count({ where: { id }, transaction })) === 0) throw notFound('That');
    await writeLog(db, transaction, { actor, action: 'withdraw', entity: ENTITY[part], entityId: id });
  });
}
