import fc from 'fast-check';
import { foldCall, foldSubject, foldVisit, rootsOf, standing, type Entry } from './index.ts';
import { call, HOUR, visit, visitsOf } from './testing/sheets.ts';

describe('the fold (property)', () => {
  const UNITS = ['u1', 'u2'];
  const kinds = fc.oneof(
    fc.constant(['arrive', {}] as const),
    fc.constantFrom('done', 'waiting', 'not reached').map((outcome) => ['leave', { outcome }] as const),
    fc
      .record({
        component: fc.constantFrom('cap', 'belt', 'comp'),
        grade: fc.constantFrom('proven', 'not found'),
      })
      .map((f) => ['finding', { ...f, failure: 'burnt' }] as const),
    fc
      .record({ addedLb: fc.constantFrom(1, 2), circuit: fc.constantFrom(1, 2) })
      .map((r) => ['refrigerant', { refrigerant: 'R-22', ...r }] as const),
    fc
      .constantFrom(
        { tasks: ['filters and belts'] },
        { installed: { slot: { part: 'inducer', circuit: null } } },
      )
      .map((w) => ['work', { text: 'x', ...w }] as const),
    fc.constant(['condition left', { condition: 'filters out', text: '' }] as const),
    fc.constant(['condition closed', {}] as const),
    fc.constant(['withdrawn', {}] as const),
  );
  const scripts = fc.array(
    fc.record({
      what: kinds,
      unit: fc.constantFrom(...UNITS),
      visitId: fc.constantFrom('v1', 'v2'),
      hour: fc.integer({ min: 0, max: 30 }),
      amends: fc.option(fc.nat(), { freq: 3 }),
      about: fc.nat(),
    }),
    { maxLength: 24 },
  );
  const calls = [call('k1', 'u1'), call('m2', 'u2', 'maintenance'), call('k3', null)];
  const visits = visitsOf(visit('v1', calls), visit('v2', [calls[0] as (typeof calls)[number]]));

  type Step = {
    what: readonly [string, object];
    unit: string;
    visitId: string;
    hour: number;
    amends: number | null;
    about: number;
  };
  /**
   * A sheet as people might write it: amendments of what still stands on the same visit, closings of what was
   * left.
   */
  function written(script: readonly Step[]): Entry[] {
    const all: Entry[] = [];
    script.forEach(({ what: [kind, body], unit, visitId, hour, amends, about }, i) => {
      const stands = all.filter(
        (e) => e.visitId === visitId && e.kind !== 'withdrawn' && !all.some((l) => l.supersedes === e.id),
      );
      const target =
        amends !== null || kind === 'withdrawn'
          ? stands[(amends ?? about) % Math.max(1, stands.length)]
          : undefined;
      if (kind === 'withdrawn' && !target) return;
      const left = all.filter((e) => e.kind === 'condition left');
      const conditionId = left[about % Math.max(1, left.length)]?.id;
      if (kind === 'condition closed' && !conditionId) return;
      all.push({
        id: `p${i}`,
        visitId,
        unitId: kind === 'arrive' || kind === 'leave' ? null : unit,
        pointId: null,
        callId: null,
        kind,
        body: kind === 'condition closed' ? { conditionId, text: '' } : body,
        authorId: null,
        occurredMs: hour * HOUR,
        recordedMs: i,
        supersedes: target?.id ?? null,
      });
    });
    return all;
  }
  const fold = (entries: readonly Entry[]) => ({
    units: UNITS.map((id) => foldSubject({ id, siteId: 's1', circuits: [1, 2] }, entries, visits)),
    calls: calls.map((c) =>
      foldCall(
        { ...c, receivedMs: 0, events: [] },
        [...visits.values()]
          .filter((v) => v.calls.some((own) => own.id === c.id))
          .map((v) => ({ visit: v, entries: entries.filter((e) => e.visitId === v.id) })),
      ),
    ),
    visits: [...visits.keys()].map((id) => foldVisit(entries.filter((e) => e.visitId === id))),
  });

  it('derives the same whatever the order in which entries arrive', () => {
    fc.assert(
      fc.property(scripts, fc.infiniteStream(fc.nat()), (script, random) => {
        const entries = written(script as Step[]);
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
        const entries = written(script as Step[]);
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
});
