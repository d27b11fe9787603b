import { plainUnit, shownValue, type QuantityName, type UnitSystem } from '#core/base/quantities';
import { number } from '../ui/words/format.ts';

/** Says a value of a customary unit in the units of the screen. */
export const sayIn =
  (system: UnitSystem, quantity: QuantityName, customary: string, decimals = 0) =>
  (value: number): string => {
    const shown = shownValue(quantity, customary, value, system);
    return `${number(shown.value, decimals)} ${plainUnit(shown.unit)}`;
  };
