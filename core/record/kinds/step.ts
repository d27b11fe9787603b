import { z } from 'zod';
import { longText, shortText } from '#core/base/shapes';
import { HAPPENED, SEQUENCES, type Sequence, type Step } from '#core/evidence';
import { kind, sentences } from './kind.ts';

/** A step of a sequence that happened, or did not. */
export const step = kind({
  body: z
    .object({
      sequence: z.enum(Object.keys(SEQUENCES) as [Sequence, ...Sequence[]], 'heating or cooling?'),
      step: shortText,
      happened: z.enum(HAPPENED, 'did it happen?'),
      text: longText.optional(),
    })
    .refine((body) => (SEQUENCES[body.sequence] as readonly string[]).includes(body.step), {
      error: 'which step?',
      path: ['step'],
    }) satisfies z.ZodType<Step>,
  about: 'anything',
  says: ({ sequence, step, happened, text }) => sentences(`${sequence}: ${step}, ${happened}`, text),
  form: { title: 'Sequence', save: 'Put the step on the sheet', group: 'seen' },
});
