import { groupBy } from '../collections/index.ts';
import { because, type Reason } from '../reasons/index.ts';
import type { PlainDate } from '../time/index.ts';
import type { AdditionFact, HistorySettings, UnitFacts } from './facts.ts';

export interface Leaker {
  readonly circuit: number | null;
  readonly additions: readonly AdditionFact[];
  /** Sum of the weighed additions; undefined when none was weighed. */
  readonly pounds?: number;
  readonly reason: Reason;
}

/**
 * The season-year a day belongs to: the year in which it starts, so that with start month 10 a winter is one
 * season-year.
 * @example seasonYear('2026-02-10', 10) // 2025
 */
export function seasonYear(date: PlainDate, startMonth: number): number {
  const year = Number(date.slice(0, 4));
  return Number(date.slice(5, 7)) >= startMonth ? year : year - 1;
}

/**
 * **Leaker**: refrigerant was added to one circuit in two different season-years with no proven repair of
 * that circuit between [common practice]. Charge put back right after an opened circuit does not count, and a
 * proven repair starts the count anew; a repair of circuit 1 says nothing of circuit 2. Additions and repairs
 * whose circuit nobody named are taken together.
 */
export function leakersOf(
  facts: Pick<UnitFacts, 'additions' | 'leakRepairs'>,
  settings: Pick<HistorySettings, 'seasonYearStartMonth'>,
): Leaker[] {
  return [...groupBy(facts.additions, (a) => a.circuit)].flatMap(([circuit, own]) => {
    const lastRepair = facts.leakRepairs
      .filter((r) => r.circuit === circuit)
      .reduce<PlainDate>((latest, { on }) => (on > latest ? on : latest), '0000-01-01');
    const additions = own
      .filter((a) => !a.afterOpening && a.on > lastRepair)
      .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : a.id < b.id ? -1 : 1));
    const seasons = new Set(additions.map((a) => seasonYear(a.on, settings.seasonYearStartMonth)));
    if (seasons.size < 2) return [];
    const weighed = additions.flatMap((a) => a.pounds ?? []);
    const pounds = weighed.length > 0 ? weighed.reduce((sum, lb) => sum + lb, 0) : undefined;
    const lb = (value: number) => ({ quantity: 'mass' as const, value, unit: 'lb' });
    const reason = because('leaker', {
      circuit,
      additions: additions.map((a) => ({
        on: a.on,
        call: a.callRef,
        added: a.pounds === undefined ? null : lb(a.pounds),
      })),
      total: pounds === undefined ? null : lb(pounds),
      seasons: seasons.size,
    });
    return [{ circuit, additions, ...(pounds === undefined ? {} : { pounds }), reason }];
  });
}
