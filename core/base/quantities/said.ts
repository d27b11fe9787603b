import type { QuantityName } from './quantities.ts';
import { plainUnit, shownQuantity, shownValue, type UnitSystem } from './shown.ts';

/** A value with what it is a quantity of; shown in the reader's own units. */
export interface Measured {
  readonly quantity: QuantityName;
  readonly value: number;
  readonly unit: string;
  /** Upper end where a stretch is meant: "9 to 12". */
  readonly to?: number;
}

/** A sentence with its quantities kept as data, so that whoever reads it has them in the own units. */
export type Said = string | readonly (string | Measured)[];

/** A value in words. @example measured('temperatureDifference', 9, 'Δ°F', 12) // "9 to 12 °F" once said */
export const measured = (quantity: QuantityName, value: number, unit: string, to?: number): Measured => ({
  quantity,
  value,
  unit,
  ...(to === undefined ? {} : { to }),
});
/** A temperature, °F. */
export const degF = (value: number, to?: number): Measured => measured('temperature', value, '°F', to);
/** A difference of temperatures, °F. */
export const deltaF = (value: number, to?: number): Measured =>
  measured('temperatureDifference', value, 'Δ°F', to);

/** A sentence with quantities in it. @example say`Evaporating at ${degF(40)}.` */
export function say(texts: TemplateStringsArray, ...values: readonly (Said | Measured | number)[]): Said {
  const parts = texts.flatMap((text, i) => {
    const value = values[i];
    return value === undefined ? [text] : [text, value];
  });
  return flat(parts);
}

/** Several sentences as one. */
export const joined = (all: readonly Said[], between = ' '): Said =>
  flat(all.flatMap((said, i) => (i === 0 ? [said] : [between, said])));

function flat(parts: readonly (Said | Measured | number)[]): Said {
  const out: (string | Measured)[] = [];
  for (const part of parts) {
    const pieces = Array.isArray(part)
      ? (part as readonly (string | Measured)[])
      : [part as string | Measured];
    for (const piece of pieces) {
      const last = out.length - 1;
      if (typeof piece === 'object') out.push(piece);
      else if (typeof out[last] === 'string') out[last] = `${out[last]}${piece}`;
      else if (String(piece) !== '') out.push(String(piece));
    }
  }
  return out.every((piece) => typeof piece === 'string') ? out.join('') : out;
}

/** A sentence in the reader's units. */
export function saidText(said: Said, system: UnitSystem = 'US'): string {
  if (typeof said === 'string') return said;
  return said.map((part) => (typeof part === 'string' ? part : measuredText(part, system))).join('');
}

function measuredText({ quantity, value, unit, to }: Measured, system: UnitSystem): string {
  if (to === undefined) return shownQuantity({ quantity, value, unit }, system);
  const number = (v: number) => {
    const shown = shownValue(quantity, unit, v, system).value;
    return shown.toLocaleString('en-US', { maximumFractionDigits: Math.abs(shown) < 100 ? 1 : 0 });
  };
  return `${number(value)} to ${number(to)} ${plainUnit(shownValue(quantity, unit, value, system).unit)}`;
}
