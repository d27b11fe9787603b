import { plural, type Reason } from '../reasons/index.ts';
import type { PlainDate } from '../time/index.ts';
import type { AdditionFact, HistorySettings, UnitFacts } from './facts.ts';

export interface Leaker {
  readonly additions: readonly AdditionFact[];
  /** Sum of the weighed additions; undefined when none was weighed. */
  readonly pounds?: number;
  readonly reason: Reason;
}

/**
 * The season-year a day belongs to: the year in which it starts, so that with start month 10 a winter is one season-year.
 * @example seasonYear('2026-02-10', 10) // 2025
 */
export function seasonYear(date: PlainDate, startMonth: number): number {
  const year = Number(date.slice(0, 4));
  return Number(date.slice(5, 7)) >= startMonth ? year : year - 1;
}

/**
 * **Leaker**: refrigerant was added in two different season-years with no proven repair between [common practice]. Charge
 * put back right after an opened circuit does not count, and a proven repair starts the count anew.
 *
 * @returns undefined when the unit is not a leaker on this evidence
 */
export function leakerOf(
  facts: Pick<UnitFacts, 'additions' | 'provenLeakRepairs'>,
  settings: Pick<HistorySettings, 'seasonYearStartMonth'>,
): Leaker | undefined {
  const lastRepair = facts.provenLeakRepairs.reduce<PlainDate>(
    (latest, day) => (day > latest ? day : latest),
    '0000-01-01',
  );
  const additions = facts.additions
    .filter((a) => !a.afterOpening && a.on > lastRepair)
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  const years = [...new Set(additions.map((a) => seasonYear(a.on, settings.seasonYearStartMonth)))];
  if (years.length < 2) return undefined;
  const weighed = additions.flatMap((a) => a.pounds ?? []);
  const pounds = weighed.length > 0 ? weighed.reduce((sum, lb) => sum + lb, 0) : undefined;
  const amount =
    pounds === undefined
      ? 'no weights recorded'
      : `${round(pounds)} lb${weighed.length < additions.length ? ' at least' : ''}`;
  const reason: Reason = {
    rule: 'leaker',
    text: `Refrigerant added ${plural(additions.length, 'time')} in ${years.length} season-years (${amount}), no proven repair between.`,
    inputs: additions.map((a) => ({
      label: a.on,
      value: a.pounds === undefined ? 'weight not recorded' : `${round(a.pounds)} lb added`,
      source: `call ${a.callRef}`,
    })),
    threshold: 'additions in two season-years',
    changedBy: 'A leak repair proven tight.',
  };
  return { additions, ...(pounds === undefined ? {} : { pounds }), reason };
}

const round = (lb: number) => Math.round(lb * 100) / 100;
