import { z } from 'zod';
import { longText } from '#core/base/shapes';
import { kind } from './kind.ts';

/** What should be done that nobody has decided about. */
export const recommendation = kind({
  body: z.object({ text: longText.min(1, 'what do you recommend?') }),
  about: 'a unit or point',
  which: 'a recommendation is about one, or about a point of the site',
  touches: ['calls'],
  folded: 'all',
  says: ({ text }) => text,
  form: {
    title: 'Recommend',
    save: 'Put it on the sheet',
    group: 'done',
    asks: [{ name: 'text', label: 'What should be done, and why', as: 'long' }],
  },
});
