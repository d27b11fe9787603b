import { readInput, type Card, type CardInput, type CardValues, type PlateFact } from '#core/measuring/cards';

/** One field of a card as typed. */
export interface Typed {
  readonly text: string;
  readonly unit?: string;
}
export type CardTyped = Readonly<Record<string, Typed>>;

export interface Filled {
  readonly values: CardValues;
  /** What was typed or taken, as it is put on a sheet. */
  readonly inputs: Readonly<Record<string, { readonly value: number | string; readonly unit?: string }>>;
  readonly errors: ReadonlyMap<string, string>;
  readonly notes: ReadonlyMap<string, string>;
}

/**
 * A card's fields read: typed wins over the plate, the plate over what is usual. What cannot be is named at
 * its field.
 */
export function readCard(
  card: Card,
  typed: CardTyped,
  facts: Partial<Record<PlateFact, number | string>>,
  unitFor: (input: CardInput) => string,
): Filled {
  const values: Record<string, number | string> = {};
  const inputs: Record<string, { value: number | string; unit?: string }> = {};
  const errors = new Map<string, string>();
  const notes = new Map<string, string>();
  for (const input of card.inputs) {
    const given = typed[input.name];
    const text = given?.text.trim() ?? '';
    if (text === '') {
      const known = (input.plate ? facts[input.plate] : undefined) ?? input.usual;
      if (known === undefined || (input.choices && !input.choices.includes(String(known)))) continue;
      values[input.name] = known;
      inputs[input.name] = {
        value: known,
        ...(input.unit && typeof known === 'number' ? { unit: input.unit } : {}),
      };
      continue;
    }
    if (input.choices) {
      values[input.name] = text;
      inputs[input.name] = { value: text };
      continue;
    }
    try {
      const read = readInput(input, text, given?.unit ?? unitFor(input));
      const { value, quality, ask, typed: written, unit } = read;
      values[input.name] = value;
      inputs[input.name] = { value: written, ...(input.quantity ? { unit } : {}) };
      if (quality.quality === 'doubtful')
        notes.set(input.name, `Doubtful: ${quality.why}.${ask ? ` ${ask}` : ''} It is kept and marked.`);
    } catch (error) {
      errors.set(input.name, (error as Error).message);
    }
  }
  return { values, inputs, errors, notes };
}
