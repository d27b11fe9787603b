import { DataTypes, type Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize';
import type * as rows from './rows.ts';
import type { Row } from './rows.ts';

export type User = Row<rows.UserRow>;
export type Call = Row<rows.CallRow>;
export type Visit = Row<rows.VisitRow>;
export type Entry = Row<rows.EntryRow>;
export type Site = Row<rows.SiteRow>;
export type Unit = Row<rows.UnitRow>;

type Table<R> = ModelStatic<Row<R>>;
export interface Models {
  readonly User: Table<rows.UserRow>;
  readonly Crew: Table<rows.CrewRow>;
  readonly CrewMember: Table<rows.CrewMemberRow>;
  readonly Absence: Table<rows.AbsenceRow>;
  readonly OnCall: Table<rows.OnCallRow>;
  readonly Holiday: Table<rows.HolidayRow>;
  readonly Setting: Table<rows.SettingRow>;
  readonly Command: Table<rows.CommandRow>;
  readonly Customer: Table<rows.CustomerRow>;
  readonly Site: Table<rows.SiteRow>;
  readonly Unit: Table<rows.UnitRow>;
  readonly Circuit: Table<rows.CircuitRow>;
  readonly Call: Table<rows.CallRow>;
  readonly CallEvent: Table<rows.CallEventRow>;
  readonly Visit: Table<rows.VisitRow>;
  readonly VisitCall: Table<rows.VisitCallRow>;
  readonly Entry: Table<rows.EntryRow>;
  readonly Route: Table<rows.RouteRow>;
  readonly Condition: Table<rows.ConditionRow>;
  readonly Finding: Table<rows.FindingRow>;
  readonly Recommendation: Table<rows.RecommendationRow>;
  readonly ComponentWord: Table<rows.ComponentWordRow>;
  readonly Summary: Table<rows.SummaryRow>;
  readonly Decision: Table<rows.DecisionRow>;
  readonly Import: Table<rows.ImportRow>;
  readonly ImportRecipe: Table<rows.ImportRecipeRow>;
  readonly Log: Table<rows.LogRow>;
  readonly Roof: Table<rows.RoofRow>;
  readonly SitePoint: Table<rows.SitePointRow>;
  readonly SiteLink: Table<rows.SiteLinkRow>;
  readonly ModelNote: Table<rows.ModelNoteRow>;
  readonly Photo: Table<rows.PhotoRow>;
}

const { UUID, TEXT, INTEGER, BIGINT, DOUBLE, BOOLEAN, DATE, DATEONLY, JSONB, BLOB, ARRAY, NOW } = DataTypes;
const ID = { type: UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };
/** An id that whoever creates the record mints. */
const GIVEN = { type: UUID, primaryKey: true };
const VERSION = { type: INTEGER, allowNull: false, defaultValue: 1 };
const OBJECT = { type: JSONB, defaultValue: {} };
const LIST = { type: JSONB, defaultValue: [] };
const MADE_NOW = { type: DATE, defaultValue: NOW };

/** Columns of each table, by the names the code uses; the database has them with underscores. */
const COLUMNS = {
  User: {
    id: ID,
    login: TEXT,
    displayName: TEXT,
    role: TEXT,
    passwordHash: TEXT,
    oneTimeUntil: DATE,
    phone: TEXT,
    skills: LIST,
    active: { type: BOOLEAN, defaultValue: true },
    version: VERSION,
  },
  Crew: {
    id: ID,
    name: TEXT,
    week: JSONB,
    startName: TEXT,
    startLat: DOUBLE,
    startLon: DOUBLE,
    retiredAt: DATE,
    version: VERSION,
  },
  CrewMember: { id: ID, crewId: UUID, userId: UUID, fromDay: DATEONLY, untilDay: DATEONLY },
  Absence: {
    id: GIVEN,
    userId: UUID,
    kind: TEXT,
    fromDay: DATEONLY,
    untilDay: DATEONLY,
    note: TEXT,
    recordedBy: UUID,
    recordedAt: MADE_NOW,
    withdrawnAt: DATE,
  },
  OnCall: {
    id: GIVEN,
    userId: UUID,
    fromDay: DATEONLY,
    untilDay: DATEONLY,
    recordedBy: UUID,
    recordedAt: MADE_NOW,
    withdrawnAt: DATE,
  },
  Holiday: { id: GIVEN, onDay: DATEONLY, name: TEXT, withdrawnAt: DATE },
  Setting: { id: ID, name: TEXT, value: JSONB, validFrom: DATEONLY, recordedAt: MADE_NOW, recordedBy: UUID },
  Command: { id: GIVEN, digest: TEXT, actor: UUID },
  Customer: { id: ID, name: TEXT, phone: TEXT, notes: TEXT, retiredAt: DATE, version: VERSION },
  Site: {
    id: ID,
    customerId: UUID,
    name: TEXT,
    ref: TEXT,
    address: TEXT,
    lat: DOUBLE,
    lon: DOUBLE,
    timeZone: TEXT,
    openingHours: JSONB,
    access: TEXT,
    contact: TEXT,
    keyAt: TEXT,
    wayUp: TEXT,
    parking: TEXT,
    permit: TEXT,
    hazards: { type: ARRAY(TEXT), defaultValue: [] },
    retiredAt: DATE,
    version: VERSION,
  },
  Unit: {
    id: ID,
    siteId: UUID,
    tag: TEXT,
    kind: TEXT,
    status: { type: TEXT, defaultValue: 'in service' },
    manufacturer: TEXT,
    model: TEXT,
    serial: TEXT,
    builtOn: DATEONLY,
    installedOn: DATEONLY,
    tons: DOUBLE,
    voltage: DOUBLE,
    phase: INTEGER,
    areaServed: TEXT,
    handlingNotes: TEXT,
    details: OBJECT,
    version: VERSION,
  },
  Circuit: {
    id: ID,
    unitId: UUID,
    number: INTEGER,
    refrigerant: TEXT,
    chargeLb: DOUBLE,
    metering: TEXT,
    compressors: LIST,
  },
  Call: {
    id: ID,
    ref: TEXT,
    siteId: UUID,
    unitId: UUID,
    kind: TEXT,
    state: { type: TEXT, defaultValue: 'taken' },
    since: MADE_NOW,
    waitingFor: TEXT,
    cancelledAs: TEXT,
    receivedAt: DATE,
    complaint: TEXT,
    system: TEXT,
    caller: TEXT,
    callerPhone: TEXT,
    told: OBJECT,
    area: TEXT,
    roomF: DOUBLE,
    setPointF: DOUBLE,
    stake: TEXT,
    priority: TEXT,
    promisedAt: DATE,
    crewId: UUID,
    scheduledOn: DATEONLY,
    completedAt: DATE,
    foundUnitId: UUID,
    onSiteVisitId: UUID,
    onSiteBy: UUID,
    outcomes: LIST,
    costCents: BIGINT,
    version: VERSION,
  },
  CallEvent: {
    id: ID,
    callId: UUID,
    kind: TEXT,
    body: OBJECT,
    authorId: UUID,
    occurredAt: DATE,
    recordedAt: MADE_NOW,
  },
  Visit: {
    id: ID,
    siteId: UUID,
    crewId: UUID,
    routeId: UUID,
    plannedFor: DATEONLY,
    technician: TEXT,
    source: { type: TEXT, defaultValue: 'own' },
    arrivedAt: DATE,
    leftAt: DATE,
    cancelledAt: DATE,
  },
  VisitCall: { visitId: GIVEN, callId: GIVEN },
  Entry: {
    id: GIVEN,
    rootId: UUID,
    visitId: UUID,
    callId: UUID,
    unitId: UUID,
    pointId: UUID,
    kind: TEXT,
    body: JSONB,
    authorId: UUID,
    occurredAt: DATE,
    recordedAt: MADE_NOW,
    supersedes: UUID,
    reason: TEXT,
  },
  Route: {
    id: GIVEN,
    crewId: UUID,
    day: DATEONLY,
    problem: JSONB,
    plan: JSONB,
    work: JSONB,
    createdBy: UUID,
    cancelledAt: DATE,
  },
  Condition: {
    id: GIVEN,
    unitId: UUID,
    pointId: UUID,
    visitId: UUID,
    kind: TEXT,
    hazard: BOOLEAN,
    circuit: INTEGER,
    text: TEXT,
    openedAt: DATE,
    openedBy: UUID,
    closedAt: DATE,
    closedByEntry: UUID,
    changedFrom: TEXT,
    changedTo: TEXT,
    closes: TEXT,
    told: TEXT,
  },
  Finding: {
    entryId: GIVEN,
    unitId: UUID,
    pointId: UUID,
    visitId: UUID,
    callId: UUID,
    part: TEXT,
    circuit: INTEGER,
    component: TEXT,
    failure: TEXT,
    grade: TEXT,
    foundAt: DATE,
    watchUntil: DATEONLY,
  },
  Recommendation: {
    id: GIVEN,
    unitId: UUID,
    pointId: UUID,
    visitId: UUID,
    text: TEXT,
    madeAt: DATE,
    madeBy: UUID,
  },
  ComponentWord: { word: { type: TEXT, primaryKey: true }, part: TEXT, mappedBy: UUID, mappedAt: MADE_NOW },
  Summary: {
    unitId: GIVEN,
    asOf: DATEONLY,
    changesOn: DATEONLY,
    score: INTEGER,
    toDecide: BOOLEAN,
    sentence: TEXT,
    flags: JSONB,
    flagKinds: ARRAY(TEXT),
    openConditions: INTEGER,
    lastVisitAt: DATE,
    lastDone: OBJECT,
  },
  Decision: {
    id: GIVEN,
    unitId: UUID,
    kind: TEXT,
    year: INTEGER,
    untilOn: DATEONLY,
    reason: TEXT,
    covers: JSONB,
    decidedBy: UUID,
    decidedAt: MADE_NOW,
    undoneAt: DATE,
  },
  Import: {
    id: GIVEN,
    kind: TEXT,
    fileName: TEXT,
    content: TEXT,
    createdBy: UUID,
    createdAt: MADE_NOW,
    appliedAt: DATE,
    createdCount: INTEGER,
    changedCount: INTEGER,
    takenBackAt: DATE,
    takenBackBy: UUID,
  },
  ImportRecipe: {
    id: GIVEN,
    name: TEXT,
    headings: { type: ARRAY(TEXT) },
    recipe: JSONB,
    usedAt: MADE_NOW,
    recordedBy: UUID,
  },
  Log: {
    seq: { type: BIGINT, primaryKey: true, autoIncrement: true },
    at: MADE_NOW,
    actorKind: TEXT,
    actorId: UUID,
    action: TEXT,
    entity: TEXT,
    entityId: UUID,
    detail: JSONB,
  },
  Roof: { id: GIVEN, siteId: UUID, name: TEXT, plan: JSONB, retiredAt: DATE, version: VERSION },
  SitePoint: {
    id: GIVEN,
    siteId: UUID,
    kind: TEXT,
    name: TEXT,
    place: TEXT,
    volts: DOUBLE,
    phase: INTEGER,
    ratingA: { type: DOUBLE, field: 'rating_a' },
    spaces: INTEGER,
    unitId: UUID,
    retiredAt: DATE,
    version: VERSION,
  },
  SiteLink: {
    id: GIVEN,
    siteId: UUID,
    kind: TEXT,
    fromId: UUID,
    toId: UUID,
    poles: { type: ARRAY(INTEGER), defaultValue: [] },
    breakerA: { type: DOUBLE, field: 'breaker_a' },
    how: TEXT,
    establishedOn: DATEONLY,
    establishedBy: UUID,
    note: TEXT,
    endedAt: DATE,
    endedBy: UUID,
  },
  ModelNote: {
    id: GIVEN,
    manufacturer: TEXT,
    line: TEXT,
    title: TEXT,
    text: TEXT,
    recordedBy: UUID,
    recordedAt: MADE_NOW,
    retiredAt: DATE,
  },
  Photo: {
    id: GIVEN,
    siteId: UUID,
    unitId: UUID,
    modelNoteId: UUID,
    purpose: TEXT,
    caption: TEXT,
    mime: TEXT,
    width: INTEGER,
    height: INTEGER,
    turn: { type: INTEGER, defaultValue: 0 },
    marks: LIST,
    image: BLOB,
    thumb: BLOB,
    takenAt: DATE,
    recordedBy: UUID,
    retiredAt: DATE,
  },
} as const satisfies Record<keyof Models, object>;

const TABLES: Readonly<Record<keyof Models, string>> = {
  User: 'users',
  Crew: 'crews',
  CrewMember: 'crew_members',
  Absence: 'absences',
  OnCall: 'on_call',
  Holiday: 'holidays',
  Setting: 'settings',
  Command: 'commands',
  Customer: 'customers',
  Site: 'sites',
  Unit: 'units',
  Circuit: 'circuits',
  Call: 'calls',
  CallEvent: 'call_events',
  Visit: 'visits',
  VisitCall: 'visit_calls',
  Entry: 'entries',
  Route: 'routes',
  Condition: 'open_conditions',
  Finding: 'findings',
  Recommendation: 'recommendations',
  ComponentWord: 'component_words',
  Summary: 'unit_summaries',
  Decision: 'decisions',
  Import: 'imports',
  ImportRecipe: 'import_recipes',
  Log: 'log',
  Roof: 'roofs',
  SitePoint: 'site_points',
  SiteLink: 'site_links',
  ModelNote: 'model_notes',
  Photo: 'photos',
};

/** Columns of one table's own: the library writes the name of the field into what it is given. */
const own = (columns: object): ModelAttributes<Model> =>
  Object.fromEntries(
    Object.entries(columns).map(([name, column]) => [name, 'type' in column ? { ...column } : column]),
  ) as ModelAttributes<Model>;

/** Defines the models on one connection, so that two databases can be open in one process. */
export function defineModels(sequelize: Sequelize): Models {
  const names = Object.keys(TABLES) as (keyof Models)[];
  const models = Object.fromEntries(
    names.map((name) => [name, sequelize.define(name, own(COLUMNS[name]), { tableName: TABLES[name] })]),
  ) as unknown as Models;
  associate(models);
  return models;
}

/** How the records hang together: belongs-to under the name the code reads, has-many under its plural. */
function associate(m: Models): void {
  const of = <A extends Model, B extends Model>(
    child: ModelStatic<A>,
    parent: ModelStatic<B>,
    foreignKey: string,
    as: string,
    children: string,
  ) => {
    child.belongsTo(parent, { foreignKey, as });
    parent.hasMany(child, { foreignKey, as: children });
  };
  of(m.CrewMember, m.Crew, 'crewId', 'crew', 'memberships');
  of(m.CrewMember, m.User, 'userId', 'user', 'memberships');
  of(m.Absence, m.User, 'userId', 'user', 'absences');
  of(m.OnCall, m.User, 'userId', 'user', 'onCall');
  of(m.Site, m.Customer, 'customerId', 'customer', 'sites');
  of(m.Unit, m.Site, 'siteId', 'site', 'units');
  of(m.Circuit, m.Unit, 'unitId', 'unit', 'circuits');
  of(m.Call, m.Site, 'siteId', 'site', 'calls');
  of(m.Call, m.Unit, 'unitId', 'unit', 'calls');
  of(m.Call, m.Crew, 'crewId', 'crew', 'calls');
  of(m.CallEvent, m.Call, 'callId', 'call', 'events');
  of(m.CallEvent, m.User, 'authorId', 'author', 'callEvents');
  of(m.Visit, m.Site, 'siteId', 'site', 'visits');
  of(m.Visit, m.Crew, 'crewId', 'crew', 'visits');
  of(m.Visit, m.Route, 'routeId', 'route', 'visits');
  m.Visit.belongsToMany(m.Call, {
    through: m.VisitCall,
    foreignKey: 'visitId',
    otherKey: 'callId',
    as: 'calls',
  });
  m.Call.belongsToMany(m.Visit, {
    through: m.VisitCall,
    foreignKey: 'callId',
    otherKey: 'visitId',
    as: 'visits',
  });
  of(m.Entry, m.Visit, 'visitId', 'visit', 'entries');
  of(m.Entry, m.Unit, 'unitId', 'unit', 'entries');
  of(m.Entry, m.User, 'authorId', 'author', 'entries');
  of(m.Route, m.Crew, 'crewId', 'crew', 'routes');
  of(m.Condition, m.Unit, 'unitId', 'unit', 'conditions');
  of(m.Condition, m.SitePoint, 'pointId', 'point', 'conditions');
  of(m.Condition, m.User, 'openedBy', 'opener', 'conditionsOpened');
  of(m.Finding, m.Unit, 'unitId', 'unit', 'findings');
  of(m.Finding, m.Call, 'callId', 'call', 'findings');
  of(m.Recommendation, m.Unit, 'unitId', 'unit', 'recommendations');
  of(m.Recommendation, m.User, 'madeBy', 'maker', 'recommendations');
  of(m.ComponentWord, m.User, 'mappedBy', 'mapper', 'words');
  of(m.Decision, m.Unit, 'unitId', 'unit', 'decisions');
  of(m.Decision, m.User, 'decidedBy', 'decider', 'decisions');
  of(m.Setting, m.User, 'recordedBy', 'recorder', 'settings');
  of(m.Roof, m.Site, 'siteId', 'site', 'roofs');
  of(m.SitePoint, m.Site, 'siteId', 'site', 'points');
  of(m.SiteLink, m.Site, 'siteId', 'site', 'links');
  of(m.ModelNote, m.User, 'recordedBy', 'recorder', 'modelNotes');
  of(m.SiteLink, m.User, 'establishedBy', 'establisher', 'links');
  of(m.Import, m.User, 'createdBy', 'creator', 'imports');
  of(m.Photo, m.Unit, 'unitId', 'unit', 'photos');
  of(m.Photo, m.User, 'recordedBy', 'recorder', 'photos');
  m.Summary.belongsTo(m.Unit, { foreignKey: 'unitId', as: 'unit' });
  m.Unit.hasOne(m.Summary, { foreignKey: 'unitId', as: 'summary' });
}
