import { z } from 'zod';
import { shortText } from '#core/base/shapes';
import { rounded } from './answerSaid.ts';
import { circuitLack, circuitNumber, pounds } from './fields.ts';
import { kind } from './kind.ts';

const OUT = {
  cylinder: 'recovered',
  reclaimer: 'recovered into the reclaimer',
  air: 'lost to the air',
} as const;

/** Pounds put in, taken out, or known to have been put in without a scale. */
export const refrigerant = kind({
  body: z
    .object({
      refrigerant: shortText.min(1, 'which refrigerant?'),
      circuit: circuitNumber.optional(),
      addedLb: pounds.optional(),
      /** Some was added and nobody weighed it: known to have happened, amount unknown. */
      notWeighed: z.boolean().optional(),
      recoveredLb: pounds.optional(),
      /** Charge weighed back into a circuit that had been opened. */
      afterOpening: z.boolean().optional(),
      cylinder: shortText.optional(),
      /** Where it came from and where it went, beside the circuit; lines that leave it out did not say. */
      from: z.enum(['cylinder']).optional(),
      into: z.enum(['cylinder', 'reclaimer', 'air']).optional(),
    })
    .refine((body) => body.addedLb !== undefined || body.recoveredLb !== undefined || body.notWeighed, {
      error: 'how many pounds? or tick that nobody weighed them',
      path: ['addedLb'],
    }),
  about: 'a unit',
  which: 'refrigerant belongs to one',
  folded: 'all',
  needs: ({ circuit }, near) => circuitLack(circuit, near),
  says: ({ refrigerant: name, addedLb, notWeighed, recoveredLb, circuit, cylinder, into }) =>
    [
      name,
      addedLb !== undefined && `${rounded(addedLb, 2)} lb added`,
      notWeighed && 'added, not weighed',
      recoveredLb !== undefined && `${rounded(recoveredLb, 2)} lb ${into ? OUT[into] : 'recovered'}`,
      circuit !== undefined && `circuit ${circuit}`,
      cylinder && `cylinder ${cylinder}`,
    ]
      .filter(Boolean)
      .join(', '),
  form: { title: 'Refrigerant', save: 'Put the pounds on the sheet', group: 'done' },
});
