import type { CreationOptional as Made, InferAttributes, InferCreationAttributes, Model } from 'sequelize';
import type { Terms } from '#core/upkeep/agreements';
import type { AbsenceKind, Week } from '#core/planning/crews';
import type { SeasonDecision } from '#core/upkeep/maintenance';
import type { PartId } from '#core/machine';
import type { Recipe } from '#core/imports';
import type { RoofPlan } from '#core/places/roof';
import type { StopTrouble } from '#core/planning/routing';
import type { Outcome } from '#core/record/work';
import type { OpeningHours, SiteNeeds } from '#contracts/sites';
import type { Told } from '#contracts/calls';
import type { Skill } from '#contracts/people';
import type { Role } from '#contracts/roles';
import type { NoticeKind, OrderOfDay } from '#contracts/board';
import type { Solved } from '#core/planning/routing';
import type { DerivedRow } from './derived.ts';

/*
 * One row of each table, as its model gives it. `Made` marks what the database or the model fills in when a
 * row is created without it. Sessions and the throttle belong to the libraries that keep them.
 */

/** A table of rows `R`, which may be created from what is not marked as made. */
export type Row<R> = Model<InferAttributes<Model & R>, InferCreationAttributes<Model & R>> & R;

type Text = Made<string | null>;
type Num = Made<number | null>;
type At = Made<Date | null>;

export interface UserRow {
  id: Made<string>;
  login: string;
  displayName: string;
  role: Role;
  passwordHash: string;
  /** Set while the password is a word that a manager handed out: it lets in once, to choose an own one. */
  oneTimeUntil: At;
  phone: Text;
  skills: Made<readonly Skill[]>;
  active: Made<boolean>;
  version: Made<number>;
}
export interface CrewRow {
  id: Made<string>;
  name: string;
  week: Week;
  /** Where the crew starts and ends its day; null: at the company's yard. */
  startName: Text;
  startLat: Num;
  startLon: Num;
  retiredAt: At;
  version: Made<number>;
}
/** From a day to a day, both included. */
interface DayRow {
  fromDay: string;
  untilDay: Text;
}
export interface CrewMemberRow extends DayRow {
  id: Made<string>;
  crewId: string;
  userId: string;
}
export interface AbsenceRow extends DayRow {
  id: string;
  userId: string;
  kind: AbsenceKind;
  note: Text;
  recordedBy: Text;
  recordedAt: Made<Date>;
  withdrawnAt: At;
}
export interface OnCallRow {
  id: string;
  userId: string;
  fromDay: string;
  untilDay: string;
  recordedBy: Text;
  recordedAt: Made<Date>;
  withdrawnAt: At;
}
export interface HolidayRow {
  id: string;
  onDay: string;
  name: string;
  withdrawnAt: At;
}
export interface SettingRow {
  id: Made<string>;
  name: string;
  value: unknown;
  validFrom: string;
  recordedAt: Made<Date>;
  recordedBy: Text;
}
export interface CommandRow {
  id: string;
  digest: string;
  actor: Text;
}
export interface CustomerRow {
  id: Made<string>;
  name: string;
  phone: Text;
  notes: Text;
  retiredAt: At;
  version: Made<number>;
}
export interface AgreementRow extends DayRow {
  id: string;
  customerId: string;
  terms: Terms;
  notes: Text;
  recordedBy: Text;
  recordedAt: Made<Date>;
  withdrawnAt: At;
  version: Made<number>;
}
export interface RefinementRow {
  id: Made<string>;
  agreementId: string;
  siteId: Text;
  unitId: Text;
  terms: Terms;
}
export interface SeasonDecisionRow {
  id: string;
  unitId: string;
  task: string;
  windowTo: string;
  what: SeasonDecision['what'];
  decidedBy: Text;
  decidedAt: Made<Date>;
  withdrawnAt: At;
}
export interface SiteRow {
  id: Made<string>;
  customerId: string;
  name: string;
  ref: Text;
  address: Text;
  lat: Num;
  lon: Num;
  timeZone: string;
  openingHours: Made<OpeningHours | null>;
  access: Text;
  contact: Text;
  keyAt: Text;
  wayUp: Text;
  parking: Text;
  permit: Text;
  hazards: Made<readonly string[]>;
  needs: Made<SiteNeeds>;
  counter: Made<boolean>;
  retiredAt: At;
  version: Made<number>;
}
export interface UnitRow {
  id: Made<string>;
  siteId: string;
  tag: string;
  kind: string;
  status: Made<string>;
  manufacturer: Text;
  model: Text;
  serial: Text;
  builtOn: Text;
  installedOn: Text;
  tons: Num;
  voltage: Num;
  phase: Num;
  areaServed: Text;
  handlingNotes: Text;
  standsInFor: Text;
  details: Made<object>;
  version: Made<number>;
}
export interface CircuitRow {
  id: Made<string>;
  unitId: string;
  number: number;
  refrigerant: Text;
  chargeLb: Num;
  metering: Text;
  compressors: Made<readonly { stage: number; rlaA?: number; lraA?: number }[]>;
}
export interface CallRow {
  id: Made<string>;
  ref: string | null;
  siteId: string;
  unitId: Text;
  kind: string;
  state: Made<string>;
  since: Made<Date>;
  waitingFor: Text;
  cancelledAs: Text;
  receivedAt: Date;
  complaint: string;
  system: Text;
  caller: Text;
  callerPhone: Text;
  told: Made<Told>;
  area: Text;
  roomF: Num;
  setPointF: Num;
  stake: Text;
  priority: Text;
  promisedAt: At;
  crewId: Text;
  scheduledOn: Text;
  completedAt: At;
  foundUnitId: Text;
  onSiteVisitId: Text;
  onSiteBy: Text;
  outcomes: Made<readonly Outcome[]>;
  costCents: Num;
  minutes: Num;
  people: Num;
  /** The condition that was left open and is closed by it. */
  conditionId: Text;
  /** The call for which parts are fetched by it. */
  fetches: Text;
  version: Made<number>;
}
export interface CallEventRow {
  id: Made<string>;
  callId: string;
  kind: string;
  body: Made<Record<string, unknown>>;
  authorId: Text;
  occurredAt: Date;
  recordedAt: Made<Date>;
}
export interface VisitRow {
  id: Made<string>;
  siteId: string;
  crewId: Text;
  plannedFor: string | null;
  technician: Text;
  source: Made<'own' | 'imported'>;
  arrivedAt: At;
  leftAt: At;
  cancelledAt: At;
}
export interface VisitCallRow {
  visitId: string;
  callId: string;
}
export interface EntryRow {
  id: string;
  rootId: string;
  visitId: string;
  callId: Text;
  unitId: Text;
  pointId: Text;
  kind: string;
  body: Record<string, unknown>;
  authorId: Text;
  occurredAt: Date;
  recordedAt: Made<Date>;
  supersedes: Text;
  reason: Text;
}
export interface RouteRow {
  id: string;
  crewId: string;
  day: string;
  departAt: number | null;
  backAt: number | null;
  driveMinutes: number | null;
  estimated: Made<boolean>;
  version: Made<number>;
  publishedAt: At;
  publishedBy: Text;
  publishedVersion: number | null;
  createdBy: Text;
}
export interface StopRow {
  visitId: string;
  routeId: string;
  position: number;
  /** For one person, and how much of it more people share. */
  minutes: number;
  shared: number;
  /** What own history had stretched the usual minutes by when it was planned. */
  pace: Made<number>;
  driveMinutes: number | null;
  arriveAt: number | null;
  startAt: number | null;
  leaveAt: number | null;
  troubles: Made<readonly StopTrouble[]>;
  lockedAt: At;
  lockedBy: Text;
}
export interface HeldUnitRow {
  unitId: string;
  visitId: string;
}
export interface RouteChangeRow {
  id: string;
  madeBy: Text;
  madeAt: Date;
  before: readonly OrderOfDay[];
  after: readonly OrderOfDay[];
  takenOff: readonly string[];
}
export interface NoticeRow {
  id: Made<string>;
  visitId: string;
  kind: NoticeKind;
  day: string;
  fromAt: number | null;
  untilAt: number | null;
  text: string;
  madeBy: Text;
  madeAt: Date;
}
export type ConditionRow = DerivedRow<'open_conditions'>;
export type FindingRow = DerivedRow<'findings'>;
export type RecommendationRow = DerivedRow<'recommendations'>;
export interface ComponentWordRow {
  word: string;
  part: PartId;
  mappedBy: Text;
  mappedAt: Made<Date>;
}
export type SummaryRow = DerivedRow<'unit_summaries'>;
export interface DecisionRow {
  id: string;
  unitId: string;
  kind: string;
  year: Num;
  untilOn: Text;
  reason: string;
  covers: readonly { flag: string; evidence: string }[];
  decidedBy: Text;
  decidedAt: Made<Date>;
  undoneAt: At;
}
export interface ImportRow {
  id: string;
  kind: string;
  fileName: string;
  content: string;
  createdBy: Text;
  createdAt: Made<Date>;
  appliedAt: At;
  createdCount: Num;
  changedCount: Num;
  takenBackAt: At;
  takenBackBy: Text;
}
export interface ImportRecipeRow {
  id: string;
  name: string;
  headings: readonly string[];
  recipe: Recipe;
  usedAt: Made<Date>;
  recordedBy: Text;
}
export interface LogRow {
  seq: Made<number>;
  at: Made<Date>;
  actorKind: string;
  actorId: Text;
  action: string;
  entity: string;
  entityId: Text;
  detail: Made<object | null>;
}
export interface RoofRow {
  id: string;
  siteId: string;
  name: string;
  plan: RoofPlan;
  retiredAt: At;
  version: Made<number>;
}
export interface SitePointRow {
  id: string;
  siteId: string;
  kind: string;
  name: string;
  place: Text;
  volts: Num;
  phase: Num;
  ratingA: Num;
  spaces: Num;
  unitId: Text;
  retiredAt: At;
  version: Made<number>;
}
export interface SiteLinkRow {
  id: string;
  siteId: string;
  kind: string;
  fromId: string;
  toId: string;
  poles: Made<readonly number[]>;
  breakerA: Num;
  how: string;
  establishedOn: string;
  establishedBy: Text;
  note: Text;
  endedAt: At;
  endedBy: Text;
}
export interface ModelNoteRow {
  id: string;
  manufacturer: string;
  line: string;
  title: string;
  text: string;
  recordedBy: Text;
  recordedAt: Made<Date>;
  retiredAt: At;
}
export interface JobRow {
  id: string;
  process: string;
  name: string;
  by: string;
  startedAt: Made<Date>;
  beatAt: Made<Date>;
  share: Made<number>;
  step: Made<string>;
}
export interface SearchRow {
  id: string;
  process: string;
  userId: string;
  state: Made<'runs' | 'found' | 'broke off'>;
  /** Somebody wants it to end with its best so far. */
  toStop: Made<boolean>;
  share: Made<number>;
  /** Each time the cost fell. */
  costs: Made<readonly [seconds: number, cost: number][]>;
  solved: Made<Solved | null>;
  beatAt: Made<Date>;
}
export interface PhotoRow {
  id: string;
  siteId: Text;
  unitId: Text;
  modelNoteId: Text;
  purpose: string;
  caption: Text;
  mime: string;
  width: number;
  height: number;
  turn: Made<number>;
  marks: Made<object>;
  image: Buffer;
  thumb: Buffer;
  takenAt: Date;
  recordedBy: Text;
  retiredAt: At;
}
