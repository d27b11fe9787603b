import { daysBetween, weekday, type PlainDate } from '#core/base/time';

export interface DayOfCalls {
  readonly day: PlainDate;
  readonly calls: number;
}

/** Days of other years count as the same season up to so many days apart. */
const SEASON_DAYS = 45;

/**
 * Calls to expect on a day: the mean over days of the same weekday and season on record. Undefined where
 * fewer than `least` such days are on record: nobody knows then.
 *
 * @param past days of before with how many calls came in, those without any included
 */
export function callsExpected(
  day: PlainDate,
  past: readonly DayOfCalls[],
  least = 8,
): { readonly mean: number; readonly days: number } | undefined {
  const like = past.filter(
    (one) => one.day < day && weekday(one.day) === weekday(day) && apart(one.day, day) <= SEASON_DAYS,
  );
  if (like.length < least) return undefined;
  return { mean: like.reduce((sum, one) => sum + one.calls, 0) / like.length, days: like.length };
}

/** Days between two days as if they were of one year, whichever way round is shorter. */
function apart(a: PlainDate, b: PlainDate): number {
  const between = Math.abs(daysBetween(a, b)) % 365.25;
  return Math.min(between, 365.25 - between);
}

export interface TypicalLength {
  readonly minutes: number;
  /** Half of them take between these; equal where nobody knows yet. */
  readonly low: number;
  readonly high: number;
  /** How many it was learned from; 0 where it is the usual figure. */
  readonly from: number;
}

/**
 * How long something takes by what it took before: the median, so that one day that went wrong teaches
 * nothing, with the quartiles as its range. The usual figure where there are fewer than `least`.
 *
 * @param took minutes, in any order
 */
export function typicalLength(took: readonly number[], usual: number, least = 12): TypicalLength {
  if (took.length < least) return { minutes: usual, low: usual, high: usual, from: 0 };
  const sorted = [...took].sort((a, b) => a - b);
  const at = (share: number) => {
    const place = share * (sorted.length - 1);
    const [low, high] = [sorted[Math.floor(place)] as number, sorted[Math.ceil(place)] as number];
    return low + (place - Math.floor(place)) * (high - low);
  };
  return { minutes: at(0.5), low: at(0.25), high: at(0.75), from: took.length };
}
