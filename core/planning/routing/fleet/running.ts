/*
 * How a crew's day runs while it is under way: what was, and when the rest can be expected. Minutes of the
 * day.
 */

/** A stop as it was planned and as the sheets have it; null where nobody has said or it has not happened. */
export interface StopUnderWay {
  readonly id: string;
  /** The drive to it from the stop before. */
  readonly driveMinutes: number | null;
  readonly startAt: number | null;
  readonly leaveAt: number | null;
  readonly arrivedAt: number | null;
  readonly leftAt: number | null;
  /** Until when somebody was told that work begins, today; the earliest of several. */
  readonly promisedBy?: number | undefined;
}

/** When a stop begins and is left: as it was where somebody has been, else when it can be expected. */
export interface Expected<S> {
  readonly stop: S;
  readonly start: number;
  readonly leave: number;
  /** Later than planned, because what comes before runs late. */
  readonly pushed: boolean;
}

/** A stop in no order yet takes so long, one after the other behind the rest [our choice]. */
const LOOSE_MINUTES = 60;
/** A stop that begins later than planned by so much is said to [our choice]. */
export const LATE_NOTICED = 10;

/**
 * A day as it can be expected to run: first what was, then what is planned, pushed back where the crew is
 * still busy or on the road before it, and behind that what nobody has put in order yet.
 *
 * @param begins when the crew begins
 * @param now undefined on another day than today
 */
export function expectedDay<S extends StopUnderWay>(
  stops: readonly S[],
  { begins, now = 0 }: { readonly begins: number; readonly now?: number | undefined },
): Expected<S>[] {
  let end = 0;
  const put = (stop: S, start: number, leave: number, pushed = false): Expected<S> => {
    end = Math.max(end, leave);
    return { stop, start, leave, pushed };
  };
  const lengthOf = ({ startAt, leaveAt }: S) =>
    startAt !== null && leaveAt !== null ? leaveAt - startAt : LOOSE_MINUTES;
  const been = stops
    .flatMap((stop) => (stop.arrivedAt === null ? [] : [{ stop, at: stop.arrivedAt }]))
    .sort((a, b) => a.at - b.at)
    .map(({ stop, at }) => {
      const start = Math.max(end, at);
      return put(stop, start, stop.leftAt ?? Math.max(start + lengthOf(stop), now));
    });
  const planned = stops.flatMap((stop) => {
    if (stop.arrivedAt !== null || stop.startAt === null) return [];
    const there = end === 0 ? 0 : end + (stop.driveMinutes ?? 0);
    // What is planned right behind what is planned is not pushed by a drive that is in the plan already.
    const start = Math.max(stop.startAt, there > stop.startAt + 1e-6 ? there : 0);
    return [put(stop, start, start + lengthOf(stop), start - stop.startAt >= LATE_NOTICED)];
  });
  end = Math.max(end, begins, now);
  const loose = stops
    .filter((stop) => stop.arrivedAt === null && stop.startAt === null)
    .map((stop) => put(stop, end, end + LOOSE_MINUTES));
  return [...been, ...planned, ...loose];
}

/** How a crew's day runs late. */
export interface Lateness {
  /** How much later than planned the next stops begin. */
  readonly minutes: number;
  /** Stops whose promise breaks, and until when it was. */
  readonly broken: readonly { readonly id: string; readonly by: number }[];
  /** How long past the end of the shift the last stop is left; 0 where it is in time. */
  readonly past: number;
}

/** Later by less than this is no trouble yet [our choice]. */
const TROUBLE = 15;

/** How a crew runs late today, or undefined where it is in time and keeps its promises. */
export function lateness(
  stops: readonly StopUnderWay[],
  { begins, ends, now }: { readonly begins: number; readonly ends: number | undefined; readonly now: number },
): Lateness | undefined {
  const ahead = expectedDay(stops, { begins, now }).filter(
    ({ stop }) => stop.arrivedAt === null && stop.startAt !== null,
  );
  const starts = ahead.map(({ stop, start }) => ({ stop, at: Math.max(start, now) }));
  const minutes = Math.max(0, ...starts.map(({ stop, at }) => at - (stop.startAt as number)));
  const broken = starts.flatMap(({ stop: { id, promisedBy }, at }) =>
    promisedBy !== undefined && at > promisedBy ? [{ id, by: promisedBy }] : [],
  );
  if (minutes < TROUBLE && broken.length === 0) return undefined;
  const last = ahead.at(-1);
  return { minutes, broken, past: last && ends !== undefined ? Math.max(0, last.leave - ends) : 0 };
}
