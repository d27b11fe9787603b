import { z } from 'zod';
import { siteCollection } from '#contracts/files';
import { MISSING_KINDS, type Missing } from '#contracts/setup';
import * as calls from '../calls/calls.sql.ts';
import { OPEN_NOW, openConditions } from '../conditions/conditions.sql.ts';
import { countCustomers, customersPage } from '../customers/customers.sql.ts';
import * as events from '../events/events.sql.ts';
import { SITES_AS_FEATURES } from '../files/files.sql.ts';
import { HOURS } from '../people/hours.sql.ts';
import { SITES_OF_CREW } from '../people/people.sql.ts';
import { photosOfOwners } from '../photos/photos.sql.ts';
import { UNITS_IN_BRIEF, UNITS_OF_ROOF } from '../roofs/roofs.sql.ts';
import * as due from '../routes/due/due.sql.ts';
import * as board from '../routes/reads/board.sql.ts';
import { FILTERS_TO_LOAD, STOPS_OF_ROUTE } from '../routes/publish/page.sql.ts';
import { TOLD_LAST, TO_TELL } from '../routes/publish/publish.sql.ts';
import { MISSING } from '../setup/setup.sql.ts';
import { candidateUnits, documentsFound } from '../search/search.sql.ts';
import * as sheet from '../sheet/read.sql.ts';
import * as sites from '../sites/sites.sql.ts';
import { SYSTEM } from '../system/system.sql.ts';
import { CONTACTS_TO_TELL, MESSAGES } from '../telling/telling.sql.ts';
import { TOLD_BY } from '#core/base/vocabulary';
import { LINKS_OF_SITE, POINTS_OF_SITE } from '../tracing/tracing.sql.ts';
import * as units from '../units/units.sql.ts';
import * as visits from '../visits/visits.sql.ts';
import * as watch from '../watch/watch.sql.ts';
import * as agreements from '../agreements/agreements.sql.ts';
import {
  id,
  maybe,
  text,
  count,
  day,
  part,
  total,
  call,
  callPage,
  visitOfCall,
  boardVisit,
  unplanned,
  dueAtSite,
  knownTo,
  unit,
  oneUnit,
  condition,
  leftOpen,
  callOfUnit,
  reading,
  finding,
  inSlot,
  decision,
  recommendation,
  site,
  siteRow,
  recentVisit,
  customer,
  agreementOfCustomer,
  unitOfCustomer,
  openNow,
  counterRow,
  callRate,
  workedMinutes,
  message,
  stopToTell,
  toldLast,
  onHold,
  knownBest,
  watched,
  watchChoice,
  watchRow,
  visit,
  entry,
  unitOfSheet,
  roofUnit,
  unitInBrief,
  found,
  candidate,
  photo,
  point,
  link,
  dueUnit,
  stop,
  line,
  news,
  system,
} from './rowShapes.ts';

/*
 * What each raw read promises, checked at run time: the compiler believes whatever type is written beside
 * SQL. Rows are looked at as they leave the server, as JSON.
 */

/** Ids of everything that a database holds, to ask with. */
export interface Held {
  readonly today: string;
  readonly customers: readonly string[];
  readonly sites: readonly string[];
  readonly units: readonly string[];
  readonly calls: readonly string[];
  readonly visits: readonly string[];
  readonly crews: readonly string[];
  readonly routes: readonly string[];
  readonly conditions: readonly string[];
}

export interface Read {
  readonly name: string;
  readonly sql: string;
  /** What it is asked with, one time after the other. */
  readonly asked: (held: Held) => readonly (readonly unknown[])[];
  readonly row: z.ZodType;
  readonly about?: 'one';
}

const once =
  (...bind: unknown[]) =>
  () => [bind];
/** Asked of one thing after the other, so looked up and never searched for through all there is. */
const each = (what: 'sites' | 'units' | 'calls' | 'visits') => ({
  about: 'one' as const,
  asked: (held: Held) => held[what].map((one) => [one]),
});
const all = (what: 'sites' | 'units' | 'calls' | 'visits') => (held: Held) => [[held[what]]];

const subject = { id, subject: text, unitId: maybe(id), text };
const standing = z.strictObject({ ...subject, kind: text, hazard: z.boolean(), openedAt: z.iso.datetime() });
const recommended = z.strictObject({ ...subject, on: day, by: maybe(text) });

const page = { limit: 200, offset: 0 };
/** The watch list with every filter open. */
const onWatch = (today: string) => [null, today, ...Array.from({ length: 5 }, () => null)];

export const READS: readonly Read[] = [
  {
    name: 'calls counted',
    sql: calls.countCalls({ searched: false, open: true }),
    asked: once(),
    row: total,
  },
  {
    name: 'calls before the desk',
    sql: calls.CALLS_BEFORE_THE_DESK,
    asked: once(),
    row: z.strictObject({
      open: z.int().nonnegative(),
      atOnce: z.int().nonnegative(),
      withoutCrew: z.int().nonnegative(),
    }),
  },
  {
    name: 'a page of calls',
    sql: calls.callsPage({ searched: true, open: false }, 'k.received_at desc', page),
    asked: once('not:* & cooling:*'),
    row: call,
  },
  { name: 'open calls of a site', sql: calls.OPEN_CALLS_OF_SITE, ...each('sites'), row: call },
  {
    name: 'what shares a visit with a call',
    sql: calls.BESIDE_CALL,
    ...each('calls'),
    row: z.strictObject({ calls: z.array(id).min(1), units: z.array(id), points: z.array(id) }),
  },
  { name: 'what stands open on a call', sql: units.STANDING_ON_CALL, ...each('calls'), row: standing },
  {
    name: 'what was recommended on a call',
    sql: units.RECOMMENDED_ON_CALL,
    ...each('calls'),
    row: recommended,
  },
  { name: 'one call', sql: calls.ONE_CALL, ...each('calls'), row: callPage },
  { name: 'visits of a call', sql: calls.VISITS_OF_CALL, ...each('calls'), row: visitOfCall },
  {
    name: 'who goes to a site anyway',
    sql: calls.DUE_AT_SITE,
    about: 'one',
    asked: (held) => held.sites.map((site) => [site, held.today]),
    row: dueAtSite,
  },
  {
    name: 'units of a site that were repaired lately',
    sql: calls.UNITS_REPAIRED_SINCE,
    about: 'one',
    asked: (held) => held.sites.map((site) => [site, '2000-01-01']),
    row: z.strictObject({ id }),
  },
  {
    name: 'who knows a site',
    sql: calls.KNOWN_TO,
    asked: (held) => held.sites.map((site) => [site, held.today]),
    row: knownTo,
  },
  { name: 'units at intake', sql: units.UNITS_AT_INTAKE, ...each('sites'), row: unit },
  { name: 'units counted', sql: units.countUnits(false), asked: once(), row: total },
  { name: 'a page of units', sql: units.unitsPage(true, 'u.tag', page), asked: once('rtu:*'), row: unit },
  { name: 'units of a site', sql: units.UNITS_OF_SITE, ...each('sites'), row: unit },
  { name: 'one unit', sql: units.ONE_UNIT, ...each('units'), row: oneUnit },
  { name: 'conditions of units', sql: units.CONDITIONS_OF_UNITS, asked: all('units'), row: condition },
  { name: 'calls of a unit', sql: units.CALLS_OF_UNIT, ...each('units'), row: callOfUnit },
  { name: 'last readings', sql: units.LAST_READINGS, ...each('units'), row: reading },
  { name: 'last findings', sql: units.LAST_FINDINGS, ...each('units'), row: finding },
  { name: 'components in slots', sql: units.COMPONENTS_IN_SLOTS, ...each('units'), row: inSlot },
  { name: 'decisions', sql: units.DECISIONS_OF_UNITS, asked: all('units'), row: decision },
  { name: 'recommendations', sql: units.RECOMMENDATIONS_OF_UNIT, ...each('units'), row: recommendation },
  { name: 'what is left open', sql: openConditions(false), asked: once(), row: leftOpen },
  { name: 'some that are still open', sql: OPEN_NOW, asked: (held) => [[held.conditions]], row: openNow },
  { name: 'customers counted', sql: countCustomers(false), asked: once(), row: total },
  { name: 'a page of customers', sql: customersPage(false, 'c.name', page), asked: once(), row: customer },
  {
    name: 'agreements counted',
    sql: agreements.countAgreements(false),
    asked: (held) => [[held.today]],
    row: total,
  },
  {
    name: 'a page of agreements',
    sql: agreements.agreementsPage(true, 'c.name desc', page),
    asked: (held) => [[held.today, 'w:*']],
    row: agreementOfCustomer,
  },
  {
    name: 'units of customers',
    sql: agreements.UNITS_OF_CUSTOMERS,
    asked: (held) => [[held.customers]],
    row: unitOfCustomer,
  },
  { name: 'sites counted', sql: sites.countSites(false), asked: once(), row: total },
  { name: 'a page of sites', sql: sites.sitesPage(false, 's.name', page), asked: once(), row: siteRow },
  {
    name: 'sites of a customer',
    sql: sites.SITES_OF_CUSTOMER,
    asked: (held) => held.customers.map((one) => [one]),
    row: siteRow,
  },
  { name: 'one site', sql: sites.ONE_SITE, ...each('sites'), row: site },
  { name: 'recent visits', sql: sites.RECENT_VISITS, ...each('sites'), row: recentVisit },
  {
    name: 'roofs of a site',
    sql: sites.ROOFS_OF_SITE,
    ...each('sites'),
    row: z.strictObject({ id, name: text, units: count }),
  },
  {
    name: 'sites as features',
    sql: SITES_AS_FEATURES,
    asked: once(),
    row: z.strictObject({ feature: siteCollection.shape.features.element }),
  },
  { name: 'units in brief', sql: UNITS_IN_BRIEF, asked: all('sites'), row: unitInBrief },
  { name: 'units of a roof', sql: UNITS_OF_ROOF, ...each('sites'), row: roofUnit },
  { name: 'points of a site', sql: POINTS_OF_SITE, ...each('sites'), row: point },
  { name: 'facts of a site', sql: LINKS_OF_SITE, ...each('sites'), row: link },
  { name: 'photographs', sql: photosOfOwners('unit_id'), asked: all('units'), row: photo },
  { name: 'words found', sql: documentsFound('records', 20), asked: once('rtu:*', 'rtu'), row: found },
  { name: 'calls found', sql: documentsFound('calls', 20), asked: once('cooling:*', 'cooling'), row: found },
  { name: 'likely units', sql: candidateUnits(1, 60), asked: once('school:*', 'school:*'), row: candidate },
  {
    name: 'the watch list, whole',
    sql: watch.ON_WATCH,
    asked: (held) => [onWatch(held.today)],
    row: watched,
  },
  {
    name: 'choices of the watch list',
    sql: watch.WATCH_CHOICES,
    asked: (held) => [onWatch(held.today)],
    row: watchChoice,
  },
  {
    name: 'causes',
    sql: watch.CAUSES,
    asked: once('2000-01-01'),
    row: z.strictObject({ unitId: id, part, failure: text }),
  },
  { name: 'rows of the watch list', sql: watch.WATCH_ROWS, asked: all('units'), row: watchRow },
  {
    name: 'units in service with what is due',
    sql: due.UNITS_KEPT,
    asked: (held) => [[null, held.today]],
    row: dueUnit,
  },
  { name: 'units kept wherever', sql: due.UNITS_KEPT_WHEREVER, asked: once(), row: dueUnit },
  {
    name: 'rates of calls of a customer and of others',
    sql: agreements.CALL_RATES,
    asked: (held) => held.customers.map((one) => [one, '2024-06-03', held.today]),
    row: callRate,
  },
  {
    name: 'minutes of maintenance at a customer',
    sql: agreements.WORKED,
    asked: (held) => held.customers.map((one) => [one, '2025-06-03', held.today]),
    row: workedMinutes,
  },
  {
    name: 'units whose maintenance is on its way',
    sql: due.UNITS_ON_THEIR_WAY,
    asked: (held) => [[null, held.today]],
    row: dueUnit.extend({ plannedOn: day.nullable(), crew: text.nullable() }),
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
  {
    name: 'visits of the board',
    sql: board.VISITS_OF_BOARD,
    asked: (held) => [['2000-01-01', held.today]],
    row: boardVisit,
  },
  { name: 'some visits of the board', sql: board.VISITS_BY_ID, asked: all('visits'), row: boardVisit },
  {
    name: 'calls without a place',
    sql: board.UNPLANNED,
    asked: (held) => [[held.today, null]],
    row: unplanned,
  },
  { name: 'supply counters', sql: board.COUNTERS, asked: once(), row: counterRow },
  { name: 'calls on hold', sql: board.ON_HOLD, asked: once(), row: onHold },
  {
    name: 'who knows sites best',
    sql: board.KNOWN_BEST,
    asked: (held) => [[held.sites, held.today]],
    row: knownBest,
  },
  {
    name: 'calls by day',
    sql: board.CALLS_BY_DAY,
    asked: (held) => [['2024-01-01', 'EST5EDT', held.today]],
    row: z.strictObject({ day, calls: count }),
  },
  {
    name: 'lengths of calls',
    sql: board.LENGTHS_OF_CALLS,
    asked: once('2000-01-01'),
    row: z.strictObject({ minutes: z.number().positive() }),
  },
  {
    name: 'planned and actual',
    sql: board.PLANNED_AND_ACTUAL,
    asked: once('2000-01-01'),
    row: z.strictObject({ planned: z.number().positive(), actual: z.number().positive() }),
  },
  {
    name: 'stops of a route',
    sql: STOPS_OF_ROUTE,
    asked: (held) => held.crews.map((crew) => [crew, held.today]),
    row: stop,
  },
  {
    name: 'filters to load',
    sql: FILTERS_TO_LOAD,
    asked: all('visits'),
    row: z.strictObject({
      unit: text,
      filters: z.array(z.strictObject({ size: text, count: z.number() })).nullable(),
    }),
  },
  {
    name: 'stops to tell of',
    sql: TO_TELL,
    asked: (held) => [[held.routes, '2000-01-01', [held.today]]],
    row: stopToTell,
  },
  {
    name: 'what was told last',
    sql: TOLD_LAST,
    asked: (held) => [['2000-01-01', held.routes, [held.today]]],
    row: toldLast,
  },
  {
    name: 'messages',
    sql: MESSAGES,
    asked: (held) => [['2000-01-01', `${held.today}T12:00:00Z`]],
    row: message,
  },
  {
    name: 'whom to tell',
    sql: CONTACTS_TO_TELL,
    asked: (held) => [[held.sites]],
    row: z.strictObject({ siteId: id, id, way: z.enum(TOLD_BY), address: text }),
  },
  {
    name: 'sites of a crew',
    sql: SITES_OF_CREW,
    asked: (held) => held.crews.map((crew) => [crew, held.today]),
    row: z.strictObject({ siteId: id }),
  },
  {
    name: 'hours on site',
    sql: HOURS,
    asked: once('2025-01-01T00:00:00Z', '2030-01-01T00:00:00Z', 'UTC'),
    row: z.strictObject({
      ...{ person: text, day, crew: maybe(text), customer: text, site: text },
      ...{ arrived: text, left: maybe(text), minutes: maybe(z.number()) },
    }),
  },
  { name: 'one visit', sql: visits.ONE_VISIT, ...each('visits'), row: visit },
  { name: 'visits of a day', sql: visits.VISITS_OF_DAY, asked: (held) => [[held.today]], row: visit },
  {
    name: 'visits of a crew',
    sql: visits.VISITS_OF_CREW,
    about: 'one',
    asked: (held) => held.crews.map((crew) => [held.today, crew]),
    row: visit,
  },
  { name: 'entries of a visit', sql: visits.ENTRIES_OF_VISIT, ...each('visits'), row: entry },
  { name: 'units of a sheet', sql: visits.UNITS_OF_SHEET, ...each('sites'), row: unitOfSheet },
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
