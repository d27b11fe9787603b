import { plainUnit, shownValue, type QuantityName, type UnitSystem } from '#core/base/quantities';
import type { Opened } from '#core/simulation';
import { number } from '../ui/words/format.ts';

const QUANTITY: Readonly<Partial<Record<Opened['unit'], QuantityName>>> = {
  psig: 'pressureGauge',
  '°F': 'temperature',
};

function amount(value: number, unit: Opened['unit'], system: UnitSystem): string {
  const quantity = QUANTITY[unit];
  if (!quantity) return `${number(value, 0)} ${unit}`;
  const shown = shownValue(quantity, unit, value, system);
  return `${number(shown.value, 0)} ${plainUnit(shown.unit)}`;
}

/** Which safety opens, at what, and what it would see if it did not. */
export function tripSaid({ safety, limit, seen, unit }: Opened, system: UnitSystem): string {
  if (safety === 'draft pressure switch')
    return `the draft pressure switch opens at ${number(limit, 0)} % of the usual draft`;
  const at = `the ${safety} opens at ${amount(limit, unit, system)}`;
  return Math.abs(seen - limit) < 1 ? at : `${at}, it would see ${amount(seen, unit, system)}`;
}
