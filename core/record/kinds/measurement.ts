import { z } from 'zod';
import { shortText } from '#core/base/shapes';
import type { Answer } from '#core/measuring/answers';
import { cardOf } from '#core/measuring/cards';
import { answerSaid } from './answerSaid.ts';
import { kind } from './kind.ts';

/** A bench card as filled in; what it says is worked out when it is written and kept beside it. */
export const measurement = kind({
  body: z.object({
    card: z
      .string()
      .max(60)
      .refine((card) => cardOf(card) !== undefined, 'is no card of the bench'),
    inputs: z
      .record(
        z.string().max(40),
        z.object({ value: z.union([z.number(), shortText]), unit: z.string().max(20).optional() }),
      )
      .refine((inputs) => Object.keys(inputs).length > 0, 'nothing was measured'),
  }),
  about: 'anything',
  folded: 'answers',
  says(body, { system }) {
    const card = cardOf(body.card);
    const title = card?.title ?? body.card;
    const answers = (body as { answers?: readonly Answer[] }).answers ?? [];
    if (answers.length > 0) return `${title}: ${answers.map((a) => answerSaid(a, system)).join(', ')}`;
    // Where the server has not answered yet: what was measured.
    const label = (name: string) => card?.inputs.find((input) => input.name === name)?.label ?? name;
    const typed = Object.entries(body.inputs).map(
      ([name, { value, unit = '' }]) => `${label(name)} ${String(value)} ${unit}`,
    );
    return `${title}: ${typed.join(', ')}`;
  },
});
