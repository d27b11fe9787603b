import { oneOf, wholeBetween } from '#core/base/random';
import { addDays } from '#core/base/time';
import type { RefrigerantName } from '#core/measuring/refrigerant';
import type { UnitKind } from '#core/base/vocabulary';
import { toLonLat } from '../network/geometry.ts';
import { CERTIFIED, crewFor, CREWS, CUSTOMERS, DESK, MAKERS, SKILLS } from './cast/index.ts';
import type { Row } from './types.ts';
import { ZONE, type Writer } from './writer.ts';

export interface DemoUnit {
  readonly id: string;
  readonly tag: string;
  readonly kind: UnitKind;
  readonly area: string;
  readonly site: DemoSite;
  readonly refrigerant: RefrigerantName | undefined;
  readonly volts: number;
  readonly device: 'expansion valve' | 'orifice';
  readonly record: Row;
  /** What ails it over the years, beyond dust. */
  readonly wear: Wear;
}

/** How a machine gets worse: what the simulated machine is told when somebody measures it. */
interface Wear {
  /** Share of dirt that the filters and coils take up in a month. */
  dustPerMonth: number;
  /** Days on which its filters were changed, and its coils washed; in order. */
  readonly filterDays: string[];
  readonly washDays: string[];
  /** Strength of lost charge a year, from the days on which it was put right. */
  leakPerYear: number;
  readonly fullDays: string[];
  /** Strength of compressor leakage on the last day of the demo; grows over ten years. */
  valvesWorn: number;
  /** Share of air that it lacks whatever its filters are like, until the day somebody put that right. */
  airLost: number;
  airMendedOn: string | undefined;
}

export interface DemoSite {
  readonly id: string;
  readonly name: string;
  readonly customer: string;
  readonly crew: DemoCrew;
  readonly units: DemoUnit[];
}

interface DemoCrew {
  readonly id: string;
  readonly name: string;
  readonly authors: readonly string[];
}

const COOLED: readonly UnitKind[] = [
  'package gas/electric',
  'package heat pump',
  'package cooling only',
  'split with air handler',
  'water-source heat pump',
];

/** Everybody has been in the crew for longer than the demo looks back. */
const FIRST_DAY = '2015-01-05';

const login = (name: string) => (name.split(' ')[0] as string).toLowerCase();

type PlaceCast = (typeof CUSTOMERS)[number]['sites'][number];

/** @example "3 Mole Street, Port Wrenfall" */
export function addressOf({ at, name, street, town }: PlaceCast): string {
  const far = Math.hypot(at[0], at[1]) > 8;
  const usual = far ? name.replace(/ (Gallery|Branch|Laundry|School|Clinic)$/, '') : 'Port Wrenfall';
  return `${street}, ${town ?? usual}`;
}

/** People, customers, sites and machines. */
export function makeFleet(writer: Writer): DemoSite[] {
  const crews = CREWS.map((cast): DemoCrew => {
    const [start, end] = cast.shift;
    // Fridays end early; at weekends only who is on call goes out.
    const week = [1, 2, 3, 4, 5, 6, 7].map((day) =>
      day > 5 ? null : { start, end: day === 5 ? end - 60 : end },
    );
    const crew = writer.add('crews', { name: cast.name, week });
    const authors = cast.members.map((name) => {
      const person = { login: login(name), display_name: name, role: 'technician' };
      const { id } = writer.add('users', { ...person, skills: SKILLS[name] ?? [CERTIFIED] });
      writer.rows.crew_members.push({ crew_id: crew.id, user_id: id, from_day: FIRST_DAY });
      return id;
    });
    return { id: crew.id, name: cast.name, authors };
  });
  for (const person of DESK)
    writer.add('users', { login: person.login, display_name: person.name, role: person.role, skills: [] });
  return CUSTOMERS.flatMap((cast) => {
    const customer = writer.add('customers', { name: cast.name, phone: cast.phone });
    return cast.sites.map((place) => {
      const [lon, lat] = toLonLat(place.at);
      const crew = crews.find((c) => c.name === crewFor(place.name, place.at)) as DemoCrew;
      const record = writer.add('sites', {
        customer_id: customer.id,
        name: place.name,
        address: addressOf(place),
        lat,
        lon,
        time_zone: ZONE,
        opening_hours: cast.hours,
        access: cast.access,
      });
      const site: DemoSite = { id: record.id, name: place.name, customer: cast.name, crew, units: [] };
      for (const [kind, prefix, areas] of place.units)
        areas.forEach((area, i) => site.units.push(makeUnit(writer, site, kind, `${prefix}-${i + 1}`, area)));
      return site;
    });
  });
}

/** Customers whose air carries lint, paper, clay or foam. */
const DUSTY: readonly string[] = [
  'Bluebell Laundries',
  'Quillmark Print Works',
  'Ember & Kiln Studios',
  'Corder & Vane Upholstery',
  'Thistlewick Garden Centres',
  'Wrenfall Transit',
];
const isDusty = (customer: string): boolean => DUSTY.includes(customer);
const dustAt = (customer: string): number =>
  customer === 'Bluebell Laundries' ? 0.34 : isDusty(customer) ? 0.16 : 0.06;

function makeUnit(writer: Writer, site: DemoSite, kind: UnitKind, tag: string, area: string): DemoUnit {
  const { random, rows } = writer;
  const [maker, line] = oneOf(random, MAKERS[kind]);
  const age = wholeBetween(random, 1, 19);
  const built = addDays(rows.today, -365 * age - wholeBetween(random, 20, 300));
  const cooled = COOLED.includes(kind);
  const tons = cooled
    ? oneOf(random, kind === 'water-source heat pump' ? [2, 3, 4] : [3, 4, 5, 7.5, 10, 12.5])
    : null;
  const refrigerant: RefrigerantName | undefined = cooled
    ? age > 15
      ? 'R-22'
      : age < 2
        ? 'R-454B'
        : 'R-410A'
    : undefined;
  const volts = tons !== null && tons >= 7.5 ? 460 : 208;
  const record = writer.add('units', {
    site_id: site.id,
    tag,
    kind,
    status: 'in service',
    manufacturer: maker,
    model: `${line}${tons === null ? wholeBetween(random, 10, 40) * 10 : String(Math.round(tons * 12)).padStart(3, '0')}`,
    serial: `${maker.charAt(0)}${built.slice(2, 4)}${wholeBetween(random, 10000, 99999)}`,
    // For some the plate has weathered away: nobody knows when they were built.
    built_on: random() < 0.12 ? null : built,
    installed_on: addDays(built, wholeBetween(random, 30, 200)),
    tons,
    voltage: volts,
    phase: 3,
    area_served: area,
    handling_notes: null,
  });
  const circuits = tons !== null && tons >= 7.5 ? 2 : tons === null ? 0 : 1;
  const device = random() < 0.7 ? ('expansion valve' as const) : ('orifice' as const);
  for (let number = 1; number <= circuits; number++) {
    writer.add('circuits', {
      unit_id: record.id,
      number,
      refrigerant,
      charge_lb: Math.round(((tons as number) / circuits) * 2 * 10) / 10,
      metering: device,
    });
  }
  const wear: Wear = {
    dustPerMonth: dustAt(site.customer) * (0.7 + 0.6 * random()),
    filterDays: [],
    washDays: [],
    leakPerYear: 0,
    fullDays: [],
    valvesWorn: cooled && age > 12 && random() < 0.35 ? 0.1 + 0.3 * random() : 0,
    airLost: 0,
    airMendedOn: undefined,
  };
  return { id: record.id, tag, kind, area, site, refrigerant, volts, device, record, wear };
}

/** A unit of the cast by site and tag. @throws RangeError when there is none */
export function unitAt(sites: readonly DemoSite[], site: string, tag: string): DemoUnit {
  const unit = sites.find((s) => s.name === site)?.units.find((u) => u.tag === tag);
  if (!unit) throw new RangeError(`the cast has no ${tag} at ${site}`);
  return unit;
}
