import { z } from 'zod';
import { longText } from '#core/base/shapes';
import { kind } from './kind.ts';

export const note = kind({
  body: z.object({ text: longText.min(1, 'an empty note') }),
  about: 'anything',
  says: ({ text }) => text,
  form: {
    title: 'Note',
    save: 'Put the note on the sheet',
    group: 'done',
    asks: [{ name: 'text', label: 'Note', as: 'long' }],
  },
});
