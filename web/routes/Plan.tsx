import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { plural } from '#core/base/sentences';
import { addDays, daysBetween, durationText, isPlainDate, weekday } from '#core/base/time';
import type { PlanAsked } from '#contracts/board';
import { useCrewsQuery } from '../api/crews.ts';
import { useBoardQuery, useDueSitesQuery, useLatePlannedQuery } from '../api/routes.ts';
import { settled } from '../api/settled.ts';
import { useMissedSeasonsQuery } from '../api/agreements.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { day as dayText } from '../ui/words/format.ts';
import { Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { RouteMap, type MapStop } from '../maps/RouteMap.tsx';
import { DueList } from './DueList.tsx';
import { LoadAhead } from './LoadAhead.tsx';
import { MissedSeasons } from './MissedSeasons.tsx';
import { ordersToKeep } from './orders.ts';
import { Changes, Compare, FullestDay, Idle, LeftOut, PlanStrips, sumsOf } from './PlanFound.tsx';
import { PlanProgress } from './PlanProgress.tsx';
import { useKeepPlan } from './useKeepPlan.ts';
import { usePlanRun, type Found } from './usePlanRun.ts';

/** Tomorrow, or Monday before a weekend: the day a plan usually begins. */
function nextWorkday(today: string): string {
  const tomorrow = addDays(today, 1);
  const overWeekend = weekday(tomorrow) > 5 ? 8 - weekday(tomorrow) : 0;
  return addDays(tomorrow, overWeekend);
}

const SPANS = [
  [1, 'one day'],
  [5, 'five days'],
  [7, 'a week'],
  [14, 'two weeks'],
  [28, 'four weeks'],
] as const;

/** Plans days ahead for some or all crews: what is due, what waits, what stands already, in one search. */
export default function Plan() {
  const { today, can } = useWho();
  const navigate = useNavigate();
  const [from, setFrom] = useState(() => nextWorkday(today));
  const [days, setDays] = useState(14);
  // What is due is asked from today on: the plan may begin later.
  const due = useDueSitesQuery(Math.min(400, Math.max(14, daysBetween(today, from) + Math.max(14, days))));
  const latePlanned = useLatePlannedQuery();
  const crews = useCrewsQuery(from);
  const board = useBoardQuery({ from, days });
  const missed = useMissedSeasonsQuery();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [unitsOut, setUnitsOut] = useState<ReadonlySet<string>>(new Set());
  const [crewsOut, setCrewsOut] = useState<ReadonlySet<string>>(new Set());
  const [calls, setCalls] = useState(true);
  const [keepFree, setKeepFree] = useState(true);
  const [mayMove, setMayMove] = useState(false);
  const { start, stop, cancel, running, found, error, setFound } = usePlanRun();
  const [before, setBefore] = useState<Found>();
  const { keep, saving } = useKeepPlan();
  const [refused, setRefused] = useState<unknown>();

  const tooFar = from > addDays(today, 365);
  const sites = due.data ?? [];
  const chosen = sites.filter((site) => !left.has(site.siteId));
  const working = crews.data?.filter((crew) => !crew.retired) ?? [];
  const taken = working.filter((crew) => !crewsOut.has(crew.id));
  const asked: PlanAsked = {
    from,
    days,
    crewIds: taken.map((crew) => crew.id),
    siteIds: chosen.map((site) => site.siteId),
    unitsOut: [...unitsOut],
    calls: calls ? 'all' : [],
    planned: mayMove ? 'may move' : 'stays',
    keepFree,
  };
  /** A plan stands for the choices it was made from; changing one lays it aside. */
  const change = (apply: () => void) => {
    cancel();
    if (found) setBefore(found);
    setFound(undefined);
    setRefused(undefined);
    apply();
  };
  const toggle = (set: ReadonlySet<string>, id: string): ReadonlySet<string> => {
    const next = new Set(set);
    if (!next.delete(id)) next.add(id);
    return next;
  };
  const run = async () => {
    setRefused(undefined);
    if (found) setBefore(found);
    await start(asked);
  };
  const save = async () => {
    if (!found) return;
    const orders = ordersToKeep(found.asked, found.view, found.view.orders, found.orders, true, true);
    try {
      await keep(
        orders,
        `Plan saved: ${plural(orders.orders.length, 'day')} of ${plural(taken.length, 'crew')}`,
      );
      void navigate(`/routes?day=${from}`);
    } catch (wrong) {
      setRefused(wrong);
    }
  };

  const late = sites.filter((site) => site.lateDays > 0).length;
  const onPlan = new Set(latePlanned.data?.map((row) => row.siteId)).size;
  const waiting =
    onPlan > 0
      ? ` ${plural(onPlan, 'late site')} ${onPlan === 1 ? 'is' : 'are'} on a plan and not done yet.`
      : '';
  const sum = found && sumsOf(found.view, found.orders);
  const sentence = sum
    ? `${dayText(from)}, ${SPANS.find(([n]) => n === days)?.[1] ?? `${days} days`}: ${plural(sum.stops, 'stop')}, ${durationText(sum.driveMinutes)} on the road${found.view.estimated ? ' (estimated from straight lines)' : ''}, ${sum.leftOut === 0 ? 'everything is on the plan' : `${sum.leftOut} not on the plan`}${found.proved ? ' (proved best)' : ''}.`
    : due.data
      ? sites.length === 0
        ? `Nothing ${onPlan > 0 ? 'more ' : ''}is due.${waiting}`
        : `${plural(sites.length, 'site')} ${sites.length === 1 ? 'is' : 'are'} due${late > 0 ? `, ${late} of them late` : ''}.${waiting}`
      : 'What is due';
  const stops: MapStop[] = sites.flatMap((site) =>
    site.lat === null || site.lon === null
      ? []
      : [{ id: site.siteId, name: site.site, lat: site.lat, lon: site.lon }],
  );
  return (
    <Screen
      title="Plan ahead"
      sentence={sentence}
      waits={settled(latePlanned, crews, board, missed) ? undefined : 'the days ahead'}
      lines={3}
      actions={
        <>
          <Link to="/routes/load" className="inline-flex reach items-center px-2 font-semibold link">
            Load ahead
          </Link>
          <Link to="/routes" className="inline-flex reach items-center px-2 font-semibold link">
            The board
          </Link>
        </>
      }
    >
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(320px,2fr)_minmax(0,3fr)]">
        {/* On a phone the plan comes right after what asks for it, and what is due last. */}
        <div className="space-y-3 max-lg:contents">
          {can('plan route') ? (
            <Panel className="max-lg:order-1">
              <div className="grid grid-cols-2 gap-2">
                <Field
                  label="From"
                  error={tooFar ? 'at most a year ahead; choose an earlier day' : undefined}
                >
                  <DateInput
                    value={from}
                    min={today}
                    onChange={(e) =>
                      isPlainDate(e.target.value) ? change(() => setFrom(e.target.value)) : undefined
                    }
                  />
                </Field>
                <Field label="For">
                  <select value={days} onChange={(e) => change(() => setDays(Number(e.target.value)))}>
                    {SPANS.map(([n, name]) => (
                      <option key={n} value={n}>
                        {name}
                      </option>
                    ))}
                  </select>
                </Field>
              </div>
              <fieldset className="mt-2">
                <legend className="text-sm font-semibold">Crews</legend>
                <div className="flex flex-wrap gap-x-4">
                  {working.map((crew) => (
                    <label key={crew.id} className="flex reach items-center gap-1.5">
                      <input
                        type="checkbox"
                        checked={!crewsOut.has(crew.id)}
                        onChange={() => change(() => setCrewsOut(toggle(crewsOut, crew.id)))}
                      />
                      {crew.name}
                    </label>
                  ))}
                </div>
              </fieldset>
              <fieldset className="mt-1">
                <legend className="sr-only">How</legend>
                {(
                  [
                    ['Calls that wait for a place go on the plan too', calls, setCalls],
                    ['Time is left for the calls that will come', keepFree, setKeepFree],
                    ['What is planned already may move where that saves time', mayMove, setMayMove],
                  ] as const
                ).map(([label, on, set]) => (
                  <label key={label} className="flex reach items-center gap-1.5">
                    <input type="checkbox" checked={on} onChange={() => change(() => set(!on))} />
                    {label}
                  </label>
                ))}
              </fieldset>
              <div className="mt-2 flex flex-wrap items-center gap-2">
                <Button
                  look={found ? 'plain' : 'act'}
                  // What is due and not here yet would be left out without a word.
                  disabled={
                    !due.currentData ||
                    running !== undefined ||
                    taken.length === 0 ||
                    tooFar ||
                    (chosen.length === 0 && !calls)
                  }
                  onClick={() => void run()}
                >
                  {days === 1 ? 'Plan the day' : `Plan ${SPANS.find(([n]) => n === days)?.[1] ?? 'the days'}`}
                </Button>
                {found ? (
                  <Button look="act" disabled={saving} onClick={() => void save()}>
                    Save the plan
                  </Button>
                ) : null}
              </div>
            </Panel>
          ) : null}
          {error ? <Trouble error={error} /> : null}
          {refused ? <Trouble error={refused} /> : null}
          {due.error ? <Trouble error={due.error} retry={due.refetch} /> : null}
          {due.isLoading ? (
            <div className="max-lg:order-3">
              <Loading what="what is due" />
            </div>
          ) : null}
          {due.data ? (
            <div className="max-lg:order-3">
              <DueList
                sites={sites}
                left={left}
                pick={can('plan route')}
                unitsOut={unitsOut}
                onUnit={(id) => change(() => setUnitsOut(toggle(unitsOut, id)))}
                onToggle={(id) => change(() => setLeft(toggle(left, id)))}
                onAll={(all) => change(() => setLeft(new Set(all ? [] : sites.map((site) => site.siteId))))}
              />
            </div>
          ) : null}
        </div>
        <div className="space-y-3 max-lg:order-2">
          {running ? (
            <Panel title="Planning">
              <PlanProgress running={running} onStop={stop} onCancel={cancel} />
            </Panel>
          ) : null}
          {found ? (
            <>
              <Panel title="The plan">
                <Compare
                  columns={[
                    { name: 'As it stands', sum: sumsOf(found.view, found.view.orders) },
                    ...(before ? [{ name: 'Before', sum: sumsOf(before.view, before.orders) }] : []),
                    { name: 'This plan', sum: sumsOf(found.view, found.orders) },
                  ]}
                  shown={before ? 2 : 1}
                  {...(before
                    ? {
                        onShow: (column: number) => {
                          if (column !== 1) return;
                          setBefore(found);
                          setFound(before);
                        },
                      }
                    : {})}
                />
                <ul className="mt-2 list-disc pl-5 text-sm">
                  {found.view.notes.map((note) => (
                    <li key={note}>{note}</li>
                  ))}
                </ul>
                <Changes found={found} />
                <FullestDay found={found} />
                <Idle found={found} />
                <LeftOut found={found} />
              </Panel>
              <Panel title="Day by day">
                <PlanStrips found={found} />
              </Panel>
            </>
          ) : null}
          {!found && !running ? (
            <>
              <LoadAhead board={board.data} due={sites} />
              <RouteMap
                yard={working[0]?.start ?? undefined}
                stops={stops}
                {...(can('plan route')
                  ? { onPick: (id: string) => change(() => setLeft(toggle(left, id))) }
                  : {})}
                height={360}
              />
              <MissedSeasons />
            </>
          ) : null}
        </div>
      </div>
    </Screen>
  );
}
