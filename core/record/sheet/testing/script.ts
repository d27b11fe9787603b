import fc from 'fast-check';
import { lentBy, rootsOf, type ConditionState, type Entry, type VisitFact } from '../index.ts';
import { call, HOUR, visit, visitsOf } from './sheets.ts';

/* Sheets as people might write them, for what holds of any of them. */

export const UNITS = ['u1', 'u2'];
export const CALLS = [call('k1', 'u1'), call('m2', 'u2', 'maintenance'), call('k3', null)];
export const VISITS: ReadonlyMap<string, VisitFact> = visitsOf(
  visit('v1', CALLS),
  visit('v2', [CALLS[0] as (typeof CALLS)[number]]),
);

const co = (advice: 'act' | null) => ({
  name: 'CO in the room',
  value: advice ? 80 : 2,
  unit: 'ppm',
  quantity: 'concentration',
  decimals: 0,
  text: '',
  position: advice ? 'above' : 'inside',
  advice,
});
const kinds = fc.oneof(
  fc.constant(['arrive', {}] as const),
  fc.constantFrom('done', 'waiting', 'not reached').map((outcome) => ['leave', { outcome }] as const),
  fc
    .record({
      component: fc.constantFrom('cap', 'belt', 'comp', 'heat exchanger'),
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
      { installed: { slot: { part: 'heat exchanger', circuit: null } } },
      // Taken out of the other unit, whichever that is: see below.
      { installed: { slot: { part: 'inducer', circuit: null }, borrowed: {} } },
    )
    .map((w) => ['work', { text: 'x', ...w }] as const),
  fc
    .record({ mode: fc.constantFrom('heating', 'off'), act: fc.boolean() })
    .map(({ mode, act }) => ['reading set', { mode, answers: [co(act ? 'act' : null)] }] as const),
  fc.constant(['look', { part: 'heat exchanger', sign: 'crack or hole' }] as const),
  fc
    .constantFrom('filters out', 'heat disabled')
    .map((condition) => ['condition left', { condition, text: '' }] as const),
  fc.constant(['condition closed', {}] as const),
  fc.constant(['explained', {}] as const),
  fc.constant(['withdrawn', {}] as const),
);

export interface Step {
  readonly what: readonly [string, object];
  readonly unit: string;
  readonly visitId: string;
  readonly hour: number;
  readonly amends: number | null;
  readonly about: number;
}
export const scripts: fc.Arbitrary<Step[]> = fc.array(
  fc.record({
    what: kinds as fc.Arbitrary<readonly [string, object]>,
    unit: fc.constantFrom(...UNITS),
    visitId: fc.constantFrom('v1', 'v2'),
    hour: fc.integer({ min: 0, max: 30 }),
    amends: fc.option(fc.nat(), { freq: 3 }),
    about: fc.nat(),
  }),
  { maxLength: 24 },
);

/**
 * A sheet as people might write it: amendments of what still stands on the same visit, closings of what was
 * left, found or seen, explanations of what was measured.
 */
export function written(script: readonly Step[]): Entry[] {
  const all: Entry[] = [];
  script.forEach(({ what: [kind, body], unit, visitId, hour, amends, about }, i) => {
    const stands = all.filter(
      (e) =>
        e.visitId === visitId &&
        // A line is amended by one of its kind, or withdrawn.
        (kind === 'withdrawn' ? e.kind !== 'withdrawn' : e.kind === kind) &&
        !all.some((l) => l.supersedes === e.id),
    );
    const target =
      amends !== null || kind === 'withdrawn'
        ? stands[(amends ?? about) % Math.max(1, stands.length)]
        : undefined;
    if (kind === 'withdrawn' && !target) return;
    const named = (...of: string[]) => {
      // A finding that endangers nobody opens nothing, and nobody closes it.
      const some = all.filter(
        ({ kind: what, body: said }) =>
          of.includes(what) &&
          (what !== 'finding' || (said as { component?: string }).component === 'heat exchanger') &&
          (what !== 'work' || lentBy({ kind: what, body: said }) !== null),
      );
      // People name a thing by the first line that said it, as it was shown to them.
      let first: Entry | undefined = some[about % Math.max(1, some.length)];
      while (first?.supersedes) first = all.find((e) => e.id === first?.supersedes) as Entry;
      return first?.id;
    };
    const other = UNITS.find((id) => id !== unit) as string;
    const { installed } = body as { installed?: { borrowed?: object } };
    const lent = installed?.borrowed && {
      text: 'x',
      installed: { ...installed, borrowed: { fromUnitId: other, from: other, to: unit } },
    };
    const conditionId = named('condition left', 'finding', 'look', 'work');
    if (kind === 'condition closed' && !conditionId) return;
    const lineId = named('reading set');
    if (kind === 'explained' && !lineId) return;
    const names: Record<string, object> = {
      'condition closed': { conditionId, text: '' },
      explained: { act: { lineId, rule: 'room CO' }, text: 'x' },
    };
    all.push({
      id: `p${i}`,
      visitId,
      unitId: kind === 'arrive' || kind === 'leave' ? null : unit,
      pointId: null,
      callId: null,
      kind,
      body: names[kind] ?? lent ?? body,
      authorId: null,
      occurredMs: hour * HOUR,
      recordedMs: i,
      supersedes: target?.id ?? null,
    });
  });
  return all;
}

/**
 * What a server sends with a sheet: the lines of other visits that say or close what this sheet has to do with,
 * with all their amendments; and, where such a line says something else as well, the lines about that.
 *
 * @param all what stands or stood open anywhere on the site
 */
export function linesBefore(
  near: readonly ConditionState[],
  all: readonly ConditionState[],
  entries: readonly Entry[],
): Entry[] {
  const roots = rootsOf(entries);
  const linesOf = ({ lines, closed }: ConditionState) => [
    ...lines,
    ...(closed ? [roots.get(closed.entryId)] : []),
  ];
  const wanted = new Set(near.flatMap(linesOf));
  for (let before = -1; before < wanted.size;) {
    before = wanted.size;
    for (const one of all)
      if (one.lines.some((line) => wanted.has(line))) for (const line of linesOf(one)) wanted.add(line);
  }
  for (const e of entries) {
    const { conditionId, act } = e.body as { conditionId?: string; act?: { lineId: string } };
    const names = conditionId ?? act?.lineId;
    if (names !== undefined && wanted.has(roots.get(names))) wanted.add(roots.get(e.id));
  }
  // What would end it where this sheet takes back what has ended it: a part put in there, the same read again.
  for (const one of near) {
    const by = entries.find((e) => e.id === one.closed?.entryId);
    if (by?.visitId !== 'v1') continue;
    const units = entries
      .filter((e) => one.lines.includes(roots.get(e.id) ?? ''))
      .flatMap((e) => [e.unitId, lentBy(e)]);
    for (const e of entries) {
      const { installed } = e.body as { installed?: { slot: { part: string } } };
      const ends = one.rule === null ? installed?.slot.part === one.part : e.kind === 'reading set';
      if (ends && units.includes(e.unitId)) wanted.add(roots.get(e.id));
    }
  }
  return entries.filter((e) => e.visitId !== 'v1' && wanted.has(roots.get(e.id)));
}
/** What a sheet has to do with: what one of its lines says or closes, and what stood open but for it. */
export const isNear = ({ lines, closed }: ConditionState, own: readonly Entry[]): boolean =>
  closed === null || own.some((e) => e.id === closed.entryId || lines.includes(e.id));
