import { convert, QUANTITIES, type QuantityName } from '#core/quantities';
import type { CardInput } from '#core/cards';

export type UnitSystem = 'US' | 'metric';

/** The metric unit shown for a quantity; what is missing is measured alike everywhere. */
const METRIC: Partial<Record<QuantityName, string>> = {
  temperature: '°C',
  temperatureDifference: 'Δ°C',
  pressureGauge: 'kPa(g)',
  pressureDifference: 'kPa',
  gasPressure: 'mbar',
  airPressure: 'Pa',
  vacuum: 'Pa',
  airFlow: 'L/s',
  waterFlow: 'L/s',
  heatRate: 'kW',
  gasVolume: 'L',
  systemVolume: 'L',
  heatingValue: 'MJ/m³',
  mass: 'kg',
  length: 'mm',
  elevation: 'm',
  power: 'kW',
};

/** Unit a quantity is shown in, from its customary one. */
export const shownUnit = (quantity: string, customary: string, system: UnitSystem): string =>
  system === 'metric' ? (METRIC[quantity as QuantityName] ?? customary) : customary;

/** A value in customary units as it is shown. */
export function shownValue(quantity: string, customary: string, value: number, system: UnitSystem): { value: number; unit: string } {
  const unit = shownUnit(quantity, customary, system);
  return unit === customary || !(quantity in QUANTITIES)
    ? { value, unit: customary }
    : { value: convert(quantity as QuantityName, customary, unit, value), unit };
}

/** Units an input can be typed in, the preferred one first. */
export function unitsOf(input: CardInput, system: UnitSystem): string[] {
  if (!input.quantity || !input.unit) return [];
  const preferred = shownUnit(input.quantity, input.unit, system);
  return [preferred, ...Object.keys(QUANTITIES[input.quantity].units).filter((unit) => unit !== preferred)];
}

/** Unit without the sign of a difference, as people write it. */
export const plainUnit = (unit: string): string => unit.replace('Δ', '');
