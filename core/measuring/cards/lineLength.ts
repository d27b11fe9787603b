import { answer } from '#core/measuring/answers';
import { lineCharge, LIQUID_LINES, type LiquidLine, type RefrigerantName } from '#core/measuring/refrigerant';
import { measured, say } from '#core/base/quantities';
import { reader, type Card, type CardInput } from './card.ts';
import { refrigerant } from './inputs.ts';

const run = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'run',
  unit: 'ft',
  ...more,
});

/** Longer than this a maker has rules of his own, ft [common practice]. */
const LONG_FT = 80;

export const LINE_LENGTH_CARD: Card = {
  id: 'line-length',
  title: 'Charge by line length',
  words: 'split line set liquid line ounces per foot weigh long added precharged factory',
  group: 'refrigerant',
  inputs: [
    refrigerant,
    { name: 'line', label: 'Liquid line, outside', choices: LIQUID_LINES, usual: '3/8 in' },
    run('length', 'Length of the line, one way'),
    run('covered', 'Charged at the factory for', { usual: 15, optional: true }),
    { name: 'factory', label: 'Charge on the plate', quantity: 'mass', unit: 'lb', optional: true },
  ],
  formula: '(length − covered) · inside area · liquid density at 77 °F',
  source: 'geometry; liquid density and tube walls [from memory]',
  caution:
    'Weighed in on a scale, as liquid where it is a blend. The maker’s table wins: lengths, lifts, traps and oil have ' +
    'rules of their own.',
  answers: (values) => {
    const { num, text } = reader(values);
    const name = text<RefrigerantName>('refrigerant');
    const line = text<LiquidLine>('line');
    const length = num('length');
    if (!name || !line || length === undefined) return [];
    const perFoot = lineCharge(name, line);
    const extra = (length - (num('covered') ?? 15)) * perFoot;
    const factory = num('factory');
    const base = {
      unit: 'lb',
      quantity: 'mass',
      formula: LINE_LENGTH_CARD.formula,
      source: LINE_LENGTH_CARD.source,
    };
    if (factory !== undefined && factory + extra <= 0)
      throw new RangeError('so short a line would leave nothing of the charge: one of the lengths is wrong');
    return [
      answer({ ...base, name: 'a foot of line holds', value: perFoot * 16, unit: 'oz', decimals: 2 }),
      answer({
        ...base,
        name: extra < 0 ? 'to take out' : 'to add',
        value: Math.abs(extra),
        decimals: 2,
        text:
          length > LONG_FT
            ? say`Over ${measured('run', LONG_FT, 'ft')}: crankcase heat, traps, lift and oil by the maker’s rules for long lines.`
            : '',
      }),
      ...(factory === undefined
        ? []
        : [answer({ ...base, name: 'charge in all', value: factory + extra, decimals: 2 })]),
    ];
  },
};
