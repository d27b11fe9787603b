import { z } from 'zod';
import { DECISION_KINDS } from '#core/history';
import { PART_IDS } from '#core/machine';
import { HOW_NAMES, LINK_KINDS, POINT_KINDS } from '#core/tracing';
import { CALL_KINDS, SITE_HAZARD_NAMES, UNIT_KINDS, UNIT_STATUSES } from '#core/vocabulary';
import { CALL_STATES, CANCELLED_AS, OUTCOME_GRADES, WAITING_FOR } from '#core/work';
import { callFields, type CallPage, type CallRow, type KnownAtIntake } from '#contracts/calls';
import type { CustomerRow } from '#contracts/customers';
import { siteCollection } from '#contracts/files';
import type { News } from '#contracts/news';
import { PHOTO_PURPOSES, photoMark, type PhotoView } from '#contracts/photos';
import type { RoofUnit } from '#contracts/roofs';
import type { RoutePage } from '#contracts/routes';
import { FOUND_KINDS, type Found } from '#contracts/search';
import { MISSING_KINDS, type Missing } from '#contracts/setup';
import { openingHours, type SitePage, type SiteRow, type SiteView } from '#contracts/sites';
import type { ConditionView, DecisionView, LastSeen, UnitCallRow, UnitPage, UnitRow } from '#contracts/units';
import type { CallOfVisit, EntryView, GettingIn, VisitRow } from '#contracts/visits';
import * as calls from '../calls/calls.sql.ts';
import { openConditions } from '../conditions/conditions.sql.ts';
import { countCustomers, customersPage } from '../customers/customers.sql.ts';
import * as events from '../events/events.sql.ts';
import { SITES_AS_FEATURES } from '../files/files.sql.ts';
import { SITES_OF_CREW } from '../people/people.sql.ts';
import { photosOfOwners } from '../photos/photos.sql.ts';
import { UNITS_OF_ROOF } from '../roofs/roofs.sql.ts';
import * as due from '../routes/due.sql.ts';
import { STOPS_OF_ROUTE } from '../routes/routes.sql.ts';
import { MISSING } from '../setup/setup.sql.ts';
import { candidateUnits, documentsFound } from '../search/search.sql.ts';
import * as sheet from '../sheet/read.sql.ts';
import * as sites from '../sites/sites.sql.ts';
import { SYSTEM } from '../system/system.sql.ts';
import { LINKS_OF_SITE, POINTS_OF_SITE } from '../tracing/tracing.sql.ts';
import * as units from '../units/units.sql.ts';
import * as visits from '../visits/visits.sql.ts';
import * as watch from '../watch/watch.sql.ts';

/*
 * What each raw read promises, checked at run time: the compiler believes whatever type is written beside SQL.
 * Rows are looked at as they leave the server, as JSON.
 */

const id = z.guid();
const text = z.string();
const count = z.int().nonnegative();
const day = z.iso.date();
const instant = z
  .string()
  .refine((value) => /^\d{4}-\d\d-\d\dT/.test(value) && !Number.isNaN(Date.parse(value)));
const maybe = <T extends z.ZodType>(of: T) => of.nullable();
const texts = z.array(text);
const part = z.enum(PART_IDS);
/** One of the names a table of the core is kept under. */
const key = <T extends object>(table: T) => z.enum(Object.keys(table) as (keyof T & string)[]);
const total = z.strictObject({ total: count });
const hazards = z.array(z.enum(SITE_HAZARD_NAMES));

const call = z.strictObject({
  id,
  ref: text,
  kind: z.enum(CALL_KINDS),
  state: z.enum(CALL_STATES),
  since: instant,
  waitingFor: maybe(z.enum(WAITING_FOR)),
  cancelledAs: maybe(z.enum(CANCELLED_AS)),
  onSite: maybe(text),
  siteId: id,
  site: text,
  customer: text,
  unitId: maybe(id),
  unit: maybe(text),
  receivedAt: instant,
  complaint: text,
  system: maybe(text),
  priority: maybe(text),
  crewId: maybe(id),
  crew: maybe(text),
  scheduledOn: maybe(day),
  promisedAt: maybe(instant),
  completedAt: maybe(instant),
  visitId: maybe(id),
}) satisfies z.ZodType<CallRow>;

const callPage = call.extend({
  caller: maybe(text),
  callerPhone: maybe(text),
  told: callFields.shape.told,
  area: maybe(text),
  roomF: maybe(z.number()),
  setPointF: maybe(z.number()),
  stake: maybe(text),
  timeZone: text,
  version: count,
  outcomes: z.array(
    z.object({ subjectId: id, subject: text, grade: z.enum(OUTCOME_GRADES), watchUntil: day.nullish() }),
  ),
});

const visitOfCall = z.strictObject({
  id,
  plannedFor: maybe(day),
  crew: maybe(text),
  entries: count,
  arrivedAt: maybe(instant),
  leftAt: maybe(instant),
}) satisfies z.ZodType<CallPage['visits'][number]>;

const knownTo = z.strictObject({ name: text, crewId: maybe(id), visits: count }) satisfies z.ZodType<
  KnownAtIntake['knownTo'][number]
>;

const unit = z.strictObject({
  id,
  siteId: id,
  site: text,
  customer: text,
  tag: text,
  kind: z.enum(UNIT_KINDS),
  status: z.enum(UNIT_STATUSES),
  manufacturer: maybe(text),
  model: maybe(text),
  serial: maybe(text),
  builtOn: maybe(day),
  installedOn: maybe(day),
  tons: maybe(z.number()),
  areaServed: maybe(text),
  score: z.number(),
  toDecide: z.boolean(),
  sentence: text,
  flagKinds: texts,
  openConditions: count,
  lastVisitAt: maybe(instant),
}) satisfies z.ZodType<UnitRow>;

const oneUnit = unit.extend({
  voltage: maybe(z.number()),
  phase: maybe(z.number()),
  handlingNotes: maybe(text),
  version: count,
  details: z.looseObject({}),
  hazards,
  flags: z.array(z.looseObject({ kind: text })),
  asOf: maybe(day),
});

const condition = z.strictObject({
  id,
  unitId: maybe(id),
  kind: text,
  hazard: z.boolean(),
  circuit: maybe(count),
  text,
  openedAt: instant,
  openedBy: maybe(text),
  closedAt: maybe(instant),
  changedFrom: maybe(text),
  changedTo: maybe(text),
  closes: maybe(text),
  told: maybe(text),
}) satisfies z.ZodType<ConditionView>;

const leftOpen = condition.extend({
  pointId: maybe(id),
  tag: text,
  unitStatus: z.enum(UNIT_STATUSES),
  siteId: id,
  site: text,
  customer: text,
  timeZone: text,
  visitId: id,
  matches: z.boolean(),
});

const callOfUnit = z.strictObject({
  id,
  ref: text,
  kind: z.enum(CALL_KINDS),
  receivedAt: instant,
  completedAt: maybe(instant),
  complaint: text,
  state: z.enum(CALL_STATES),
  found: text,
  visitId: maybe(id),
}) satisfies z.ZodType<UnitCallRow>;

const reading = z.strictObject({
  point: text,
  value: z.number(),
  unit: text,
  circuit: count,
  at: instant,
}) satisfies z.ZodType<LastSeen['readings'][number]>;

const finding = z.strictObject({
  part: maybe(part),
  circuit: maybe(count),
  component: text,
  failure: text,
  grade: text,
  at: instant,
}) satisfies z.ZodType<LastSeen['findings'][number]>;

const inSlot = z.strictObject({
  part,
  circuit: maybe(count),
  from: maybe(day),
  manufacturer: maybe(text),
  model: maybe(text),
  earlier: count,
});

const decision = z.strictObject({
  id,
  unitId: id,
  kind: z.enum(DECISION_KINDS),
  year: maybe(count),
  until: maybe(day),
  reason: text,
  by: text,
  at: instant,
}) satisfies z.ZodType<DecisionView & { unitId: string }>;

const recommendation = z.strictObject({ id, text, on: day, by: maybe(text) }) satisfies z.ZodType<
  UnitPage['recommendations'][number]
>;

const gettingIn = {
  access: maybe(text),
  keyAt: maybe(text),
  wayUp: maybe(text),
  parking: maybe(text),
  permit: maybe(text),
  contact: maybe(text),
  hazards,
};

const site = z.strictObject({
  ...gettingIn,
  id,
  customerId: id,
  customer: text,
  name: text,
  ref: maybe(text),
  address: maybe(text),
  lat: maybe(z.number()),
  lon: maybe(z.number()),
  timeZone: text,
  openingHours: maybe(openingHours),
  retiredAt: maybe(instant),
  version: count,
}) satisfies z.ZodType<SiteView>;
const siteRow = site.extend({ units: count, flagged: count }) satisfies z.ZodType<SiteRow>;

const recentVisit = z.strictObject({ id, on: day, crew: maybe(text), refs: text }) satisfies z.ZodType<
  SitePage['recentVisits'][number]
>;

const customer = z.strictObject({
  id,
  name: text,
  phone: maybe(text),
  notes: maybe(text),
  retiredAt: maybe(instant),
  version: count,
  sites: count,
  units: count,
}) satisfies z.ZodType<CustomerRow>;

const watched = z.strictObject({
  unitId: id,
  score: z.number(),
  toDecide: z.boolean(),
  decided: z.boolean(),
  flagKinds: texts,
  customerId: id,
  customer: text,
  years: maybe(z.int()),
  refrigerants: texts,
});
const watchRow = z.strictObject({
  unitId: id,
  tag: text,
  kind: z.enum(UNIT_KINDS),
  builtOn: maybe(day),
  refrigerants: texts,
  siteId: id,
  site: text,
  customer: text,
  score: z.number(),
  sentence: text,
  flags: z.array(z.looseObject({ kind: text })),
});

const callOfVisit = z.strictObject({
  id,
  ref: text,
  kind: z.enum(CALL_KINDS),
  complaint: text,
  unit: maybe(text),
  unitId: maybe(id),
  state: z.enum(CALL_STATES),
  waitingFor: maybe(z.enum(WAITING_FOR)),
}) satisfies z.ZodType<CallOfVisit>;

const visit = z.strictObject({
  ...gettingIn,
  id,
  siteId: id,
  site: text,
  customer: text,
  address: maybe(text),
  plannedFor: maybe(day),
  crew: maybe(text),
  arrivedAt: maybe(instant),
  leftAt: maybe(instant),
  calls: z.array(callOfVisit),
  timeZone: text,
}) satisfies z.ZodType<VisitRow & GettingIn & { timeZone: string }>;

const entry = z.strictObject({
  id,
  rootId: id,
  unitId: maybe(id),
  pointId: maybe(id),
  callId: maybe(id),
  kind: text as z.ZodType<EntryView['kind']>,
  body: z.record(text, z.unknown()),
  author: maybe(text),
  occurredAt: instant,
  supersedes: maybe(id),
  reason: maybe(text),
}) satisfies z.ZodType<EntryView>;

const lastDone = maybe(z.record(text, day));
const unitOfSheet = z.strictObject({
  id,
  tag: text,
  kind: z.enum(UNIT_KINDS),
  status: z.enum(UNIT_STATUSES),
  areaServed: maybe(text),
  handlingNotes: maybe(text),
  details: z.looseObject({}),
  voltage: maybe(z.number()),
  phase: maybe(z.number()),
  sentence: text,
  flagKinds: texts,
  lastDone,
  circuits: z.array(
    z.strictObject({
      number: count,
      refrigerant: maybe(text),
      metering: maybe(text),
      chargeLb: maybe(z.number()),
    }),
  ),
  conditions: z.array(z.strictObject({ id, kind: text, hazard: z.boolean(), text, openedAt: instant })),
  recommendations: z.array(z.strictObject({ id, text, on: day })),
});

const roofUnit = z.strictObject({
  id,
  tag: text,
  kind: z.enum(UNIT_KINDS),
  status: z.enum(UNIT_STATUSES),
  areaServed: maybe(text),
  flagKinds: texts,
  conditions: z.array(z.strictObject({ kind: text, hazard: z.boolean(), text })),
}) satisfies z.ZodType<Omit<RoofUnit, 'feed'>>;

const found = z.strictObject({
  kind: z.enum(FOUND_KINDS),
  id,
  title: text,
  subtitle: text,
}) satisfies z.ZodType<Found>;

const candidate = z.strictObject({
  unitId: id,
  tag: text,
  kind: z.enum(UNIT_KINDS),
  status: z.enum(UNIT_STATUSES),
  serial: maybe(text),
  model: maybe(text),
  site: text,
  customer: text,
  areaServed: maybe(text),
  foundBy: z.strictObject({
    areas: texts,
    controls: texts,
    feeds: z.array(z.strictObject({ name: text, poles: z.array(count) })),
  }),
  subtitle: text,
  flagKinds: texts,
  open: z.array(z.strictObject({ kind: text, text })),
  openCalls: count,
});

const photo = z.strictObject({
  id,
  ownerId: id,
  purpose: z.enum(PHOTO_PURPOSES),
  caption: maybe(text),
  width: count,
  height: count,
  turn: count,
  marks: z.array(photoMark).readonly(),
  takenAt: instant,
  by: maybe(text),
}) satisfies z.ZodType<PhotoView & { ownerId: string }>;

const point = z.strictObject({
  point: z.strictObject({
    id,
    kind: key(POINT_KINDS),
    name: text,
    where: text.optional(),
    volts: z.number().optional(),
    phase: count.optional(),
    ratingA: z.number().optional(),
    spaces: count.optional(),
    version: count,
    unit: z
      .strictObject({
        kind: z.enum(UNIT_KINDS),
        status: z.enum(UNIT_STATUSES),
        volts: z.number().optional(),
        phase: count.optional(),
        mcaA: z.number().optional(),
        mocpA: z.number().optional(),
      })
      .optional(),
  }),
});
const link = z.strictObject({
  link: z.strictObject({
    id,
    kind: key(LINK_KINDS),
    from: id,
    to: id,
    poles: z.array(count).optional(),
    breakerA: z.number().optional(),
    how: z.enum(HOW_NAMES),
    by: text,
    on: day,
    note: text.optional(),
  }),
});

const dueUnit = z.strictObject({
  id,
  tag: text,
  kind: z.enum(UNIT_KINDS),
  status: z.enum(UNIT_STATUSES),
  siteId: id,
  site: text,
  customer: text,
  lat: maybe(z.number()),
  lon: maybe(z.number()),
  lastDone,
});

const stop = z.strictObject({
  siteId: id,
  site: text,
  customer: text,
  address: maybe(text),
  access: maybe(text),
  lat: maybe(z.number()),
  lon: maybe(z.number()),
  visitId: maybe(id),
}) satisfies z.ZodType<Omit<RoutePage['stops'][number], 'work'>>;

const line = z.strictObject({
  id,
  rootId: id,
  visitId: id,
  unitId: maybe(id),
  pointId: maybe(id),
  callId: maybe(id),
  kind: text,
  body: z.record(text, z.unknown()),
  authorId: maybe(id),
  occurredMs: z.number(),
  recordedMs: z.number(),
  supersedes: maybe(id),
});

const news = z.strictObject({
  seq: count,
  entity: text,
  id: maybe(id),
  siteId: maybe(id),
}) satisfies z.ZodType<News>;
const system = z.strictObject({
  postgres: text,
  migration: text,
  databaseBytes: z.number(),
  counts: z.record(text, count),
  lastBackup: maybe(z.strictObject({ at: instant, file: text, bytes: z.number() })),
  sessions: count,
  openImports: count,
  imports: z.array(z.strictObject({ fileName: text, kind: text, by: maybe(text), at: instant })),
});

/** Ids of everything that a database holds, to ask with. */
export interface Held {
  readonly today: string;
  readonly customers: readonly string[];
  readonly sites: readonly string[];
  readonly units: readonly string[];
  readonly calls: readonly string[];
  readonly visits: readonly string[];
  readonly crews: readonly string[];
}

interface Read {
  readonly name: string;
  readonly sql: string;
  /** What it is asked with, one time after the other. */
  readonly asked: (held: Held) => readonly (readonly unknown[])[];
  readonly row: z.ZodType;
}

const once =
  (...bind: unknown[]) =>
  () => [bind];
const each = (what: 'sites' | 'units' | 'calls' | 'visits') => (held: Held) => held[what].map((one) => [one]);
const all = (what: 'sites' | 'units' | 'calls' | 'visits') => (held: Held) => [[held[what]]];
const page = { limit: 200, offset: 0 };

export const READS: readonly Read[] = [
  {
    name: 'calls counted',
    sql: calls.countCalls({ searched: false, open: true }),
    asked: once(),
    row: total,
  },
  {
    name: 'a page of calls',
    sql: calls.callsPage({ searched: true, open: false }, 'k.received_at desc', page),
    asked: once('not:* & cooling:*'),
    row: call,
  },
  { name: 'open calls of a site', sql: calls.OPEN_CALLS_OF_SITE, asked: each('sites'), row: call },
  { name: 'one call', sql: calls.ONE_CALL, asked: each('calls'), row: callPage },
  { name: 'visits of a call', sql: calls.VISITS_OF_CALL, asked: each('calls'), row: visitOfCall },
  {
    name: 'who knows a site',
    sql: calls.KNOWN_TO,
    asked: (held) => held.sites.map((site) => [site, held.today]),
    row: knownTo,
  },
  { name: 'units at intake', sql: units.UNITS_AT_INTAKE, asked: each('sites'), row: unit },
  { name: 'units counted', sql: units.countUnits(false), asked: once(), row: total },
  { name: 'a page of units', sql: units.unitsPage(true, 'u.tag', page), asked: once('rtu:*'), row: unit },
  { name: 'units of a site', sql: units.UNITS_OF_SITE, asked: each('sites'), row: unit },
  { name: 'one unit', sql: units.ONE_UNIT, asked: each('units'), row: oneUnit },
  { name: 'conditions of units', sql: units.CONDITIONS_OF_UNITS, asked: all('units'), row: condition },
  { name: 'calls of a unit', sql: units.CALLS_OF_UNIT, asked: each('units'), row: callOfUnit },
  { name: 'last readings', sql: units.LAST_READINGS, asked: each('units'), row: reading },
  { name: 'last findings', sql: units.LAST_FINDINGS, asked: each('units'), row: finding },
  { name: 'components in slots', sql: units.COMPONENTS_IN_SLOTS, asked: each('units'), row: inSlot },
  { name: 'decisions', sql: units.DECISIONS_OF_UNITS, asked: all('units'), row: decision },
  { name: 'recommendations', sql: units.RECOMMENDATIONS_OF_UNIT, asked: each('units'), row: recommendation },
  { name: 'what is left open', sql: openConditions(false), asked: once(), row: leftOpen },
  { name: 'customers counted', sql: countCustomers(false), asked: once(), row: total },
  { name: 'a page of customers', sql: customersPage(false, 'c.name', page), asked: once(), row: customer },
  { name: 'sites counted', sql: sites.countSites(false), asked: once(), row: total },
  { name: 'a page of sites', sql: sites.sitesPage(false, 's.name', page), asked: once(), row: siteRow },
  {
    name: 'sites of a customer',
    sql: sites.SITES_OF_CUSTOMER,
    asked: (held) => held.customers.map((one) => [one]),
    row: siteRow,
  },
  { name: 'one site', sql: sites.ONE_SITE, asked: each('sites'), row: site },
  { name: 'recent visits', sql: sites.RECENT_VISITS, asked: each('sites'), row: recentVisit },
  {
    name: 'roofs of a site',
    sql: sites.ROOFS_OF_SITE,
    asked: each('sites'),
    row: z.strictObject({ id, name: text, units: count }),
  },
  {
    name: 'sites as features',
    sql: SITES_AS_FEATURES,
    asked: once(),
    row: z.strictObject({ feature: siteCollection.shape.features.element }),
  },
  { name: 'units of a roof', sql: UNITS_OF_ROOF, asked: each('sites'), row: roofUnit },
  { name: 'points of a site', sql: POINTS_OF_SITE, asked: each('sites'), row: point },
  { name: 'facts of a site', sql: LINKS_OF_SITE, asked: each('sites'), row: link },
  { name: 'photographs', sql: photosOfOwners('unit_id'), asked: all('units'), row: photo },
  { name: 'words found', sql: documentsFound('records', 20), asked: once('rtu:*', 'rtu'), row: found },
  { name: 'calls found', sql: documentsFound('calls', 20), asked: once('cooling:*', 'cooling'), row: found },
  { name: 'likely units', sql: candidateUnits(1, 60), asked: once('school:*', 'school:*'), row: candidate },
  { name: 'the watch list, whole', sql: watch.WATCHED, asked: (held) => [[null, held.today]], row: watched },
  {
    name: 'causes',
    sql: watch.CAUSES,
    asked: (held) => [[held.units, '2000-01-01']],
    row: z.strictObject({ unitId: id, customerId: id, part, failure: text }),
  },
  { name: 'rows of the watch list', sql: watch.WATCH_ROWS, asked: all('units'), row: watchRow },
  {
    name: 'units in service with what is due',
    sql: due.UNITS_IN_SERVICE,
    asked: (held) => [[null, held.today]],
    row: dueUnit,
  },
  {
    name: 'open calls by site',
    sql: due.OPEN_CALLS_BY_SITE,
    asked: once(),
    row: z.strictObject({ siteId: id, calls: count }),
  },
  {
    name: 'left open by site',
    sql: due.LEFT_BY_SITE,
    asked: once(),
    row: z.strictObject({ siteId: id, tag: text, kind: text, hazard: z.boolean(), openedOn: day }),
  },
  { name: 'stops of a route', sql: STOPS_OF_ROUTE, asked: (held) => [[held.sites, null]], row: stop },
  {
    name: 'sites of a crew',
    sql: SITES_OF_CREW,
    asked: (held) => held.crews.map((crew) => [crew, held.today]),
    row: z.strictObject({ siteId: id }),
  },
  { name: 'one visit', sql: visits.ONE_VISIT, asked: each('visits'), row: visit },
  { name: 'visits of a day', sql: visits.VISITS_OF_DAY, asked: (held) => [[held.today, null]], row: visit },
  { name: 'entries of a visit', sql: visits.ENTRIES_OF_VISIT, asked: each('visits'), row: entry },
  { name: 'units of a sheet', sql: visits.UNITS_OF_SHEET, asked: each('sites'), row: unitOfSheet },
  { name: 'lines of units', sql: sheet.LINES_OF_SUBJECTS, asked: all('units'), row: line },
  { name: 'lines of visits', sql: sheet.LINES_OF_VISITS, asked: all('visits'), row: line },
  { name: 'newest lines of the log', sql: events.NEWEST_LINES, asked: once(50), row: news },
  { name: 'lines of the log since', sql: events.LINES_SINCE, asked: once(0, 50), row: news },
  {
    name: 'what is missing',
    sql: MISSING,
    asked: (held) => [[held.today]],
    row: z.strictObject({ kind: z.enum(MISSING_KINDS), count, of: count }) satisfies z.ZodType<Missing>,
  },
  { name: 'the database itself', sql: SYSTEM, asked: once(), row: system },
];
