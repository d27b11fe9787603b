import { z } from 'zod';
import { longText } from '#core/base/shapes';
import { kind } from './kind.ts';

/** Something that was left is as it should be again. */
export const conditionClosed = kind({
  body: z.object({ conditionId: z.uuid('say which one'), text: longText }),
  older: ({ text = '', ...body }) => ({ text, ...body }),
  about: 'anything',
  touches: ['calls', 'called units'],
  folded: 'all',
  needs({ conditionId }, { where }) {
    const found = where(conditionId);
    if (found === 'here') return [];
    const message =
      found === 'elsewhere'
        ? 'that was left at another site; it is closed on a visit there'
        : 'there is no such open condition';
    return [{ path: 'conditionId', message }];
  },
  says: ({ conditionId, text }, { left }) =>
    `Closed again${left.has(conditionId) ? `: ${left.get(conditionId)}` : ''}. ${text}`,
  form: { title: 'Closed again', save: 'Close it', group: 'done' },
});
