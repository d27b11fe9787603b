import { z } from 'zod';
import { AROUND, CALLS, EFFECTS } from '#core/circuitry/ladder';
import { ALONE, CHECKS, FLAMES } from '#core/diagnosis';

/** A terminal of the ladder, as it is marked. */
const terminal = z.string().min(1).max(40);
const between = z.tuple([terminal, terminal]);
const call = z.enum(CALLS);
const volts = z.number().min(0, 'volts are shown without a sign').max(1000, 'more than any supply here');
/** Null reads open. */
const ohms = z.number().min(0).nullable();

const observed = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('ran'), call, what: z.enum(EFFECTS), how: z.enum(['yes', 'no', 'hums']) }),
  z.strictObject({ kind: z.literal('locked out'), call, yes: z.boolean() }),
  z.strictObject({ kind: z.literal('flame'), how: z.enum(FLAMES) }),
  z.strictObject({ kind: z.literal('volts'), call, between, reads: volts, watched: z.boolean().optional() }),
  z.strictObject({ kind: z.literal('ohms'), between, reads: ohms }),
  z.strictObject({ kind: z.literal('alone'), rung: terminal, to: z.enum(ALONE), reads: ohms }),
  z.strictObject({ kind: z.literal('after'), call, what: z.enum(EFFECTS), yes: z.boolean() }),
  z.strictObject({ kind: z.literal('look'), at: z.enum(AROUND), yes: z.boolean() }),
  z.strictObject({ kind: z.literal('done'), check: z.enum(CHECKS) }),
]);

/** A case to be diagnosed from a file; docs/formats.md describes it. */
export const diagnosisCase = z.strictObject({
  machine: z.strictObject({
    kind: z.enum(['package gas/electric'], 'there is a ladder of package gas/electric units only, so far'),
    volts: z.literal([208, 480]),
  }),
  evidence: z.array(observed).max(200, 'at most 200 pieces of evidence'),
});
export type DiagnosisCase = z.infer<typeof diagnosisCase>;
