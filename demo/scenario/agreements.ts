import {
  ourTasks,
  TRADE_PROGRAMME,
  unitTerms,
  yearOf,
  type Agreement,
  type Terms,
} from '#core/upkeep/agreements';
import type { UnitMaintenance } from '#core/upkeep/maintenance';
import type { MachineDetails } from '#core/machine';
import { addDays, type PlainDate } from '#core/base/time';
import { seededRandom } from '#core/base/random';
import { CUSTOMERS } from './cast/index.ts';
import type { DemoSite, DemoUnit } from './fleet.ts';
import { Writer } from './writer.ts';

interface Deal {
  readonly terms: Terms;
  /** Terms of single sites, by name, and of single units, by site and tag. */
  readonly sites?: Readonly<Record<string, Terms>>;
  readonly units?: readonly (readonly [site: string, tag: string, terms: Terms])[];
  readonly notes?: string;
  /** Days ago it ended; runs on without it. */
  readonly endedDaysAgo?: number;
}

const filtersEvery = (days: number): Terms => ({
  tasks: { 'filters and belts': { cadence: { by: 'days', days } } },
});
const theirFilters: Terms = { tasks: { 'filters and belts': { whose: 'the customer’s' } } };
const approves = (name: string, phone: string, dollars: number | null): Terms => ({
  approval: { name, phone, upToCents: dollars === null ? null : dollars * 100 },
});
const yearly = (dollars: number): Terms => ({ price: { cents: dollars * 100, per: 'year' } });
const within = (atOnce: number, today: number): Terms => ({ responseHours: { 'at once': atOnce, today } });

/** What each customer has agreed: mostly two to four rounds a year, more often where the air is dirty. */
const DEALS: Readonly<Record<string, Deal>> = {
  'Ember & Kiln Studios': {
    terms: { ...filtersEvery(61), ...approves('Odile Farrant', '555-0110', 800), ...yearly(5400) },
    sites: { 'Throwing Rooms': filtersEvery(30) },
  },
  'Bluebell Laundries': {
    terms: {
      ...filtersEvery(30),
      ...approves('Hattie Brookmyre', '555-0155', 1500),
      ...within(4, 8),
      ...yearly(14_800),
      minutesAllowed: 150,
    },
    sites: { 'Ropewalk Laundry': filtersEvery(14) },
    notes: 'Filters from our own stock, billed at cost. Lint traps are theirs.',
  },
  'Quillmark Print Works': {
    terms: { ...filtersEvery(30), ...approves('Works office', '555-0160', 500), ...yearly(11_200) },
  },
  'Thistlewick Garden Centres': {
    terms: { ...filtersEvery(61), ...approves('Site manager on the day', '555-0171', 400), ...yearly(7600) },
  },
  'Corder & Vane Upholstery': {
    terms: { ...filtersEvery(30), ...approves('Agnes Vane', '555-0182', 600), ...yearly(6900) },
    notes: 'Foam dust. Renewal sent, not back yet.',
    endedDaysAgo: 12,
  },
  'Wrenfall Transit': {
    terms: { ...approves('Depot engineer', '555-0122', 2500), ...within(2, 6), ...yearly(18_500) },
    sites: { 'North Garage': filtersEvery(61) },
  },
  'Wrenfall Schools Trust': {
    terms: {
      ...theirFilters,
      ...approves('Estates office', '555-0177', 1000),
      ...yearly(16_400),
      minutesAllowed: 480,
    },
    notes: 'Caretakers change filters in every holiday; look at one and say so when they are grey.',
  },
  'Wrenfall Records Annex': {
    terms: { ...filtersEvery(61), ...approves('Keeper of records', '555-0191', null), ...within(1, 4) },
    notes: 'Humidity counts for more than money: act first, write afterwards.',
  },
  'Tidewatch Planetarium': { terms: { ...approves('House technician', '555-0134', 750), ...yearly(3900) } },
  'Wrenfall Port Offices': {
    terms: { ...filtersEvery(182), ...approves('Harbour estates', '555-0198', 1200), ...yearly(8200) },
  },
  'Saltglass Credit Union': {
    terms: { ...approves('Property desk', '555-0133', 900), ...within(4, 8), ...yearly(12_300) },
    units: [
      [
        'Gullhaven Branch',
        'RTU-2',
        {
          tasks: {
            'filters and belts': { cadence: { by: 'days', days: 61 } },
            'cooling start-up': { minutes: 60 },
          },
        },
      ],
    ],
  },
  'Marquee & Moon Cinema': {
    terms: {
      tasks: { 'filters and belts': { cadence: { by: 'months', months: [3, 6, 9, 12] } } },
      ...approves('Duty manager', '555-0143', 350),
      ...yearly(4800),
    },
  },
  'Paddock Lane Veterinary Clinics': {
    terms: { ...approves('Practice manager', '555-0150', 700), ...within(2, 4), ...yearly(6100) },
  },
  'Brass Wheel Roller Rinks': {
    terms: {
      ...filtersEvery(182),
      ...approves('Rink manager', '555-0166', 500),
      price: { cents: 38_000, per: 'visit' },
    },
  },
  'Keyholt Self-Storage': {
    terms: { maintained: false, ...approves('Keyholt head office', '555-0179', 250) },
    notes: 'Calls only, at the usual hourly rate.',
  },
};

/** Agreements are older than the demo looks back. */
const YEARS = 6;

/** The agreements of the demo, and how the rounds of a site follow from them. */
export class Deals {
  readonly #byCustomer = new Map<string, Agreement>();
  readonly today: string;

  /**
   * @param seed ids come from a source of its own, so that the stories stay as they are
   * @throws RangeError when a deal names a customer, a site or a unit that the cast does not have
   */
  constructor({ rows }: Writer, sites: readonly DemoSite[], seed: number) {
    this.today = rows.today;
    const ids = new Writer(rows.today, seededRandom(seed));
    for (const { name } of CUSTOMERS) {
      const deal = DEALS[name];
      if (!deal) continue;
      const own = sites.filter((site) => site.customer === name);
      const agreement: Agreement = {
        id: ids.id(),
        customerId: String(rows.customers.find((customer) => customer.name === name)?.id),
        from: `${Number(rows.today.slice(0, 4)) - YEARS}-01-01`,
        until: deal.endedDaysAgo === undefined ? null : addDays(rows.today, -deal.endedDaysAgo),
        terms: deal.terms,
        refinements: [
          ...Object.entries(deal.sites ?? {}).map(([site, terms]) => ({
            siteId: siteOf(own, site).id,
            terms,
          })),
          ...(deal.units ?? []).map(([site, tag, terms]) => ({
            unitId: unitOf(siteOf(own, site), tag).id,
            terms,
          })),
        ],
      };
      this.#byCustomer.set(name, agreement);
      rows.agreements.push({
        id: agreement.id,
        customer_id: agreement.customerId,
        from_day: agreement.from,
        until_day: agreement.until,
        terms: agreement.terms,
        notes: deal.notes ?? null,
      });
      for (const { siteId, unitId, terms } of agreement.refinements)
        rows.agreement_refinements.push({
          id: ids.id(),
          agreement_id: agreement.id,
          site_id: siteId ?? null,
          unit_id: unitId ?? null,
          terms,
        });
    }
  }

  #terms(unit: DemoUnit) {
    const agreement = this.#byCustomer.get(unit.site.customer) as Agreement;
    const details = unit.record.details as MachineDetails | undefined;
    const place = {
      unitId: unit.id,
      siteId: unit.site.id,
      kind: unit.kind,
      cools: unit.refrigerant !== undefined,
      outdoorAir: details?.outdoorAir,
      smokeDetectors: details?.smokeDetectors,
      drive: details?.blower?.drive,
    };
    return { agreement, terms: unitTerms(place, agreement, TRADE_PROGRAMME) };
  }

  /** Rounds a year that the roofs of a site are climbed; none where only calls are agreed. */
  roundsAYear(site: DemoSite): number {
    return yearOf(site.units.map((unit) => this.#terms(unit).terms)).visits;
  }

  /** What is ours to do on a unit, to say what is due. */
  maintenance(unit: DemoUnit, lastDone: UnitMaintenance['lastDone']): UnitMaintenance {
    const { agreement, terms } = this.#terms(unit);
    const { from, until } = agreement;
    const installedOn = unit.record.installed_on as PlainDate | null;
    return {
      unitId: unit.id,
      status: 'in service',
      from,
      until,
      tasks: ourTasks(terms),
      lastDone,
      installedOn,
    };
  }
}

function siteOf(sites: readonly DemoSite[], name: string): DemoSite {
  const site = sites.find((s) => s.name === name);
  if (!site) throw new RangeError(`the customer has no site ${name}`);
  return site;
}

function unitOf(site: DemoSite, tag: string): DemoUnit {
  const unit = site.units.find((u) => u.tag === tag);
  if (!unit) throw new RangeError(`${site.name} has no ${tag}`);
  return unit;
}
