import { partOnCircuit } from '#core/machine';
import { FROM_SHEET, type Worded, type WordsOf } from '#core/base/reasons';
import { listed, plural } from '#core/base/sentences';
import { dayWords } from '#core/base/time';
import type { FailureLine, HistoryRules } from './rules.ts';

const failureInputs = (failures: readonly FailureLine[]): Worded['inputs'] =>
  failures.map(({ on, call, found }) => ({
    label: dayWords(on),
    value: found.map((f) => `${f.what} ${f.failure} (${f.grade})`).join(', '),
    source: call,
  }));
const onCircuit = (circuit: number | null): string => (circuit === null ? '' : ` on circuit ${circuit}`);
const NOT_A_FAILURE = 'One of these calls turning out not to be a failure, or another part.';

/** Words for the rules about the history of a unit. */
export const historyWords: WordsOf<HistoryRules> = {
  'same part again': ({ part, circuit, failures, days, limit, windowDays }) => ({
    text: `${partOnCircuit(part, circuit)} failed ${plural(failures.length, 'time')} in ${plural(days, 'day')}.`,
    inputs: failureInputs(failures),
    threshold: `${limit} within ${plural(windowDays, 'day')}`,
    changedBy: NOT_A_FAILURE,
  }),
  'many failures': ({ failures, days, limit, windowDays }) => ({
    text: `${plural(failures.length, 'failure')} of any kind in ${plural(days, 'day')}.`,
    inputs: failureInputs(failures),
    threshold: `${limit} within ${plural(windowDays, 'day')}`,
    changedBy: NOT_A_FAILURE,
  }),
  'wears out early': ({ part, failures, days, limit, windowDays }) => ({
    text: `${part} ran out ${plural(failures.length, 'time')} in ${plural(days, 'day')}: come more often, or find out what eats it.`,
    inputs: failureInputs(failures),
    threshold: `${limit} within ${plural(windowDays, 'day')}`,
    changedBy: 'A shorter interval.',
  }),
  'came back': ({ earlier, later, completedOn, receivedOn, days, system, limitDays }) => ({
    text: `Call ${later} came ${plural(days, 'day')} after ${earlier} was done, on the same ${system} system.`,
    inputs: [
      { label: 'earlier call done', value: dayWords(completedOn), source: `call ${earlier}` },
      { label: 'new call taken', value: dayWords(receivedOn), source: `call ${later}` },
      { label: 'system', value: system, source: `calls ${earlier} and ${later}` },
    ],
    threshold: `at most ${plural(limitDays, 'day')}`,
    changedBy: 'Finding that the later call had another system, or that it was planned work.',
  }),
  leaker: ({ circuit, additions, total, sharePct, limits }, show) => ({
    text: `Refrigerant added ${plural(additions.length, 'time')}${onCircuit(circuit)} (${
      total === null ? 'no weights on record' : show(total)
    }${total !== null && additions.some((a) => a.added === null) ? ' at least' : ''}${
      sharePct === null ? '' : `, ${sharePct} % of its charge within a year`
    }), no proven repair between.`,
    inputs: additions.map((a) => ({
      label: dayWords(a.on),
      value: a.added === null ? 'weight not on record' : `${show(a.added)} added`,
      source: a.call,
    })),
    threshold:
      `twice, ${plural(limits.apartDays, 'day')} apart or more and within ${limits.withinDays}; ` +
      `or more than ${limits.sharePct} % of the charge within a year`,
    changedBy: 'A leak repair of this circuit proven tight.',
  }),
  old: ({ years, since, from, kind, lifeYears, refrigerants, phasedOut }) => ({
    text:
      `${plural(years, 'year')} since it was ${from}${from === 'installed' ? ' (year built not known)' : ''}; ` +
      `a ${kind} lasts ${plural(lifeYears, 'year')} in the middle of the field.` +
      (phasedOut.length > 0 ? ` ${listed(phasedOut)} is no longer made, only reclaimed.` : ''),
    inputs: [
      { label: from, value: dayWords(since), source: 'unit record' },
      ...refrigerants.map((name) => ({ label: 'refrigerant', value: name, source: 'unit record' })),
    ],
    threshold: `${plural(lifeYears, 'year')} (median service life, ASHRAE; company setting)`,
    changedBy: 'Replacement, or a corrected date.',
  }),
  'left so': ({ condition, since, text, closes }) => ({
    text: text || condition,
    inputs: [{ label: condition, value: `since ${dayWords(since)}`, source: FROM_SHEET }],
    changedBy: `closed when ${closes}`,
  }),
  recommended: ({ text, on }) => ({
    text,
    inputs: [{ label: 'recommended', value: dayWords(on), source: FROM_SHEET }],
    changedBy: 'A decision.',
  }),
};
