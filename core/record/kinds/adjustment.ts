import { z } from 'zod';
import { shortText } from '#core/base/shapes';
import { ADJUSTED, type Adjustment } from '#core/evidence';
import { circuitNumber, ofCircuit } from './fields.ts';
import { kind } from './kind.ts';

/** Something turned, set or tightened. */
export const adjustment = kind({
  body: z.object({
    what: z.enum(ADJUSTED, 'what was adjusted?'),
    circuit: circuitNumber.optional(),
    found: shortText.optional(),
    left: shortText.min(1, 'how was it left?'),
  }) satisfies z.ZodType<Adjustment>,
  about: 'anything',
  says: ({ what, circuit, found, left }) =>
    `${what}${ofCircuit(circuit)}: ${found === undefined ? '' : `found ${found}, `}left ${left}`,
  form: {
    title: 'Adjusted',
    save: 'Put the adjustment on the sheet',
    group: 'done',
    asks: [
      { name: 'what', label: 'What was adjusted', as: 'choice', options: ADJUSTED },
      { name: 'circuit', label: 'Circuit', as: 'circuit', optional: true },
      { name: 'found', label: 'As found', as: 'text', optional: true },
      { name: 'left', label: 'As left', as: 'text' },
    ],
  },
});
