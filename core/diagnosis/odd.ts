import { allTerminals, GROUND, lineTerminals, type Ladder } from '#core/circuitry/ladder';
import type { Observed } from './evidence.ts';

/** Half again what its supply could give: no meter shows that between two terminals of it. */
const MOST_OF_SUPPLY = 1.5;
/** Volts that no 24 V transformer gives, whatever tap it is on. */
const MOST_OF_CONTROL = 40;
/** Volts that something with its power off may still show, by what leaks. */
const DEAD_V = 5;

/**
 * Why an observation cannot be of this machine, in words that ask; undefined where it can. What cannot be is asked
 * about where it is typed, and never used in silence.
 */
export function oddOf(ladder: Ladder, seen: Observed): string | undefined {
  if (seen.kind === 'supply' && seen.reads > ladder.supply.volts * MOST_OF_SUPPLY)
    return `${seen.reads} V at the panel is more than this machine is made for: is it the right panel?`;
  if (seen.kind === 'volts' || seen.kind === 'ohms') {
    const terminals = allTerminals(ladder);
    const strange = seen.between.find((node) => !terminals.has(node));
    if (strange !== undefined) return `this machine has no terminal ${strange}`;
  }
  if (seen.kind === 'alone' && !ladder.rungs.some(({ id, kind }) => id === seen.rung && kind === 'motor'))
    return `this machine has no motor called ${seen.rung}`;
  if (
    (seen.kind === 'wiggled' ||
      seen.kind === 'amps' ||
      seen.kind === 'microfarads' ||
      seen.kind === 'pulled') &&
    !ladder.rungs.some(({ id }) => id === seen.rung)
  )
    return `this machine has no ${seen.rung}`;
  if (seen.kind !== 'volts') return undefined;
  const [a, b] = seen.between;
  const line = lineTerminals(ladder);
  const most = !line.has(a) && !line.has(b) ? MOST_OF_CONTROL : ladder.supply.volts * MOST_OF_SUPPLY;
  if (seen.reads > most)
    return `${seen.reads} V between ${a} and ${b} cannot be on this machine: is it another pair, or is control wired to line?`;
  const outside = seen.between.every((node) => ladder.supply.legs.includes(node) || node === GROUND);
  return seen.call === 'disconnect open' && !outside && seen.reads > DEAD_V
    ? `${seen.reads} V between ${a} and ${b} with the disconnect open: it is live from elsewhere. Stop, and find out`
    : undefined;
}
