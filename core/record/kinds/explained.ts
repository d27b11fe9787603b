import { z } from 'zod';
import { closesByWords } from '#core/measuring/answers';
import { actTold } from './fields.ts';
import { kind } from './kind.ts';

/** Says why a reading that asks to act needs nothing more, by whoever signs for it. */
export const explained = kind({
  body: z.object({
    /** The first line of the reading, and the rule of its answer. */
    act: actTold,
    text: z.string().trim().min(1, 'why is there nothing to do?').max(5000, 'at most 5,000 characters'),
  }),
  about: 'a unit or point',
  which: 'a reading that is explained was taken on one',
  touches: ['calls', 'called units'],
  folded: 'all',
  needs({ act }, { where }) {
    if (!closesByWords(act.rule))
      return [
        {
          path: 'act.rule',
          message: 'words never close this: read it again with the machine running, in its band',
        },
      ];
    return where(act.lineId) === 'here'
      ? []
      : [{ path: 'act.lineId', message: 'there is no such reading at this site' }];
  },
  says: ({ act, text }, { left }) => `${left.get(act.lineId) ?? act.rule}: nothing to do. ${text}`,
  form: { title: 'Explain a reading', save: 'Put the explanation on the sheet' },
});
