import fc from 'fast-check';
import { foldSubject, rootsOf, type ConditionState, type Entry } from '#core/record/sheet';
import type { EntryView, NewEntry, VisitPage } from '#contracts/visits';
import {
  isNear,
  linesBefore,
  scripts,
  UNITS,
  VISITS,
  written,
} from '../../../core/record/sheet/testing/script.ts';
import { entryItem, type OutboxItem } from '../../outbox/db.ts';
import { standingOn, staysOpen } from '../standing.ts';
import { page } from './page.ts';

/*
 * A phone and the server over any sheet: what the server has accepted stands on the phone as it stands there, what
 * was refused changes nothing, and what waits becomes what the phone said it would.
 */

const asView = (e: Entry): EntryView => ({
  ...{ id: e.id, rootId: e.id, unitId: e.unitId, pointId: e.pointId, callId: e.callId },
  ...{ kind: e.kind as EntryView['kind'], body: e.body as Record<string, unknown>, author: null },
  ...{ occurredAt: new Date(e.occurredMs).toISOString(), recordedAt: new Date(e.recordedMs).toISOString() },
  ...{ supersedes: e.supersedes, reason: null },
});
const asItem = (e: Entry, state: OutboxItem['state']): OutboxItem => ({
  ...entryItem(
    {
      ...{ id: e.id, visitId: e.visitId, unitId: e.unitId, kind: e.kind, body: e.body },
      occurredAt: new Date(e.occurredMs).toISOString(),
      ...(e.supersedes === null ? {} : { supersedes: e.supersedes, reason: 'x' }),
    } as unknown as NewEntry,
    e.recordedMs,
    { id: 'ada', name: 'Ada' },
  ),
  state,
});

/** What the server says stands open on a unit, and what of it a sheet has to do with. */
const onServer = (unit: string, entries: readonly Entry[]): readonly ConditionState[] =>
  foldSubject({ id: unit, siteId: 's1', circuits: [1, 2] }, entries, VISITS).conditions;

/** The sheet of the first visit as the server tells it. */
function told(accepted: readonly Entry[]): VisitPage {
  const own = accepted.filter((e) => e.visitId === 'v1');
  const all = UNITS.flatMap((unit) => onServer(unit, accepted));
  const near = all.filter((one) => isNear(one, own));
  const base = page({ before: linesBefore(near, all, accepted), entries: own.map(asView) });
  const units = UNITS.map((id) => ({ ...base.units[0], id, circuits: [{ number: 1 }, { number: 2 }] }));
  return { ...base, id: 'v1', siteId: 's1', units } as unknown as VisitPage;
}

/**
 * An entry and whatever amends it share a fate: what was refused is amended by nobody. Nobody on another visit
 * names a line that has not arrived.
 */
function fates(entries: readonly Entry[], draw: readonly number[]) {
  const fate = new Map<string, 'accepted' | 'waiting' | 'refused' | 'never written'>();
  const roots = rootsOf(entries);
  entries.forEach((e, i) => {
    const { conditionId, act } = e.body as { conditionId?: string; act?: { lineId: string } };
    const named = conditionId ?? act?.lineId;
    const versions = entries.slice(0, i).filter((one) => roots.get(one.id) === roots.get(named ?? ''));
    const amended = entries.find((one) => one.id === e.supersedes);
    // A form amends a line by one of its kind.
    const changesKind = amended !== undefined && e.kind !== 'withdrawn' && amended.kind !== e.kind;
    if (changesKind || (e.visitId !== 'v1' && versions.some((one) => fate.get(one.id) !== 'accepted'))) {
      fate.set(e.id, 'never written');
      return;
    }
    const before = e.supersedes === null ? 'accepted' : (fate.get(e.supersedes) ?? 'accepted');
    const own =
      e.visitId !== 'v1' || (draw[i] ?? 0) < 4 ? 'accepted' : (draw[i] ?? 0) < 8 ? 'waiting' : 'refused';
    fate.set(e.id, before === 'accepted' ? own : before);
  });
  const of = (what: string) => entries.filter((e) => fate.get(e.id) === what);
  // What waits was written after the sheet was last seen, and is recorded when it arrives.
  const late = (e: Entry): Entry => ({
    ...e,
    occurredMs: e.occurredMs + LATE,
    recordedMs: e.recordedMs + LATE,
  });
  return { accepted: of('accepted'), waiting: of('waiting').map(late), refused: of('refused') };
}

const LATE = 1000 * 3_600_000;
const ids = (conditions: readonly { readonly id: string }[]) => conditions.map(({ id }) => id).sort();

/**
 * Holds a number of sheets against the server's fold.
 *
 * @throws with the sheet on which phone and server part
 */
export function holdLayers(runs: number, seed?: number): void {
  fc.assert(
    fc.property(
      scripts,
      fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 24, maxLength: 24 }),
      (script, draw) => {
        const { accepted, waiting, refused } = fates(written(script), draw);
        const items = [
          ...waiting.map((e) => asItem(e, 'waiting')),
          ...refused.map((e, i) => asItem(e, i % 2 === 0 ? 'refused' : 'aside')),
        ];
        const phone = standingOn(told(accepted), items, undefined);
        const arrived = standingOn(told([...accepted, ...waiting]), items.slice(waiting.length), undefined);
        for (const unit of UNITS) {
          const open = onServer(unit, accepted).filter(({ closed }) => closed === null);
          const shown = phone.get(unit) ?? [];
          const same = (a: readonly string[], b: readonly string[], why: string) => {
            if (a.join() !== b.join()) throw new Error(`${why} on ${unit}: ${a.join()} against ${b.join()}`);
          };
          same(
            ids(shown.filter(({ mark }) => mark !== 'opening not sent')),
            ids(open),
            'what is accepted stands',
          );
          const then = onServer(unit, [...accepted, ...waiting]).filter(({ closed }) => closed === null);
          same(ids(shown.filter(staysOpen)), ids(then), 'what waits becomes what was said');
          same(ids(arrived.get(unit) ?? []), ids(then), 'what has arrived stands');
        }
      },
    ),
    { numRuns: runs, ...(seed === undefined ? {} : { seed }) },
  );
}
