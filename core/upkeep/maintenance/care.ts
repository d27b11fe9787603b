import { daysBetween, type PlainDate } from '#core/base/time';

/** How what wears was found before it was renewed. */
export const FOUND_AS = ['clean', 'dirty', 'plugged'] as const;
export type FoundAs = (typeof FOUND_AS)[number];

/** Why a task that was due was not done while somebody was there. It stays due. */
export const PUT_OFF_FOR = ['weather', 'water', 'access', 'parts', 'time'] as const;
export type PutOffFor = (typeof PUT_OFF_FOR)[number];

/** @example putOffWords('water') // "no water pressure" */
export const putOffWords = (why: PutOffFor): string =>
  ({
    weather: 'the weather forbids it',
    water: 'no water pressure on the roof',
    access: 'nobody could get to it',
    parts: 'parts were missing',
    time: 'time ran out',
  })[why];

export interface PutOff {
  readonly on: PlainDate;
  readonly why: PutOffFor;
}

/** What sheets say of the tasks of a unit beside the day each was last done. */
export interface Care {
  /** How it was found, by task, the last two times, the oldest first. */
  readonly found: Readonly<Record<string, readonly { readonly on: PlainDate; readonly as: FoundAs }[]>>;
  /** What was put off after it was last done, by task. */
  readonly putOff: Readonly<Record<string, PutOff>>;
}

/** Whoever is called plugged comes again after this share of the days it took to plug [our choice]. */
const SOONER = 0.75;
/** Nobody climbs a roof for filters more often than this [our choice]. */
const AT_LEAST_DAYS = 14;

/**
 * Days until it comes round where how it was found asks for it sooner than agreed; undefined where the agreed
 * interval holds. A roof that plugs filters in weeks is climbed in weeks; one found clean is not climbed less
 * often than agreed.
 *
 * @param found the last times, the oldest first; the last one on the day it was last done
 * @returns the days, and after how many it had plugged
 */
export function soonerBy(
  agreedDays: number,
  last: PlainDate,
  found: readonly { readonly on: PlainDate; readonly as: FoundAs }[] = [],
): { readonly days: number; readonly pluggedAfter: number } | undefined {
  const now = found.at(-1);
  if (now?.as !== 'plugged' || now.on !== last) return undefined;
  const before = found.at(-2);
  const pluggedAfter = before ? Math.max(1, daysBetween(before.on, now.on)) : agreedDays;
  const days = Math.max(AT_LEAST_DAYS, Math.round(pluggedAfter * SOONER));
  return days < agreedDays ? { days, pluggedAfter } : undefined;
}
