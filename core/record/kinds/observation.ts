import { z } from 'zod';
import { shortText } from '#core/base/shapes';
import { observedWords } from '#core/diagnosis';
import { kind } from './kind.ts';
import { observedShape } from './observed.ts';

/** One answer of the machine, seen or measured while its fault was looked for. */
export const observation = kind({
  body: z.object({
    /** The question as it was asked: the machine may be drawn otherwise later. */
    asked: shortText.min(1, 'what was asked?'),
    seen: observedShape,
  }),
  about: 'a unit',
  which: 'an observation is about one machine',
  says: ({ asked, seen }) => `${asked} ${observedWords(seen)}`,
});
