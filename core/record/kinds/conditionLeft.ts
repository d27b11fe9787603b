import { z } from 'zod';
import { longText, shortText } from '#core/base/shapes';
import { CONDITION_KIND_NAMES, CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import { actTold, circuitNumber } from './fields.ts';
import { kind } from './kind.ts';

/** Something left as it should not stay. */
export const conditionLeft = kind({
  body: z
    .object({
      circuit: circuitNumber.optional(),
      condition: z.enum(CONDITION_KIND_NAMES as [ConditionKind, ...ConditionKind[]], 'what is not normal?'),
      text: longText,
      /** The reading that asked to act and has led to it. */
      act: actTold.optional(),
      told: shortText.optional(),
      changedFrom: shortText.optional(),
      changedTo: shortText.optional(),
      /** What makes it normal again, where it is not what usually does. */
      closes: shortText.optional(),
    })
    .refine((body) => !CONDITION_KINDS[body.condition].hazard || Boolean(body.told), {
      error: 'somebody can be hurt: who was told, and in writing?',
      path: ['told'],
    }),
  older: ({ text = '', ...body }) => ({ text, ...body }),
  about: 'a unit or point',
  which: 'something is left so on one, or at a point of the site',
  touches: ['calls', 'called units'],
  folded: 'all',
  says: ({ condition, changedFrom, changedTo, text, told }) =>
    [
      `Left: ${condition}.`,
      changedFrom || changedTo ? `${changedFrom || 'not said'} → ${changedTo || 'not said'}.` : '',
      text,
      told ? `Told: ${told}` : '',
    ]
      .filter(Boolean)
      .join(' '),
  form: { title: 'Left open', save: 'Leave it so, in front of everybody', group: 'done' },
});
