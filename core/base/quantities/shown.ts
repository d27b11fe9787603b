import { convert, QUANTITIES, type QuantityName } from './quantities.ts';

/** Which units a person reads. */
export const UNIT_SYSTEMS = ['US', 'metric'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

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
  run: 'm',
  power: 'kW',
};

/** Unit a quantity is shown in, from its customary one. */
export const shownUnit = (quantity: string, customary: string, system: UnitSystem): string =>
  system === 'metric' ? (METRIC[quantity as QuantityName] ?? customary) : customary;

/** A value in customary units as it is shown. */
export function shownValue(
  quantity: string,
  customary: string,
  value: number,
  system: UnitSystem,
): { value: number; unit: string } {
  const unit = shownUnit(quantity, customary, system);
  return unit === customary || !Object.hasOwn(QUANTITIES, quantity)
    ? { value, unit: customary }
    : { value: convert(quantity as QuantityName, customary, unit, value), unit };
}

/** Unit without the sign of a difference, as people write it. */
export const plainUnit = (unit: string): string => unit.replaceAll('Δ°', '°');

/**
 * A quantity in words. Large numbers lose their decimals, small ones keep one, pounds two.
 *
 * @example shownQuantity({ quantity: 'temperatureDifference', value: 9, unit: 'Δ°F' }, 'metric') // "5 °C"
 */
export function shownQuantity(
  measured: { readonly quantity: QuantityName; readonly value: number; readonly unit: string },
  system: UnitSystem,
): string {
  const { value, unit } = shownValue(measured.quantity, measured.unit, measured.value, system);
  const digits = measured.quantity === 'mass' ? 2 : Math.abs(value) < 100 ? 1 : 0;
  return `${value.toLocaleString('en-US', { maximumFractionDigits: digits })} ${plainUnit(unit)}`;
}
