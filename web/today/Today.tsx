import { useEffect, useMemo, useRef, useState } from 'react';
import { plural } from '#core/base/sentences';
import { PRIORITIES } from '#core/base/vocabulary';
import { CALL_STATES } from '#core/record/work';
import { Link } from 'react-router';
import { clockText } from '#core/base/time';
import type { CallRow } from '#contracts/calls';
import type { VisitRow } from '#contracts/visits';
import { useCallCountsQuery, useCallsQuery, useLazyCallsQuery } from '../api/calls.ts';
import { useConditionsQuery } from '../api/conditions.ts';
import { useDueSitesQuery, useLatePlannedQuery } from '../api/routes.ts';
import { settled } from '../api/settled.ts';
import { useVisitsQuery } from '../api/visits.ts';
import { useWatchQuery } from '../api/watch.ts';
import { useKept } from '../outbox/kept.ts';
import { MiniStory, useStories } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { day, instant } from '../ui/words/format.ts';
import { List, useListState } from '../ui/lists/List.tsx';
import type { ListColumn, ListFilter } from '../ui/lists/listShape.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { CallLine } from './CallLine.tsx';
import { CrewStrips } from './CrewStrips.tsx';
import { NextStop } from './NextStop.tsx';
import { DayChanged } from './DayChanged.tsx';
import { Missing } from './Missing.tsx';
import type { AtHand } from './fetchDay.ts';

const WORST = 5;
const NO_CALLS: readonly CallRow[] = [];
const NO_VISITS: readonly VisitRow[] = [];

export default function Today() {
  const { user } = useWho();
  return user.role === 'technician' ? <MyDay /> : <Desk />;
}

const count = (n: number, one: string, many: string) => `${n === 0 ? 'No' : n} ${n === 1 ? one : many}`;

const FILTERS: readonly ListFilter[] = [
  { name: 'priority', all: 'any priority', options: PRIORITIES },
  {
    name: 'state',
    all: 'in any state',
    options: CALL_STATES.filter((state) => state !== 'done' && state !== 'cancelled'),
  },
];

function Desk() {
  const { today, timeZone, can } = useWho();
  const state = useListState('priority', 'asc', FILTERS);
  const { set: _set, ...ask } = state;
  const calls = useCallsQuery({ ...ask, status: 'open' });
  const counts = useCallCountsQuery();
  const [fetchPage] = useLazyCallsQuery();
  const visits = useVisitsQuery({});
  const watch = useWatchQuery({ q: '', offset: 0 });
  const due = useDueSitesQuery(14);
  const planned = useLatePlannedQuery();
  const left = useConditionsQuery({ q: '', sort: 'hazard', overdue: 'only', offset: 0, limit: 3 });
  const late = (due.data ?? []).filter((site) => site.lateDays > 0);
  const rows = calls.data?.rows ?? NO_CALLS;
  const watched = watch.data?.rows;
  const leftTooLong = left.data?.rows;
  const stories = useStories(
    useMemo(
      () => [...rows, ...(watched ?? []).slice(0, WORST), ...(leftTooLong ?? [])].map((row) => row.unitId),
      [rows, watched, leftTooLong],
    ),
  );
  // Of all that is open, whatever page or search the list shows.
  const { open, atOnce, withoutCrew } = counts.data ?? { open: 0, atOnce: 0, withoutCrew: 0 };
  const sentence = counts.data
    ? `${day(today)}: ${count(open, 'call is', 'calls are')} open${atOnce > 0 ? `, ${atOnce} to be seen at once` : ''}${withoutCrew > 0 ? `; ${withoutCrew} without a crew` : ''}. ${count(visits.data?.length ?? 0, 'visit', 'visits')} under way or planned today.`
    : day(today);
  // Rows are drawn as lines; these say what they are ordered by and what stands in a file.
  const columns: ListColumn<CallRow>[] = [
    { id: 'priority', header: 'Priority', sort: 'priority', text: (c) => c.priority },
    { id: 'ref', header: 'Call', sort: 'ref', text: (c) => c.ref },
    { id: 'site', header: 'Site', sort: 'site', text: (c) => `${c.site}, ${c.customer}` },
    { id: 'unit', header: 'Unit', sort: 'unit', text: (c) => c.unit },
    { id: 'complaint', header: 'Complaint', sort: 'complaint', text: (c) => c.complaint },
    { id: 'received', header: 'Received', sort: 'received', text: (c) => instant(c.receivedAt, timeZone) },
    { id: 'state', header: 'State', sort: 'state', text: (c) => c.state },
  ];
  return (
    <Screen
      title="Today"
      sentence={sentence}
      waits={settled(calls, counts, visits, watch, due, planned, left) ? undefined : 'the day'}
      actions={
        can('take call') ? (
          <Link to="/calls/new" className={pressed({ look: 'act' })}>
            Take a call
          </Link>
        ) : null
      }
    >
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(0,1fr)_280px] 2xl:grid-cols-[minmax(0,1fr)_400px]">
        <List
          label="open calls"
          filters={FILTERS}
          state={state}
          columns={columns}
          answer={calls}
          page={(part) => fetchPage({ ...part, status: 'open' }).unwrap()}
          ghost="unit"
          empty="No call is open. Quiet mornings are for the watch list."
          line={(call) => (
            <CallLine
              call={call}
              story={call.unitId === null ? undefined : stories[call.unitId]}
              zone={timeZone}
            />
          )}
        />
        <div className="space-y-4">
          {left.data && left.data.total > 0 ? (
            <Panel
              title={`Left too long: ${left.data.total}`}
              actions={
                <Link to="/watch/left-open" className="link reach content-center">
                  all
                </Link>
              }
            >
              <ul className="divide-y divide-rule">
                {left.data.rows.map((row) => (
                  <li key={row.id} className="flex flex-wrap items-center gap-x-2 py-1">
                    <Plate
                      tag={row.tag}
                      to={row.unitId ? `/units/${row.unitId}` : undefined}
                      flagKinds={[
                        ...new Set([
                          row.hazard ? 'hazard' : 'left open',
                          ...((row.unitId && stories[row.unitId]?.flagKinds) || []),
                        ]),
                      ]}
                      known={row.unitId !== null && stories[row.unitId] !== undefined}
                    />
                    {row.hazard ? (
                      <span className="hazard-notch text-sm">{row.kind}</span>
                    ) : (
                      <strong>{row.kind}</strong>
                    )}
                    <span className="w-full text-sm text-soft">
                      {row.site}, {row.days === 0 ? 'today' : plural(row.days, 'day', 'days')}
                    </span>
                  </li>
                ))}
              </ul>
            </Panel>
          ) : null}
          <Panel
            title="Crews today"
            actions={
              <Link to="/routes" className="link">
                the board
              </Link>
            }
          >
            {visits.error ? <Trouble error={visits.error} retry={visits.refetch} /> : null}
            {visits.data?.length === 0 ? <Empty ghost="day">No visit is planned today.</Empty> : null}
            <CrewStrips visits={visits.data ?? NO_VISITS} today={today} zone={timeZone} />
          </Panel>
          {can('manage people') ? <Missing /> : null}
        </div>
      </div>
      <div className="mt-4 grid grid-cols-1 gap-4 items-start lg:grid-cols-2">
        <Panel
          title="Worst on the watch list"
          actions={
            <Link to="/watch" className="link">
              all {watch.data?.total ?? ''}
            </Link>
          }
        >
          {watch.data?.total === 0 ? <Empty ghost="unit">No unit is on the watch list.</Empty> : null}
          <ul className="divide-y divide-rule">
            {watch.data?.rows.slice(0, WORST).map((row) => (
              <li key={row.unitId} className="unit-row py-1">
                <span className="w-24 shrink-0">
                  <Plate tag={row.tag} to={`/units/${row.unitId}`} flagKinds={row.flags.map((f) => f.kind)} />
                </span>
                <MiniStory story={stories[row.unitId]} />
                <span className="unit-words min-w-0 truncate" title={`${row.site}: ${row.sentence}`}>
                  <span className="text-soft">{row.site}</span> {row.sentence}
                </span>
              </li>
            ))}
          </ul>
        </Panel>
        <Panel
          title="Maintenance that is late"
          actions={
            <Link to="/routes/plan" className="link">
              plan ahead
            </Link>
          }
        >
          {due.data && planned.data && late.length === 0 ? (
            <Empty>
              {planned.data.length === 0 ? 'Nothing is late.' : 'Nothing is late that is not on a plan.'}
            </Empty>
          ) : null}
          <ul className="divide-y divide-rule">
            {late.slice(0, 5).map((site) => (
              <li key={site.siteId} className="flex flex-wrap gap-x-3 py-1.5">
                <Link to={`/sites/${site.siteId}`} className="font-semibold link">
                  {site.site}
                </Link>
                <span className="text-soft">{site.customer}</span>
                <span className="ml-auto">
                  {plural(site.units.length, 'unit')}, <strong>{plural(site.lateDays, 'day')} late</strong>
                </span>
              </li>
            ))}
          </ul>
          {planned.data && planned.data.length > 0 ? (
            <>
              <h3 className="mt-3 border-t border-rule pt-2 font-semibold">Late, planned, not done yet</h3>
              <ul className="divide-y divide-rule">
                {planned.data.slice(0, 5).map((row) => (
                  <li
                    key={`${row.siteId} ${row.plannedOn} ${row.crew}`}
                    className="flex flex-wrap gap-x-3 py-1.5"
                  >
                    <Link to={`/sites/${row.siteId}`} className="font-semibold link">
                      {row.site}
                    </Link>
                    <span className="text-soft">
                      {row.crew ?? 'somebody'}
                      {row.plannedOn ? `, ${day(row.plannedOn)}` : ''}
                    </span>
                    <span className="ml-auto">
                      {plural(row.units, 'unit')}, {plural(row.lateDays, 'day')} late
                    </span>
                  </li>
                ))}
              </ul>
            </>
          ) : null}
        </Panel>
      </div>
    </Screen>
  );
}

/** When it is planned to be there; a row that was kept on a phone before times were told has none. */
const plannedTime = ({ startAt, leaveAt }: Partial<VisitRow>): string | undefined =>
  typeof startAt === 'number' && typeof leaveAt === 'number'
    ? `${clockText(startAt)} to ${clockText(leaveAt)}`
    : undefined;

/** When a crew is to be there, or that it was. */
const whenWords = (visit: VisitRow, today: string): string => {
  if (visit.leftAt) return 'Done';
  if (visit.arrivedAt) return 'You are there';
  if (visit.plannedFor && visit.plannedFor < today) return `left over from ${day(visit.plannedFor)}`;
  const time = plannedTime(visit);
  return time ? `planned ${time}` : 'any time today';
};

/** Fetches the day once it is opened with a signal; how much of it is on this device. */
function useFetchedDay(visits: readonly VisitRow[] | undefined): AtHand {
  const [atHand, setAtHand] = useState<AtHand>('not all');
  const wanted = (visits ?? []).filter((visit) => !visit.leftAt);
  const key = wanted.map((visit) => visit.id).join(' ');
  const latest = useRef(wanted);
  useEffect(() => {
    latest.current = wanted;
  });
  useEffect(() => {
    if (key === '') return;
    let live = true;
    // Only a crew's phone needs it.
    void import('./fetchDay.ts')
      .then(({ fetchDay }) => fetchDay(latest.current, () => live))
      .then((fetched) => live && setAtHand(fetched));
    return () => {
      live = false;
    };
  }, [key]);
  return atHand;
}

/** A technician's day: large targets, what matters first, readable without a signal. */
function MyDay() {
  const { user, today } = useWho();
  const visits = useVisitsQuery(user.crewId ? { crewId: user.crewId } : {});
  const list = useKept<VisitRow[]>(`visits ${user.id}`, visits.data);
  const open = list?.filter((v) => !v.leftAt && v.changed?.what !== 'off') ?? [];
  const done = list?.filter((v) => v.leftAt) ?? [];
  const [next] = open;
  const fetched = useFetchedDay(visits.data);
  return (
    <Screen
      title="Today"
      sentence={
        list
          ? open.length === 0
            ? 'Nothing left for today.'
            : `${count(open.length, 'visit', 'visits')} to go. Next: ${open[0]?.site}.`
          : day(today)
      }
    >
      {!list && visits.error ? <Trouble error={visits.error} retry={visits.refetch} /> : null}
      {!list && !visits.error ? <Loading what="your visits" /> : null}
      {list ? <DayChanged visits={list} day={today} /> : null}
      {next ? <NextStop visit={next} when={whenWords(next, today)} /> : null}
      {list && list.length > (next ? 1 : 0) ? (
        <h2 className="mt-4 mb-1 text-lg">{next ? 'After it' : 'Done today'}</h2>
      ) : null}
      <ul className="border-b border-rule">
        {[...open.slice(1), ...done].map((visit) => (
          <li key={visit.id} className="border-t border-rule bg-sheet">
            <Link
              to={`/visits/${visit.id}`}
              className={`flex min-h-12 flex-wrap items-baseline gap-x-3 p-3 ${visit.leftAt ? 'text-soft' : ''}`}
            >
              <span className="text-lg font-bold">{visit.site}</span>
              <span>{whenWords(visit, today)}</span>
              <span className="w-full truncate">
                {visit.calls.length === 1 && visit.calls[0]
                  ? `${visit.calls[0].unit ?? ''} ${visit.calls[0].complaint}`.trim()
                  : plural(visit.calls.length, 'unit')}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {fetched === 'not all' ? null : (
        <p role="status" className="mt-3 text-soft">
          {fetched === 'kept'
            ? 'The whole day is on this phone: sheets, units, roofs, feeds and the bench open ' +
              'without a signal.'
            : 'The whole day is on this phone as long as this page stays open. Do not load it again ' +
              'on the roof.'}
        </p>
      )}
      {visits.error && list ? (
        <p className="mt-3 text-soft">
          As last seen on this phone.{' '}
          <Button look="quiet" onClick={() => void visits.refetch()}>
            Try again
          </Button>
        </p>
      ) : null}
    </Screen>
  );
}
