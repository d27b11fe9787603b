import type { BriefStory } from '#core/judging/history';
import type { PartId } from '#core/machine';
import type { ConditionSource, LifeEnd, RefrigerantPlaceKind } from '#core/record/sheet';
import {
  day,
  flag,
  float,
  instant,
  int,
  json,
  key,
  maybe,
  text,
  texts,
  uuid,
  uuids,
  oneOf,
  type Column,
  type Holds,
} from './kinds.ts';

/*
 * The rows that the fold derives, each column once: the models, the types of rows, what the fold has to give
 * and the SQL that writes it all read this. The migrations that made the tables stay as they ran.
 */

const part = oneOf<PartId>();
/** A unit or a point of its site: one of them. */
const subject = { unitId: maybe(uuid), pointId: maybe(uuid) };

/**
 * Tables of derived rows. `by` names a row; where a row is known only by all it says (`keyed: false`), it is
 * the column by which such rows are looked for, and the table belongs to units only.
 */
export const DERIVED = {
  findings: {
    by: 'entryId',
    keyed: true,
    columns: {
      entryId: uuid,
      ...subject,
      visitId: uuid,
      callId: maybe(uuid),
      part: maybe(part),
      circuit: maybe(int),
      component: text,
      failure: text,
      grade: text,
      foundAt: instant,
      watchUntil: maybe(day),
    },
  },
  open_conditions: {
    by: 'id',
    keyed: true,
    columns: {
      id: uuid,
      ...subject,
      visitId: uuid,
      source: oneOf<ConditionSource>(),
      lines: uuids,
      kind: text,
      hazard: flag,
      circuit: maybe(int),
      part: maybe(part),
      rule: maybe(text),
      mode: maybe(text),
      text,
      changedFrom: maybe(text),
      changedTo: maybe(text),
      closes: maybe(text),
      told: maybe(text),
      openedAt: instant,
      openedBy: maybe(uuid),
      closedAt: maybe(instant),
      closedByEntry: maybe(uuid),
    },
  },
  entry_calls: { by: 'entryId', keyed: true, columns: { entryId: uuid, callId: uuid, ...subject } },
  recommendations: {
    by: 'id',
    keyed: true,
    columns: { id: uuid, ...subject, visitId: uuid, text, madeAt: instant, madeBy: maybe(uuid) },
  },
  refrigerant_movements: {
    by: 'entryId',
    keyed: false,
    columns: {
      entryId: uuid,
      unitId: uuid,
      circuit: maybe(int),
      refrigerant: text,
      fromPlace: text,
      fromKind: oneOf<RefrigerantPlaceKind>(),
      toPlace: text,
      toKind: oneOf<RefrigerantPlaceKind>(),
      pounds: maybe(float),
      movedAt: instant,
      byUser: maybe(uuid),
    },
  },
  components: {
    by: 'unitId',
    keyed: false,
    columns: {
      unitId: uuid,
      part,
      circuit: maybe(int),
      fromOn: maybe(day),
      untilOn: maybe(day),
      ended: maybe(oneOf<LifeEnd>()),
      lastGoodOn: maybe(day),
      entryId: maybe(uuid),
      manufacturer: maybe(text),
      model: maybe(text),
      serial: maybe(text),
    },
  },
  unit_summaries: {
    by: 'unitId',
    keyed: true,
    columns: {
      unitId: uuid,
      asOf: day,
      changesOn: maybe(day),
      score: int,
      toDecide: flag,
      decisions: int,
      sentence: text,
      flags: json<readonly unknown[]>(),
      flagKinds: texts,
      openConditions: int,
      lastVisitAt: maybe(instant),
      lastDone: json<Readonly<Record<string, string>>>(),
      care: json<object>(),
      story: json<BriefStory>(),
    },
  },
} as const;

export type DerivedTable = keyof typeof DERIVED;
type Columns<T extends DerivedTable> = (typeof DERIVED)[T]['columns'];

type Sent<V> = V extends Date ? string : V;
/** A row as it is sent to be written: instants as text, every column said. */
export type SentRow<T extends DerivedTable> = {
  readonly [N in keyof Columns<T>]: Sent<Holds<Columns<T>[N]>>;
};

/** The columns of a table as a model takes them, with what names a row as its key. */
export const modelColumns = <T extends DerivedTable>(table: T): Columns<T> => {
  const { by, columns } = DERIVED[table];
  const named: Readonly<Record<string, Column<unknown>>> = columns;
  return { ...named, [by]: key(named[by] as Column<unknown>) } as Columns<T>;
};

/** The name of a column in the database. @example inDatabase('foundAt') // "found_at" */
export const inDatabase = (name: string): string =>
  name.replaceAll(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
