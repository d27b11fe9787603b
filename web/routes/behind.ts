import { lateness, type Lateness, type StopUnderWay } from '#core/planning/routing';
import { localDate, localMinutes } from '#core/base/time';
import type { BoardDay, BoardStop } from '#contracts/board';

/** A stop of the board by the minutes of its day. */
export function underWay(stop: BoardStop, day: string, zone: string): StopUnderWay {
  const minutes = (at: string | null) => (at === null ? null : localMinutes(new Date(at), zone));
  const promised = stop.calls.flatMap(({ promisedAt }) =>
    promisedAt !== null && localDate(new Date(promisedAt), zone) === day
      ? [localMinutes(new Date(promisedAt), zone)]
      : [],
  );
  return {
    id: stop.visitId,
    driveMinutes: stop.driveMinutes,
    startAt: stop.startAt,
    leaveAt: stop.leaveAt,
    arrivedAt: minutes(stop.arrivedAt),
    leftAt: minutes(stop.leftAt),
    ...(promised.length > 0 ? { promisedBy: Math.min(...promised) } : {}),
  };
}

/** A crew that runs late today. */
export interface RunsLate extends Omit<Lateness, 'broken'> {
  readonly crew: string;
  readonly broken: readonly { readonly site: string; readonly by: number }[];
}

/**
 * Crews that run late, those that break a promise first.
 *
 * @param days the crews' days of today
 * @param now minutes since midnight
 */
export function runningLate(days: readonly BoardDay[], zone: string, now: number): RunsLate[] {
  return days
    .flatMap((day): RunsLate[] => {
      const late = lateness(
        day.stops.map((stop) => underWay(stop, day.day, zone)),
        { begins: day.shift?.start ?? 480, ends: day.shift?.end, now },
      );
      if (!late) return [];
      const site = (id: string) => day.stops.find(({ visitId }) => visitId === id)?.site ?? '';
      return [{ ...late, crew: day.crew, broken: late.broken.map(({ id, by }) => ({ site: site(id), by })) }];
    })
    .sort((a, b) => b.broken.length - a.broken.length || b.minutes - a.minutes);
}
