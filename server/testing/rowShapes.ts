import { z } from 'zod';
import { DECISION_KINDS } from '#core/judging/history';
import { FOUND_AS, PUT_OFF_FOR } from '#core/upkeep/maintenance';
import { DRIVES, OUTDOOR_AIR, SMOKE_DETECTORS, PART_IDS } from '#core/machine';
import { HOW_NAMES, LINK_KINDS, POINT_KINDS } from '#core/places/tracing';
import {
  SYSTEMS,
  PRIORITIES,
  CALL_KINDS,
  SITE_HAZARD_NAMES,
  UNIT_KINDS,
  UNIT_STATUSES,
} from '#core/base/vocabulary';
import { CALL_STATES, CANCELLED_AS, OUTCOME_GRADES, WAITING_FOR } from '#core/record/work';
import { callFields, type CallPage, type CallRow, type KnownAtIntake } from '#contracts/calls';
import type { ToldLast } from '#core/planning/telling';
import { MESSAGE_STATES, type MessageRow } from '#contracts/telling';
import type { CustomerRow } from '#contracts/customers';
import type { News } from '#contracts/news';
import { PHOTO_PURPOSES, photoMark, type PhotoView } from '#contracts/photos';
import type { BriefRoof, RoofUnit } from '#contracts/roofs';
import { STOP_TROUBLES } from '#core/planning/routing';
import type { BoardCall, OnHold } from '#contracts/board';
import type { UnplannedRead, VisitRead } from '../routes/reads/boardReads.ts';
import { FOUND_KINDS, type Found } from '#contracts/search';
import { openingHours, siteNeeds, type SitePage, type SiteRow, type SiteView } from '#contracts/sites';
import type { ConditionView, DecisionView, LastSeen, UnitCallRow, UnitPage, UnitRow } from '#contracts/units';
import type { CallOfVisit, EntryView, GettingIn, VisitRow } from '#contracts/visits';
import { CONDITION_SOURCES } from '#core/record/sheet';
import { AGREEMENT_STATES } from '#contracts/agreements';

/* The rows of each raw read, as they leave the server: as JSON. */

export const id = z.guid();
export const text = z.string();
export const count = z.int().nonnegative();
export const day = z.iso.date();
const instant = z
  .string()
  .refine((value) => /^\d{4}-\d\d-\d\dT/.test(value) && !Number.isNaN(Date.parse(value)));
export const maybe = <T extends z.ZodType>(of: T) => of.nullable();
const texts = z.array(text);
export const part = z.enum(PART_IDS);
/** One of the names a table of the core is kept under. */
const key = <T extends object>(table: T) => z.enum(Object.keys(table) as (keyof T & string)[]);
export const total = z.strictObject({ total: count });
const hazards = z.array(z.enum(SITE_HAZARD_NAMES));
const needs = siteNeeds;
const lastDone = maybe(z.record(text, day));
const machine = {
  kind: z.enum(UNIT_KINDS),
  cools: z.boolean(),
  outdoorAir: maybe(z.enum(OUTDOOR_AIR)),
  smokeDetectors: maybe(z.enum(SMOKE_DETECTORS)),
  drive: maybe(z.enum(DRIVES)),
};
/** What decides which tasks a unit has and when they are due. */
const caredFor = {
  ...machine,
  status: z.enum(UNIT_STATUSES),
  installedOn: maybe(day),
  lastDone,
  care: maybe(
    z.strictObject({
      found: z.record(text, z.array(z.strictObject({ on: day, as: z.enum(FOUND_AS) }))),
      putOff: z.record(text, z.strictObject({ on: day, why: z.enum(PUT_OFF_FOR) })),
    }),
  ),
};

export const call = z.strictObject({
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

export const callPage = call.extend({
  minutes: maybe(count),
  people: maybe(count),
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
  closedMeanwhile: maybe(z.strictObject({ kind: text, on: day })),
});

export const visitOfCall = z.strictObject({
  id,
  plannedFor: maybe(day),
  crew: maybe(text),
  entries: count,
  arrivedAt: maybe(instant),
  leftAt: maybe(instant),
}) satisfies z.ZodType<CallPage['visits'][number]>;

export const dueAtSite = z.strictObject({
  visitId: id,
  crewId: id,
  crew: text,
  day,
  startAt: maybe(count),
  for: z.array(z.enum(CALL_KINDS)),
}) satisfies z.ZodType<KnownAtIntake['due'][number]>;

export const knownTo = z.strictObject({ name: text, crewId: maybe(id), visits: count }) satisfies z.ZodType<
  KnownAtIntake['knownTo'][number]
>;

export const unit = z.strictObject({
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

export const oneUnit = unit.extend({
  voltage: maybe(z.number()),
  phase: maybe(z.number()),
  handlingNotes: maybe(text),
  version: count,
  details: z.looseObject({}),
  hazards,
  flags: z.array(z.looseObject({ kind: text })),
  asOf: maybe(day),
  customerId: id,
  ...caredFor,
  standsInFor: maybe(id),
});

export const condition = z.strictObject({
  id,
  unitId: maybe(id),
  source: z.enum(CONDITION_SOURCES),
  part: maybe(part),
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

export const leftOpen = condition.extend({
  pointId: maybe(id),
  tag: text,
  unitStatus: z.enum(UNIT_STATUSES),
  siteId: id,
  site: text,
  customer: text,
  timeZone: text,
  visitId: id,
  matches: z.boolean(),
  callId: maybe(id),
  callRef: maybe(text),
  callKind: maybe(z.enum(CALL_KINDS)),
  callOn: maybe(day),
});

export const callOfUnit = z.strictObject({
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

export const reading = z.strictObject({
  point: text,
  value: z.number(),
  unit: text,
  circuit: count,
  at: instant,
}) satisfies z.ZodType<LastSeen['readings'][number]>;

export const finding = z.strictObject({
  part: maybe(part),
  circuit: maybe(count),
  component: text,
  failure: text,
  grade: text,
  at: instant,
}) satisfies z.ZodType<LastSeen['findings'][number]>;

export const inSlot = z.strictObject({
  part,
  circuit: maybe(count),
  from: maybe(day),
  manufacturer: maybe(text),
  model: maybe(text),
  earlier: count,
});

export const decision = z.strictObject({
  id,
  unitId: id,
  kind: z.enum(DECISION_KINDS),
  year: maybe(count),
  until: maybe(day),
  reason: text,
  by: text,
  at: instant,
}) satisfies z.ZodType<DecisionView & { unitId: string }>;

export const recommendation = z.strictObject({ id, text, on: day, by: maybe(text) }) satisfies z.ZodType<
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

export const site = z.strictObject({
  ...gettingIn,
  needs,
  counter: z.boolean(),
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
const inBrief = z.strictObject({ id, tag: text, status: z.enum(UNIT_STATUSES), flagKinds: texts });

export const siteRow = site.extend({
  units: count,
  flagged: count,
  watched: z.array(inBrief),
}) satisfies z.ZodType<SiteRow>;

export const recentVisit = z.strictObject({ id, on: day, crew: maybe(text), refs: text }) satisfies z.ZodType<
  SitePage['recentVisits'][number]
>;

export const customer = z.strictObject({
  id,
  name: text,
  phone: maybe(text),
  billingAddress: maybe(text),
  notes: maybe(text),
  retiredAt: maybe(instant),
  version: count,
  sites: count,
  units: count,
}) satisfies z.ZodType<CustomerRow>;

export const agreementOfCustomer = z.strictObject({
  id,
  customer: text,
  sites: count,
  units: count,
  state: z.enum(AGREEMENT_STATES),
  agreementId: maybe(id),
});

export const unitOfCustomer = z.strictObject({
  customerId: id,
  siteId: id,
  site: text,
  unitId: maybe(id),
  tag: maybe(text),
  ...machine,
  kind: maybe(z.enum(UNIT_KINDS)),
});

export const watched = z.strictObject({ unitId: id, score: z.number(), customerId: id });
export const watchChoice = z.strictObject({
  filter: z.enum(['group', 'flag', 'customer', 'refrigerant', 'age']),
  value: text,
  label: text,
  count,
});
export const watchRow = z.strictObject({
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
  system: maybe(z.enum(SYSTEMS)),
  complaint: text,
  unit: maybe(text),
  unitId: maybe(id),
  state: z.enum(CALL_STATES),
  waitingFor: maybe(z.enum(WAITING_FOR)),
}) satisfies z.ZodType<CallOfVisit>;

export const visit = z.strictObject({
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
  startAt: maybe(z.number()),
  leaveAt: maybe(z.number()),
  changed: maybe(z.strictObject({ what: z.enum(['new', 'moved', 'off']), was: maybe(z.number()) })),
  calls: z.array(callOfVisit),
  timeZone: text,
}) satisfies z.ZodType<VisitRow & GettingIn & { timeZone: string }>;

export const entry = z.strictObject({
  id,
  rootId: id,
  unitId: maybe(id),
  pointId: maybe(id),
  callId: maybe(id),
  kind: text as z.ZodType<EntryView['kind']>,
  body: z.record(text, z.unknown()),
  author: maybe(text),
  occurredAt: instant,
  recordedAt: instant,
  supersedes: maybe(id),
  reason: maybe(text),
}) satisfies z.ZodType<EntryView>;

export const unitOfSheet = z.strictObject({
  id,
  tag: text,
  ...caredFor,
  areaServed: maybe(text),
  handlingNotes: maybe(text),
  details: z.looseObject({}),
  voltage: maybe(z.number()),
  phase: maybe(z.number()),
  sentence: text,
  flagKinds: texts,
  circuits: z.array(
    z.strictObject({
      number: count,
      refrigerant: maybe(text),
      metering: maybe(text),
      chargeLb: maybe(z.number()),
      compressors: z.array(z.looseObject({ stage: count })),
    }),
  ),
  recommendations: z.array(z.strictObject({ id, text, on: day })),
});

export const roofUnit = z.strictObject({
  id,
  tag: text,
  kind: z.enum(UNIT_KINDS),
  status: z.enum(UNIT_STATUSES),
  areaServed: maybe(text),
  flagKinds: texts,
  conditions: z.array(z.strictObject({ kind: text, hazard: z.boolean(), text })),
}) satisfies z.ZodType<Omit<RoofUnit, 'feed'>>;

export const unitInBrief = inBrief satisfies z.ZodType<BriefRoof['units'][number]>;

export const found = z.strictObject({
  kind: z.enum(FOUND_KINDS),
  id,
  title: text,
  subtitle: text,
}) satisfies z.ZodType<Found>;

export const candidate = z.strictObject({
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

export const photo = z.strictObject({
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

export const point = z.strictObject({
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
export const link = z.strictObject({
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

export const dueUnit = z.strictObject({
  needs: siteNeeds,
  id,
  tag: text,
  ...caredFor,
  siteId: id,
  site: text,
  customerId: id,
  customer: text,
  lat: maybe(z.number()),
  lon: maybe(z.number()),
});

export const callRate = z.strictObject({
  own: z.boolean(),
  maintained: z.boolean(),
  calls: count,
  unitYears: z.number().nonnegative(),
  callCents: maybe(count),
});
export const workedMinutes = z.strictObject({ minutes: z.number().nonnegative() });

export const openNow = z.strictObject({
  id,
  kind: text,
  text,
  hazard: z.boolean(),
  openedAt: instant,
  unitId: maybe(id),
  siteId: id,
  callRef: maybe(text),
});
export const onHold = z.strictObject({
  siteId: id,
  site: text,
  customer: text,
  lat: maybe(z.number()),
  lon: maybe(z.number()),
  id,
  ref: text,
  complaint: text,
  unit: maybe(text),
  unitId: maybe(id),
  waitingFor: z.enum(WAITING_FOR),
  since: instant,
  version: count,
  fetchId: maybe(id),
  fetchState: maybe(z.enum(CALL_STATES)),
  fetchOn: maybe(day),
  fetchBy: maybe(text),
}) satisfies z.ZodType<OnHold>;
export const counterRow = z.strictObject({ id, name: text });
export const knownBest = z.strictObject({ siteId: id, crew: text });

const boardCall = z.strictObject({
  id,
  ref: text,
  kind: text,
  complaint: text,
  unit: maybe(text),
  unitId: maybe(id),
  state: z.enum(CALL_STATES),
  priority: maybe(z.enum(PRIORITIES)),
  receivedAt: text,
  promisedAt: maybe(text),
  minutes: maybe(count),
  people: maybe(count),
}) satisfies z.ZodType<BoardCall>;

const minutes = z.number().min(0);
const stopTimes = {
  driveMinutes: maybe(minutes),
  arriveAt: maybe(minutes),
  startAt: maybe(minutes),
  leaveAt: maybe(minutes),
  locked: z.boolean(),
  troubles: z.array(z.enum(STOP_TROUBLES)),
};
const boardSite = { siteId: id, site: text, customer: text, lat: maybe(z.number()), lon: maybe(z.number()) };

export const boardVisit = z.strictObject({
  ...boardSite,
  ...stopTimes,
  visitId: id,
  crewId: maybe(id),
  day: maybe(day),
  arrivedAt: maybe(instant),
  leftAt: maybe(instant),
  begun: z.boolean(),
  cancelledAt: maybe(instant),
  routeId: maybe(id),
  position: maybe(z.int().min(0)),
  minutes,
  shared: minutes,
  pace: z.number().positive(),
  hazards: z.array(text),
  acute: z.array(text),
  openingHours: maybe(openingHours),
  needs,
  timeZone: text,
  told: maybe(z.strictObject({ day, from: minutes, until: minutes })),
  calls: z.array(boardCall),
}) satisfies z.ZodType<VisitRead>;

export const unplanned = z.strictObject({
  ...boardSite,
  openingHours: maybe(openingHours),
  needs,
  timeZone: text,
  call: boardCall,
  receivedAt: instant,
  missedOn: maybe(day),
  missedBy: maybe(text),
  of: count,
}) satisfies z.ZodType<UnplannedRead>;

export const stop = z.strictObject({
  ...boardSite,
  ...stopTimes,
  ...gettingIn,
  visitId: id,
  address: maybe(text),
  openingHours: maybe(openingHours),
  arrivedAt: maybe(instant),
  leftAt: maybe(instant),
  calls: z.array(z.strictObject({ unit: maybe(text), unitId: maybe(id), complaint: text })),
});

export const line = z.strictObject({
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

export const news = z.strictObject({
  seq: count,
  entity: text,
  id: maybe(id),
  siteId: maybe(id),
}) satisfies z.ZodType<News>;
export const system = z.strictObject({
  postgres: text,
  migration: text,
  databaseBytes: z.number(),
  counts: z.record(text, count),
  lastBackup: maybe(z.strictObject({ at: instant, file: text, bytes: z.number() })),
  sessions: count,
  openImports: count,
  imports: z.array(z.strictObject({ fileName: text, kind: text, by: maybe(text), at: instant })),
});

export const stopToTell = z.strictObject({
  ...{ visitId: id, siteId: id, crewId: id, site: text, day, startAt: z.number() },
  openingHours: maybe(openingHours),
  units: z.array(text),
});
export const toldLast = z.strictObject({
  ...{ visitId: id, siteId: id, site: text, day, from: z.number(), until: z.number(), heard: z.boolean() },
}) satisfies z.ZodType<ToldLast>;
export const message = z.strictObject({
  ...{ id, day, siteId: id, site: text, customer: text, text, madeAt: z.string(), tried: count },
  ...{ contact: maybe(text), address: maybe(text), reply: maybe(text), by: maybe(text) },
  way: maybe(z.enum(['e-mail', 'text message', 'telephone'])),
  state: z.enum(MESSAGE_STATES),
}) satisfies z.ZodType<MessageRow>;
