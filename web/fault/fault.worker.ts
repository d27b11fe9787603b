import { expose } from 'comlink';
import type { LadderPlate } from '#core/circuitry/ladder';
import { diagnose, type Beside, type Diagnosed, type Observed } from '#core/diagnosis';
import { ladderFor } from './machines.ts';

const worker = {
  diagnose: (plate: LadderPlate, seen: readonly Observed[], beside: Beside): Diagnosed =>
    diagnose(ladderFor(plate), seen, beside),
};
export type FaultWorker = typeof worker;
expose(worker);
