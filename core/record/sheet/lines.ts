import type { Entry } from './entries.ts';

/** The unit whose part a line put into another: such a line is about both. */
export const lentBy = ({ kind, body }: Pick<Entry, 'kind' | 'body'>): string | null =>
  kind === 'work'
    ? ((body as { installed?: { borrowed?: { fromUnitId: string } } }).installed?.borrowed?.fromUnitId ??
      null)
    : null;

/**
 * The lines that say something of each unit and point: whole lines of amendments that were ever about it or put
 * a part of it elsewhere, and
 * every closing of one of its conditions, wherever that was written.
 *
 * @param rootOf the first entry of a line of amendments, by the id of any of them
 */
export function linesBySubject<E extends Entry>(
  entries: readonly E[],
  rootOf: (id: string) => string | undefined,
): ReadonlyMap<string, readonly E[]> {
  const subjects = new Map<string, Set<string>>();
  const note = (root: string, subject: string) => {
    const known = subjects.get(root);
    if (known) known.add(subject);
    else subjects.set(root, new Set([subject]));
  };
  for (const e of entries) {
    for (const subject of [e.unitId ?? e.pointId, lentBy(e)])
      if (subject !== null) note(rootOf(e.id) ?? e.id, subject);
  }
  for (const e of entries) {
    if (e.kind !== 'condition closed') continue;
    const { conditionId } = e.body as { conditionId: string };
    for (const subject of subjects.get(rootOf(conditionId) ?? conditionId) ?? [])
      note(rootOf(e.id) ?? e.id, subject);
  }
  const lines = new Map<string, E[]>();
  for (const e of entries)
    for (const subject of subjects.get(rootOf(e.id) ?? e.id) ?? []) {
      const own = lines.get(subject);
      if (own) own.push(e);
      else lines.set(subject, [e]);
    }
  return lines;
}
