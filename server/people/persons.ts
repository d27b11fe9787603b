import { compareText } from '#core/base/collections';
import { Op, type Transaction } from 'sequelize';
import type { PlainDate } from '#core/base/time';
import type { NewPerson, OneTimeWord, OwnPassword, PersonPatch, PersonView } from '#contracts/people';
import type { Database } from '../db/connect.ts';
import type { User } from '../db/models.ts';
import { within } from '#core/planning/crews';
import { joinCrew } from '../crews/service.ts';
import type { Dependencies } from '../dependencies.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { updateVersion } from '../http/versioned.ts';
import { companyNow } from '../settings/service.ts';
import { SignInGate } from './gate.ts';
import { oneTimeWord, refuseGuessable } from './chosen.ts';
import { hashPassword, passwordMatches } from './passwords.ts';
import { END_SESSIONS } from './people.sql.ts';

type Needs = Pick<Dependencies, 'db' | 'clock' | 'who' | 'passwordCost'>;

const WEEK_MS = 7 * 24 * 3600 * 1000;

/** Everybody on record, those who have left last. */
export async function people(db: Database, today: PlainDate): Promise<PersonView[]> {
  const all = await db.models.User.findAll({
    include: [{ association: 'memberships', include: [{ association: 'crew', attributes: ['name'] }] }],
    order: [
      ['active', 'desc'],
      ['displayName', 'asc'],
    ],
  });
  return all.map((user) => personView(user, today));
}

interface Joined {
  readonly crewId: string;
  readonly fromDay: string;
  readonly untilDay: string | null;
  readonly crew: { readonly name: string };
}

function personView(user: User, today: PlainDate): PersonView {
  const { id, displayName, login, role, phone, skills, active, version } = user;
  const crews = (user as unknown as { memberships: Joined[] }).memberships
    .map((m) => ({ crewId: m.crewId, crew: m.crew.name, from: m.fromDay, until: m.untilDay }))
    .sort((a, b) => compareText(a.from, b.from));
  const oneTimeUntil = user.oneTimeUntil?.toISOString() ?? null;
  const crewId = crews.find((crew) => within(today, crew))?.crewId ?? null;
  return { id, displayName, login, role, phone, skills, active, version, crewId, crews, oneTimeUntil };
}

/** @throws Problem 404 */
async function personOn(db: Database, id: string, today: PlainDate): Promise<PersonView> {
  const user = await db.models.User.findByPk(id, {
    include: [{ association: 'memberships', include: [{ association: 'crew', attributes: ['name'] }] }],
  });
  if (!user) throw notFound('Person');
  return personView(user, today);
}

/** @throws Problem 422 when somebody else signs in under the name */
async function refuseSameLogin(db: Database, transaction: Transaction, login: string, id: string) {
  const other = await db.models.User.findOne({ where: { login, id: { [Op.ne]: id } }, transaction });
  if (other)
    throw invalid([{ path: 'login', message: `${other.displayName} signs in with this name; take another` }]);
}

/**
 * Adds somebody, who signs in the first time with the word in the answer. The word is kept nowhere, so a
 * second try under the same id gets a new one.
 */
export async function addPerson(
  db: Database,
  transaction: Transaction,
  body: NewPerson,
  {
    actor,
    today,
    now,
    cost,
    given,
  }: {
    actor: string | null;
    today: PlainDate;
    now: Date;
    cost?: number | undefined;
    /** The word, and its hash, where they were made before. */
    given?: { readonly word: string; readonly passwordHash: string };
  },
): Promise<OneTimeWord> {
  await refuseSameLogin(db, transaction, body.login, body.id);
  const { crewId = null, ...fields } = body;
  const word = given?.word ?? oneTimeWord();
  const until = new Date(now.getTime() + WEEK_MS);
  const passwordHash = given?.passwordHash ?? (await hashPassword(word, cost));
  await db.models.User.create({ ...fields, passwordHash, oneTimeUntil: until }, { transaction });
  await joinCrew(db, transaction, { userId: body.id, crewId, from: today });
  await writeLog(db, transaction, {
    actor,
    action: 'create',
    entity: 'user',
    entityId: body.id,
    detail: body,
  });
  return { login: body.login, displayName: body.displayName, word, until: until.toISOString() };
}

export async function createPerson(
  { db, clock, passwordCost: cost }: Needs,
  body: NewPerson,
  today: PlainDate,
  actor: string,
): Promise<OneTimeWord> {
  const made = await db.transaction(async (transaction) =>
    (await firstTime(db, transaction, { id: body.id, body, actor }))
      ? addPerson(db, transaction, body, { actor, today, now: clock.now(), cost })
      : undefined,
  );
  return (
    made ?? handOutWord({ db, clock, ...(cost === undefined ? {} : { passwordCost: cost }) }, body.id, actor)
  );
}

/**
 * Locks all managers in one order, so that two who take the right from each other at once cannot both win:
 * the second finds that they are no manager any more.
 *
 * @throws Problem 403 when the actor is none by now, 422 when nobody would be left
 */
async function keepAManager(db: Database, transaction: Transaction, without: string, actor: string) {
  const managers = await db.models.User.findAll({
    where: { role: 'manager', active: true },
    order: [['id', 'asc']],
    lock: true,
    transaction,
  });
  if (!managers.some(({ id }) => id === actor))
    throw new Problem(403, 'You are no manager any more', {
      detail: 'Somebody changed that a moment ago; nothing was changed by you.',
    });
  if (!managers.some(({ id }) => id !== without))
    throw invalid(
      [{ path: 'role', message: 'the last manager stays one: make somebody else a manager first' }],
      'The company would be locked out',
    );
}

/** @throws Problem 403, 404, 409 when somebody else changed it meanwhile, 422 */
export async function changePerson(
  { db, who }: Needs,
  id: string,
  { version, crew, ...patch }: PersonPatch,
  today: PlainDate,
  actor: string,
): Promise<PersonView> {
  await db.transaction(async (transaction) => {
    const before = await db.models.User.findByPk(id, { transaction });
    if (!before) throw notFound('Person');
    const loses = before.role === 'manager' && before.active;
    if (loses && (patch.active === false || (patch.role !== undefined && patch.role !== 'manager')))
      await keepAManager(db, transaction, id, actor);
    if (patch.login !== undefined) await refuseSameLogin(db, transaction, patch.login, id);
    await updateVersion(db.models.User, id, version, patch, {
      transaction,
      what: 'Person',
      show: () => personOn(db, id, today),
    });
    if (crew) await joinCrew(db, transaction, { userId: id, ...crew });
    // Whoever has left is out at once, on every device, and comes back only by signing in.
    if (patch.active === false) await db.run(END_SESSIONS, [id, null], transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'user',
      entityId: id,
      detail: { ...patch, crew },
    });
  });
  who.forget();
  return personOn(db, id, today);
}

/**
 * A new word for somebody who has forgotten the password. Their open sessions end.
 *
 * @throws Problem 404
 */
export async function handOutWord(
  { db, clock, passwordCost }: Pick<Needs, 'db' | 'clock' | 'passwordCost'>,
  id: string,
  actor: string,
): Promise<OneTimeWord> {
  const word = oneTimeWord();
  const passwordHash = await hashPassword(word, passwordCost);
  const oneTimeUntil = new Date(clock.now().getTime() + WEEK_MS);
  return db.transaction(async (transaction) => {
    const user = await db.models.User.findByPk(id, { transaction, lock: true });
    if (!user) throw notFound('Person');
    if (!user.active)
      throw new Problem(409, `${user.displayName} is not at work here`, {
        detail: 'Let them back in first.',
      });
    await user.update({ passwordHash, oneTimeUntil }, { transaction });
    await db.run(END_SESSIONS, [id, null], transaction);
    await writeLog(db, transaction, { actor, action: 'hand out word', entity: 'user', entityId: id });
    return { login: user.login, displayName: user.displayName, word, until: oneTimeUntil.toISOString() };
  });
}

/**
 * Chooses an own password. Other sessions of the person end; this one goes on. An open session is no place
 * to guess the password at: tries are counted as those of a device that knows its person.
 *
 * @throws Problem 422 when the one they have now is wrong, or the new one is easy to guess; 429 after many
 *   wrong ones
 */
export async function chooseOwnPassword(
  { db, who, sessionPool, passwordCost }: Needs & Pick<Dependencies, 'sessionPool'>,
  id: string,
  body: OwnPassword,
  { sessionId, address }: { readonly sessionId: string; readonly address: string },
): Promise<void> {
  const user = await db.models.User.findByPk(id);
  if (!user) throw notFound('Person');
  const gate = new SignInGate(sessionPool);
  const attempt = { login: user.login, address, knownDevice: true };
  await gate.before(attempt);
  if (!(await passwordMatches(body.now, user.passwordHash)))
    throw invalid([{ path: 'now', message: 'is not the password you have now' }]);
  await gate.right(attempt);
  if (body.password === body.now)
    throw invalid([{ path: 'password', message: 'is the one you have now; take another' }]);
  refuseGuessable(body.password, [user.displayName, user.login, (await companyNow(db)).name]);
  const passwordHash = await hashPassword(body.password, passwordCost);
  await db.transaction(async (transaction) => {
    await user.update({ passwordHash, oneTimeUntil: null }, { transaction });
    await db.run(END_SESSIONS, [id, sessionId], transaction);
    await writeLog(db, transaction, { actor: id, action: 'choose password', entity: 'user', entityId: id });
  });
  who.forget();
}
