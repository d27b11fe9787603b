import type { Model, ModelAttributes, ModelStatic, Sequelize } from 'sequelize';
import { COLUMNS, TABLES } from './columns.ts';
import type * as rows from './rows.ts';
import type { Row } from './rows.ts';

export type User = Row<rows.UserRow>;
export type Call = Row<rows.CallRow>;
export type Visit = Row<rows.VisitRow>;
export type Stop = Row<rows.StopRow>;
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
  readonly Agreement: Table<rows.AgreementRow>;
  readonly Refinement: Table<rows.RefinementRow>;
  readonly SeasonDecision: Table<rows.SeasonDecisionRow>;
  readonly Site: Table<rows.SiteRow>;
  readonly Unit: Table<rows.UnitRow>;
  readonly Circuit: Table<rows.CircuitRow>;
  readonly Call: Table<rows.CallRow>;
  readonly CallEvent: Table<rows.CallEventRow>;
  readonly Visit: Table<rows.VisitRow>;
  readonly VisitCall: Table<rows.VisitCallRow>;
  readonly Entry: Table<rows.EntryRow>;
  readonly Route: Table<rows.RouteRow>;
  readonly Stop: Table<rows.StopRow>;
  readonly HeldUnit: Table<rows.HeldUnitRow>;
  readonly RouteChange: Table<rows.RouteChangeRow>;
  readonly Notice: Table<rows.NoticeRow>;
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
  readonly Job: Table<rows.JobRow>;
  readonly Search: Table<rows.SearchRow>;
  readonly Photo: Table<rows.PhotoRow>;
}

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
  of(m.Agreement, m.Customer, 'customerId', 'customer', 'agreements');
  of(m.Agreement, m.User, 'recordedBy', 'recorder', 'agreements');
  of(m.Refinement, m.Agreement, 'agreementId', 'agreement', 'refinements');
  of(m.SeasonDecision, m.Unit, 'unitId', 'unit', 'seasonDecisions');
  of(m.Unit, m.Site, 'siteId', 'site', 'units');
  of(m.Circuit, m.Unit, 'unitId', 'unit', 'circuits');
  of(m.Call, m.Site, 'siteId', 'site', 'calls');
  of(m.Call, m.Unit, 'unitId', 'unit', 'calls');
  of(m.Call, m.Crew, 'crewId', 'crew', 'calls');
  of(m.CallEvent, m.Call, 'callId', 'call', 'events');
  of(m.CallEvent, m.User, 'authorId', 'author', 'callEvents');
  of(m.Visit, m.Site, 'siteId', 'site', 'visits');
  of(m.Visit, m.Crew, 'crewId', 'crew', 'visits');
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
  of(m.Stop, m.Route, 'routeId', 'route', 'stops');
  m.Stop.belongsTo(m.Visit, { foreignKey: 'visitId', as: 'visit' });
  m.Visit.hasOne(m.Stop, { foreignKey: 'visitId', as: 'stop' });
  of(m.HeldUnit, m.Stop, 'visitId', 'stop', 'held');
  of(m.RouteChange, m.User, 'madeBy', 'maker', 'routeChanges');
  of(m.Notice, m.Visit, 'visitId', 'visit', 'notices');
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
