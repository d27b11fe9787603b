import fc from 'fast-check';
import { foldCall, foldSubject, foldVisit, rootsOf, standing, type Entry } from './index.ts';
import type { ConditionState } from './conditions.ts';
import { CALLS, isNear, linesBefore, scripts, UNITS, VISITS, written } from './testing/script.ts';

const sheetOf = (id: string, entries: readonly Entry[]) =>
  foldSubject({ id, siteId: 's1', circuits: [1, 2] }, entries, VISITS);

describe('the fold (property)', () => {
  const fold = (entries: readonly Entry[]) => ({
    units: UNITS.map((id) => sheetOf(id, entries)),
    calls: CALLS.map((c) =>
      foldCall(
        { ...c, receivedMs: 0, events: [] },
        [...VISITS.values()]
          .filter((v) => v.calls.some((own) => own.id === c.id))
          .map((v) => ({ visit: v, entries: entries.filter((e) => e.visitId === v.id) })),
        { conditionsOf: (id) => sheetOf(id, entries).conditions },
      ),
    ),
    visits: [...VISITS.keys()].map((id) => foldVisit(entries.filter((e) => e.visitId === id))),
  });

  it('derives the same whatever the order in which entries arrive', () => {
    fc.assert(
      fc.property(scripts, fc.infiniteStream(fc.nat()), (script, random) => {
        const entries = written(script);
        const shuffled = entries
          .map((e) => [random.next().value as number, e] as const)
          .sort(([a], [b]) => a - b)
          .map(([, e]) => e);
        expect(fold(shuffled)).toEqual(fold(entries));
      }),
      { numRuns: 300 },
    );
  });

  it('derives from an amended sheet what it derives from one written right at once', () => {
    fc.assert(
      fc.property(scripts, (script) => {
        const entries = written(script);
        const stands = standing(entries);
        const roots = rootsOf(entries);
        // The same sheet as if nobody had ever made a mistake: what stands, under its first id.
        const clean = stands.map((e) => ({
          ...e,
          id: e.rootId,
          supersedes: null,
          body:
            e.kind === 'condition closed'
              ? {
                  ...(e.body as object),
                  conditionId: roots.get((e.body as { conditionId: string }).conditionId),
                }
              : e.body,
        }));
        const bare = (folded: ReturnType<typeof fold>) =>
          JSON.stringify(folded, (key, value: unknown) =>
            key === 'entryId' || key === 'answers' ? undefined : value,
          );
        expect(bare(fold(clean))).toBe(bare(fold(entries)));
      }),
      { numRuns: 300 },
    );
  });

  it('a sheet with the lines of others that its conditions rest on says what the fold of everything says', () => {
    const short = (conditions: readonly ConditionState[]) =>
      conditions
        .map(({ id, kind, source, closed }) => ({ id, kind, source, open: closed === null }))
        .sort((a, b) => (a.id < b.id ? -1 : 1));
    fc.assert(
      fc.property(scripts, (script) => {
        const entries = written(script);
        const own = entries.filter((e) => e.visitId === 'v1');
        const all = UNITS.flatMap((unit) => sheetOf(unit, entries).conditions);
        const known = [
          ...own,
          ...linesBefore(
            all.filter((one) => isNear(one, own)),
            all,
            entries,
          ),
        ];
        for (const unit of UNITS) {
          const near = (said: readonly Entry[]) =>
            short(sheetOf(unit, said).conditions.filter((one) => isNear(one, own)));
          expect(near(known)).toEqual(near(entries));
        }
      }),
      { numRuns: 300 },
    );
  });
});
