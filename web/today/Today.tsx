import { useEffect, useRef, useState } from 'react';
import { plural } from '#core/reasons';
import { PRIORITIES } from '#core/vocabulary';
import { CALL_STATES } from '#core/work';
import { Link } from 'react-router';
import { clockText } from '#core/time';
import type { CallRow } from '#contracts/calls';
import type { VisitRow } from '#contracts/visits';
import { useCallsQuery, useLazyCallsQuery } from '../api/calls.ts';
import { useConditionsQuery } from '../api/conditions.ts';
import { useDueSitesQuery, useLatePlannedQuery } from '../api/routes.ts';
import { useVisitsQuery } from '../api/visits.ts';
import { useWatchQuery } from '../api/watch.ts';
import { useKept } from '../state/kept.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/Button.tsx';
import { clockOf, day, instant } from '../ui/format.ts';
import { List, useListState } from '../ui/List.tsx';
import type { ListColumn, ListFilter } from '../ui/listShape.ts';
import { Plate } from '../ui/Plate.tsx';
import { CallState } from '../ui/CallState.tsx';
import { PriorityWord } from '../ui/PriorityWord.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';
import { Missing } from './Missing.tsx';
import type { AtHand } from './fetchDay.ts';

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
  const [fetchPage] = useLazyCallsQuery();
  const visits = useVisitsQuery({});
  const watch = useWatchQuery({ q: '', offset: 0 });
  const due = useDueSitesQuery(14);
  const planned = useLatePlannedQuery();
  const left = useConditionsQuery({ q: '', sort: 'hazard', overdue: 'only', offset: 0, limit: 3 });
  const late = (due.data ?? []).filter((site) => site.lateDays > 0);
  const rows = calls.data?.rows ?? [];
  const atOnce = rows.filter((c) => c.priority === 'at once').length;
  const unplanned = rows.filter((c) => c.state === 'taken' || c.state === 'reopened').length;
  const sentence = calls.data
    ? `${day(today)}: ${count(calls.data.total, 'call is', 'calls are')} open${atOnce > 0 ? `, ${atOnce} to be seen at once` : ''}${unplanned > 0 ? `; ${unplanned} without a crew` : ''}. ${count(visits.data?.length ?? 0, 'visit', 'visits')} under way or planned today.`
    : day(today);
  const columns: ListColumn<CallRow>[] = [
    {
      id: 'priority',
      header: 'Priority',
      sort: 'priority',
      text: (c) => c.priority,
      cell: (c) => <PriorityWord priority={c.priority} />,
    },
    {
      id: 'ref',
      header: 'Call',
      sort: 'ref',
      text: (c) => c.ref,
      cell: (c) => (
        <Link
          to={`/calls/${c.id}`}
          className="font-semibold whitespace-nowrap text-copper underline underline-offset-4"
        >
          {c.ref || c.kind}
        </Link>
      ),
    },
    {
      id: 'site',
      header: 'Site',
      sort: 'site',
      text: (c) => `${c.site}, ${c.customer}`,
      cell: (c) => (
        <>
          {c.site}
          <span className="block text-sm text-soft">{c.customer}</span>
        </>
      ),
    },
    {
      id: 'unit',
      header: 'Unit',
      sort: 'unit',
      text: (c) => c.unit,
      cell: (c) =>
        c.unit ? (
          <span className="plate text-sm">{c.unit}</span>
        ) : (
          <span className="text-soft">not known</span>
        ),
    },
    {
      id: 'complaint',
      header: 'Complaint',
      sort: 'complaint',
      text: (c) => c.complaint,
      cell: (c) => <span className="line-clamp-2 max-w-80">{c.complaint}</span>,
    },
    {
      id: 'received',
      header: 'Received',
      sort: 'received',
      text: (c) => instant(c.receivedAt, timeZone),
      cell: (c) => <span className="whitespace-nowrap">{instant(c.receivedAt, timeZone)}</span>,
    },
    {
      id: 'state',
      header: 'State',
      sort: 'state',
      text: (c) => c.state,
      cell: (c) => <CallState call={c} zone={timeZone} />,
    },
  ];
  return (
    <Screen
      title="Today"
      sentence={sentence}
      actions={
        can('take call') ? (
          <Link
            to="/calls/new"
            className="inline-flex min-h-9 items-center rounded-[3px] border-2 border-copper bg-copper px-4 font-semibold text-on-copper"
          >
            Take a call
          </Link>
        ) : null
      }
    >
      <div className="grid grid-cols-1 gap-4 xl:grid-cols-[minmax(0,3fr)_minmax(260px,1fr)]">
        <List
          label="open calls"
          filters={FILTERS}
          state={state}
          columns={columns}
          answer={calls}
          page={(part) => fetchPage({ ...part, status: 'open' }).unwrap()}
          empty="No call is open. Quiet mornings are for the watch list."
        />
        <div className="space-y-4">
          {can('manage people') ? <Missing /> : null}
          {left.data && left.data.total > 0 ? (
            <Panel
              title={`Left too long: ${left.data.total}`}
              actions={
                <Link to="/watch/left-open" className="text-copper underline underline-offset-4">
                  all
                </Link>
              }
            >
              <ul className="divide-y divide-rule">
                {left.data.rows.map((row) => (
                  <li key={row.id} className="py-1">
                    <Link
                      to={`/units/${row.unitId}`}
                      className="plate text-sm text-copper underline underline-offset-4"
                    >
                      {row.tag}
                    </Link>{' '}
                    <strong className={row.hazard ? 'text-ember' : ''}>{row.kind}</strong>{' '}
                    <span className="text-sm text-soft">
                      {row.site}, {row.days} days
                    </span>
                  </li>
                ))}
              </ul>
            </Panel>
          ) : null}
          <Panel
            title="Visits today"
            actions={
              <Link to="/routes" className="text-copper underline underline-offset-4">
                the board
              </Link>
            }
          >
            {visits.error ? <Trouble error={visits.error} retry={visits.refetch} /> : null}
            {visits.data?.length === 0 ? <Empty>No visit is planned today.</Empty> : null}
            <ul className="divide-y divide-rule">
              {visits.data?.map((visit) => (
                <VisitLine key={visit.id} visit={visit} today={today} zone={timeZone} />
              ))}
            </ul>
          </Panel>
        </div>
      </div>
      <div className="mt-4 grid grid-cols-1 gap-4 lg:grid-cols-2">
        <Panel
          title="Worst on the watch list"
          actions={
            <Link to="/watch" className="text-copper underline underline-offset-4">
              all {watch.data?.total ?? ''}
            </Link>
          }
        >
          {watch.data?.total === 0 ? <Empty>No unit is on the watch list.</Empty> : null}
          <ul className="divide-y divide-rule">
            {watch.data?.rows.slice(0, 5).map((row) => (
              <li key={row.unitId} className="grid grid-cols-[auto_1fr] items-baseline gap-x-3 py-1.5">
                <Plate tag={row.tag} to={`/units/${row.unitId}`} flagKinds={row.flags.map((f) => f.kind)} />
                <span>
                  {row.sentence} <span className="text-sm text-soft">{row.site}</span>
                </span>
              </li>
            ))}
          </ul>
        </Panel>
        <Panel
          title="Maintenance that is late"
          actions={
            <Link to="/routes/plan" className="text-copper underline underline-offset-4">
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
                <Link
                  to={`/sites/${site.siteId}`}
                  className="font-semibold text-copper underline underline-offset-4"
                >
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
                    <Link
                      to={`/sites/${row.siteId}`}
                      className="font-semibold text-copper underline underline-offset-4"
                    >
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

function VisitLine({ visit, today, zone }: { visit: VisitRow; today: string; zone: string }) {
  return (
    <li className="py-1.5">
      <Link to={`/visits/${visit.id}`} className="font-semibold text-copper underline underline-offset-4">
        {visit.site}
      </Link>
      <span className="text-soft"> {visit.customer}</span>
      <span className="block text-sm">
        {visit.crew ?? 'no crew'}
        {visit.plannedFor && visit.plannedFor < today ? `, since ${day(visit.plannedFor)}` : ''}
        {visit.leftAt
          ? `, left ${clockOf(visit.leftAt, zone)}`
          : visit.arrivedAt
            ? `, there since ${clockOf(visit.arrivedAt, zone)}`
            : plannedTime(visit)
              ? `, planned ${plannedTime(visit)}`
              : ''}{' '}
        · {visit.calls.length === 1 ? visit.calls[0]?.complaint : `${visit.calls.length} calls`}
      </span>
    </li>
  );
}

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
  const open = list?.filter((v) => !v.leftAt) ?? [];
  const done = list?.filter((v) => v.leftAt) ?? [];
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
      {fetched === 'not all' ? null : (
        <p role="status" className="mb-2 text-soft">
          {fetched === 'kept'
            ? 'The whole day is on this phone: sheets, units, roofs, feeds and the bench open ' +
              'without a signal.'
            : 'The whole day is on this phone as long as this page stays open. Do not load it again ' +
              'on the roof.'}
        </p>
      )}
      {!list && visits.error ? <Trouble error={visits.error} retry={visits.refetch} /> : null}
      {!list && !visits.error ? <Loading what="your visits" /> : null}
      <ul className="space-y-3">
        {[...open, ...done].map((visit) => (
          <li key={visit.id}>
            <Link
              to={`/visits/${visit.id}`}
              className={`block border-2 bg-sheet p-4 ${visit.leftAt ? 'border-rule text-soft' : 'border-ink'}`}
            >
              <span className="block text-xl font-bold">{visit.site}</span>
              <span className="block text-lg">
                {visit.customer}
                {visit.address ? `, ${visit.address}` : ''}
              </span>
              {visit.calls.slice(0, 4).map((call) => (
                <span key={call.id} className="mt-1 block text-lg">
                  {call.unit ? <span className="plate mr-2 text-base">{call.unit}</span> : null}
                  {call.complaint}
                </span>
              ))}
              {visit.calls.length > 4 ? (
                <span className="block text-soft">and {visit.calls.length - 4} more units</span>
              ) : null}
              <span className="mt-1 block font-semibold">
                {visit.leftAt
                  ? 'Done'
                  : visit.arrivedAt
                    ? 'You are there'
                    : visit.plannedFor && visit.plannedFor < today
                      ? `Left over from ${day(visit.plannedFor)}`
                      : plannedTime(visit)
                        ? `Planned ${plannedTime(visit)}`
                        : 'Open the sheet'}
              </span>
            </Link>
          </li>
        ))}
      </ul>
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
