import { saidText } from '#core/base/quantities';
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
  readonly position?: string;
  readonly advice?: string;
  readonly says?: RegExp;
}

const find = (card: string, given: CardValues, name: string) =>
  cardOf(card)
    ?.answers(given)
    .find((a) => a.name === name);

/** Works the card out and compares. */
export function check({ card, given, name, value, to = 1, position, advice, says }: Example): void {
  const found = find(card, given, name);
  expect([name, found?.value === undefined ? undefined : Number(found.value.toFixed(6))]).toEqual([
    name,
    expect.any(Number),
  ]);
  expect(found?.value).toBeCloseTo(value, to);
  if (position) expect([name, found?.position]).toEqual([name, position]);
  if (advice) expect([name, found?.advice]).toEqual([name, advice]);
  if (says) expect(saidText(found?.text ?? '')).toMatch(says);
}
