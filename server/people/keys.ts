import type { SignedIn } from '#contracts/people';
import type { Action } from '#core/base/vocabulary';
import type { Database } from '../db/connect.ts';
import { todayIn, type Clock } from '../http/clock.ts';
import { companyNow } from '../settings/service.ts';
import { SITES_OF_CREW } from './people.sql.ts';

/*
 * Where the key is lets anybody in who knows it. Somebody without the right to read every key reads it for
 * the sites the own crew is sent to, around the days it is.
 */

interface Node {
  readonly [name: string]: unknown;
}

/** The site a record speaks of: named by it, or the record itself, or what it stands in. */
const siteOf = (node: Node, within: string | undefined): string | undefined => {
  if (typeof node.siteId === 'string') return node.siteId;
  return typeof node.customerId === 'string' && typeof node.id === 'string' ? node.id : within;
};

function hidden(value: unknown, readable: ReadonlySet<string>, within?: string): unknown {
  if (Array.isArray(value)) return value.map((inner) => hidden(inner, readable, within));
  if (typeof value !== 'object' || value === null || value instanceof Date) return value;
  const node = value as Node;
  const site = siteOf(node, within);
  const out: Record<string, unknown> = {};
  for (const [name, inner] of Object.entries(node)) {
    if (name === 'keyAt' && inner !== null && !(site !== undefined && readable.has(site))) {
      out.keyAt = null;
      out.keyHidden = true;
    } else out[name] = hidden(inner, readable, site);
  }
  return out;
}

/**
 * An answer as this person may read it: places of keys they may not read are left out, and said to be
 * (`keyHidden`), so that a key that is kept back is told from one that nobody has written down.
 */
export async function withReadableKeys<T>(
  {
    db,
    clock,
    who,
  }: { db: Database; clock: Clock; who: { may(person: SignedIn, action: Action): Promise<boolean> } },
  person: SignedIn,
  answer: T,
): Promise<T> {
  if (await who.may(person, 'read every key')) return answer;
  if (!JSON.stringify(answer)?.includes('"keyAt":"')) return answer;
  const today = todayIn(clock, (await companyNow(db)).timeZone);
  const rows = person.crewId ? await db.rows<{ siteId: string }>(SITES_OF_CREW, [person.crewId, today]) : [];
  return hidden(answer, new Set(rows.map((row) => row.siteId))) as T;
}
