import { compareText, groupBy } from '#core/base/collections';
import { isConsumable, type PartId } from '#core/machine';

/** Something that was found on a unit, with whose unit it is. */
export interface CauseFound {
  readonly unitId: string;
  readonly customerId: string;
  readonly part: PartId;
  readonly failure: string;
}

/** A cause that several units of one customer share. */
interface SharedCause {
  readonly key: string;
  /** In words: "igniter cracked". */
  readonly cause: string;
  readonly units: number;
}

/**
 * Which units stand together because the same was found on several units of one customer: each unit with the
 * cause it shares with most others. Filters and belts say nothing of a shared cause. Whether it is more than
 * chance is a question of its own.
 */
export function sharedCauses(found: readonly CauseFound[]): ReadonlyMap<string, SharedCause> {
  const shared = new Map<string, SharedCause>();
  const causes = groupBy(
    found.filter((f) => !isConsumable(f.part)),
    (f) => `${f.customerId} ${f.part} ${f.failure}`,
  );
  for (const [key, own] of [...causes].sort(([a], [b]) => compareText(a, b))) {
    const units = new Set(own.map((f) => f.unitId));
    if (units.size < 2) continue;
    const [first] = own;
    const cause = { key, cause: `${first?.part} ${first?.failure}`, units: units.size };
    for (const unit of units) if ((shared.get(unit)?.units ?? 0) < units.size) shared.set(unit, cause);
  }
  return shared;
}
