import { oneOf, wholeBetween, type Random } from '#core/random';
import { tasksDone } from '#core/maintenance';
import { addDays, weekday } from '#core/time';
import { coolingReadings, outdoorF } from './instrument.ts';
import type { DemoSite, DemoUnit } from './fleet.ts';
import type { Line, Writer } from './writer.ts';

export const YEARS = 3;

/** The next working day on or after a date. */
export function workday(date: string): string {
  const day = weekday(date);
  return day === 6 ? addDays(date, 2) : day === 7 ? addDays(date, 1) : date;
}

/** One maintenance call on a unit, not yet carried out. */
export function maintenanceCall(writer: Writer, unit: DemoUnit, day: string, complaint = 'Planned maintenance') {
  return writer.add('calls', {
    site_id: unit.site.id,
    unit_id: unit.id,
    kind: 'maintenance',
    status: 'scheduled',
    received_at: writer.at(addDays(day, -7), 600),
    complaint,
    crew_id: unit.site.crew.id,
    scheduled_on: day,
  });
}

/**
 * Three years of maintenance at one site: a visit about every 13 weeks. How long ago the last one was differs from site to
 * site, so that on any day some sites are due and a few are late.
 */
export function maintainSite(writer: Writer, site: DemoSite, lastDaysAgo: number): string[] {
  const { random, rows } = writer;
  const days: string[] = [];
  for (let ago = lastDaysAgo; ago < YEARS * 365; ago += 91) {
    const day = workday(addDays(rows.today, -ago));
    if (day >= rows.today) continue;
    days.push(day);
    const outdoor = outdoorF(day, random);
    const calls = site.units.map((unit) => maintenanceCall(writer, unit, day));
    const lines = site.units.flatMap((unit, i): Line[] => {
      const tasks = tasksDone(unit.kind, day, []);
      const own = { unitId: unit.id, callId: calls[i]?.id };
      const measure = unit.refrigerant && tasks.includes('cooling start-up') && outdoor > 55;
      return [
        ...(measure && unit.refrigerant
          ? [{ kind: 'reading set', body: coolingReadings(random, unit.refrigerant, outdoor, unit.volts, 0), ...own }]
          : []),
        ...(tasks.length > 0
          ? [
              {
                kind: 'work',
                body: {
                  text: oneOf(random, ['Done as listed', 'Filters changed, belt fair', 'Clean, dry, drain runs', 'Done, nothing to report']),
                  tasks,
                },
                ...own,
              },
            ]
          : []),
      ];
    });
    writer.visit({
      siteId: site.id,
      crewId: site.crew.id,
      day,
      start: wholeBetween(random, 450, 720),
      calls,
      author: oneOf(random, site.crew.authors),
      lines,
      leave: 'completed',
    });
  }
  return days;
}

/** What goes wrong now and then: complaint, system, component as technicians write it, failure, work. */
const TROUBLES: readonly (readonly [complaint: string, system: string, component: string, failure: string, work: string])[] = [
  ['No cooling', 'cooling', 'run cap', 'weak', 'Changed the capacitor'],
  ['Warm since this morning', 'cooling', 'contactor', 'burnt', 'New contactor, coil 24 V'],
  ['Not cooling well', 'cooling', 'condenser coil', 'dirty', 'Washed the coil from inside out'],
  ['Blows but warm', 'cooling', 'condenser fan motor', 'seized', 'New motor and capacitor'],
  ['No heat', 'heating', 'flame rod', 'dirty', 'Cleaned and proved the flame signal'],
  ['No heat, smell of nothing', 'heating', 'ignitor', 'cracked', 'New igniter'],
  ['Heat trips off', 'heating', 'inducer', 'worn', 'New inducer, proof closes'],
  ['Squeals on start', 'ventilation', 'belt', 'worn', 'New belt, pulleys in line'],
  ['Water from the ceiling', 'drainage', 'drain', 'plugged', 'Cleared trap and line'],
  ['Thermostat blank', 'controls', 'tstat', 'other', 'New thermostat, tested both ways'],
  ['Stuffy', 'ventilation', 'damper actuator', 'stuck', 'Freed and cycled the damper'],
  ['Fan stops and starts', 'ventilation', 'sail switch', 'stuck', 'Freed the sail, fan proves'],
  ['Rattles at start', 'ventilation', 'sheave', 'loose', 'Set screw tightened, sheave in line'],
  ['Trips its breaker', 'electrical', 'wires', 'chafed', 'Rerouted and sleeved'],
];

const FITS: Record<string, (unit: DemoUnit) => boolean> = {
  cooling: (unit) => unit.refrigerant !== undefined,
  heating: (unit) => ['package gas/electric', 'make-up air', 'unit heater'].includes(unit.kind),
  drainage: (unit) => unit.refrigerant !== undefined,
  ventilation: () => true,
  controls: (unit) => unit.kind !== 'exhaust fan',
  electrical: () => true,
};

/** Ordinary failures of one unit over the years. */
export function ordinaryTroubles(writer: Writer, unit: DemoUnit, ratePerYear: number): void {
  const { random, rows } = writer;
  for (let ago = YEARS * 365 - wholeBetween(random, 0, 200); ago > 6; ago -= gapDays(random, ratePerYear)) {
    const trouble = oneOf(
      random,
      TROUBLES.filter(([, system]) => FITS[system]?.(unit)),
    );
    repair(writer, unit, addDays(rows.today, -ago), trouble, { cents: wholeBetween(random, 140, 900) * 100 });
  }
}

const gapDays = (random: Random, ratePerYear: number) => Math.max(45, Math.round((-Math.log(1 - random()) / ratePerYear) * 365));

/** One call from complaint to leaving. Returns the days on which it came in and was done. */
export function repair(
  writer: Writer,
  unit: DemoUnit,
  day: string,
  [complaint, system, component, failure, work]: readonly [string, string, string, string, string],
  {
    cents,
    grade = 'proven',
    short = 0,
    extra = [],
    delay,
  }: { cents?: number; grade?: string; short?: number; extra?: readonly Line[]; delay?: number } = {},
): { receivedOn: string; doneOn: string } {
  const { random, rows } = writer;
  const receivedOn = workday(day);
  const doneOn = workday(addDays(receivedOn, delay ?? oneOf(random, [0, 0, 1, 1, 2])));
  if (doneOn >= rows.today) return { receivedOn, doneOn };
  const received = wholeBetween(random, 440, 600);
  const outdoor = outdoorF(doneOn, random);
  const call = writer.add('calls', {
    site_id: unit.site.id,
    unit_id: unit.id,
    kind: 'call',
    status: 'open',
    received_at: writer.at(receivedOn, received),
    complaint: `${complaint}: ${unit.area.toLowerCase()}`,
    system,
    area: unit.area,
    priority: oneOf(random, ['today', 'this week']),
    crew_id: unit.site.crew.id,
    scheduled_on: doneOn,
    cost_cents: cents ?? wholeBetween(random, 160, 700) * 100,
  });
  const own = { unitId: unit.id, callId: call.id };
  const measure = system === 'cooling' && unit.refrigerant && outdoor > 50;
  writer.visit({
    siteId: unit.site.id,
    crewId: unit.site.crew.id,
    day: doneOn,
    start: doneOn === receivedOn ? received + 60 : wholeBetween(random, 450, 840),
    calls: [call],
    author: oneOf(random, unit.site.crew.authors),
    lines: [
      ...(measure && unit.refrigerant
        ? [{ kind: 'reading set', body: coolingReadings(random, unit.refrigerant, outdoor, unit.volts, short), ...own }]
        : []),
      { kind: 'finding', body: { component, failure, grade, system }, ...own },
      { kind: 'work', body: { text: work }, ...own },
      ...extra.map((line) => ({ ...own, ...line })),
    ],
    leave: 'completed',
  });
  return { receivedOn, doneOn };
}
