import { ohmmeter } from '#core/circuitry/network';
import { elementsOf, GROUND } from './elements.ts';
import { keyOf } from './solved.ts';
import type { Fault, Ladder } from './types.ts';

/**
 * What an ohmmeter shows between two terminals with the disconnect open and nothing called for: coils are out,
 * switches as they rest.
 */
export function deadMeter(ladder: Ladder, faults: readonly Fault[]): Meter {
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
  const key = keyOf(ladder, at, faults);
  const own = KEPT.get(ladder) ?? new Map<string, Meter>();
  KEPT.set(ladder, own);
  const meter = own.get(key) ?? remembering(ohmmeter(elementsOf(ladder, at, faults), GROUND));
  own.set(key, meter);
  return meter;
}

type Meter = (a: string, b: string) => number;
/** With the power off most of what can be wrong cannot be measured: those networks are one. */
const KEPT = new WeakMap<Ladder, Map<string, Meter>>();

function remembering(meter: Meter): Meter {
  const kept = new Map<string, number>();
  return (a, b) => {
    const key = `${a} ${b}`;
    const known = kept.get(key) ?? meter(a, b);
    kept.set(key, known);
    return known;
  };
}
