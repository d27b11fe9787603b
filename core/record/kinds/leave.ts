import { z } from 'zod';
import { id, longText } from '#core/base/shapes';
import { leaving } from './fields.ts';
import { kind, sentences } from './kind.ts';

type Left = z.infer<z.ZodObject<typeof leaving>>;
const outcomeWords = ({ outcome, waitingFor }: Left): string =>
  outcome === 'waiting' ? `waiting${waitingFor ? ` for ${waitingFor}` : ''}` : outcome;

/**
 * Somebody has left, and how each call of the visit was left: its own outcome, or the one for the rest. It
 * has happened, so it is refused for nothing that it implies; what is left open all the same is said with why.
 */
export const leave = kind({
  body: z
    .object({
      ...leaving,
      calls: z
        .array(z.object({ callId: id, ...leaving }))
        .max(60)
        .optional(),
      text: longText.optional(),
      stillOpen: longText.optional(),
    })
    .superRefine((body, context) => {
      [body, ...(body.calls ?? [])].forEach((part, i) => {
        if (part.outcome === 'waiting' && part.waitingFor === undefined)
          context.addIssue({
            code: 'custom',
            path: i === 0 ? ['waitingFor'] : ['calls', i - 1, 'waitingFor'],
            message: 'what does it wait for?',
          });
      });
    }),
  about: 'the visit',
  touches: ['calls', 'called units', 'times of the visit'],
  folded: 'all',
  needs: ({ calls = [] }, near) =>
    calls.flatMap(({ callId }, i) =>
      near.calls.has(callId)
        ? []
        : [{ path: `calls.${i}.callId`, message: 'this call is not one of this visit' }],
    ),
  says(body, { calls }) {
    const each = (body.calls ?? []).map((c) => `${calls.get(c.callId) ?? 'a call'} ${outcomeWords(c)}`);
    const all = each.length > 0 ? each.join(', ') : outcomeWords(body);
    return sentences(`Left: ${all}`, body.text, body.stillOpen && `Left open: ${body.stillOpen}`);
  },
  form: { title: 'Leave', save: 'Leave the site', group: 'done' },
});
