import { ohmmeter } from '#core/circuitry/network';
import { elementsOf, GROUND } from './elements.ts';
import type { Fault, Ladder } from './types.ts';

/**
 * What an ohmmeter shows between two terminals with the disconnect open and nothing called for: coils are out,
 * switches as they rest.
 */
export function deadMeter(ladder: Ladder, faults: readonly Fault[]): (a: string, b: string) => number {
  const none = new Set<never>();
  const closed = new Set<string>(
    ladder.rungs.flatMap((rung) =>
      rung.kind === 'fuse' ||
      (rung.kind === 'switch' && rung.closes === 'while it is not') ||
      (rung.kind === 'contact' && rung.normally === 'closed')
        ? [rung.id]
        : [],
    ),
  );
  const at = { live: false, closed, pulled: none, turning: none, tripped: none };
  return ohmmeter(elementsOf(ladder, at, faults), GROUND);
}
