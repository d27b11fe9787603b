import type { Model, ModelAttributes, ModelStatic, Sequelize } from 'sequelize';
import type { Column } from './kinds.ts';
import { COLUMNS, TABLES, type Models, type Row } from './tables.ts';

export type { Models } from './tables.ts';
export type User = Row<'User'>;
export type Call = Row<'Call'>;
export type Visit = Row<'Visit'>;
export type Stop = Row<'Stop'>;
export type Entry = Row<'Entry'>;
export type Site = Row<'Site'>;
export type Unit = Row<'Unit'>;

/** Columns as the library takes them; it writes the name of the field into what it is given. */
const own = (columns: Readonly<Record<string, Column<unknown>>>): ModelAttributes<Model> =>
  Object.fromEntries(Object.entries(columns).map(([name, { model }]) => [name, { ...model }]));

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
