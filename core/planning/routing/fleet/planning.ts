import { toNearest } from '#core/base/money';
import type { Shift, Weights } from './problem.ts';
import { USUAL_WEIGHTS } from './problem.ts';

/** How a company plans its days; each of it a setting. */
export interface PlanningSettings {
  /** Minutes after a shift that may be worked where a day needs it. */
  readonly overtimeMinutes: number;
  /**
   * A break of so many minutes, at the first stop after this time of day; none where it is 0 minutes long.
   */
  readonly restFrom: number;
  readonly restMinutes: number;
  /** Customers are told a window of so many minutes in which the crew comes. */
  readonly windowMinutes: number;
  /** Between leaving a call of the night and the next shift lie so many minutes at least. */
  readonly nightRestMinutes: number;
  /** What an hour of one person costs, cents; null where nobody has said. */
  readonly hourCents: number | null;
  /** An hour of overtime costs so many times that. */
  readonly overtimeFactor: number;
  /** What a van on the road costs an hour beside its people, cents; null where nobody has said. */
  readonly vanHourCents: number | null;
}

/**
 * Half an hour at noon, an hour over at most, two hours told, ten hours off after a night [common practice].
 * Overtime at one and a half times the regular rate: Fair Labor Standards Act § 7(a)(1), 29 U.S.C. 207(a)(1);
 * from memory, and some states ask for more.
 */
export const DEFAULT_PLANNING: PlanningSettings = {
  overtimeMinutes: 60,
  restFrom: 690,
  restMinutes: 30,
  windowMinutes: 120,
  nightRestMinutes: 600,
  hourCents: null,
  overtimeFactor: 1.5,
  vanHourCents: null,
};

/** Overtime costs its pay, and as much again: nobody likes to be home late [our choice]. */
const OVERTIME_TWICE = 2;

/**
 * What a search weighs, in minutes of one person: overtime by what it is paid, and a van by what it costs an
 * hour against a person, where both are known.
 */
export function weightsOf({
  hourCents,
  overtimeFactor,
  vanHourCents,
}: Pick<PlanningSettings, 'hourCents' | 'overtimeFactor' | 'vanHourCents'>): Weights {
  return {
    ...USUAL_WEIGHTS,
    overtime: OVERTIME_TWICE * overtimeFactor,
    van: hourCents && vanHourCents ? vanHourCents / hourCents : 0,
  };
}

/** What a day costs beyond the work on site. */
export interface DayMoney {
  readonly roadCents: number;
  readonly overtimeCents: number;
}

/**
 * What the road and the overtime of a crew's day cost. A van whose price nobody has said is not counted.
 *
 * @returns undefined where nobody has said what an hour costs
 */
export function dayMoney(
  { hourCents, overtimeFactor, vanHourCents }: PlanningSettings,
  { people = 1 }: Pick<Shift, 'people'>,
  { driveMinutes, overtime }: { readonly driveMinutes: number; readonly overtime: number },
): DayMoney | undefined {
  if (hourCents === null) return undefined;
  return {
    roadCents: toNearest((driveMinutes / 60) * (people * hourCents + (vanHourCents ?? 0))),
    overtimeCents: toNearest((overtime / 60) * people * hourCents * overtimeFactor),
  };
}

/**
 * When a crew may begin after a night: its shift, or so long after it last left a site.
 *
 * @param left minutes after midnight of the shift's day at which it left, below zero the day before
 */
export const startAfterNight = (
  { nightRestMinutes }: Pick<PlanningSettings, 'nightRestMinutes'>,
  { start, left }: { readonly start: number; readonly left: readonly number[] },
): number => Math.max(start, ...left.filter((at) => at < start).map((at) => at + nightRestMinutes));

/**
 * The window a customer is told for an arrival: so long, begun on a full half hour, with the arrival in it
 * and at least a quarter of it still to come, since days run late more often than early [our choice].
 *
 * @returns minutes since midnight
 */
export function toldWindow(
  arriveAt: number,
  minutes: number,
): { readonly from: number; readonly until: number } {
  const from = Math.floor((arriveAt - minutes / 4) / 30) * 30;
  return { from: Math.max(0, from), until: Math.min(1440, Math.max(0, from) + minutes) };
}
