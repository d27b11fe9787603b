import { nameOf } from './problems.ts';
import type { RoofItem, RoofPlan } from './plan.ts';

/** One thing both people changed, each in another way. */
interface RoofConflict {
  readonly id: string;
  readonly name: string;
  readonly mine: RoofItem | undefined;
  readonly theirs: RoofItem | undefined;
}

export interface MergedRoof {
  readonly plan: RoofPlan;
  /** Settled in favour of mine in `plan`; the person is asked. */
  readonly conflicts: readonly RoofConflict[];
  /** True when both changed the outline, north or the picture; mine stands in `plan`. */
  readonly outlineConflict: boolean;
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const frame = ({ outline, northDeg, underlay }: RoofPlan) => ({
  outline,
  northDeg,
  underlay: underlay ?? null,
});

/**
 * Joins two people's changes to one roof. What only one of them touched is taken as that one left it; what
 * both left alike is no conflict; what both changed differently stays as mine and is listed.
 *
 * @param base the roof both started from
 */
export function mergeRoofs(base: RoofPlan, mine: RoofPlan, theirs: RoofPlan): MergedRoof {
  const byId = (plan: RoofPlan) => new Map(plan.items.map((item) => [item.id, item]));
  const [was, my, their] = [byId(base), byId(mine), byId(theirs)];
  const conflicts: RoofConflict[] = [];
  const items = [...new Set([...my.keys(), ...their.keys()])].flatMap((id): RoofItem[] => {
    const [w, m, t] = [was.get(id), my.get(id), their.get(id)];
    const chosen = same(m, w) ? t : m;
    if (!same(m, w) && !same(t, w) && !same(m, t))
      conflicts.push({ id, name: nameOf((m ?? t ?? w) as RoofItem), mine: m, theirs: t });
    return chosen ? [chosen] : [];
  });
  const [f, fm, ft] = [frame(base), frame(mine), frame(theirs)];
  const taken = same(fm, f) ? theirs : mine;
  return {
    plan: {
      outline: taken.outline,
      northDeg: taken.northDeg,
      ...(taken.underlay ? { underlay: taken.underlay } : {}),
      items,
    },
    conflicts,
    outlineConflict: !same(fm, f) && !same(ft, f) && !same(fm, ft),
  };
}

/** The merged plan with the other person's version of the chosen conflicts. */
export function takeTheirs(merged: MergedRoof, ids: ReadonlySet<string>): RoofPlan {
  const theirs = new Map(merged.conflicts.filter((c) => ids.has(c.id)).map((c) => [c.id, c.theirs]));
  const kept = merged.plan.items.flatMap((item) =>
    theirs.has(item.id) ? (theirs.get(item.id) ?? []) : item,
  );
  const known = new Set(merged.plan.items.map((item) => item.id));
  const back = [...theirs].flatMap(([id, item]) => (item && !known.has(id) ? [item] : []));
  return { ...merged.plan, items: [...kept, ...back] };
}
