import { z } from 'zod';
import { CALLS, EFFECTS, type Effect } from '#core/circuitry/ladder';
import { PART_IDS, type PartId } from '#core/machine';
import {
  ALONE,
  BLOWS,
  CHANGES,
  CHECKS,
  CIRCUMSTANCES,
  FLAMES,
  LOOKED,
  type Looked,
  type Observed,
} from '#core/diagnosis';

/** A terminal or rung of the ladder, as it is marked. */
const mark = z.string().min(1).max(60);
const between = z.tuple([mark, mark]);
const call = z.enum(CALLS);
const effect = z.enum(EFFECTS as [Effect, ...Effect[]]);
const part = z.enum(PART_IDS as [PartId, ...PartId[]]);
const volts = z.number().min(0, 'volts are shown without a sign').max(1000, 'more than any supply here');
const amps = z.number().min(0).max(5000);
/** Null reads open. */
const ohms = z.number().min(0, 'ohms are never below none').nullable();

/** An observation as it is written down, in a sheet or in a file. */
export const observedShape = z.discriminatedUnion('kind', [
  z.strictObject({
    ...{ kind: z.literal('ran'), call, what: effect, how: z.enum(['yes', 'no', 'hums']) },
    jumper: between.optional(),
  }),
  z.strictObject({ kind: z.literal('after'), call, what: effect, yes: z.boolean() }),
  z.strictObject({ kind: z.literal('locked out'), call, yes: z.boolean() }),
  z.strictObject({ kind: z.literal('blows'), call, how: z.enum(BLOWS) }),
  z.strictObject({ kind: z.literal('flame'), how: z.enum(FLAMES) }),
  z.strictObject({
    ...{ kind: z.literal('volts'), call, between, reads: volts, watched: z.boolean().optional() },
    lifted: mark.optional(),
  }),
  z.strictObject({ kind: z.literal('supply'), between, reads: volts }),
  z.strictObject({ kind: z.literal('ohms'), between, reads: ohms, sister: z.number().min(0).optional() }),
  z.strictObject({ kind: z.literal('alone'), rung: mark, to: z.enum(ALONE), reads: ohms }),
  z.strictObject({ kind: z.literal('pulled'), call, rung: mark, yes: z.boolean() }),
  z.strictObject({ kind: z.literal('microfarads'), rung: mark, reads: z.number().min(0).max(1000) }),
  z.strictObject({ kind: z.literal('amps'), call, rung: mark, reads: amps, sister: amps.optional() }),
  z.strictObject({
    kind: z.literal('pressures'),
    stage: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
    part: z.boolean(),
  }),
  z.strictObject({
    kind: z.literal('look'),
    at: z.enum(LOOKED as unknown as [Looked, ...Looked[]]),
    yes: z.boolean(),
  }),
  z.strictObject({ kind: z.literal('comes and goes'), call, yes: z.boolean() }),
  z.strictObject({ kind: z.literal('wiggled'), rung: mark, yes: z.boolean() }),
  z.strictObject({ kind: z.literal('circumstance'), what: z.enum(CIRCUMSTANCES), yes: z.boolean() }),
  z.strictObject({
    kind: z.literal('code'),
    code: z.string().min(1, 'which code?').max(60),
    points: z.array(part).max(12),
  }),
  z.strictObject({ kind: z.literal('changed'), part, how: z.enum(CHANGES, 'what was done to it?') }),
  z.strictObject({
    kind: z.literal('done'),
    check: z.enum(CHECKS),
    waived: z.string().trim().min(1, 'why is it left out?').max(200).optional(),
  }),
]) satisfies z.ZodType<Observed>;
