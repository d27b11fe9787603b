import type { Answer } from './answer.ts';

/*
 * The rules by which answers are known again. A name may be worded anew; the rule stays, and whatever was
 * written under an older name is found by it. An answer without another name here is its own rule.
 */
const RULE_OF: Readonly<Record<string, string>> = {
  'CO in the room': 'room CO',
  'CO, supply above return': 'air stream CO',
  'CO in supply air': 'air stream CO',
  'CO in return air': 'return air CO',
  'CO air-free': 'flue CO',
  'CO air-free, at least': 'flue CO',
  'insulation, as measured': 'insulation',
  'insulation at 40 °C': 'insulation',
  'rise (it cools)': 'water rise',
  'drop (it heats)': 'water rise',
  'heat into the water': 'water heat',
  'heat out of the water': 'water heat',
};

/** The rule an answer is known again by. */
export const ruleOf = ({ name }: Pick<Answer, 'name'>): string => RULE_OF[name] ?? name;

const CARBON_MONOXIDE: ReadonlySet<string> = new Set([
  'room CO',
  'air stream CO',
  'return air CO',
  'flue CO',
]);
const GAS: ReadonlySet<string> = new Set([
  'manifold',
  'inlet, highest',
  'inlet, running',
  'inlet drop',
  'input',
  'input, of rated',
]);

/** Carbon monoxide: somebody can be hurt. */
export const isCarbonMonoxide = (rule: string): boolean => CARBON_MONOXIDE.has(rule);

/**
 * Whether words can settle what asks to act. For carbon monoxide and gas only a reading can, taken again with
 * the machine running [common practice].
 */
export const closesByWords = (rule: string): boolean => !CARBON_MONOXIDE.has(rule) && !GAS.has(rule);
