import { plainNumber, typedQuantity, type QuantityName, type Within } from '#core/base/quantities';

/*
 * Numbers of forms, by the one reader. What it cannot read is handed on as it was typed: the contract refuses
 * a text where a number belongs, at its field, and says by the same reader what to write.
 */
const asItStands = (text: string): number => text as unknown as number;

/** A number as typed; nothing typed is no number, and never 0. @param within what it can be at all */
export function numberTyped(text: string | undefined, within?: Within): number | undefined {
  const typed = text?.trim();
  if (!typed) return undefined;
  try {
    return plainNumber(typed, within);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return asItStands(typed);
  }
}

/** The same where a number has to be: nothing typed is NaN, which every contract refuses. */
export const numberNeeded = (text: string | undefined): number => numberTyped(text) ?? NaN;

/** A number to show or compare with while it is typed; undefined while it is none. */
export function numberSoFar(text: string | undefined): number | undefined {
  const value = numberTyped(text);
  return typeof value === 'number' ? value : undefined;
}

/** A quantity as typed, in the unit written with it or that of its field. */
export function quantityTyped(
  quantity: QuantityName,
  unit: string,
  text: string | undefined,
): { readonly value: number; readonly unit: string } | undefined {
  const typed = text?.trim();
  if (!typed) return undefined;
  try {
    return typedQuantity(quantity, unit, typed);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return { value: asItStands(typed), unit };
  }
}
