import { REFRIGERANTS, type RefrigerantName } from '#core/measuring/refrigerant';
import type { Card, CardValues } from './card.ts';

/**
 * Whoever opens a circuit of a mildly flammable refrigerant [common practice; the class by ASHRAE 34 from
 * memory].
 */
const A2L =
  'Mildly flammable (A2L): a recovery machine and detector rated for it, no flame until the circuit is purged and checked.';
const BLEND = 'A zeotrope: charge it as liquid, slowly, or its parts come apart.';
/** Blends whose parts boil so far apart that they are charged as liquid [common practice]. */
const ZEOTROPES: readonly string[] = ['R-407C', 'R-404A', 'R-410A', 'R-454B', 'R-448A', 'R-449A', 'R-438A'];

/** What a refrigerant itself asks for; nothing for one nobody knows. */
export function refrigerantCautions(name: unknown): string[] {
  if (typeof name !== 'string' || !Object.hasOwn(REFRIGERANTS, name)) return [];
  return [
    ...(REFRIGERANTS[name as RefrigerantName].safety === 'A2L' ? [A2L] : []),
    ...(ZEOTROPES.includes(name) ? [BLEND] : []),
  ];
}

/** Cards by which somebody opens a circuit or puts refrigerant into it. */
const CHARGING: readonly string[] = ['charge', 'cylinder', 'line-length'];

/** The cautions of a card as it is filled in: its own, and those of the refrigerant at hand. */
export const cautionsOf = (card: Card, values: CardValues): string[] => [
  ...(card.caution ? [card.caution] : []),
  ...(CHARGING.includes(card.id) ? refrigerantCautions(values.refrigerant) : []),
];
