/**
 * What was typed in the last moment before a page goes. A database write that has only begun then may be lost
 * with the page; what is laid aside here is written before the browser goes on. It is taken back when the
 * form opens again.
 */
const named = (key: string): string => `gradum draft ${key}`;

/** Lays a draft aside at once. A browser that allows no such storage keeps what the database has. */
export function layAside(key: string, value: unknown): void {
  try {
    localStorage.setItem(named(key), JSON.stringify(value));
  } catch {
    // Nothing better is at hand: storage is full or forbidden.
  }
}

/** What was laid aside, if anything; it stays until {@link dropAside}. */
export function laidAside(key: string): Readonly<Record<string, unknown>> | undefined {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(named(key)) ?? 'null');
    return typeof kept === 'object' && kept !== null ? (kept as Record<string, unknown>) : undefined;
  } catch {
    return undefined;
  }
}

/** Forgets what was laid aside, once it is kept elsewhere or no longer wanted. */
export function dropAside(key: string): void {
  try {
    localStorage.removeItem(named(key));
  } catch {
    // Where nothing can be laid aside there is nothing to forget.
  }
}
