import { minutesFor } from '#core/planning/routing';
import { dayAllows, weatherAllows, type DueTask } from '#core/upkeep/maintenance';
import { plural } from '#core/base/sentences';
import { addDays, dayWords, durationText, type PlainDate } from '#core/base/time';
import type { PlanProblem } from '#contracts/board';
import type { Dependencies } from '../../dependencies.ts';
import { invalid } from '../../http/problem.ts';
import { companyYard } from '../../settings/service.ts';
import type { UnplannedRead } from '../reads/boardReads.ts';
import { type Drafted, type Frame, type Weather, hoursFor, jobOfDue } from './jobs.ts';
import { dueSites, SITE_MINUTES, type DueWork } from '../due/due.ts';

type Needs = Pick<Dependencies, 'db' | 'forecast'>;

/** What is due so many days ahead is worth doing while somebody is on the roof anyway. */
export const dueAhead = (days: number): number => Math.max(14, days);
export const NOT_ON_MAP = 'its position is not known; put latitude and longitude on the site page';

/** What is due at sites as jobs, none longer than a shift or than the place is open. */
export async function dueDrafts(
  { db, forecast }: Needs,
  frame: Frame,
  {
    siteIds,
    unitsOut = [],
    calls,
    room,
    people,
  }: {
    readonly siteIds: readonly string[];
    /** Units of them that are left for another time. */
    readonly unitsOut?: readonly string[] | undefined;
    /** Calls that may join what is due at their site. */
    readonly calls: readonly UnplannedRead[];
    readonly room: number;
    readonly people: number;
  },
  notes: string[],
): Promise<{ drafts: Drafted[]; left: PlanProblem['left'][number][] }> {
  const due = await dueSites(db, {
    today: frame.now.day,
    asOf: frame.from,
    days: dueAhead(frame.days),
    siteIds,
  });
  const sites = new Map(
    (await db.models.Site.findAll({ where: { id: [...siteIds] } })).map((site) => [site.id, site]),
  );
  const without = new Set(unitsOut);
  const left: PlanProblem['left'][number][] = [];
  const drafts: Drafted[] = [];
  const dates = Array.from({ length: frame.days }, (_, k) => addDays(frame.from, k));
  const weather = await forecast.days(await companyYard(db), frame.from, notes);
  const waiting = new Map<string, { title: string; what: string; units: number }>();
  for (const siteId of new Set(siteIds)) {
    const site = sites.get(siteId);
    const work = due.find((d) => d.siteId === siteId);
    if (!site) throw invalid([{ path: 'siteIds', message: 'one of the sites does not exist' }]);
    if (!work)
      left.push({ siteId, site: site.name, why: 'nothing is due there, or it is already on a route' });
    else {
      // The longest that its machines may be off on any day planned, and not on any day of the week.
      const open = Math.min(
        room,
        Math.max(0, ...hoursFor(site, true, frame).windows.map((window) => window.close - window.open)),
      );
      if (work.minutesAllowed !== null && work.minutes > work.minutesAllowed)
        notes.push(
          `${site.name}: ${durationText(work.minutes)} of work is due; the agreement allows ` +
            `${durationText(work.minutesAllowed)} a visit.`,
        );
      const here = calls.filter((call) => call.siteId === siteId);
      const forCalls = here.length * frame.lengths.call.minutes;
      const asked = work.dueUnits.filter(({ unitId }) => !without.has(unitId));
      // All of them left for another time: nothing was asked of that site.
      if (asked.length === 0) continue;
      const { units: possible, waits } = weatherSplit(asked, dates, weather);
      for (const { task, onlyOn } of waits) {
        const what = onlyOn
          ? `is agreed for ${dayWords(onlyOn)}, which is not among the days planned`
          : 'waits for the weather: no day planned is forecast to allow it';
        const note = { title: task.title, what };
        const key = `${task.title} ${what}`;
        waiting.set(key, { ...note, units: (waiting.get(key)?.units ?? 0) + 1 });
      }
      if (possible.length === 0) {
        left.push({ siteId, site: site.name, why: whyWaits(waits) });
        continue;
      }
      const parts = partsOf(
        { ...work, dueUnits: possible },
        Math.max(60, open - forCalls),
        people,
        frame.lengths.maintenance.minutes,
        notes,
      );
      // Calls join the first part: it is the latest work, and so the first to be done.
      const own = parts.flatMap((units, part) => {
        const given = { units, calls: part === 0 ? here : [], site, weather };
        return jobOfDue(work, given, frame) ?? [];
      });
      if (own.length === 0) left.push({ siteId, site: site.name, why: NOT_ON_MAP });
      drafts.push(...own);
    }
  }
  for (const { title, what, units } of waiting.values())
    notes.push(`${title} of ${plural(units, 'unit')} ${what}. It stays due.`);
  return { drafts, left };
}

/**
 * What of the work due at a site weather and agreed days let be done together on one of some days, the one
 * that lets most be done; the rest waits, and stays due.
 *
 * @returns the units with what is left of their tasks, and what waits
 */
export function weatherSplit(
  units: DueWork['dueUnits'],
  days: readonly PlainDate[],
  weather: Weather,
): { readonly units: DueWork['dueUnits']; readonly waits: readonly DueTask[] } {
  const all = units.flatMap((unit) => unit.tasks);
  const allowed = days.map(
    (day) =>
      new Set(
        all.filter((task) => weatherAllows(task.task.weather, weather.get(day)) && dayAllows(task, day)),
      ),
  );
  const most = allowed.reduce((a, b) => (b.size > a.size ? b : a), new Set<DueTask>());
  return {
    units: units
      .map((unit) => ({ ...unit, tasks: unit.tasks.filter((task) => most.has(task)) }))
      .filter((unit) => unit.tasks.length > 0),
    waits: all.filter((task) => !most.has(task)),
  };
}

/** Why nothing of what is due at a site can be done on the days planned. */
export const whyWaits = (waits: readonly DueTask[]): string =>
  waits.every(({ onlyOn }) => onlyOn)
    ? 'what is due there is agreed for another day'
    : 'what is due there waits for the weather';

/**
 * Shares what is due at a site out over as many jobs as it takes, none longer than `room` with so many
 * people; the latest first. A unit that takes longer alone is a job of its own, and the plan will say why it
 * does not fit.
 *
 * @param notes is added to where it takes more than one
 */
function partsOf(
  work: DueWork,
  room: number,
  people: number,
  pace: number,
  notes: string[],
): DueWork['dueUnits'][] {
  const lateOf = (unit: DueWork['dueUnits'][number]) => Math.max(...unit.tasks.map((task) => task.lateDays));
  const lengthOf = (minutes: number) =>
    minutesFor({ minutes: SITE_MINUTES + minutes, shared: minutes }, Math.max(1, people));
  const parts: DueWork['dueUnits'][number][][] = [];
  let minutes = 0;
  for (const unit of [...work.dueUnits].sort((a, b) => lateOf(b) - lateOf(a))) {
    const own = unit.tasks.reduce((sum, task) => sum + task.minutes, 0) * pace;
    if (parts.length === 0 || lengthOf(minutes + own) > room) {
      parts.push([]);
      minutes = 0;
    }
    parts.at(-1)?.push(unit);
    minutes += own;
  }
  if (parts.length > 1)
    notes.push(
      `${work.site}: ${durationText(work.minutes)} of work is due, more than a day holds; ` +
        `it is shared out over ${plural(parts.length, 'visit')}.`,
    );
  return parts;
}
