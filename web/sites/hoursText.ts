import type { OpeningHours } from '#contracts/sites';

export const WEEKDAYS = [
  ['1', 'Mon'],
  ['2', 'Tue'],
  ['3', 'Wed'],
  ['4', 'Thu'],
  ['5', 'Fri'],
  ['6', 'Sat'],
  ['7', 'Sun'],
] as const;
export type Weekday = (typeof WEEKDAYS)[number][0];

/**
 * Opening hours in a few words, days alike run together. @example hoursText({ '1': [['08:00', '17:00']], '2':
 * [['08:00', '17:00']] }) // "Mon–Tue 08:00–17:00"
 */
export function hoursText(hours: OpeningHours | null): string {
  if (hours === null) return 'not known';
  const runs: { from: string; to: string; text: string }[] = [];
  for (const [key, name] of WEEKDAYS) {
    const text = (hours[key] ?? []).map(([open, close]) => `${open}–${close}`).join(', ');
    const last = runs[runs.length - 1];
    if (last && last.text === text) last.to = name;
    else runs.push({ from: name, to: name, text });
  }
  const open = runs.filter((run) => run.text !== '');
  return open.length === 0
    ? 'closed all week'
    : open.map((run) => `${run.from === run.to ? run.from : `${run.from}–${run.to}`} ${run.text}`).join('; ');
}
