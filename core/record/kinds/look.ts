import { z } from 'zod';
import { longText, shortText } from '#core/base/shapes';
import { LOOKED, LOOKED_BY, SIGNS, type Look } from '#core/evidence';
import { circuitNumber, ofCircuit, part } from './fields.ts';
import { kind, sentences } from './kind.ts';

/** What was to be seen, and how far one looked. */
export const look = kind({
  body: z.object({
    part,
    circuit: circuitNumber.optional(),
    sign: z.enum(SIGNS, 'what was to be seen?'),
    looked: z.enum(LOOKED, 'how far did you look?'),
    by: z.enum(LOOKED_BY, 'by what?'),
    hidden: shortText.optional(),
    text: longText.optional(),
  }) satisfies z.ZodType<Look>,
  about: 'anything',
  folded: 'all',
  says: ({ part, circuit, sign, looked, by, hidden, text }) =>
    sentences(
      `${part}${ofCircuit(circuit)}: ${sign}, by ${by}, ${looked}`,
      hidden && `Not seen: ${hidden}`,
      text,
    ),
  form: { title: 'Look', save: 'Put the look on the sheet', group: 'seen' },
});
