import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { plural, wordsOf } from '#core/reasons';
import { addDays, clockText, durationText, isPlainDate, weekday } from '#core/time';
import type { Plan, RoutingProblem } from '#core/routing';
import type { DueSite, ProblemView } from '#contracts/routes';
import { useCrewsQuery } from '../api/crews.ts';
import {
  useDueSitesQuery,
  useLatePlannedQuery,
  useRoutesQuery,
  useRoutingProblemMutation,
  useSaveRouteMutation,
} from '../api/routes.ts';
import { useWho } from '../state/session.ts';
import { DayStrip } from '../drawings/DayStrip.tsx';
import { awayWords } from '#core/crews';
import { DateInput } from '../ui/DateInput.tsx';
import { CrewOptions, notAtWork } from '../ui/CrewOptions.tsx';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { day as dayText } from '../ui/format.ts';
import { Reasons } from '../ui/Reasons.tsx';
import { found, inOrder } from '../ui/found.ts';
import { saveCsv, type CsvColumn } from '../ui/saveCsv.ts';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';
import { solveInWorker } from '../workers/routeSolver.ts';
import { MissedSeasons } from './MissedSeasons.tsx';
import { onTheRoad, PlanTable } from './PlanTable.tsx';
import { RouteMap, type MapStop } from '../maps/RouteMap.tsx';

const HORIZON = 14;

/** Tomorrow, or Monday before a weekend: the day a route is usually planned for. */
function nextWorkday(today: string): string {
  const tomorrow = addDays(today, 1);
  const overWeekend = weekday(tomorrow) > 5 ? 8 - weekday(tomorrow) : 0;
  return addDays(tomorrow, overWeekend);
}

/** Everything that is due, a line for each task of a unit. */
const dueRows = (sites: readonly DueSite[]) =>
  sites.flatMap((site) =>
    site.units.flatMap((unit) => unit.tasks.map((task) => ({ site, unit: unit.tag, task }))),
  );
const DUE_COLUMNS: readonly CsvColumn<ReturnType<typeof dueRows>[number]>[] = [
  { header: 'Customer', text: ({ site }) => site.customer },
  { header: 'Site', text: ({ site }) => site.site },
  { header: 'Unit', text: ({ unit }) => unit },
  { header: 'Task', text: ({ task }) => task.title },
  { header: 'Due on', text: ({ task }) => task.dueOn },
  { header: 'Days late', text: ({ task }) => task.lateDays },
];

interface Solving {
  readonly view: ProblemView;
  readonly plan?: Plan;
  readonly share: number;
  readonly running: boolean;
}

/** What is due in the next two weeks by site; choose a day and a crew, and the day is planned. */
export default function Routes() {
  const { today, can } = useWho();
  const navigate = useNavigate();
  const due = useDueSitesQuery(HORIZON);
  const latePlanned = useLatePlannedQuery();
  const routes = useRoutesQuery();
  const [askProblem] = useRoutingProblemMutation();
  const [save, saving] = useSaveRouteMutation();
  const [day, setDay] = useState(() => nextWorkday(today));
  const crews = useCrewsQuery(day);
  const [crewChoice, setCrew] = useState('');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [solving, setSolving] = useState<Solving>();
  const [error, setError] = useState<unknown>();
  const stop = useRef<() => void>(() => {});
  useEffect(() => () => stop.current(), []);

  const atWork = crews.data?.find((c) => !c.retired && c.day.works);
  const crewId = crewChoice || atWork?.id || '';
  const crew = crews.data?.find((c) => c.id === crewId);
  const sites = useMemo(() => due.data ?? [], [due.data]);
  const chosen = sites.filter((s) => !left.has(s.siteId));
  const [typed, setTyped] = useState('');
  const [dueOrder, setDueOrder] = useState<keyof typeof DUE_ORDERS>('late first');
  const shown = DUE_ORDERS[dueOrder](sites.filter((s) => found(typed, [s.site, s.customer])));
  // Of the plan as well: a call may take the crew where nothing is due.
  const names = new Map([
    ...sites.map((s) => [s.siteId, s.site] as const),
    ...(solving?.view.problem.stops.map((s) => [s.id, s.name] as const) ?? []),
  ]);
  const plan = solving?.plan;
  const order = new Map(plan?.stops.map((s, i) => [s.stopId, i + 1]) ?? []);
  const stops: MapStop[] = sites.flatMap((s) =>
    s.lat === null || s.lon === null
      ? []
      : [
          {
            id: s.siteId,
            name: s.site,
            lat: s.lat,
            lon: s.lon,
            ...(order.has(s.siteId) ? { order: order.get(s.siteId) as number } : {}),
          },
        ],
  );
  const late = sites.filter((s) => s.lateDays > 0).length;

  /** A plan stands for the choices it was made from; changing one takes it away. */
  const change = (apply: () => void) => {
    stop.current();
    setSolving(undefined);
    setError(undefined);
    apply();
  };
  const toggle = (id: string) =>
    change(() => {
      const next = new Set(left);
      if (next.has(id)) next.delete(id);
      else next.add(id);
      setLeft(next);
    });

  async function solve() {
    setError(undefined);
    try {
      const view = await askProblem({ day, crewId, siteIds: chosen.map((s) => s.siteId) }).unwrap();
      setSolving({ view, share: 0, running: true });
      const { result, cancel } = solveInWorker(view.problem as RoutingProblem, (best, share) =>
        setSolving({ view, plan: best, share: Math.min(1, share), running: true }),
      );
      stop.current = () => {
        cancel();
        setSolving((s) => (s ? { ...s, running: false } : s));
      };
      const best = await result;
      setSolving({ view, plan: best, share: 1, running: false });
    } catch (refused) {
      setError(refused);
    }
  }

  async function keep() {
    if (!plan) return;
    try {
      const route = await save({
        id: uuid(),
        day,
        crewId,
        siteIds: chosen.map((s) => s.siteId),
        plan,
      }).unwrap();
      toast(`Route saved for ${crew?.name}, ${dayText(day)}`);
      void navigate(`/routes/${route.id}`);
    } catch (refused) {
      setError(refused);
    }
  }

  // Planned is not done: what is late and on a plan is late until somebody has been there.
  const onPlan = new Set(latePlanned.data?.map((row) => row.siteId)).size;
  const waiting =
    onPlan > 0
      ? ` ${plural(onPlan, 'late site')} ${onPlan === 1 ? 'is' : 'are'} on a plan and not done yet.`
      : '';
  const sentence = plan
    ? `${crew?.name}, ${dayText(day)}: ${plan.stops.length} of ${chosen.length} sites, back at ${clockText(plan.returnAt)}, ${onTheRoad(plan.driveMinutes, solving?.view.problem.travel.estimated)}${plan.quality === 'proved best' ? ' (proved best)' : ''}.`
    : due.data
      ? sites.length === 0
        ? `Nothing ${onPlan > 0 ? 'more ' : ''}is due in the next two weeks.${waiting}`
        : `${plural(sites.length, 'site')} ${sites.length === 1 ? 'is' : 'are'} due in the next two weeks${late > 0 ? `, ${late} of them late` : ''}.${waiting}`
      : 'What is due in the next two weeks';

  return (
    <Screen title="Routes" sentence={sentence}>
      <div className="grid gap-4 lg:grid-cols-[minmax(300px,2fr)_minmax(0,3fr)]">
        <div className="space-y-3">
          {can('plan route') ? (
            <Panel>
              <div className="grid grid-cols-2 gap-2">
                <Field label="Day">
                  <DateInput
                    value={day}
                    min={today}
                    onChange={(e) =>
                      isPlainDate(e.target.value) ? change(() => setDay(e.target.value)) : undefined
                    }
                  />
                </Field>
                <Field
                  label="Crew"
                  hint={
                    crew?.day.works
                      ? `${clockText(crew.day.shift.start)}–${clockText(crew.day.shift.end)}, ${crew.day.present.map((m) => m.name).join(' and ')}${crew.day.away.map((a) => `; ${awayWords(a)}`).join('')}`
                      : notAtWork(crew)
                  }
                >
                  <select value={crewId} onChange={(e) => change(() => setCrew(e.target.value))}>
                    {crewId ? null : <option value="">no crew at work</option>}
                    <CrewOptions crews={crews.data} />
                  </select>
                </Field>
              </div>
              <div className="mt-2 flex flex-wrap items-center gap-2">
                <Button
                  look="act"
                  disabled={chosen.length === 0 || !crew?.day.works || solving?.running === true}
                  onClick={() => void solve()}
                >
                  Plan the day
                </Button>
                {solving?.running ? (
                  <>
                    <progress
                      value={solving.share}
                      aria-label="Looking for the best route"
                      className="w-32"
                    />
                    <Button onClick={() => stop.current()}>Stop and keep the best</Button>
                  </>
                ) : null}
                {plan && !solving?.running ? (
                  <Button look="act" disabled={saving.isLoading} onClick={() => void keep()}>
                    Save the route
                  </Button>
                ) : null}
              </div>
              {error ? (
                <div className="mt-2">
                  <Trouble error={error} />
                </div>
              ) : null}
              {solving?.view.left.map((l) => (
                <p key={l.siteId} className="mt-1 text-sm">
                  <strong>{l.site}</strong> left out: {l.why}.
                </p>
              ))}
              {solving?.view.notes.map((note) => (
                <p key={note} className="mt-1 text-sm text-soft">
                  {note}
                </p>
              ))}
            </Panel>
          ) : null}
          {due.error ? <Trouble error={due.error} retry={due.refetch} /> : null}
          {!due.data && !due.error ? <Loading what="what is due" /> : null}
          {due.data ? (
            <Panel
              title="Due by site"
              actions={
                sites.length > 0 ? (
                  <Button look="quiet" onClick={() => void saveCsv('due', DUE_COLUMNS, dueRows(sites))}>
                    Save as CSV
                  </Button>
                ) : null
              }
            >
              {sites.length === 0 ? (
                <Empty>Nothing is due in the next two weeks.</Empty>
              ) : (
                <DueTools
                  typed={typed}
                  onTyped={setTyped}
                  order={dueOrder}
                  onOrder={setDueOrder}
                  said={shownOf(shown, chosen, sites.length, can('plan route'))}
                />
              )}
              <ul
                className="max-h-[70vh] divide-y divide-rule overflow-y-auto"
                tabIndex={0}
                aria-label="Due by site"
              >
                {shown.map((site) => (
                  <DueLine
                    key={site.siteId}
                    site={site}
                    chosen={!left.has(site.siteId)}
                    onToggle={() => toggle(site.siteId)}
                    pick={can('plan route')}
                  />
                ))}
              </ul>
            </Panel>
          ) : null}
        </div>
        <div className="space-y-3">
          <RouteMap
            yard={crew?.start ?? undefined}
            stops={stops}
            {...(can('plan route') ? { onPick: toggle } : {})}
            height={plan ? 330 : 480}
          />
          {plan && solving ? (
            <Panel>
              <DayStrip
                plan={plan}
                shift={solving.view.problem.shift}
                names={names}
                windows={new Map(solving.view.problem.stops.map((s) => [s.id, s.windows]))}
              />
              <PlanTable plan={plan} estimated={solving.view.problem.travel.estimated} names={names} />
            </Panel>
          ) : null}
          <MissedSeasons />
          <Panel title="Planned routes">
            {routes.data?.length === 0 ? <Empty>None yet.</Empty> : null}
            <ul>
              {routes.data?.map((route) => (
                <li key={route.id}>
                  <Link
                    to={`/routes/${route.id}`}
                    className="font-semibold text-copper underline underline-offset-4"
                  >
                    {dayText(route.day)}, {route.crew}
                  </Link>{' '}
                  {plural(route.stops, 'stop')}, back {clockText(route.returnAt)}
                </li>
              ))}
            </ul>
          </Panel>
        </div>
      </div>
    </Screen>
  );
}

const DUE_ORDERS = {
  'late first': (sites: readonly DueSite[]) => [...sites],
  'by site': (sites: readonly DueSite[]) => inOrder(sites, (s) => s.site),
  'by customer': (sites: readonly DueSite[]) => inOrder(sites, (s) => s.customer),
  'most work first': (sites: readonly DueSite[]) => inOrder(sites, (s) => s.minutes, 'desc'),
} as const;

/** How many sites are shown, and how many that are not will still be planned: a search leaves nothing out. */
function shownOf(shown: readonly DueSite[], chosen: readonly DueSite[], all: number, pick: boolean): string {
  if (shown.length === all) return plural(all, 'site');
  const hidden = chosen.filter((site) => !shown.includes(site)).length;
  return `${shown.length} of ${plural(all, 'site')}${
    pick && hidden > 0 ? `; ${plural(hidden, 'chosen site')} not shown` : ''
  }`;
}

function DueTools({
  typed,
  onTyped,
  order,
  onOrder,
  said,
}: {
  typed: string;
  onTyped: (text: string) => void;
  order: keyof typeof DUE_ORDERS;
  onOrder: (order: keyof typeof DUE_ORDERS) => void;
  said: string;
}) {
  const look = 'min-h-9 rounded-[3px] border-2 border-rule bg-sheet px-2 focus:border-copper';
  return (
    <div className="no-print mb-1 flex flex-wrap items-center gap-2">
      <input
        type="search"
        aria-label="Search what is due"
        placeholder="site or customer"
        value={typed}
        onChange={(event) => onTyped(event.target.value)}
        className={`w-40 ${look}`}
      />
      <select
        aria-label="Order of what is due"
        value={order}
        onChange={(event) => onOrder(event.target.value as keyof typeof DUE_ORDERS)}
        className={look}
      >
        {Object.keys(DUE_ORDERS).map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
      <span role="status" className="text-sm text-soft">
        {said}
      </span>
    </div>
  );
}

function DueLine({
  site,
  chosen,
  onToggle,
  pick,
}: {
  site: DueSite;
  chosen: boolean;
  onToggle: () => void;
  pick: boolean;
}) {
  const tasks = site.units.reduce((sum, u) => sum + u.tasks.length, 0);
  return (
    <li className="py-1.5">
      <label className="flex cursor-pointer gap-2">
        {pick ? (
          <input type="checkbox" checked={chosen} onChange={onToggle} className="mt-1 h-4 w-4" />
        ) : null}
        <span className="grow">
          <strong>{site.site}</strong> <span className="text-soft">{site.customer}</span>
          <span className="block text-sm">
            {plural(site.units.length, 'unit')}, {plural(tasks, 'task')}, {durationText(site.minutes)}
            {site.openCalls > 0 ? `, ${site.openCalls} open ${site.openCalls === 1 ? 'call' : 'calls'}` : ''}
            {site.lat === null ? ', position not known' : ''}
            {site.minutesAllowed !== null && site.minutes > site.minutesAllowed ? (
              <strong className="block">
                the agreement allows {durationText(site.minutesAllowed)} a visit
              </strong>
            ) : null}
            {site.conditions.map((c, i) => (
              <span key={i} className={`block ${c.hazard ? 'font-semibold text-ember' : ''}`}>
                {c.tag} left so: {c.kind}
                {c.overdue ? ', too long' : ''}
              </span>
            ))}
          </span>
        </span>
        {site.lateDays > 0 ? (
          <span className="font-semibold whitespace-nowrap text-copper">
            {plural(site.lateDays, 'day')} late
          </span>
        ) : null}
      </label>
      <details className="pl-6 text-sm">
        <summary className="cursor-pointer text-copper">What and why</summary>
        <ul>
          {site.units.map((unit) => (
            <li key={unit.unitId}>
              <span className="plate text-xs">{unit.tag}</span>{' '}
              {unit.tasks.map((t) => wordsOf(t.reason).text).join(' ')}
              <Reasons reasons={unit.tasks.map((t) => t.reason)} />
            </li>
          ))}
        </ul>
      </details>
    </li>
  );
}
