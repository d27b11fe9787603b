import { z } from 'zod';
import type { Reason } from '#core/said';
import { id } from '#core/base/shapes';

export { id, instant, longText, plainDate, shortText } from '#core/base/shapes';
export const name = z.string().trim().min(1, 'must not be empty').max(200, 'at most 200 characters');
export const latitude = z
  .number()
  .min(-90, 'latitude lies between −90 and 90')
  .max(90, 'latitude lies between −90 and 90');
export const longitude = z
  .number()
  .min(-180, 'longitude lies between −180 and 180')
  .max(180, 'longitude lies between −180 and 180');
export const version = z.int32().min(1);

/** Which records are asked for, in the address bar: their ids with commas between. */
export const idsAsked = z
  .string()
  .max(8000, 'asks for too many')
  .transform((text) => text.split(',').filter(Boolean))
  .pipe(z.array(id).min(1, 'asks for none').max(200, 'asks for more than 200'));

/** Which stretch of a list is asked for. Text from the address bar, so numbers arrive as text. */
export const paging = {
  q: z.string().trim().max(200).optional().default(''),
  offset: z
    .string()
    .regex(/^\d{1,7}$/)
    .optional()
    .default('0')
    .transform(Number),
  limit: z
    .string()
    .regex(/^\d{1,3}$/)
    .optional()
    .default('50')
    .transform(Number)
    .pipe(z.number().min(1).max(200)),
};

/** A list query: search text, sort column, direction, page. */
export function listQuery<const T extends readonly [string, ...string[]]>(columns: T) {
  return z.object({
    ...paging,
    sort: z
      .enum(columns)
      .optional()
      .default(columns[0] as T[number]),
    dir: z.enum(['asc', 'desc']).optional().default('asc'),
  });
}

export interface Page<T> {
  readonly rows: T[];
  readonly total: number;
}

/** A verdict's reason crosses the boundary as core made it: as data, put into words by whoever shows it. */
export type ReasonView = Reason;
