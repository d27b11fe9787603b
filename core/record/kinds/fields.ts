import { z } from 'zod';
import { PART_IDS, type PartId, type Slot } from '#core/machine';
import { id, shortText } from '#core/base/shapes';
import { LEAVE_OUTCOMES, WAITING_FOR } from '#core/record/work';
import type { Lack, Near } from './kind.ts';

/* Fields that several kinds have. */

export const pounds = z.number().min(0, 'a weight cannot be negative').max(5000, 'more than any roof holds');
export const circuitNumber = z.int('which circuit? a number').min(1).max(8, 'at most eight circuits');
export const part = z.enum(PART_IDS as [PartId, ...PartId[]], 'which part?');
export const slot = z.object({ part, circuit: circuitNumber.nullable() }) satisfies z.ZodType<Slot>;
export const leaving = {
  outcome: z.enum(LEAVE_OUTCOMES, 'how is it left?'),
  waitingFor: z.enum(WAITING_FOR).optional(),
};

/** An answer of a line that asks to act, known again by its rule. */
export const actTold = z.object({ lineId: id, rule: shortText.min(1, 'which answer?') });

/** Where a machine has several circuits, pounds and repairs of leaks say which one. */
export function circuitLack(circuit: number | undefined, { unit }: Near): Lack[] {
  const numbers = unit?.circuits ?? [];
  if (circuit === undefined && numbers.length > 1)
    return [{ path: 'circuit', message: `which circuit? it has ${numbers.join(' and ')}` }];
  if (circuit !== undefined && numbers.length > 0 && !numbers.includes(circuit))
    return [{ path: 'circuit', message: `it has no circuit ${circuit}` }];
  return [];
}

/** "of circuit 2", where one is named. */
export const ofCircuit = (circuit: number | undefined): string =>
  circuit === undefined ? '' : ` of circuit ${circuit}`;
