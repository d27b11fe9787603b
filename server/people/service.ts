import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { daysBetween } from '#core/time';
import type { CrewView, SessionView, SignedIn, SignInBody } from '#contracts/people';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { Problem } from '../http/problem.ts';
import { todayIn } from '../http/clock.ts';
import { companyNow, settingAsOf, measuringLimits } from '../settings/service.ts';
import { hashPassword, passwordMatches } from './passwords.ts';

const TRIES = 10;
const WINDOW_SECONDS = 15 * 60;

/** Costs an unknown name the same time as a known one, so that names cannot be found out by the clock. */
let decoy: Promise<string> | undefined;

/**
 * Signs a person in. Wrong tries are counted in PostgreSQL for name and address together, so that neither a
 * restart nor another process forgets them.
 *
 * @throws Problem 401 when name and password do not belong together, 429 after ten wrong tries in a quarter
 *   of an hour
 */
export async function signIn(
  { db, sessionPool }: Pick<Dependencies, 'db' | 'sessionPool'>,
  body: SignInBody,
  address: string,
): Promise<SignedIn> {
  const limiter = new RateLimiterPostgres({
    storeClient: sessionPool,
    tableName: 'throttle',
    tableCreated: true,
    points: TRIES,
    duration: WINDOW_SECONDS,
    keyPrefix: 'sign-in',
    clearExpiredByTimeout: false,
  });
  const key = `${body.login.toLowerCase()} ${address}`;
  try {
    await limiter.consume(key);
  } catch (refused) {
    if (!(refused instanceof RateLimiterRes)) throw refused;
    const minutes = Math.ceil(refused.msBeforeNext / 60000);
    throw new Problem(429, 'Too many wrong tries', {
      detail: `Try again in ${minutes} min, or ask your manager.`,
    });
  }
  const user = await db.models.User.findOne({ where: { login: body.login.toLowerCase(), active: true } });
  decoy ??= hashPassword('nobody');
  const matches = await passwordMatches(body.password, user?.passwordHash ?? (await decoy));
  if (!user || !matches) throw new Problem(401, 'Name and password do not belong together');
  await limiter.delete(key);
  return {
    id: user.id,
    login: user.login,
    displayName: user.displayName,
    role: user.role,
    crewId: user.crewId,
  };
}

export async function sessionView(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
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
