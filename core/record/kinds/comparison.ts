import { z } from 'zod';
import { id, shortText } from '#core/base/shapes';
import type { Comparison } from '#core/evidence';
import { kind } from './kind.ts';

/** The same thing here and on its sister. */
export const comparison = kind({
  body: z.object({
    what: shortText.min(1, 'what is compared?'),
    here: shortText.min(1, 'what is it here?'),
    there: shortText.min(1, 'what is it there?'),
    sisterUnitId: id.optional(),
    sister: shortText.optional(),
    says: z.enum(['alike', 'differs'], 'alike, or not?'),
  }) satisfies z.ZodType<Comparison>,
  about: 'anything',
  says: ({ what, here, there, sister, says }) =>
    `${what} ${here}, ${sister ?? 'its sister'} ${there}: ${says}`,
  form: { title: 'Compare', save: 'Put the comparison on the sheet', group: 'seen' },
});
