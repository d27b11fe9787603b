import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { plural } from '#core/base/sentences';
import { clockText, durationText } from '#core/base/time';
import type { RouteHistory, RoutePage, RouteStop } from '#contracts/routes';
import { problemOf } from '../api/base.ts';
import { useLazyCrewFeedQuery, useRouteQuery, useUndoChangeMutation } from '../api/routes.ts';
import { SiteRoofs } from '../drawings/MiniRoof.tsx';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { RouteMap } from '../maps/RouteMap.tsx';
import { useWho } from '../state/session.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { clockOf, day, instant } from '../ui/words/format.ts';
import { GettingIn } from '../ui/marks/GettingIn.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { say, sayTrouble } from '../ui/saying/say.ts';

const FILE = pressed();

/** One crew's day: where to go, in which order, how to get in, what to load; on paper as on screen. */
export default function RouteScreen() {
  const { id = '' } = useParams();
  const { can, today } = useWho();
  const { data: route, error, refetch } = useRouteQuery(id);
  const [askFeed] = useLazyCrewFeedQuery();
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!route) return <Loading what="the day" />;
  const feed = async () => {
    const { path } = await askFeed(route.crew.id).unwrap();
    const address = `${window.location.origin}${path}`;
    try {
      await navigator.clipboard.writeText(address);
      say('The address of the crew’s calendar is copied; whoever has it reads the days that are published');
    } catch {
      say(address);
    }
  };
  return (
    <Screen
      title={`${route.crew.name} ${route.day}`}
      sentence={sentenceOf(route)}
      actions={
        <>
          <Button onClick={() => window.print()}>Print</Button>
          <a className={FILE} href={`/api/routes/${id}/calendar.ics`}>
            Calendar (.ics)
          </a>
          <a className={FILE} href={`/api/routes/${id}/track.gpx`}>
            GPX
          </a>
          <a className={FILE} href={`/api/routes/${id}/stops.geojson`}>
            GeoJSON
          </a>
          {can('plan route') ? (
            <>
              <Button onClick={() => void feed()}>Calendar of the crew</Button>
              <Link to={`/routes?day=${route.day}`} className={FILE}>
                On the board
              </Link>
            </>
          ) : null}
        </>
      }
    >
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] print:block">
        <Panel title="Stops">
          <p className="print-only">
            {route.people.join(', ')}
            {route.shift ? `, ${clockText(route.shift.start)} to ${clockText(route.shift.end)}` : ''}
            {route.crew.start ? `, from ${route.crew.start.name}` : ''}
          </p>
          {route.stops.length === 0 ? <Empty ghost="day">Nothing is planned any more.</Empty> : null}
          <Stories units={route.stops.flatMap((stop) => stop.units.map((unit) => unit.id))}>
            <ol className="divide-y divide-rule">
              {route.stops.map((stop, i) => (
                <StopOfDay key={stop.visitId} stop={stop} order={i + 1} zone={route.timeZone} />
              ))}
            </ol>
          </Stories>
          {route.backAt !== null ? (
            <p className="border-t border-rule pt-1">Back at {clockText(route.backAt)}.</p>
          ) : null}
        </Panel>
        <div className="space-y-3">
          <div className="no-print">
            <RouteMap
              yard={route.crew.start ?? undefined}
              stops={route.stops.flatMap((s, i) =>
                s.lat === null || s.lon === null
                  ? []
                  : [{ id: s.visitId, name: s.site, lat: s.lat, lon: s.lon, order: i + 1 }],
              )}
            />
          </div>
          <Panel title="To load">
            {route.filters.length === 0 && route.filtersUnknown.length === 0 ? (
              <p>No filters on this day.</p>
            ) : null}
            {route.filters.length > 0 ? (
              <table className="text-left">
                <thead className="sr-only">
                  <tr>
                    <th>How many</th>
                    <th>Filter</th>
                  </tr>
                </thead>
                <tbody>
                  {route.filters.map(({ size, count }) => (
                    <tr key={size}>
                      <td className="pr-2 text-right font-bold">{count}</td>
                      <td>{size}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            ) : null}
            {route.filtersUnknown.length > 0 ? (
              <p className="text-sm">
                Nobody has written down the filters of {plural(route.filtersUnknown.length, 'unit')}:{' '}
                {route.filtersUnknown.join(', ')}.
              </p>
            ) : null}
          </Panel>
          {route.history.length > 0 ? (
            <Panel title="What was changed" className="no-print">
              <ul
                className="max-h-72 divide-y divide-rule overflow-y-auto"
                tabIndex={0}
                aria-label="Changes of this day"
              >
                {route.history.map((change, i) => (
                  <li key={change.id} className="flex items-baseline justify-between gap-2 py-1 text-sm">
                    <span>
                      {instant(change.at, route.timeZone)}, {change.by ?? 'the system'}: {changeWords(change)}
                    </span>
                    {i === 0 && can('plan route') && route.day >= today ? (
                      <PutBack changeId={change.id} />
                    ) : null}
                  </li>
                ))}
              </ul>
            </Panel>
          ) : null}
        </div>
      </div>
    </Screen>
  );
}

/** Puts the days of the last change back as they were before it; that is a change of its own. */
function PutBack({ changeId }: { changeId: string }) {
  const [undo, { isLoading }] = useUndoChangeMutation();
  const put = async () => {
    try {
      await undo({ changeId, id: uuid() }).unwrap();
      say('The day is as it was before');
    } catch (refused) {
      const problem = problemOf(refused);
      sayTrouble(problem.detail ?? problem.title);
    }
  };
  return (
    <Button look="quiet" disabled={isLoading} onClick={() => void put()}>
      Put back
    </Button>
  );
}

function sentenceOf(route: RoutePage): string {
  const told = route.publishedAt
    ? route.changedSince
      ? 'changed since it was published'
      : 'published'
    : 'not published';
  const times =
    route.departAt !== null && route.backAt !== null && route.driveMinutes !== null
      ? `, out ${clockText(route.departAt)}, back ${clockText(route.backAt)}, ` +
        (route.estimated
          ? `about ${durationText(route.driveMinutes)} on the road (estimated from straight lines)`
          : `${durationText(route.driveMinutes)} on the road`)
      : '';
  return `${route.crew.name}, ${day(route.day)}: ${plural(route.stops.length, 'stop')}${times}; ${told}.`;
}

function changeWords({ put, taken, reordered }: RouteHistory): string {
  const said = [
    ...(put.length > 0
      ? [`put on ${put.slice(0, 4).join(', ')}${put.length > 4 ? ` and ${put.length - 4} more` : ''}`]
      : []),
    ...(taken.length > 0
      ? [`took off ${taken.slice(0, 4).join(', ')}${taken.length > 4 ? ` and ${taken.length - 4} more` : ''}`]
      : []),
    ...(reordered ? ['changed the order'] : []),
  ];
  return said.length > 0 ? said.join('; ') : 'planned it anew, with the same stops';
}

/** What was planned against what it took, once somebody has left. */
function tookWords({ startAt, leaveAt, arrivedAt, leftAt }: RouteStop): string | undefined {
  if (!arrivedAt || !leftAt) return undefined;
  const took = (Date.parse(leftAt) - Date.parse(arrivedAt)) / 60_000;
  return startAt !== null && leaveAt !== null
    ? `took ${durationText(took)}, planned ${durationText(leaveAt - startAt)}`
    : `took ${durationText(took)}`;
}

function StopOfDay({ stop, order, zone }: { stop: RouteStop; order: number; zone: string }) {
  const marked = useMemo(() => stop.units.map((unit) => unit.id), [stop.units]);
  return (
    <li className="flow-root break-inside-avoid py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <strong>{order}</strong>
        <span className="font-bold">
          {stop.startAt !== null && stop.leaveAt !== null
            ? `${clockText(stop.startAt)}–${clockText(stop.leaveAt)}`
            : 'in no order yet'}
        </span>
        <Link to={`/visits/${stop.visitId}`} className="font-semibold link">
          {stop.site}
        </Link>
        <span>
          {stop.customer}
          {stop.address ? `, ${stop.address}` : ''}
        </span>
        <span className="text-sm text-soft">
          {stop.driveMinutes !== null ? `${durationText(stop.driveMinutes)} drive` : ''}
          {stop.leftAt
            ? `; left ${clockOf(stop.leftAt, zone)}, ${tookWords(stop) ?? ''}`
            : stop.arrivedAt
              ? `; there since ${clockOf(stop.arrivedAt, zone)}`
              : ''}
        </span>
      </div>
      {stop.troubles.length > 0 ? (
        <p className="font-bold">Does not hold: {stop.troubles.join(', ')}.</p>
      ) : null}
      <div className="float-right ml-3 max-sm:float-none max-sm:ml-0">
        <SiteRoofs siteId={stop.siteId} marked={marked} width={250} height={150} />
      </div>
      <ul className="list-disc pl-5">
        {stop.work.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {stop.units.length > 0 ? (
        <ul className="my-1 grid gap-x-4 sm:grid-cols-2" aria-label={`Units at ${stop.site}`}>
          {stop.units.map((unit) => (
            <li key={unit.id} className="unit-row-brief">
              <UnitPlate unitId={unit.id} tag={unit.tag} />
              <UnitStory unitId={unit.id} />
            </li>
          ))}
        </ul>
      ) : null}
      <GettingIn place={stop} />
    </li>
  );
}
