import { plainUnit, shownValue, type UnitSystem } from '#core/base/quantities';
import { standing, type Advice, type Answer, type Position } from '#core/measuring/answers';

/** A number as a line of a sheet writes it: at most so many decimals, none for nothing. */
export const rounded = (value: number, decimals = 1): string =>
  String(Math.round(value * 10 ** decimals) / 10 ** decimals);

/** What an answer comes down to, as a line of the sheet says it. */
const STANDING: Record<Advice | Position, string> = {
  inside: 'within',
  below: 'low',
  above: 'high',
  act: 'act',
  wait: 'wait',
  'measure first': '',
};

/** What of an answer its number is said by. */
export type AnswerNumber = Pick<Answer, 'name' | 'quantity' | 'unit' | 'value' | 'decimals'>;

/** An answer with its number. @example "CO in the room 80 ppm" */
export function answerNumber(
  { name, quantity, unit, value, decimals }: AnswerNumber,
  system: UnitSystem = 'US',
): string {
  const shown = shownValue(quantity, unit, value, system);
  return `${name} ${rounded(shown.value, decimals)} ${plainUnit(shown.unit)}`.trim();
}

/** An answer in a few words. @example "superheat 12 °F (within)" */
export function answerSaid(answer: Answer, system: UnitSystem): string {
  const word = STANDING[standing(answer) ?? 'measure first'];
  return answerNumber(answer, system) + (word ? ` (${word})` : '');
}
