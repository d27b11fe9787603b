import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { Problem } from '../http/problem.ts';

/** scrypt at the cost OWASP recommends (N = 2^17, r = 8, p = 1), with its parameters kept in the hash. */
const COST = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 } as const;
const KEY_BYTES = 32;

/**
 * One hash takes 128 MB and a core for a third of a second. A flood of sign-ins must not take more than two
 * at a time from those who are at work, nor queue without end.
 */
const AT_ONCE = 2;
const MOST_WAITING = 30;
let running = 0;
const waiting: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING)
      throw new Problem(429, 'Many people are signing in just now', { detail: 'Try again in a minute.' });
    await new Promise<void>((go) => waiting.push(go));
  } else running++;
  try {
    return await work();
  } finally {
    const next = waiting.shift();
    if (next) next();
    else running--;
  }
}

function derive(password: string, salt: Buffer, cost: { N: number; r: number; p: number }): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, KEY_BYTES, { ...cost, maxmem: COST.maxmem }, (error, key) =>
      error ? reject(error) : resolve(key),
    );
  });
}

/**
 * Hash of a password, `scrypt$N$r$p$salt$key`.
 *
 * @param cost N of scrypt; tests that sign in hundreds of times take a small one
 */
export async function hashPassword(password: string, cost: number | undefined = COST.N): Promise<string> {
  const salt = randomBytes(16);
  const key = await inTurn(() => derive(password, salt, { ...COST, N: cost }));
  return ['scrypt', cost, COST.r, COST.p, salt.toString('base64'), key.toString('base64')].join('$');
}

/** True when the password belongs to the hash; compares in constant time. */
export async function passwordMatches(password: string, hash: string): Promise<boolean> {
  const [scheme, n, r, p, salt, key] = hash.split('$');
  if (scheme !== 'scrypt' || !salt || !key) return false;
  const expected = Buffer.from(key, 'base64');
  const actual = await inTurn(() =>
    derive(password, Buffer.from(salt, 'base64'), { N: Number(n), r: Number(r), p: Number(p) }),
  );
  return actual.length === expected.length && timingSafeEqual(actual, expected);
}
