import type pg from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { Problem } from '../http/problem.ts';

const QUARTER_HOUR = 15 * 60;
const DAY = 24 * 3600;

/** Wrong tries before a name answers only now and then to devices that do not know it. */
const FREE_TRIES = 10;
/** One address has a crew behind it, but not one that forgets its password more often than this. */
const TRIES_OF_ADDRESS = 20;
const FIRST_DELAY = 5;
const LONGEST_DELAY = 5 * 60;

/** Seconds until the next try on a name after so many wrong ones: doubles each time, five minutes at most. */
export const delayAfter = (wrong: number): number =>
  wrong < FREE_TRIES ? 0 : Math.min(LONGEST_DELAY, FIRST_DELAY * 2 ** (wrong - FREE_TRIES));

/** Forgets counts that hold nobody back any more: a flood of made-up names leaves nothing behind. */
export const forgetOldCounts = (pool: pg.Pool): Promise<unknown> =>
  pool.query('delete from throttle where expire < $1', [Date.now()]);

interface Attempt {
  readonly login: string;
  readonly address: string;
  /** The person has signed in on this device before. */
  readonly knownDevice: boolean;
}

/**
 * Counts wrong sign-ins in PostgreSQL, so that neither a restart nor another process forgets them. A stranger
 * is held back by address and by name, so that neither many addresses against one name nor one address
 * against many names goes on. A name is never locked for long: it answers strangers after a delay that grows
 * to five minutes, and a device on which its person has signed in before is counted for itself.
 */
export class SignInGate {
  private readonly limiters: Record<'device' | 'address' | 'name' | 'pause', RateLimiterPostgres>;

  constructor(pool: pg.Pool) {
    const limiter = (keyPrefix: string, points: number, duration: number) =>
      new RateLimiterPostgres({
        storeClient: pool,
        tableName: 'throttle',
        tableCreated: true,
        clearExpiredByTimeout: false,
        keyPrefix,
        points,
        duration,
      });
    this.limiters = {
      device: limiter('device', FREE_TRIES, QUARTER_HOUR),
      address: limiter('address', TRIES_OF_ADDRESS, QUARTER_HOUR),
      name: limiter('name', 1_000_000, DAY),
      pause: limiter('pause', 1, FIRST_DELAY),
    };
  }

  /**
   * Counts a try before the password is looked at, so that tries sent at once are counted too.
   *
   * @throws Problem 429 with how long to wait
   */
  async before({ login, address, knownDevice }: Attempt): Promise<void> {
    const { device, name, pause } = this.limiters;
    try {
      if (knownDevice) {
        await device.consume(login);
        return;
      }
      const paused = await pause.get(login);
      if (paused && paused.consumedPoints > 1 && paused.msBeforeNext > 0) throw paused;
      await this.limiters.address.consume(address);
      const { consumedPoints } = await name.consume(login);
      if (consumedPoints > FREE_TRIES) await pause.consume(login);
    } catch (refused) {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      const seconds = Math.ceil(refused.msBeforeNext / 1000);
      throw new Problem(429, 'Too many wrong tries', {
        detail: `Try again in ${seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`}, or ask your manager.`,
      });
    }
  }

  /** The password was wrong: from the tenth on the next try on this name has to wait. */
  async wrong({ login, knownDevice }: Attempt): Promise<void> {
    if (knownDevice) return;
    const counted = await this.limiters.name.get(login);
    const seconds = delayAfter(counted?.consumedPoints ?? 0);
    if (seconds > 0) await this.limiters.pause.block(login, seconds);
  }

  /** The password was right: what was counted against this name is forgotten. */
  async right({ login, address, knownDevice }: Attempt): Promise<void> {
    const { device, name, pause } = this.limiters;
    if (knownDevice) await device.delete(login);
    else {
      await name.delete(login);
      await pause.delete(login);
      await this.limiters.address.reward(address);
    }
  }
}
