import { FROM_SHEET, type WordsOf } from '#core/base/reasons';
import { plural } from '#core/base/sentences';
import { dayWords } from '#core/base/time';
import type { ConditionRules } from './rules.ts';

const allowed = (days: number | null): string =>
  days === null ? 'no limit' : days === 0 ? 'never past the visit' : plural(days, 'day');

/** Words for the rules about what was left open. */
export const conditionWords: WordsOf<ConditionRules> = {
  'left too long': ({ condition, since, days, allowedDays, overdue, closes }) => ({
    text: !overdue
      ? `${condition}: open for ${plural(days, 'day')}.`
      : allowedDays === 0
        ? `${condition}: never to be left past the visit, and open for ${plural(days, 'day')}.`
        : `${condition}: open for ${plural(days, 'day')}, ${plural(days - (allowedDays ?? 0), 'day')} longer than its kind allows.`,
    inputs: [
      { label: 'left so on', value: dayWords(since), source: FROM_SHEET },
      { label: 'allowed', value: allowed(allowedDays), source: 'common practice' },
    ],
    threshold: allowed(allowedDays),
    changedBy: `closed when ${closes}`,
  }),
};
