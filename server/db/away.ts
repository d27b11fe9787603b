/*
 * Whether a failure means that PostgreSQL cannot be reached just now: restarting, shutting down, out of
 * connections, or the line to it cut. Nothing is wrong with what was asked; it can be asked again.
 */

/** Classes of SQLSTATE (PostgreSQL, appendix A): connection exception, insufficient resources, operator intervention;
 * a database that takes no connections just now. */
const CLASSES = ['08', '53', '57P', '55000'];
/** The disk under the database is full: it is there, and asking again does not help. */
const DISK_FULL = '53100';
const ERRNO = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EAI_AGAIN']);
const NAMES = new Set([
  'SequelizeConnectionError',
  'SequelizeConnectionRefusedError',
  'SequelizeConnectionTimedOutError',
  'SequelizeConnectionAcquireTimeoutError',
  'SequelizeHostNotFoundError',
  'SequelizeHostNotReachableError',
]);
/** What the driver says without a code when the line breaks under it. */
const SAYS =
  /^(Connection terminated|Client has encountered a connection error|timeout exceeded when trying to connect|ConnectionManager\.getConnection was called after)/;

/** True when the database is away and the same thing may be tried again. */
export function databaseIsAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { name, code, syscall, message, original, parent } = error as Error & {
    code?: unknown;
    syscall?: unknown;
    original?: unknown;
    parent?: unknown;
  };
  if (diskIsFull(error)) return false;
  if (NAMES.has(name) || SAYS.test(message)) return true;
  if (typeof code === 'string' && (ERRNO.has(code) || CLASSES.some((prefix) => code.startsWith(prefix))))
    return true;
  // A socket of the database that is not there; any other file that is missing says nothing of it.
  if (code === 'ENOENT' && syscall === 'connect') return true;
  const inner = original ?? parent;
  return inner !== undefined && inner !== error && databaseIsAway(inner);
}

/** True when a write failed because the disk under the database is full. */
export function diskIsFull(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { code, original, parent } = error as Error & {
    code?: unknown;
    original?: unknown;
    parent?: unknown;
  };
  const inner = original ?? parent;
  return code === DISK_FULL || (inner !== undefined && inner !== error && diskIsFull(inner));
}

/**
 * Waits for the database, so that a server that starts before it, or beside its restart, comes up by itself.
 *
 * @param say told once that it waits
 * @throws what the database said last, when it stays away, and at once what is no absence (a wrong password)
 */
export async function untilThere<T>(ask: () => Promise<T>, say: () => void, seconds = 60): Promise<T> {
  const last = Date.now() + seconds * 1000;
  for (let tries = 0; ; tries++) {
    try {
      return await ask();
    } catch (error) {
      if (!databaseIsAway(error) || Date.now() > last) throw error;
      if (tries === 0) say();
      await new Promise((go) => setTimeout(go, 500));
    }
  }
}
