import { createHmac, timingSafeEqual } from 'node:crypto';
import type { CompanyMade, Missing, NewCompany } from '#contracts/setup';
import type { OneTimeWord } from '#contracts/people';
import { localDate } from '#core/base/time';
import { addCrew } from '../crews/service.ts';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { invalid, Problem } from '../http/problem.ts';
import { hashPassword, passwordMatches } from '../people/passwords.ts';
import { refuseGuessable, wordThatFollows } from '../people/chosen.ts';
import { addPerson } from '../people/persons.ts';
import { companyToday } from '../settings/service.ts';
import { LOCK_SETUP, MISSING } from './setup.sql.ts';

/** Settings of the first day hold for everything that is imported from before it. */
const EVER = '1900-01-01';

/**
 * The word that whoever starts the server reads in its terminal and types in the browser. It comes from the
 * secret of the sessions, so that all processes know the same and none has to keep it.
 */
export const wordFrom = (sessionSecret: string): string =>
  createHmac('sha256', sessionSecret)
    .update('first set-up')
    .digest('hex')
    .slice(0, 16)
    .replace(/(.{4})(?=.)/g, '$1-');

function sameWord(given: string, wanted: string): boolean {
  const digest = (text: string) => createHmac('sha256', 'compare').update(text).digest();
  return timingSafeEqual(digest(given.toLowerCase()), digest(wanted));
}

/**
 * Makes the company in one transaction: settings, the first manager, crews, people. Everybody's word is hashed
 * beforehand, as many at a time as there are cores. Where the answer was lost, the same set-up sent again by
 * whoever knows the manager's password is answered with the same words.
 *
 * @throws Problem 403 with the wrong word, 409 when somebody is on record already, 422
 */
export async function makeCompany(
  {
    db,
    clock,
    setupWord,
    sessionSecret,
    passwordCost: cost,
  }: Pick<Dependencies, 'db' | 'clock' | 'setupWord' | 'sessionSecret' | 'passwordCost'>,
  body: NewCompany,
): Promise<CompanyMade> {
  if (!sameWord(body.word, setupWord))
    throw invalid([{ path: 'word', message: 'is not the word that stands where Gradum was started' }]);
  refuseUnfit(body);
  refuseGuessable(body.manager.password, [body.company.name, body.manager.displayName, body.manager.login]);
  const known = await wordsAgain(db, body, sessionSecret);
  if (known) return known;
  const [passwordHash, ...hashes] = await Promise.all([
    hashPassword(body.manager.password, cost),
    ...body.people.map((person) => hashPassword(wordOf(person.id, body, sessionSecret), cost)),
  ]);
  const today = localDate(clock.now(), body.company.timeZone);
  const actor = body.manager.id;
  return db.transaction(async (transaction) => {
    await db.run(LOCK_SETUP, [], transaction);
    if ((await db.models.User.count({ transaction })) > 0)
      throw new Problem(409, 'The company is set up already', { detail: 'Sign in, or ask your manager.' });
    const { id, displayName, login } = body.manager;
    await db.models.User.create({ id, displayName, login, role: 'manager', passwordHash }, { transaction });
    const settings = { company: body.company, ...(body.yard ? { yard: body.yard } : {}) };
    for (const [name, value] of Object.entries(settings))
      await db.models.Setting.create({ name, value, validFrom: EVER, recordedBy: actor }, { transaction });
    for (const crew of body.crews) await addCrew(db, transaction, crew, actor);
    const words: OneTimeWord[] = [];
    for (const [i, person] of body.people.entries()) {
      const given = { word: wordOf(person.id, body, sessionSecret), passwordHash: hashes[i] as string };
      words.push(await addPerson(db, transaction, person, { actor, today, now: clock.now(), given }));
    }
    await writeLog(db, transaction, { actor, action: 'set up', entity: 'company', entityId: null });
    return { words };
  });
}

const wordOf = (personId: string, { id }: Pick<NewCompany, 'id'>, secret: string): string =>
  wordThatFollows(secret, `${id} ${personId}`);

/** The words of a company that this very set-up has made already; undefined where it is none of that. */
async function wordsAgain(db: Database, body: NewCompany, secret: string): Promise<CompanyMade | undefined> {
  const manager = await db.models.User.findByPk(body.manager.id);
  if (!manager || !(await passwordMatches(body.manager.password, manager.passwordHash))) return undefined;
  const users = await db.models.User.findAll({ where: { id: body.people.map(({ id }) => id) } });
  const words = await Promise.all(
    body.people.map(async ({ id, login, displayName }): Promise<OneTimeWord[]> => {
      const user = users.find((one) => one.id === id);
      const word = wordOf(id, body, secret);
      // Whoever has chosen a password of his own since needs no word.
      if (!user?.oneTimeUntil || !(await passwordMatches(word, user.passwordHash))) return [];
      return [{ login, displayName, word, until: user.oneTimeUntil.toISOString() }];
    }),
  );
  return { words: words.flat() };
}

/** What the contract of one part cannot see. @throws Problem 422 */
function refuseUnfit({ crews, people, manager }: NewCompany): void {
  const errors = [];
  const logins = new Set([manager.login]);
  const names = new Set<string>();
  for (const [i, crew] of crews.entries()) {
    if (names.has(crew.name)) errors.push({ path: `crews.${i}.name`, message: 'another crew has this name' });
    names.add(crew.name);
  }
  for (const [i, person] of people.entries()) {
    if (logins.has(person.login))
      errors.push({ path: `people.${i}.login`, message: 'somebody else signs in with this name' });
    logins.add(person.login);
  }
  if (errors.length > 0) throw invalid(errors);
}

/** What is still missing before everything works, in the order in which it holds things up. */
export async function missing(needs: Pick<Dependencies, 'db' | 'clock'>): Promise<Missing[]> {
  const rows = await needs.db.rows<Missing>(MISSING, [await companyToday(needs)]);
  return rows.filter(({ count }) => count > 0);
}
