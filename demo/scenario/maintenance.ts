import { dueTasks, tasksDone } from '#core/upkeep/maintenance';
import { oneOf, wholeBetween } from '#core/base/random';
import { addDays, weekday } from '#core/base/time';
import type { Deals } from './agreements.ts';
import type { DemoSite, DemoUnit } from './fleet.ts';
import {
  asFound,
  coolingReadings,
  COOLING_FROM_F,
  heatMeasurements,
  loopReading,
  outdoorF,
} from './instrument.ts';
import type { Line, Writer } from './writer.ts';

export const YEARS = 5;

/** The next working day on or after a date. */
export function workday(date: string): string {
  const day = weekday(date);
  return day === 6 ? addDays(date, 2) : day === 7 ? addDays(date, 1) : date;
}

/** One maintenance call on a unit, not yet carried out. */
function maintenanceCall(writer: Writer, unit: DemoUnit, day: string, complaint = 'Planned maintenance') {
  return writer.call(
    {
      site_id: unit.site.id,
      unit_id: unit.id,
      kind: 'maintenance',
      received_at: writer.at(addDays(day, -7), 600),
      complaint,
    },
    { crewId: unit.site.crew.id, day },
  );
}

/**
 * The days of the rounds of a site over the years, the oldest first. Rounds of two or four a year lie so that
 * the start-ups fall into spring and autumn; more frequent ones simply follow each other. Where a site's
 * rounds begin differs, so that on any day some sites are due.
 *
 * @param shift days by which the rounds of this site lie after those of others, 0 up to one round
 */
function roundsOf(today: string, perYear: number, shift: number): string[] {
  const first = addDays(today, -YEARS * 365);
  if (perYear > 4) {
    const every = Math.round(365 / perYear);
    const start = addDays(first, shift % every);
    return Array.from({ length: Math.ceil((YEARS * 365) / every) + 1 }, (_, i) => addDays(start, i * every));
  }
  const years = Array.from({ length: YEARS + 2 }, (_, i) => Number(first.slice(0, 4)) + i);
  return years.flatMap((year) =>
    Array.from({ length: perYear }, (_, i) =>
      addDays(`${year}-03-01`, (shift % 91) + Math.round((i * 365) / perYear)),
    ),
  );
}

/** Of every seven sites one is behind: nobody came to its last round, if that was not long ago. */
const BEHIND = 7;
const LATEST = 40;

/** How far ahead a round does what is coming: there is no coming back for a filter due in three weeks. */
const aheadOf = (perYear: number): number => (perYear > 4 ? Math.round(140 / perYear) : 35);

/**
 * Five years of maintenance at one site, as it is agreed: on each round whatever is due or soon will be. On
 * any day some sites are due and a few are late.
 *
 * @param nth which of the sites it is; the rounds of each lie elsewhere in the year
 * @returns the days of the rounds
 */
export function maintainSite(writer: Writer, site: DemoSite, deals: Deals, nth: number): string[] {
  const { random, rows } = writer;
  const perYear = deals.roundsAYear(site);
  if (perYear === 0) return [];
  const all = roundsOf(rows.today, perYear, nth * 13).filter(
    (day) => workday(day) < rows.today && day >= addDays(rows.today, -YEARS * 365),
  );
  const [first] = all;
  if (first === undefined) return [];
  const rounds = [...all];
  if (nth % BEHIND === 3 && (all.at(-1) as string) > addDays(rows.today, -LATEST)) rounds.pop();
  const done = new Map<string, Record<string, string>>();
  // When they were taken on, every machine came with a history of its own.
  for (const unit of site.units)
    done.set(
      unit.id,
      Object.fromEntries(
        tasksDone({ kind: unit.kind }, first, []).map((task) => [
          task,
          addDays(first, -wholeBetween(random, 80, 88)),
        ]),
      ),
    );
  const days: string[] = [];
  for (const round of rounds) {
    const day = workday(round);
    const work = site.units
      .map((unit) => ({ unit, tasks: tasksOn(deals, unit, day, done.get(unit.id) ?? {}, aheadOf(perYear)) }))
      .filter(({ tasks }) => tasks.length > 0);
    if (work.length === 0) continue;
    days.push(day);
    const outdoor = outdoorF(day, random);
    const calls = work.map(({ unit }) => maintenanceCall(writer, unit, day));
    const lines = work.flatMap(({ unit, tasks }, n) => {
      for (const task of tasks) (done.get(unit.id) as Record<string, string>)[task] = day;
      return maintain(writer, unit, { day, outdoor, tasks, perYear }).map((line): Line => ({
        ...line,
        unitId: unit.id,
        callId: calls[n]?.id,
      }));
    });
    writer.visit({
      siteId: site.id,
      crewId: site.crew.id,
      day,
      start: wholeBetween(random, 450, 720),
      calls,
      author: oneOf(random, site.crew.authors),
      lines,
      leave: { outcome: 'done' },
    });
  }
  return days;
}

/** Last autumn the gas at Upper Thorn Branch was off for street works: its heating was never started up. */
const impossible = (site: DemoSite, task: string, day: string, today: string): boolean =>
  site.name === 'Upper Thorn Branch' && task === 'heating start-up' && day > addDays(today, -365);

function tasksOn(
  deals: Deals,
  unit: DemoUnit,
  day: string,
  lastDone: Record<string, string>,
  ahead: number,
): string[] {
  if (unit.record.status !== 'in service' || day < String(unit.record.installed_on)) return [];
  return dueTasks(deals.maintenance(unit, lastDone), day, ahead)
    .filter(({ missed }) => !missed)
    .map(({ task }) => task.key)
    .filter((task) => !impossible(unit.site, task, day, deals.today));
}

const REMARKS: Readonly<Record<string, readonly string[]>> = {
  'filters and belts': [
    'Filters changed',
    'Filters changed, belt fair',
    'Filters changed, belt tightened',
    'Filters were grey, changed',
  ],
  'cooling start-up': [
    'Coil washed from inside out, drain runs',
    'Coil washed, contactor clean',
    'Started, washed, amps on all legs',
  ],
  'heating start-up': [
    'Burners brushed, flame signal steady',
    'Fires on the first trial, crossovers clean',
    'Inducer quiet, gas pressure set',
  ],
  'heat pump defrost check': ['Goes into defrost and comes out', 'Reverses, board counts down'],
  'loop and condensate': ['Strainer clean, pan dry', 'Trap filled and run, flow steady'],
  'boiler annual': ['Stripped, brushed, gaskets new', 'Burner out and cleaned, safeties tripped by hand'],
  'fan and bearing': ['Greased until the old came out', 'Belt in line, bearings quiet'],
};

/** What one round does on one unit: measure as found, then work. */
function maintain(
  writer: Writer,
  unit: DemoUnit,
  {
    day,
    outdoor,
    tasks,
    perYear,
  }: { day: string; outdoor: number; tasks: readonly string[]; perYear: number },
): Line[] {
  const { random, rows } = writer;
  const found = asFound(unit, day, rows.today);
  const lines: Line[] = [];
  // Besides at start-up, a look at the pressures in the warm months: on most rounds where there are few.
  const look = tasks.includes('cooling start-up') || (outdoor > 68 && random() < (perYear > 6 ? 0.33 : 0.8));
  if (unit.refrigerant && outdoor >= COOLING_FROM_F && look)
    lines.push(coolingReadings(unit, day, outdoor, found, random));
  if (tasks.includes('heating start-up') || tasks.includes('boiler annual'))
    lines.push(...heatMeasurements(unit, { 'low indoor air': found['low indoor air'] ?? 0 }, random));
  if (tasks.includes('loop and condensate')) lines.push(loopReading(unit, day, {}, random));
  if (tasks.includes('filters and belts')) unit.wear.filterDays.push(day);
  if (tasks.includes('cooling start-up')) unit.wear.washDays.push(day);
  const remarks = tasks.flatMap((task) => {
    const own = REMARKS[task];
    return own ? [oneOf(random, own)] : [];
  });
  const text = remarks.length > 0 ? remarks.join('. ') : 'Done as listed';
  return [...lines, { kind: 'work', body: { text, tasks } }];
}
