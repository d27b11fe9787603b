import { solve, type Element, type Solution } from '#core/circuitry/network';
import { elementsOf, type Positions } from './elements.ts';
import type { Fault, Jumper, Ladder, Rung, RungFault } from './types.ts';

/** A network as things stand, with its solution. */
export interface Solved {
  readonly elements: readonly Element[];
  readonly solution: Solution;
}

/*
 * A machine with one thing wrong is for most of its course where the sound one is too. States that are alike are
 * solved once, and a meter that was put somewhere is not put there again.
 */
const KEPT = new WeakMap<Ladder, Map<string, Solved>>();
/** States that are kept of one machine; beyond it all go, since none is worth more than another. */
const MOST_KEPT = 6_000;

/** The network of a ladder as things stand, solved. */
export function solved(
  ladder: Ladder,
  at: Positions,
  { faults, jumper }: { readonly faults: readonly Fault[]; readonly jumper?: Jumper | undefined },
): Solved {
  const own = KEPT.get(ladder) ?? new Map<string, Solved>();
  KEPT.set(ladder, own);
  const key = keyOf(ladder, at, faults) + (jumper?.join() ?? '');
  const known = own.get(key);
  if (known) return known;
  const elements = elementsOf(ladder, at, faults, jumper);
  const made = { elements, solution: remembering(solve(elements, ladder.common)) };
  if (own.size >= MOST_KEPT) own.clear();
  own.set(key, made);
  return made;
}

/** What jams, does not see or is too weak changes what moves, and nothing in the network. */
const NOT_ELECTRICAL: ReadonlySet<RungFault> = new Set(['stuck', 'blind', 'weak']);

/** What is open already cannot be seen to be open, and what is closed not to be welded: the network is the same. */
function shows({ kind }: Rung, how: RungFault, closed: boolean): boolean {
  switch (kind) {
    case 'disconnect':
    case 'call':
    case 'switch':
    case 'contact':
    case 'fuse':
    case 'timer':
      return how === 'welded' ? !closed : closed;
    case 'board':
    case 'control':
      return false;
    default:
      return true;
  }
}

/** What of the positions and faults the network depends on. */
export function keyOf({ rungs }: Ladder, at: Positions, faults: readonly Fault[]): string {
  const stands = rungs.map(({ id }) => (at.closed.has(id) ? '1' : at.pulled.has(id) ? '2' : '0')).join('');
  const electrical = faults.map((fault) => {
    if ('leg' in fault) return `leg ${fault.leg}`;
    if (!('rung' in fault) || NOT_ELECTRICAL.has(fault.how)) return '';
    const rung = rungs.find(({ id }) => id === fault.rung);
    return rung && shows(rung, fault.how, at.closed.has(fault.rung)) ? `${fault.rung}=${fault.how}` : '';
  });
  return [stands, ...at.turning, '|', ...at.tripped, '|', at.live, ...electrical].join();
}

function remembering(solution: Solution): Solution {
  const kept = new Map<string, number>();
  return {
    ...solution,
    reads: (a, b) => {
      const key = `${a} ${b ?? ''}`;
      const known = kept.get(key) ?? solution.reads(a, b);
      kept.set(key, known);
      return known;
    },
  };
}
