import { compareText } from '#core/base/collections';
import { addDays, daysBetween, type PlainDate } from '#core/base/time';
import type { AdditionFact, HistorySettings, UnitFacts } from './facts.ts';
import { because, type HistoryReason } from './rules.ts';

export interface Leaker {
  readonly circuit: number | null;
  readonly additions: readonly AdditionFact[];
  /** Sum of the weighed additions; undefined when none was weighed. */
  readonly pounds?: number;
  readonly reason: HistoryReason;
}

type LeakerSettings = Pick<HistorySettings, 'leakerApartDays' | 'leakerWithinDays' | 'leakerSharePct'>;

/**
 * Additions count together for their share of the charge within this, days [common practice: twelve months].
 */
const SHARE_WITHIN_DAYS = 365;

/**
 * Charge put in so soon after installation is part of it, days [common practice; not counted by 40 CFR
 * 82.152].
 */
const FIRST_CHARGE_DAYS = 30;

type LeakFacts = Pick<UnitFacts, 'additions' | 'leakRepairs' | 'charges' | 'installedOn'>;

/**
 * **Leaker**: refrigerant was added to one circuit twice, at least 60 days apart and within 24 months, or
 * more than a fifth of its charge within 12 months, with no proven repair of that circuit between [common
 * practice; the three numbers are company settings]. Charge put back into an opened circuit makes no pair,
 * and counts for its share as far as it goes beyond what was recovered; the first charge after installation
 * counts for nothing. A proven repair starts the count anew; a repair of circuit 1 says nothing of circuit 2.
 * What is older than 24 months no longer flags.
 *
 * A repair whose circuit nobody named is of the only circuit that was topped up. Pounds whose circuit nobody
 * named may be of any: where with those of a circuit they would make a leaker, it is said, with the circuit
 * as not named.
 */
export function leakersOf(facts: LeakFacts, settings: LeakerSettings, asOf: PlainDate): Leaker[] {
  const counted = countedAdditions(facts);
  const unnamed = counted.filter((a) => a.circuit === null);
  const circuits = [
    ...new Set([...Object.keys(facts.charges ?? {}).map(Number), ...counted.flatMap((a) => a.circuit ?? [])]),
  ].sort((a, b) => a - b);
  const judged = (circuit: number | null, additions: readonly AdditionFact[], chargeOf: number | null) =>
    leakerFrom(circuit, additions, chargeOf === null ? undefined : facts.charges?.[chargeOf], settings, asOf);
  const named = circuits.flatMap((circuit) =>
    judged(
      circuit,
      counted.filter((a) => a.circuit === circuit),
      circuit,
    ),
  );
  if (unnamed.length === 0 || named.length > 0) return named;
  const perhaps = [null, ...circuits].flatMap((circuit) =>
    judged(
      null,
      circuit === null ? unnamed : counted.filter((a) => a.circuit === null || a.circuit === circuit),
      circuit,
    ),
  );
  return perhaps.slice(0, 1);
}

/** Additions since the last proven repair of their circuit and since the first charge, oldest first. */
function countedAdditions({ additions, leakRepairs, installedOn }: LeakFacts): AdditionFact[] {
  const only = new Set(additions.flatMap((a) => a.circuit ?? [])).size <= 1;
  const lastRepair = (circuit: number | null): PlainDate =>
    leakRepairs
      .filter((r) => r.circuit === circuit || (r.circuit === null && only))
      .reduce<PlainDate>((latest, { on }) => (on > latest ? on : latest), '0000-01-01');
  const first = installedOn === undefined ? undefined : addDays(installedOn, FIRST_CHARGE_DAYS);
  return additions
    .filter((a) => a.on > lastRepair(a.circuit))
    .filter(
      (a) => !(installedOn !== undefined && first !== undefined && a.on >= installedOn && a.on <= first),
    )
    .filter((a) => !a.afterOpening || a.pounds !== undefined)
    .toSorted((a, b) => compareText(a.on, b.on) || compareText(a.id, b.id));
}

/** The leaker that additions make, or nothing. @param circuit null where nobody named it */
function leakerFrom(
  circuit: number | null,
  additions: readonly AdditionFact[],
  charge: number | undefined,
  settings: LeakerSettings,
  asOf: PlainDate,
): Leaker[] {
  const current = (on: PlainDate) => daysBetween(on, asOf) <= settings.leakerWithinDays;
  const sharePct = charge === undefined ? undefined : worstShare(additions, charge, current);
  const again = comesAgain(
    additions.filter((a) => !a.afterOpening),
    settings,
    current,
  );
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
}

/** Two additions so far apart that they are not one job, and near enough to be one leak. */
function comesAgain(
  additions: readonly AdditionFact[],
  { leakerApartDays, leakerWithinDays }: LeakerSettings,
  current: (on: PlainDate) => boolean,
): boolean {
  return additions.some(
    (later, i) =>
      current(later.on) &&
      additions.slice(0, i).some((earlier) => {
        const days = daysBetween(earlier.on, later.on);
        return days >= leakerApartDays && days <= leakerWithinDays;
      }),
  );
}

/**
 * The greatest share of the charge that was added within twelve months, %; unweighed additions count nothing.
 */
function worstShare(
  additions: readonly AdditionFact[],
  charge: number,
  current: (on: PlainDate) => boolean,
): number {
  const sums = additions
    .filter(({ on }) => current(on))
    .map(({ on }) =>
      additions
        .filter((a) => a.on <= on && daysBetween(a.on, on) < SHARE_WITHIN_DAYS)
        .reduce((sum, a) => sum + (a.pounds ?? 0), 0),
    );
  return (100 * Math.max(0, ...sums)) / charge;
}
