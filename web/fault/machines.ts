import { ladderOf, type Ladder, type LadderPlate } from '#core/circuitry/ladder';

/** Machines that are kept; each holds some thousands of states that it was solved in. */
const MOST_KEPT = 4;
const machines = new Map<string, Ladder>();

/**
 * The ladder of a machine of this make-up, the same one each time: what was worked out of it, with the dictionary of
 * its faults, is kept with it. Of many the one that was asked for longest ago goes.
 */
export function ladderFor(plate: LadderPlate): Ladder {
  const key = JSON.stringify(plate);
  const ladder = machines.get(key) ?? ladderOf(plate);
  machines.delete(key);
  machines.set(key, ladder);
  const [oldest] = machines.keys();
  if (machines.size > MOST_KEPT && oldest !== undefined) machines.delete(oldest);
  return ladder;
}
