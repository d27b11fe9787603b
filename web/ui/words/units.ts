import { QUANTITIES, shownUnit, type UnitSystem } from '#core/base/quantities';
import type { CardInput } from '#core/measuring/cards';

/** Units an input can be typed in, the preferred one first. */
export function unitsOf(input: CardInput, system: UnitSystem): string[] {
  if (!input.quantity || !input.unit) return [];
  const preferred = shownUnit(input.quantity, input.unit, system);
  return [preferred, ...Object.keys(QUANTITIES[input.quantity].units).filter((unit) => unit !== preferred)];
}
