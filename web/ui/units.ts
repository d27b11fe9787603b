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
export function shownValue(
  quantity: string,
  customary: string,
  value: number,
  system: UnitSystem,
): { value: number; unit: string } {
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
export const plainUnit = (unit: string): string => unit.replaceAll('Δ°', '°');

/** Units that stand in the texts of answers, with the quantity each means there. */
const IN_TEXTS: Readonly<Record<string, QuantityName>> = {
  'Δ°F': 'temperatureDifference',
  '°F': 'temperature',
  psig: 'pressureGauge',
  'in w.c.': 'gasPressure',
  cfm: 'airFlow',
  gpm: 'waterFlow',
  'Btu/h': 'heatRate',
};
const NUMBER = String.raw`[−-]?\d[\d,]*(?:\.\d+)?`;
const QUANTITY_IN_TEXT = new RegExp(
  `(${NUMBER})((?: to | ± )${NUMBER})? (Δ?°F|psig|in w\\.c\\.|cfm|gpm|Btu/h)`,
  'g',
);

/**
 * A text of the core, which speaks in customary units, in the units of the screen: "9 to 12 Δ°F" becomes "5 to 6.7 °C". What is no
 * number with a unit stays as it is.
 */
export function shownText(text: string, system: UnitSystem): string {
  if (system === 'US') return plainUnit(text);
  return text.replace(
    QUANTITY_IN_TEXT,
    (_all, first: string, second: string | undefined, customary: string) => {
      const show = (typed: string) => {
        const { value } = shownValue(
          IN_TEXTS[customary] as string,
          customary,
          Number(typed.replaceAll(',', '').replace('−', '-')),
          system,
        );
        return value.toLocaleString('en-US', { maximumFractionDigits: Math.abs(value) < 100 ? 1 : 0 });
      };
      const rest = second?.replace(new RegExp(NUMBER), show) ?? '';
      return `${show(first)}${rest} ${plainUnit(shownUnit(IN_TEXTS[customary] as string, customary, system))}`;
    },
  );
}
