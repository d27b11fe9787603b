import { ladderOf, type Ladder, type LadderPlate } from '#core/circuitry/ladder';

const machines = new Map<string, Ladder>();

/**
 * The ladder of a machine of this make-up, the same one each time: what was worked out of it, with the dictionary of
 * its faults, is kept with it.
 */
export function ladderFor(plate: LadderPlate): Ladder {
  const key = JSON.stringify(plate);
  const ladder = machines.get(key) ?? ladderOf(plate);
  machines.set(key, ladder);
  return ladder;
}
