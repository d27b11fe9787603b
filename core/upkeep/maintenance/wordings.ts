import { FROM_SHEET, type WordsOf } from '#core/base/reasons';
import { plural } from '#core/base/sentences';
import { dayWords } from '#core/base/time';
import { cadenceWords } from './cadence.ts';
import type { MaintenanceRules } from './rules.ts';

const late = (days: number): string => `${plural(days, 'day')} late`;
/** @example "15 Mar 2026 to 31 May 2026", and one day where it was agreed for that */
const windowWords = (from: string, to: string): string =>
  from === to ? dayWords(to) : `${dayWords(from)} to ${dayWords(to)}`;
const AGREED = {
  kind: 'the company’s usual for this kind',
  customer: 'agreed with the customer',
  site: 'agreed for this site',
  unit: 'agreed for this unit',
} as const;

/** Words for the rules about what is due. */
export const maintenanceWords: WordsOf<MaintenanceRules> = {
  'no record': ({ task, cadence, agreed }) => ({
    text: `${task}: nothing on record says when it was last done.`,
    threshold: `${cadenceWords(cadence)}, ${AGREED[agreed]}`,
  }),
  'comes round': ({ task, cadence, last, dueOn, lateDays, agreed }) => ({
    text: `${task}: ${lateDays > 0 ? late(lateDays) : `due ${dayWords(dueOn)}`}.`,
    inputs: [{ label: 'last done', value: dayWords(last), source: FROM_SHEET }],
    threshold: `${cadenceWords(cadence)}, ${AGREED[agreed]}`,
    changedBy: 'Doing it.',
  }),
  'plugs sooner': ({ task, cadence, last, dueOn, lateDays, agreed, days, pluggedAfter }) => ({
    text:
      `${task}: ${lateDays > 0 ? late(lateDays) : `due ${dayWords(dueOn)}`}; ` +
      `it was plugged after ${plural(pluggedAfter, 'day')}, so again after ${days}.`,
    inputs: [{ label: 'last done', value: dayWords(last), source: FROM_SHEET }],
    threshold: `${cadenceWords(cadence)}, ${AGREED[agreed]}; sooner where it plugs sooner`,
    changedBy: 'Doing it and finding it no longer plugged.',
  }),
  'new machine': ({ task, installedOn, dueOn, lateDays }) => ({
    text: `${task}: installed ${dayWords(installedOn)}, ${lateDays > 0 ? late(lateDays) : `due ${dayWords(dueOn)}`}.`,
    inputs: [{ label: 'last done', value: 'no record', source: FROM_SHEET }],
    changedBy: 'Doing it.',
  }),
  season: ({ task, from, to, last, lateDays, agreed }) => ({
    text:
      from === to
        ? `${task}: agreed for ${dayWords(to)}${lateDays > 0 ? `, ${late(lateDays)}` : ''}.`
        : `${task}: ${lateDays > 0 ? `${plural(lateDays, 'day')} past its window` : `window ${windowWords(from, to)}`}.`,
    inputs: [{ label: 'last done', value: last === null ? 'no record' : dayWords(last), source: FROM_SHEET }],
    threshold: `${windowWords(from, to)}, ${AGREED[agreed]}`,
    changedBy: 'Doing it.',
  }),
  'season missed': ({ task, from, to, last, lateDays, agreed }) => ({
    text:
      from === to
        ? `${task}: it was agreed for a day ${plural(lateDays, 'day')} ago and was not done.`
        : `${task}: the season ended ${plural(lateDays, 'day')} ago and it was not done.`,
    inputs: [{ label: 'last done', value: last === null ? 'no record' : dayWords(last), source: FROM_SHEET }],
    threshold: `${windowWords(from, to)}, ${AGREED[agreed]}`,
    changedBy: 'Letting it go, doing it all the same, or the next season.',
  }),
};
