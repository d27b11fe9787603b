import { expose } from 'comlink';
import { ladderOf, type Call, type Ladder, type LadderPlate } from '#core/circuitry/ladder';
import { diagnose, type Diagnosed, type Observed } from '#core/diagnosis';

/** Machines of this make-up, each with its dictionary of faults made once. */
const machines = new Map<string, Ladder>();

function ladder(plate: LadderPlate): Ladder {
  const key = JSON.stringify(plate);
  const known = machines.get(key) ?? ladderOf(plate);
  machines.set(key, known);
  return known;
}

const worker = {
  diagnose: (plate: LadderPlate, seen: readonly Observed[], on: Call): Diagnosed =>
    diagnose(ladder(plate), seen, on),
};
export type FaultWorker = typeof worker;
expose(worker);
