import { useMemo, useState } from 'react';
import { plural } from '#core/base/sentences';
import { durationText } from '#core/base/time';
import type { BoardDay } from '#contracts/board';
import { RouteMap, type MapStop } from '../maps/RouteMap.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { initialsOf } from './initials.ts';

const HEIGHT = 330;

/** Where crews start and stops lie. */
export const placesOf = (days: readonly BoardDay[]) =>
  days.flatMap(({ crew, start, stops }) => [
    ...(start ? [{ name: crew, lat: start.lat, lon: start.lon }] : []),
    ...stops.flatMap(({ site, lat, lon }) =>
      lat === null || lon === null ? [] : [{ name: site, lat, lon }],
    ),
  ]);

const stopsOf = (day: BoardDay, initials = ''): MapStop[] =>
  day.stops.flatMap((stop, i) =>
    stop.lat === null || stop.lon === null
      ? []
      : [
          {
            ...{ id: stop.visitId, lat: stop.lat, lon: stop.lon, order: i + 1 },
            name: initials ? `${stop.site}, ${day.crew}` : stop.site,
            ...(initials ? { tag: `${initials}${i + 1}` } : {}),
          },
        ],
  );

/** One crew's day on the map over the roads, or those of all crews side by side. */
export function DayMap({ days, day }: { days: readonly BoardDay[]; day: BoardDay | undefined }) {
  const [all, setAll] = useState(false);
  const going = useMemo(() => days.filter(({ stops }) => stops.length > 0), [days]);
  const initials = useMemo(() => initialsOf(going.map(({ crew }) => crew)), [going]);
  if (!day) return null;
  return (
    <div className="lg:col-span-2 xl:col-span-1">
      <div className="mb-1 flex flex-wrap items-center justify-between gap-2">
        <h2 className="text-base">
          {all ? `${plural(going.length, 'crew')} on the map` : `${day.crew} on the map`}
          {!all && day.driveMinutes !== null ? (
            <span className="font-normal text-soft">, {durationText(day.driveMinutes)} on the road</span>
          ) : null}
        </h2>
        {going.length > 1 ? (
          <Button look="quiet" aria-pressed={all} onClick={() => setAll(!all)}>
            {all ? `Only ${day.crew}` : 'All crews'}
          </Button>
        ) : null}
      </div>
      {all ? (
        <>
          <RouteMap
            yard={undefined}
            stops={going.flatMap((one) => stopsOf(one, initials.get(one.crew)))}
            tours={going.map((one) => [
              ...(one.start ? [one.start] : []),
              ...stopsOf(one),
              ...(one.start ? [one.start] : []),
            ])}
            height={HEIGHT}
          />
          <p className="text-sm">
            {going.map(({ crew, stops }) => `${initials.get(crew)} ${crew} (${stops.length})`).join(', ')}.
            Straight lines, not roads.
          </p>
        </>
      ) : (
        <RouteMap yard={day.start ?? undefined} stops={stopsOf(day)} height={HEIGHT} />
      )}
    </div>
  );
}
