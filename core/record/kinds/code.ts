import { z } from 'zod';
import { shortText } from '#core/base/shapes';
import type { Code } from '#core/evidence';
import { part } from './fields.ts';
import { kind, sentences } from './kind.ts';

/** A fault code, with the board it belongs to. */
export const code = kind({
  body: z.object({
    board: shortText.min(1, 'which board? a code means something only with its board'),
    code: shortText.min(1, 'which code?'),
    when: z.enum(['now', 'in history', 'before power was cut', 'on the chart'], 'when did it show?'),
    means: shortText.optional(),
    points: z.array(part).max(12).optional(),
  }) satisfies z.ZodType<Code>,
  about: 'anything',
  says: ({ board, code, when, means }) => sentences(`${board}: ${code}, ${when}`, means),
  form: {
    title: 'Fault code',
    save: 'Put the code on the sheet',
    group: 'seen',
    asks: [
      { name: 'board', label: 'Board', as: 'text', hint: 'a code table belongs to a family of boards' },
      { name: 'code', label: 'Code or flashes', as: 'text' },
      {
        name: 'when',
        label: 'Shown',
        as: 'pick',
        options: ['now', 'before power was cut', 'in history', 'on the chart'],
      },
      {
        name: 'means',
        label: 'What the door says it means',
        as: 'text',
        hint: 'evidence, not a verdict',
        optional: true,
      },
    ],
  },
});
