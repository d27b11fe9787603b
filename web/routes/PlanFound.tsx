import { useMemo, useState } from 'react';
import { dollars, toNearest } from '#core/base/money';
import { listed, plural } from '#core/base/sentences';
import {
  changesBetween,
  planSums,
  timedRoute,
  type Orders,
  type PlanSums,
  type Shift,
  type TimedRoute,
} from '#core/planning/routing';
import { clockText, durationText } from '#core/base/time';
import type { BoardDay, BoardStop, PlanProblem } from '#contracts/board';
import { day as dayText } from '../ui/words/format.ts';
import { CrewStrip, type Hours } from './CrewStrip.tsx';
import { fullestDay } from './fullestDay.ts';
import type { Found } from './usePlanRun.ts';

/** Sums of the plan of a problem; what could not be planned at all counts as not on the plan. */
export function sumsOf({ problem, planning, left }: PlanProblem, orders: Orders): PlanSums {
  const sums = planSums(problem, orders, planning);
  return { ...sums, leftOut: sums.leftOut + left.length };
}

/** Minutes, with what they cost where somebody has said what an hour costs. */
const timeAndMoney = (minutes: number, cents: number | undefined): string =>
  cents === undefined ? durationText(minutes) : `${durationText(minutes)}, ${dollars(toNearest(cents, 100))}`;

const ROWS: readonly (readonly [string, (sum: PlanSums) => string])[] = [
  ['Stops', (sum) => String(sum.stops)],
  ['On the road', ({ driveMinutes, money }) => timeAndMoney(driveMinutes, money?.roadCents)],
  ['Overtime', ({ overtime, money }) => timeAndMoney(overtime, money?.overtimeCents)],
  ['Days after what was due, all stops', (sum) => String(sum.lateDays)],
  ['Not on the plan', (sum) => String(sum.leftOut)],
  ['Promises, told times or opening hours broken', (sum) => String(sum.wrong)],
];

/** Plans side by side, a column each; one is the one that is shown and kept. */
export function Compare({
  columns,
  shown,
  onShow,
}: {
  columns: readonly { readonly name: string; readonly sum: PlanSums }[];
  shown: number;
  onShow?: (column: number) => void;
}) {
  return (
    <table className="w-full text-left">
      <thead>
        <tr className="border-b-2 border-ink text-sm">
          <th scope="col">
            <span className="sr-only">What</span>
          </th>
          {columns.map(({ name }, c) => (
            <th key={name} scope="col" className="text-right">
              {onShow && c > 0 ? (
                <button
                  type="button"
                  aria-pressed={c === shown}
                  onClick={() => onShow(c)}
                  className={`reach px-2 font-bold ${c === shown ? 'bg-ink text-paper' : 'text-copper underline'}`}
                >
                  {name}
                </button>
              ) : (
                <span className="px-2">{name}</span>
              )}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {ROWS.map(([what, text]) => (
          <tr key={what} className="border-b border-rule">
            <th scope="row" className="py-0.5 font-normal">
              {what}
            </th>
            {columns.map(({ name, sum }, c) => (
              <td key={name} className={`px-2 text-right ${c === shown ? 'font-bold' : ''}`}>
                {text(sum)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A day of a plan as the board draws it. */
function dayOf(view: PlanProblem, s: number, route: TimedRoute, order: readonly number[]): BoardDay {
  const { crewId, crew, day, start, version } = view.shifts[s] as PlanProblem['shifts'][number];
  const shift = view.problem.shifts[s] as Shift;
  return {
    crewId,
    crew,
    day,
    works: true,
    why: null,
    shift: { start: shift.start, end: shift.end },
    restsUntil: null,
    people: [],
    onCall: [],
    start,
    routeId: null,
    version,
    departAt: route.departAt,
    backAt: route.backAt,
    driveMinutes: route.driveMinutes,
    estimated: view.estimated,
    publishedAt: null,
    changedSince: false,
    stops: order.map((job, i): BoardStop => {
      const { siteId, site, customer, lat, lon, calls } = view.jobs[job] as PlanProblem['jobs'][number];
      const { driveMinutes, arriveAt, startAt, leaveAt, troubles } = route.stops[
        i
      ] as TimedRoute['stops'][number];
      return {
        visitId: `${job}`,
        ...{ siteId, site, customer, lat, lon, calls },
        ...{ driveMinutes, arriveAt, startAt, leaveAt, troubles },
        minutes: leaveAt - startAt,
        arrivedAt: null,
        leftAt: null,
        begun: false,
        locked: view.problem.jobs[job]?.lockedTo !== undefined,
        told: null,
        hazards: [],
        acute: [],
      };
    }),
  };
}

/** The days of a plan, one after the other, each crew a strip; a stop is looked into by choosing it. */
export function PlanStrips({ found: { view, orders } }: { found: Pick<Found, 'view' | 'orders'> }) {
  const [chosen, setChosen] = useState<string>();
  const days = useMemo(() => {
    const own = view.problem.shifts.map((shift, s) => {
      const order = orders[s] ?? [];
      return dayOf(view, s, timedRoute(view.problem, shift, order), order);
    });
    return [...new Set(own.map((day) => day.day))]
      .sort()
      .map((day) => ({ day, crews: own.filter((one) => one.day === day && one.stops.length > 0) }));
  }, [orders, view]);
  const all = days.flatMap(({ crews }) => crews);
  const hours: Hours = {
    from: Math.floor(Math.min(480, ...all.map((one) => one.shift?.start ?? 480)) / 60) * 60 - 60,
    to: Math.ceil(Math.max(960, ...all.map((one) => one.backAt ?? 960)) / 60) * 60,
  };
  const job = chosen === undefined ? undefined : view.jobs[Number(chosen)];
  return (
    <div className="space-y-3">
      {job ? (
        <p role="status" className="sticky top-0 z-10 border-2 border-ink bg-sheet p-2">
          <strong>{job.site}</strong>, {job.customer}
          {job.lateDays > 0 ? `, ${plural(job.lateDays, 'day')} late` : ''}: {job.work.slice(0, 6).join('; ')}
          {job.work.length > 6 ? ` and ${job.work.length - 6} more` : ''}
        </p>
      ) : null}
      {days.map(({ day, crews }) =>
        crews.length === 0 ? null : (
          <section key={day} aria-label={dayText(day)}>
            <h3 className="text-base">{dayText(day)}</h3>
            <div className="hidden border border-rule bg-sheet desk:block">
              {crews.map((one) => (
                <div
                  key={one.crewId}
                  className="grid grid-cols-[120px_1fr] border-b border-rule last:border-b-0"
                >
                  <span className="border-r border-rule px-2 text-sm leading-4">
                    <strong className="block truncate">{one.crew}</strong>
                    back {clockText(one.backAt ?? 0)}
                  </span>
                  <div className="relative min-h-11">
                    <CrewStrip
                      day={one}
                      hours={hours}
                      now={undefined}
                      zone="UTC"
                      selected={chosen}
                      canMove={false}
                      onSelect={setChosen}
                      onMove={setChosen}
                    />
                  </div>
                </div>
              ))}
            </div>
            <ul className="desk:hidden">
              {crews.map((one) => (
                <li key={one.crewId} className="border-b border-rule py-1">
                  <strong>{one.crew}</strong>:{' '}
                  {one.stops.map((stop) => `${clockText(stop.startAt ?? 0)} ${stop.site}`).join(', ')}; back{' '}
                  {clockText(one.backAt ?? 0)}
                </li>
              ))}
            </ul>
          </section>
        ),
      )}
    </div>
  );
}

/** What changes against the plan as it stands: what moves, and from where to where. */
export function Changes({ found: { view, orders } }: { found: Pick<Found, 'view' | 'orders'> }) {
  const changes = changesBetween(view.problem, view.orders, orders);
  const crewName = (crewId: string) => view.shifts.find((shift) => shift.crewId === crewId)?.crew;
  const nameOf = (s: number | undefined, job: number) => {
    const shift = s === undefined ? undefined : view.shifts[s];
    const orphan = view.orphaned.find(({ jobs }) => jobs.includes(job));
    if (!shift && orphan) return `${crewName(orphan.crewId) ?? 'a crew that is out'}, ${dayText(orphan.day)}`;
    return shift ? `${shift.crew}, ${dayText(shift.day)}` : 'nobody';
  };
  const moved = changes.filter(({ job }) => 'visit' in (view.jobs[job]?.asked ?? {}));
  const put = changes.length - moved.length;
  return (
    <div>
      <p>
        {moved.length === 0
          ? 'Nothing that is planned moves'
          : `${plural(moved.length, 'planned stop')} move${moved.length === 1 ? 's' : ''}`}
        {put > 0 ? `; ${plural(put, 'new stop')} come${put === 1 ? 's' : ''} onto the plan` : ''}.
      </p>
      {moved.length > 0 ? (
        <ul className="list-disc pl-5">
          {moved.map(({ job, from, to }) => (
            <li key={job}>
              <strong>{view.jobs[job]?.site}</strong> from {nameOf(from, job)} to{' '}
              {to === undefined ? 'nobody' : nameOf(to, job)}
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

/** Crews that go nowhere on all the days planned, and why that may be so. */
export function Idle({ found: { view, orders } }: { found: Pick<Found, 'view' | 'orders'> }) {
  const goes = new Set(
    view.shifts.flatMap(({ crewId }, s) => ((orders[s] ?? []).length > 0 ? [crewId] : [])),
  );
  const idle = new Map(view.shifts.flatMap(({ crewId, crew }) => (goes.has(crewId) ? [] : [[crewId, crew]])));
  if (idle.size === 0 || view.jobs.length === 0) return null;
  return (
    <p>
      <strong>{listed([...idle.values()])}</strong> {idle.size === 1 ? 'goes' : 'go'} nowhere:{' '}
      {orders.flat().length === view.jobs.length
        ? 'all of it is done by the others with less driving. Give more days or more work, or spread it by hand.'
        : 'nothing that is left may be done by them then; each says why below.'}
    </p>
  );
}

/** Where most of a plan of several days falls on one of them: what of it could not wait, and what could. */
export function FullestDay({ found: { view, orders } }: { found: Pick<Found, 'view' | 'orders'> }) {
  const said = fullestDay(view, orders);
  return said ? <p>{said}</p> : null;
}

/** What found no place, with the true reason; and what could not be planned at all. */
export function LeftOut({ found: { view, plan, orders } }: { found: Found }) {
  const on = new Set(orders.flat());
  const numbers = new Map(view.problem.jobs.map(({ id }, j) => [id, j]));
  const out = plan.leftOut.flatMap(({ jobId, why }) => {
    const job = numbers.get(jobId);
    return job === undefined || on.has(job) ? [] : [{ site: view.jobs[job]?.site ?? '', why, key: jobId }];
  });
  if (out.length + view.left.length === 0) return null;
  return (
    <div>
      <h3 className="text-base">Not on the plan: {out.length + view.left.length}</h3>
      <ul className="list-disc pl-5">
        {out.map(({ site, why, key }) => (
          <li key={key}>
            <strong>{site}</strong>: {why}.
          </li>
        ))}
        {view.left.map(({ siteId, site, why }) => (
          <li key={siteId}>
            <strong>{site}</strong>: {why}.
          </li>
        ))}
      </ul>
    </div>
  );
}
