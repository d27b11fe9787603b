import {
  signature,
  type Call,
  type Fault,
  type FaultMet,
  type Ladder,
  type Signature,
} from '#core/circuitry/ladder';
import type { PartId } from '#core/machine';

/** One thing that may be wrong, with what the machine does then on each call. */
export interface Suspect extends FaultMet {
  readonly ladder: Ladder;
  /** The part it is about; none where it is about what is around the machine and no part of it. */
  readonly part: PartId | undefined;
  readonly on: (call: Call) => Signature;
}

/** What a machine does on each call with these things wrong, worked out when it is first asked for. */
export function onceOnly(ladder: Ladder, faults: readonly Fault[]): Suspect['on'] {
  const kept = new Map<Call, Signature>();
  return (call) => {
    const known = kept.get(call) ?? signature(ladder, faults, call);
    kept.set(call, known);
    return known;
  };
}

/** The sound machine, as a suspect that is none: a leg without a name is lost by nobody. */
export const soundOf = (ladder: Ladder): Suspect => ({
  ...{ key: 'sound', fault: { leg: '' }, weight: 0, ladder, part: undefined },
  on: onceOnly(ladder, []),
});
