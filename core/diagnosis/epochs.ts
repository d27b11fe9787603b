import { stageOf } from '#core/circuitry/ladder';
import type { PartId } from '#core/machine';
import { questionOf, type Looked, type Observed } from './evidence.ts';
import type { Suspect } from './suspects.ts';

/**
 * What is seen since the machine was last altered, and what was altered. A change opens a new epoch: what was seen
 * before speaks of the machine before, and the response to the change is evidence [common practice].
 */
export interface Epoch {
  readonly seen: readonly Observed[];
  readonly before: readonly Observed[];
  readonly changed: readonly Extract<Observed, { kind: 'changed' }>[];
}

/**
 * Splits what was seen, oldest first, at the last change. What was done before a verdict stays done; of two answers
 * to one question the later one counts.
 */
export function latestEpoch(all: readonly Observed[]): Epoch {
  const at = all.findLastIndex(({ kind }) => kind === 'changed');
  const before = all.slice(0, at + 1);
  const since = new Map(all.slice(at + 1).map((one) => [questionOf(one), one]));
  return {
    seen: [...before.filter(({ kind }) => kind === 'done'), ...since.values()],
    before: before.filter(({ kind }) => kind !== 'changed' && kind !== 'done'),
    changed: before.filter((one) => one.kind === 'changed'),
  };
}

/** How often a new part is bad as well, or the cleaned one is still foul [from memory]. */
const STILL_BAD = 0.03;
/** Parts whose change cures what is around the machine and no part of it. */
const CURES: Readonly<Record<string, PartId>> = {
  'sensor fouled': 'flame sensor',
  'crossover plugged': 'burner',
  'exchanger plugged': 'heat exchanger',
  'belt broken': 'blower belt',
  'low air': 'filter',
  'drain plugged': 'drain',
  'condenser dirty': 'condenser coil',
  'charge low': 'refrigerant circuit',
  'compressor worn': 'compressor',
  'pilot plugged': 'burner',
  'low loop flow': 'pump or loop',
  'water coil fouled': 'condenser coil',
  'damper jammed': 'economizer',
};
/** Parts at which it is looked for, and which are not the cause. */
const LOOKED_FOR_AT: Readonly<Record<string, PartId>> = {
  'no gas': 'gas valve',
  'flue blocked': 'inducer',
  'legs swapped': 'disconnect or breaker',
  'no loop flow': 'pump or loop',
  'water low': 'low-water cutoff',
  'panel in test': 'zone panel',
  'held off by automation': 'main board',
  'outdoor coil iced': 'condenser coil',
};

/** The part at which something around the machine is looked for. */
export function placeOf(around: Looked): PartId | undefined {
  const { name } = stageOf(around);
  return CURES[name] ?? LOOKED_FOR_AT[name];
}

/** The part whose change would cure it; none where the cause is no part of the machine. */
export const curedBy = ({ fault, part }: Suspect): PartId | undefined =>
  part ?? ('around' in fault ? CURES[stageOf(fault.around).name] : undefined);

/** The part that somebody would condemn for it, rightly or not. */
export const condemned = ({ fault, part }: Suspect): PartId | undefined =>
  part ?? ('around' in fault ? placeOf(fault.around) : 'disconnect or breaker');

/**
 * How likely something still is after what was changed: a swap, a cleaning or an adjustment of the part acquits it
 * unless the new one is bad; a reset proves nothing.
 */
export const afterChange = (changed: Epoch['changed'], suspect: Suspect): number =>
  changed.some(({ part, how }) => how !== 'reset' && curedBy(suspect) === part) ? STILL_BAD : 1;
