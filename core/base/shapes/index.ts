import { z } from 'zod';
import { isPlainDate } from '#core/base/time';

/** Shapes shared by all that crosses a boundary and by what is written on sheets. */
export const id = z.uuid('must be a UUID');
/** A slip of the keyboard in the year is told from a date that somebody may mean. */
const aroundNow = (date: string): boolean => date >= '1900' && date < '2200';
export const plainDate = z
  .string()
  .refine(isPlainDate, 'must be a day, such as 26 Nov 2026')
  .refine(aroundNow, 'lies before 1900 or after 2199');
export const instant = z.iso
  .datetime({ offset: true, message: 'must be a time on a day of the calendar' })
  .refine(aroundNow, 'lies before 1900 or after 2199');
export const shortText = z.string().trim().max(300, 'at most 300 characters');
export const longText = z.string().trim().max(5000, 'at most 5,000 characters');
