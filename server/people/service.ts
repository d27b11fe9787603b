import { daysBetween } from '#core/base/time';
import type { SessionView, SignedIn, SignInBody } from '#contracts/people';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { Problem } from '../http/problem.ts';
import { todayIn } from '../http/clock.ts';
import { companyNow, settingAsOf, measuringLimits } from '../settings/service.ts';
import { SignInGate } from './gate.ts';
import { hashPassword, passwordMatches } from './passwords.ts';

/** Costs an unknown name the same time as a known one, so that names cannot be found out by the clock. */
let decoy: Promise<string> | undefined;

/**
 * Signs a person in.
 *
 * @throws Problem 401 when name and password do not belong together, 429 after too many wrong tries, see
 * {@link
 *   SignInGate}
 */
export async function signIn(
  { db, sessionPool, clock, who }: Pick<Dependencies, 'db' | 'sessionPool' | 'clock' | 'who'>,
  { login, password }: SignInBody,
  from: { readonly address: string; readonly knownDevice: boolean },
): Promise<SignedIn> {
  const gate = new SignInGate(sessionPool);
  const attempt = { login, ...from };
  await gate.before(attempt);
  const user = await db.models.User.findOne({ where: { login, active: true } });
  decoy ??= hashPassword('nobody');
  const matches = await passwordMatches(password, user?.passwordHash ?? (await decoy));
  if (!user || !matches) {
    await gate.wrong(attempt);
    throw new Problem(401, 'Name and password do not belong together');
  }
  await gate.right(attempt);
  if (user.oneTimeUntil && user.oneTimeUntil < clock.now())
    throw new Problem(401, 'This word is no longer good', {
      detail: 'It was for once and for a week. Ask your manager for a new one.',
    });
  who.forget();
  const person = await who.person(user.id);
  if (!person) throw new Problem(401, 'Name and password do not belong together');
  return person;
}

/** Leaves a line in the log; streams of the session end on it. */
export const signedOut = (db: Database, userId: string): Promise<void> =>
  db.transaction((transaction) =>
    writeLog(db, transaction, { actor: userId, action: 'sign out', entity: 'session', entityId: null }),
  );

export async function sessionView(
  { db, clock, who }: Pick<Dependencies, 'db' | 'clock' | 'who'>,
  user: SignedIn | undefined,
): Promise<SessionView> {
  const company = await companyNow(db);
  const today = todayIn(clock, company.timeZone);
  const demo = await settingAsOf(db, 'demo', today);
  return {
    user: user ?? null,
    empty: user === undefined && (await db.models.User.count()) === 0,
    company: company.name,
    units: company.units,
    today,
    timeZone: company.timeZone,
    clockShiftMs: clock.shiftMs,
    measuring: await measuringLimits(db, today),
    rights: await who.rights(),
    serverMs: clock.now().getTime(),
    demoAgeDays: demo ? Math.max(0, daysBetween(demo.madeFor, today)) : null,
  };
}
