import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
import type { OpeningHours } from '#contracts/sites';
import type { Role } from '#contracts/roles';

/* Models of the records that are edited or created one at a time. Heavy reads and set-wise writes are SQL beside their area. */

export class User extends Model<InferAttributes<User>, InferCreationAttributes<User>> {
  declare id: CreationOptional<string>;
  declare login: string;
  declare displayName: string;
  declare role: Role;
  declare passwordHash: string;
  declare crewId: CreationOptional<string | null>;
  declare active: CreationOptional<boolean>;
}

export class Crew extends Model<InferAttributes<Crew>, InferCreationAttributes<Crew>> {
  declare id: CreationOptional<string>;
  declare name: string;
  declare yardLat: number;
  declare yardLon: number;
  declare shiftStart: number;
  declare shiftEnd: number;
}

export class Customer extends Model<InferAttributes<Customer>, InferCreationAttributes<Customer>> {
  declare id: CreationOptional<string>;
  declare name: string;
  declare phone: CreationOptional<string | null>;
  declare notes: CreationOptional<string | null>;
  declare retiredAt: CreationOptional<Date | null>;
  declare version: CreationOptional<number>;
}

export class Site extends Model<InferAttributes<Site>, InferCreationAttributes<Site>> {
  declare id: CreationOptional<string>;
  declare customerId: string;
  declare name: string;
  declare ref: CreationOptional<string | null>;
  declare address: CreationOptional<string | null>;
  declare lat: CreationOptional<number | null>;
  declare lon: CreationOptional<number | null>;
  declare timeZone: string;
  declare openingHours: CreationOptional<OpeningHours | null>;
  declare access: CreationOptional<string | null>;
  declare contact: CreationOptional<string | null>;
  declare keyAt: CreationOptional<string | null>;
  declare wayUp: CreationOptional<string | null>;
  declare parking: CreationOptional<string | null>;
  declare permit: CreationOptional<string | null>;
  declare hazards: CreationOptional<readonly string[]>;
  declare retiredAt: CreationOptional<Date | null>;
  declare version: CreationOptional<number>;
}

export class Unit extends Model<InferAttributes<Unit>, InferCreationAttributes<Unit>> {
  declare id: CreationOptional<string>;
  declare siteId: string;
  declare tag: string;
  declare kind: string;
  declare status: CreationOptional<string>;
  declare manufacturer: CreationOptional<string | null>;
  declare model: CreationOptional<string | null>;
  declare serial: CreationOptional<string | null>;
  declare builtOn: CreationOptional<string | null>;
  declare installedOn: CreationOptional<string | null>;
  declare tons: CreationOptional<number | null>;
  declare voltage: CreationOptional<number | null>;
  declare phase: CreationOptional<number | null>;
  declare areaServed: CreationOptional<string | null>;
  declare handlingNotes: CreationOptional<string | null>;
  declare details: CreationOptional<object>;
  declare version: CreationOptional<number>;
}

export class Call extends Model<InferAttributes<Call>, InferCreationAttributes<Call>> {
  declare id: CreationOptional<string>;
  declare ref: string | null;
  declare siteId: string;
  declare unitId: CreationOptional<string | null>;
  declare kind: string;
  declare status: string;
  declare receivedAt: Date;
  declare complaint: string;
  declare system: CreationOptional<string | null>;
  declare caller: CreationOptional<string | null>;
  declare area: CreationOptional<string | null>;
  declare roomF: CreationOptional<number | null>;
  declare setPointF: CreationOptional<number | null>;
  declare stake: CreationOptional<string | null>;
  declare priority: CreationOptional<string | null>;
  declare promisedAt: CreationOptional<Date | null>;
  declare crewId: CreationOptional<string | null>;
  declare scheduledOn: CreationOptional<string | null>;
  declare completedAt: CreationOptional<Date | null>;
  declare version: CreationOptional<number>;
}

export class Visit extends Model<InferAttributes<Visit>, InferCreationAttributes<Visit>> {
  declare id: CreationOptional<string>;
  declare siteId: string;
  declare crewId: CreationOptional<string | null>;
  declare routeId: CreationOptional<string | null>;
  declare plannedFor: string | null;
  declare cancelledAt: CreationOptional<Date | null>;
}

export class Entry extends Model<InferAttributes<Entry>, InferCreationAttributes<Entry>> {
  declare id: string;
  declare visitId: string;
  declare callId: CreationOptional<string | null>;
  declare unitId: CreationOptional<string | null>;
  declare kind: string;
  declare body: Record<string, unknown>;
  declare authorId: CreationOptional<string | null>;
  declare occurredAt: Date;
  declare recordedAt: CreationOptional<Date>;
  declare supersedes: CreationOptional<string | null>;
  declare reason: CreationOptional<string | null>;
}

export interface Models {
  readonly User: ModelStatic<User>;
  readonly Crew: ModelStatic<Crew>;
  readonly Customer: ModelStatic<Customer>;
  readonly Site: ModelStatic<Site>;
  readonly Unit: ModelStatic<Unit>;
  readonly Call: ModelStatic<Call>;
  readonly Visit: ModelStatic<Visit>;
  readonly Entry: ModelStatic<Entry>;
}

/** Defines the models on one connection; the classes above are their types, so that two databases can be open in one process. */
export function defineModels(sequelize: Sequelize): Models {
  const { UUID, TEXT, INTEGER, DOUBLE, BOOLEAN, DATE, DATEONLY, JSONB } = DataTypes;
  const id = { type: UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };
  const version = { type: INTEGER, allowNull: false, defaultValue: 1 };
  const table = <M extends Model>(tableName: string, attributes: object) =>
    sequelize.define<M>(tableName, attributes as ModelAttributes<M>, { tableName });
  return {
    User: table<User>('users', {
      id,
      login: TEXT,
      displayName: TEXT,
      role: TEXT,
      passwordHash: TEXT,
      crewId: UUID,
      active: { type: BOOLEAN, defaultValue: true },
    }),
    Crew: table<Crew>('crews', {
      id,
      name: TEXT,
      yardLat: DOUBLE,
      yardLon: DOUBLE,
      shiftStart: INTEGER,
      shiftEnd: INTEGER,
    }),
    Customer: table<Customer>('customers', {
      id,
      name: TEXT,
      phone: TEXT,
      notes: TEXT,
      retiredAt: DATE,
      version,
    }),
    Site: table<Site>('sites', {
      id,
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
      hazards: { type: DataTypes.ARRAY(TEXT), defaultValue: [] },
      retiredAt: DATE,
      version,
    }),
    Unit: table<Unit>('units', {
      id,
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
      details: { type: JSONB, defaultValue: {} },
      version,
    }),
    Call: table<Call>('calls', {
      id,
      ref: TEXT,
      siteId: UUID,
      unitId: UUID,
      kind: TEXT,
      status: TEXT,
      receivedAt: DATE,
      complaint: TEXT,
      system: TEXT,
      caller: TEXT,
      area: TEXT,
      roomF: DOUBLE,
      setPointF: DOUBLE,
      stake: TEXT,
      priority: TEXT,
      promisedAt: DATE,
      crewId: UUID,
      scheduledOn: DATEONLY,
      completedAt: DATE,
      version,
    }),
    Visit: table<Visit>('visits', {
      id,
      siteId: UUID,
      crewId: UUID,
      routeId: UUID,
      plannedFor: DATEONLY,
      cancelledAt: DATE,
    }),
    Entry: table<Entry>('entries', {
      id: { type: UUID, primaryKey: true },
      visitId: UUID,
      callId: UUID,
      unitId: UUID,
      kind: TEXT,
      body: JSONB,
      authorId: UUID,
      occurredAt: DATE,
      recordedAt: { type: DATE, defaultValue: DataTypes.NOW },
      supersedes: UUID,
      reason: TEXT,
    }),
  };
}
