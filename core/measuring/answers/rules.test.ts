import { ruleOf } from './index.ts';

/* Names of answers that say the same thing of a machine: one settles what the other asked. */
it.each([
  ['CO in the room', 'room CO'],
  ['CO, supply above return', 'air stream CO'],
  ['CO in supply air', 'air stream CO'],
  ['CO in return air', 'return air CO'],
  ['CO air-free', 'flue CO'],
  ['CO air-free, at least', 'flue CO'],
  ['insulation, as measured', 'insulation'],
  ['insulation at 40 °C', 'insulation'],
  ['rise (it cools)', 'water rise'],
  ['drop (it heats)', 'water rise'],
  ['heat into the water', 'water heat'],
  ['heat out of the water', 'water heat'],
  ['superheat', 'superheat'],
])('“%s” is known again as %s', (name, rule) => expect(ruleOf({ name })).toBe(rule));
