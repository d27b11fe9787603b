import { expose } from 'comlink';
import { ladderOf, type Ladder, type LadderPlate } from '#core/circuitry/ladder';
import { diagnose, type Beside, type Diagnosed, type Observed } from '#core/diagnosis';

/** Machines of this make-up, each with its dictionary of faults made once. */
const machines = new Map<string, Ladder>();

function ladder(plate: LadderPlate): Ladder {
  const key = JSON.stringify(plate);
  const known = machines.get(key) ?? ladderOf(plate);
  machines.set(key, known);
  return known;
}

const worker = {
  diagnose: (plate: LadderPlate, seen: readonly Observed[], beside: Beside): Diagnosed =>
    diagnose(ladder(plate), seen, beside),
};
export type FaultWorker = typeof worker;
expose(worker);
