import { compareText } from '#core/base/collections';
import { readBody } from '#core/record/kinds';
import type { Entry } from './entries.ts';

/**
 * An entry that stands, with the first entry of the line of amendments it ends: that one's id names what it
 * is about.
 */
export interface Standing extends Entry {
  readonly rootId: string;
}

/** The order in which things happened; entries of one moment in the order in which they were recorded. */
export const inOrder = (a: Entry, b: Entry): number =>
  a.occurredMs - b.occurredMs || a.recordedMs - b.recordedMs || compareText(a.id, b.id);

/** The root of each entry's line of amendments, by the entry's id. */
export function rootsOf(entries: readonly Entry[]): ReadonlyMap<string, string> {
  const byId = new Map(entries.map((e) => [e.id, e]));
  const roots = new Map<string, string>();
  for (const entry of entries) {
    const line: string[] = [];
    let root = entry.id;
    for (
      let at: Entry | undefined = entry;
      at;
      at = at.supersedes === null ? undefined : byId.get(at.supersedes)
    ) {
      line.push(at.id);
      // An older one that is not at hand still names the line.
      root = roots.get(at.id) ?? at.supersedes ?? at.id;
      if (roots.has(at.id)) break;
    }
    for (const id of line) roots.set(id, root);
  }
  return roots;
}

/**
 * What stands of a sheet: entries that nobody amended or withdrew, in the order of when they happened, each
 * body in today's form. What only a newer version reads says nothing here.
 *
 * @param roots of their lines of amendments, where they are at hand
 */
export function standing(entries: readonly Entry[], roots = rootsOf(entries)): Standing[] {
  const superseded = new Set(entries.flatMap((e) => e.supersedes ?? []));
  return entries
    .filter((e) => e.kind !== 'withdrawn' && !superseded.has(e.id))
    .sort(inOrder)
    .flatMap((e) => {
      const body = readBody(e.kind, e.body);
      return body === undefined ? [] : [{ ...e, body, rootId: roots.get(e.id) as string }];
    });
}
