import { groupBy } from '../collections/index.ts';
import { because, type Reason } from '../reasons/index.ts';
import { daysBetween, type PlainDate } from '../time/index.ts';
import type { AdditionFact, HistorySettings, UnitFacts } from './facts.ts';

export interface Leaker {
  readonly circuit: number | null;
  readonly additions: readonly AdditionFact[];
  /** Sum of the weighed additions; undefined when none was weighed. */
  readonly pounds?: number;
  readonly reason: Reason;
}

type LeakerSettings = Pick<HistorySettings, 'leakerApartDays' | 'leakerWithinDays' | 'leakerSharePct'>;

/** Additions count together for their share of the charge within this, days [common practice: twelve months]. */
const SHARE_WITHIN_DAYS = 365;

/**
 * **Leaker**: refrigerant was added to one circuit twice, at least 60 days apart and within 24 months, or more than a
 * fifth of its charge within 12 months, with no proven repair of that circuit between [common practice; the three
 * numbers are company settings]. Charge put back right after an opened circuit does not count, and a proven repair
 * starts the count anew; a repair of circuit 1 says nothing of circuit 2. Additions and repairs whose circuit nobody
 * named are taken together.
 */
export function leakersOf(
  facts: Pick<UnitFacts, 'additions' | 'leakRepairs' | 'charges'>,
  settings: LeakerSettings,
): Leaker[] {
  return [...groupBy(facts.additions, (a) => a.circuit)].flatMap(([circuit, own]) => {
    const lastRepair = facts.leakRepairs
      .filter((r) => r.circuit === circuit)
      .reduce<PlainDate>((latest, { on }) => (on > latest ? on : latest), '0000-01-01');
    const additions = own
      .filter((a) => !a.afterOpening && a.on > lastRepair)
      .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : a.id < b.id ? -1 : 1));
    const charge = circuit === null ? undefined : facts.charges?.[circuit];
    const sharePct = charge === undefined ? undefined : worstShare(additions, charge);
    const again = comesAgain(additions, settings);
    const much = sharePct !== undefined && sharePct > settings.leakerSharePct;
    if (!again && !much) return [];
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
      sharePct: much ? Math.round(sharePct) : null,
      limits: {
        apartDays: settings.leakerApartDays,
        withinDays: settings.leakerWithinDays,
        sharePct: settings.leakerSharePct,
      },
    });
    return [{ circuit, additions, ...(pounds === undefined ? {} : { pounds }), reason }];
  });
}

/** Two additions so far apart that they are not one job, and near enough to be one leak. */
function comesAgain(
  additions: readonly AdditionFact[],
  { leakerApartDays, leakerWithinDays }: LeakerSettings,
): boolean {
  return additions.some((later, i) =>
    additions.slice(0, i).some((earlier) => {
      const days = daysBetween(earlier.on, later.on);
      return days >= leakerApartDays && days <= leakerWithinDays;
    }),
  );
}

/** The greatest share of the charge that was added within twelve months, %; unweighed additions count nothing. */
function worstShare(additions: readonly AdditionFact[], charge: number): number {
  const sums = additions.map(({ on }) =>
    additions
      .filter((a) => a.on <= on && daysBetween(a.on, on) < SHARE_WITHIN_DAYS)
      .reduce((sum, a) => sum + (a.pounds ?? 0), 0),
  );
  return (100 * Math.max(0, ...sums)) / charge;
}
