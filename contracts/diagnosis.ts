import { z } from 'zod';
import { HEATS, SUPPLY_VOLTS, USUAL } from '#core/circuitry/ladder';
import { COMMANDERS } from '#core/machine';
import { observedShape } from '#core/record/kinds';

/** What of a machine decides its ladder; what a file leaves out is as usual. */
const machine = z
  .strictObject({
    volts: z.literal(SUPPLY_VOLTS, `is one of ${SUPPLY_VOLTS.join(', ')}`).default(USUAL.volts),
    phase: z.literal([1, 3], 'is 1 or 3').default(USUAL.phase),
    heat: z.enum(HEATS).default(USUAL.heat),
    stages: z.literal([0, 1, 2, 3, 4], 'none to four').default(USUAL.stages),
    strips: z.literal([1, 2, 3], 'one to three').default(USUAL.strips),
    drive: z.enum(['belt', 'direct']).default(USUAL.drive),
    proof: z.boolean().default(USUAL.proof),
    monitor: z.boolean().default(USUAL.monitor),
    float: z.boolean().default(USUAL.float),
    economizer: z.boolean().default(USUAL.economizer),
    commanded: z.enum(COMMANDERS).default(USUAL.commanded),
  })
  .refine(({ heat, volts }) => (heat === 'unit heater' || heat === 'boiler') === (volts === 115), {
    error: 'a unit heater and a boiler stand on 115 V, and nothing else does',
    path: ['volts'],
  });

/** A case to be diagnosed from a file; docs/formats.md describes it. */
export const diagnosisCase = z.strictObject({
  machine,
  evidence: z.array(observedShape).max(200, 'at most 200 pieces of evidence'),
});
export type DiagnosisCase = z.infer<typeof diagnosisCase>;
