import { daysBetween } from '#core/time';
import type { CrewView, SessionView, SignedIn, SignInBody } from '#contracts/people';
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
  { db, sessionPool }: Pick<Dependencies, 'db' | 'sessionPool'>,
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
  const { id, displayName, role, crewId } = user;
  return { id, login, displayName, role, crewId };
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
    company: company.name,
    today,
    timeZone: company.timeZone,
    clockShiftMs: clock.shiftMs,
    measuring: await measuringLimits(db, today),
    rights: await who.rights(),
    serverMs: clock.now().getTime(),
    demoAgeDays: demo ? Math.max(0, daysBetween(demo.madeFor, today)) : null,
  };
}

export async function crews(db: Database): Promise<CrewView[]> {
  const all = await db.models.Crew.findAll({
    include: { association: 'members', where: { active: true }, required: false },
    order: [
      ['name', 'asc'],
      ['members', 'displayName', 'asc'],
    ],
  });
  return all.map((crew) => {
    const { id, name, yardLat, yardLon, shiftStart, shiftEnd } = crew;
    const { members } = crew as unknown as { members: CrewView['members'] };
    return {
      id,
      name,
      yardLat,
      yardLon,
      shiftStart,
      shiftEnd,
      members: members.map((m) => ({ id: m.id, displayName: m.displayName })),
    };
  });
}
