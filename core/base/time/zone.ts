import { tzOffset } from '@date-fns/tz';
import { isPlainDate, type PlainDate } from './plainDate.ts';

/**
 * A local wall-clock time either names one instant, none (clocks went forward over it) or two (clocks went
 * back over it).
 */
type LocalTime =
  | { readonly kind: 'instant'; readonly instant: Date }
  | { readonly kind: 'does not exist' }
  | { readonly kind: 'exists twice'; readonly earlier: Date; readonly later: Date };

const LOCAL = /^(\d{4}-\d{2}-\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,3})\d*)?)?$/;
const MINUTE_MS = 60_000;

/** True when the platform knows the zone name. */
export function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/** Time zones of North America as people say them, by the zones that are called after no place. */
const SPOKEN: Readonly<Record<string, string>> = {
  ...{ eastern: 'EST5EDT', et: 'EST5EDT', est: 'EST5EDT', edt: 'EST5EDT' },
  ...{ central: 'CST6CDT', ct: 'CST6CDT', cst: 'CST6CDT', cdt: 'CST6CDT' },
  ...{ mountain: 'MST7MDT', mt: 'MST7MDT', mst: 'MST7MDT', mdt: 'MST7MDT' },
  ...{ pacific: 'PST8PDT', pt: 'PST8PDT', pst: 'PST8PDT', pdt: 'PST8PDT' },
};

/**
 * A time zone as people type it: "eastern", "Pacific time", "US central", or the name of a zone in any case.
 *
 * @returns undefined for what is none
 * @example zoneTyped('eastern time') // "EST5EDT"
 */
export function zoneTyped(text: string): string | undefined {
  const typed = text.trim();
  const word = typed.toLowerCase().replace(/^us[ /]+|[ -]+(standard|daylight)?\s*(time)?$/g, '');
  const spoken = Object.hasOwn(SPOKEN, word) ? SPOKEN[word] : undefined;
  return spoken ?? (typed !== '' && isTimeZone(typed) ? typed : undefined);
}

/**
 * The instant a wall clock in `zone` showed `local`, without guessing: times skipped or repeated by a clock
 * change say so.
 *
 * @param local `YYYY-MM-DDTHH:MM[:SS[.mmm]]` without an offset
 * @throws RangeError when the text has another form or is no time of day
 * @example resolveLocal('2026-03-08T02:30', 'EST5EDT').kind // "does not exist"
 */
export function resolveLocal(local: string, zone: string): LocalTime {
  const parts = LOCAL.exec(local);
  if (!parts || !isPlainDate(parts[1] as string))
    throw new RangeError(`"${local}" is not a time of the form YYYY-MM-DDTHH:MM`);
  const [hour, minute, second] = [Number(parts[2]), Number(parts[3]), Number(parts[4] ?? 0)];
  if (hour > 23 || minute > 59 || second > 59) throw new RangeError(`"${local}" is not a time of day`);
  const asUtc = Date.parse(
    `${parts[1]}T${parts[2]}:${parts[3]}:${parts[4] ?? '00'}.${(parts[5] ?? '0').padEnd(3, '0')}Z`,
  );
  // Offsets a day either side bracket any clock change; each is tried and kept when it maps back to the same
  // wall clock.
  const offsets = new Set([tzOffset(zone, new Date(asUtc - 864e5)), tzOffset(zone, new Date(asUtc + 864e5))]);
  const matches = [...offsets]
    .map((offset) => ({ at: asUtc - offset * MINUTE_MS, offset }))
    .filter(({ at, offset }) => tzOffset(zone, new Date(at)) === offset)
    .map(({ at }) => at)
    .sort((a, b) => a - b);
  const [first, second_] = matches;
  if (first === undefined) return { kind: 'does not exist' };
  if (second_ !== undefined)
    return { kind: 'exists twice', earlier: new Date(first), later: new Date(second_) };
  return { kind: 'instant', instant: new Date(first) };
}

const WITH_OFFSET = /(Z|[+-]\d{2}:?\d{2})$/i;

/**
 * Reads an ISO 8601 time: with an offset it stands for itself, without one it is a wall-clock time in the
 * site's zone.
 *
 * @throws RangeError in words for the person who typed it, when it is malformed, skipped or ambiguous
 */
export function parseInstant(text: string, zone: string): Date {
  if (WITH_OFFSET.test(text)) {
    const ms = Date.parse(text.replace(' ', 'T'));
    if (!isPlainDate(text.slice(0, 10)) || Number.isNaN(ms))
      throw new RangeError(`"${text}" is not an ISO 8601 time`);
    return new Date(ms);
  }
  const local = resolveLocal(text, zone);
  if (local.kind === 'does not exist') {
    throw new RangeError(
      `${text} does not exist in ${zone}: clocks went forward over it. Write the time with its offset`,
    );
  }
  if (local.kind === 'exists twice') {
    throw new RangeError(
      `${text} exists twice in ${zone}: clocks went back over it. Write the time with its offset`,
    );
  }
  return local.instant;
}

/** The calendar day an instant falls on in a zone. */
export function localDate(instant: Date, zone: string): PlainDate {
  return shifted(instant, zone).toISOString().slice(0, 10);
}

/** Minutes since local midnight, by the wall clock. */
export function localMinutes(instant: Date, zone: string): number {
  const local = shifted(instant, zone);
  return local.getUTCHours() * 60 + local.getUTCMinutes();
}

/**
 * The instant at which a zone's wall clock shows so many minutes after midnight of a day. Where a clock
 * change skips it the clock has already moved on, so the first instant after the gap is taken; where it
 * exists twice, the earlier.
 */
export function instantAt(date: PlainDate, minutes: number, zone: string): Date {
  const hh = String(Math.floor(minutes / 60)).padStart(2, '0');
  const mm = String(Math.floor(minutes % 60)).padStart(2, '0');
  const local = resolveLocal(`${date}T${hh}:${mm}`, zone);
  if (local.kind === 'instant') return local.instant;
  if (local.kind === 'exists twice') return local.earlier;
  const asUtc = Date.parse(`${date}T${hh}:${mm}:00Z`);
  return new Date(asUtc - tzOffset(zone, new Date(asUtc - 864e5)) * MINUTE_MS);
}

/**
 * Offsets already looked up, in minutes, by zone and quarter of an hour: zones change their clocks on
 * quarters, and the platform takes its time to say when. A fold asks for thousands.
 */
const known = new Map<string, Map<number, number>>();
const QUARTER_MS = 15 * MINUTE_MS;
const MOST_KNOWN = 100_000;

function shifted(instant: Date, zone: string): Date {
  const ofZone = known.get(zone) ?? new Map<number, number>();
  known.set(zone, ofZone);
  const quarter = Math.floor(instant.getTime() / QUARTER_MS);
  let offset = ofZone.get(quarter);
  if (offset === undefined) {
    offset = tzOffset(zone, instant);
    if (Number.isNaN(offset)) throw new RangeError(`"${zone}" is not a time zone this machine knows`);
    if (ofZone.size >= MOST_KNOWN) ofZone.clear();
    ofZone.set(quarter, offset);
  }
  return new Date(instant.getTime() + offset * MINUTE_MS);
}
