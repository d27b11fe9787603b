import { cardOf, type CardValues } from '../index.ts';

/** One line of a worked example: what is entered, which answer is looked at, what it has to be. */
export interface Example {
  readonly what: string;
  readonly card: string;
  readonly given: CardValues;
  readonly name: string;
  readonly value: number;
  /** Decimals to which it has to agree. */
  readonly to?: number;
  readonly verdict?: string;
  readonly says?: RegExp;
}

const find = (card: string, given: CardValues, name: string) =>
  cardOf(card)
    ?.answers(given)
    .find((a) => a.name === name);

/** Works the card out and compares. */
export function check({ card, given, name, value, to = 1, verdict, says }: Example): void {
  const found = find(card, given, name);
  expect([name, found?.value === undefined ? undefined : Number(found.value.toFixed(6))]).toEqual([
    name,
    expect.any(Number),
  ]);
  expect(found?.value).toBeCloseTo(value, to);
  if (verdict) expect([name, found?.verdict]).toEqual([name, verdict]);
  if (says) expect(found?.text).toMatch(says);
}
