import { z } from 'zod';
import { ABSENCE_KINDS, type AbsenceKind, type CrewDay, type Week } from '#core/planning/crews';
import { id, latitude, longitude, name, plainDate, shortText, version } from './common.ts';

const minute = z.int().min(0, 'before midnight').max(1440, 'after midnight');
const shift = z
  .object({ start: minute, end: minute })
  .refine(({ start, end }) => end > start, {
    path: ['end'],
    message:
      'ends before it begins; over midnight write it until 24:00, and give the hours after it to another crew',
  });
/** Shifts from Monday to Sunday; null on a day the crew does not work. */
export const week = z
  .array(shift.nullable())
  .length(7, 'has seven days')
  .refine((days) => days.some((day) => day !== null), 'has no day of work at all');

/** A place with its position: a yard, or the home somebody starts from. */
export const startPlace = z.object({ name: name.max(120), lat: latitude, lon: longitude });
export type StartPlace = z.infer<typeof startPlace>;

const crewFields = z.object({
  name: name.max(80),
  week,
  /** Null: the crew starts at the company's yard. */
  start: startPlace.nullable(),
});
export const newCrew = crewFields.extend({ id });
export const crewPatch = crewFields.partial().extend({ version, retired: z.boolean().optional() });
export type NewCrew = z.infer<typeof newCrew>;
export type CrewPatch = z.infer<typeof crewPatch>;

export const crewsQuery = z.object({ day: plainDate.optional() });

export interface CrewView {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly week: Week;
  /** Where the day starts and ends; null while neither the crew nor the company has said. */
  readonly start: StartPlace | null;
  /** True where the crew has a start of its own. */
  readonly ownStart: boolean;
  readonly retired: boolean;
  readonly members: readonly { readonly id: string; readonly displayName: string }[];
  /** The day that was asked for; today where none was. */
  readonly day: CrewDay;
}

const days = { from: plainDate, until: plainDate };
const inOrder = <T extends { from: string; until: string | null }>({ from, until }: T) =>
  until === null || from <= until;
const ENDS_FIRST = { path: ['until'], message: 'the last day lies before the first' };
const YEAR = 366;
const notEndless = ({ from, until }: { from: string; until: string | null }) =>
  until === null || Date.parse(until) - Date.parse(from) <= YEAR * 86_400_000;
const TOO_LONG = { path: ['until'], message: 'more than a year; leave the last day open instead' };

export const newAbsence = z
  .object({
    id,
    userId: id,
    kind: z.enum(ABSENCE_KINDS),
    from: plainDate,
    until: plainDate.nullable(),
    note: shortText.nullable().optional(),
  })
  .refine(inOrder, ENDS_FIRST)
  .refine(notEndless, TOO_LONG);
export const newOnCall = z
  .object({ id, userId: id, ...days })
  .refine(inOrder, ENDS_FIRST)
  .refine(notEndless, TOO_LONG);
export const newHoliday = z.object({ id, on: plainDate, name: name.max(80) });
export type NewAbsence = z.infer<typeof newAbsence>;
export type NewOnCall = z.infer<typeof newOnCall>;
export type NewHoliday = z.infer<typeof newHoliday>;

interface Dated {
  readonly id: string;
  readonly userId: string;
  readonly displayName: string;
  readonly from: string;
}
interface AbsenceView extends Dated {
  readonly kind: AbsenceKind;
  readonly until: string | null;
  readonly note: string | null;
}
interface OnCallView extends Dated {
  readonly until: string;
}
interface HolidayView {
  readonly id: string;
  readonly on: string;
  readonly name: string;
}
/** What of it reaches into today or later. */
export interface CalendarView {
  readonly absences: readonly AbsenceView[];
  readonly onCall: readonly OnCallView[];
  readonly holidays: readonly HolidayView[];
}
