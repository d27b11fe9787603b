import { dueTasks, tasksDone } from '#core/maintenance';
import { oneOf, wholeBetween } from '#core/random';
import { addDays, weekday } from '#core/time';
import { isDusty, type DemoSite, type DemoUnit } from './fleet.ts';
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
 * Days between two rounds of a site: lint, paper and clay ask for filters every two weeks; monthly elsewhere.
 */
const roundDays = (site: DemoSite): number => (isDusty(site.customer) ? 14 : 28);

/**
 * Five years of maintenance at one site: a round every few weeks on which whatever is due in the next week is
 * done; where the air is dirty the filters are changed on every round. How long ago the last round was
 * differs from site to site, so that on any day some sites are due and a few are late.
 *
 * @returns the days of the rounds
 */
export function maintainSite(writer: Writer, site: DemoSite, lastDaysAgo: number): string[] {
  const { random, rows } = writer;
  const every = roundDays(site);
  const rounds = Math.floor((YEARS * 365 - lastDaysAgo) / every);
  const done = new Map<string, Record<string, string>>();
  const first = addDays(rows.today, -lastDaysAgo - rounds * every);
  // When they were taken on, every machine came with a history of its own.
  for (const unit of site.units)
    done.set(
      unit.id,
      Object.fromEntries(
        tasksDone(unit.kind, first, []).map((task) => [task, addDays(first, -wholeBetween(random, 10, 88))]),
      ),
    );
  const days: string[] = [];
  for (let i = 0; i <= rounds; i++) {
    const day = workday(addDays(first, i * every));
    if (day >= rows.today) continue;
    const work = site.units
      .map((unit) => ({ unit, tasks: tasksOn(unit, day, done.get(unit.id) ?? {}, isDusty(site.customer)) }))
      .filter(({ tasks }) => tasks.length > 0);
    if (work.length === 0) continue;
    days.push(day);
    const outdoor = outdoorF(day, random);
    const calls = work.map(({ unit }) => maintenanceCall(writer, unit, day));
    const lines = work.flatMap(({ unit, tasks }, n) => {
      for (const task of tasks) (done.get(unit.id) as Record<string, string>)[task] = day;
      return maintain(writer, unit, day, outdoor, tasks).map((line): Line => ({
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

function tasksOn(
  unit: DemoUnit,
  day: string,
  lastDone: Record<string, string>,
  filtersAlways: boolean,
): string[] {
  if (unit.record.status !== 'in service' || day < String(unit.record.installed_on)) return [];
  const due = dueTasks({ unitId: unit.id, kind: unit.kind, status: 'in service', lastDone }, day, 7).map(
    (d) => d.task.key,
  );
  const filters = filtersAlways && tasksDone(unit.kind, day, []).includes('filters and belts');
  return [...new Set([...(filters ? ['filters and belts'] : []), ...due])];
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
  day: string,
  outdoor: number,
  tasks: readonly string[],
): Line[] {
  const { random, rows } = writer;
  const found = asFound(unit, day, rows.today);
  const lines: Line[] = [];
  // Besides at start-up, a look at the pressures on every third warm round.
  const look = tasks.includes('cooling start-up') || (outdoor > 68 && random() < 0.33);
  if (unit.refrigerant && outdoor >= COOLING_FROM_F && look)
    lines.push(coolingReadings(unit, day, outdoor, found, random));
  if (tasks.includes('heating start-up') || tasks.includes('boiler annual'))
    lines.push(...heatMeasurements(unit, { 'low indoor air': found['low indoor air'] ?? 0 }, random));
  if (tasks.includes('loop and condensate')) lines.push(loopReading(unit, day, {}, random));
  if (tasks.includes('filters and belts')) unit.wear.filterDays.push(day);
  if (tasks.includes('cooling start-up')) unit.wear.washDays.push(day);
  const text = tasks.map((task) => oneOf(random, REMARKS[task] ?? ['Done as listed'])).join('. ');
  return [...lines, { kind: 'work', body: { text, tasks } }];
}
