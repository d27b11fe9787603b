import { DataTypes, type CreationOptional as Made, type ModelAttributeColumnOptions } from 'sequelize';

/*
 * Kinds of columns. Each says what PostgreSQL calls it, what the library needs to know of it, and what a row
 * has in it, so that the type of a row follows from its columns.
 */

/**
 * A column whose rows have a `T`. `Made` in it marks what the database or the model fills in when a row is
 * created without it. `holds` is never set: it only carries the type.
 */
export interface Column<T> {
  readonly sql: string;
  readonly model: ModelAttributeColumnOptions;
  readonly holds?: T;
}
export type Holds<C> = C extends Column<infer T> ? T : never;
/** A row of some columns. */
export type RowOf<C> = { -readonly [N in keyof C]: Holds<C[N]> };

type Model = ModelAttributeColumnOptions;
const column = <T>(sql: string, type: Model['type'], more: Omit<Model, 'type'> = {}): Column<T> => ({
  sql,
  model: { type, ...more },
});
const also = <T>({ sql, model }: Column<unknown>, more: Partial<Model>): Column<T> => ({
  sql,
  model: { ...model, ...more },
});

export const uuid = column<string>('uuid', DataTypes.UUID);
export const uuids = column<readonly string[]>('uuid[]', DataTypes.ARRAY(DataTypes.UUID));
export const text = column<string>('text', DataTypes.TEXT);
export const texts = column<readonly string[]>('text[]', DataTypes.ARRAY(DataTypes.TEXT));
export const int = column<number>('int', DataTypes.INTEGER);
export const ints = column<readonly number[]>('int[]', DataTypes.ARRAY(DataTypes.INTEGER));
export const big = column<number>('bigint', DataTypes.BIGINT);
export const float = column<number>('float8', DataTypes.DOUBLE);
export const flag = column<boolean>('boolean', DataTypes.BOOLEAN);
export const day = column<string>('date', DataTypes.DATEONLY);
export const instant = column<Date>('timestamptz', DataTypes.DATE);
export const bytes = column<Buffer>('bytea', DataTypes.BLOB);

/** Text that is one of some names. */
export const oneOf = <T extends string>(): Column<T> => column<T>('text', DataTypes.TEXT);
/** JSON of a known form. */
export const json = <T>(): Column<T> => column<T>('jsonb', DataTypes.JSONB);
/** A column that may be empty, and is where nobody says otherwise. */
export const maybe = <T>(of: Column<T>): Column<Made<T | null>> => of as Column<Made<T | null>>;
/** A column that may be empty, where whoever makes a row has to say so. */
export const orNull = <T>(of: Column<T>): Column<T | null> => of as Column<T | null>;
/** A column that is filled in with a value where nobody says another. */
export const unlessSaid = <T>(of: Column<T>, value: NoInfer<T>): Column<Made<T>> =>
  also<Made<T>>(of, { defaultValue: value });
/** A column under another name in the database than the usual one. */
export const named = <T>(of: Column<T>, field: string): Column<T> => also<T>(of, { field });
/** What names a row. */
export const key = <T>(of: Column<T>): Column<T> => also<T>(of, { primaryKey: true });

/** An id of the database's own making. */
export const id = also<Made<string>>(uuid, { primaryKey: true, defaultValue: DataTypes.UUIDV4 });
/** An id that whoever creates the record mints. */
export const given = key(uuid);
/** Counts up where nobody says a number. */
export const counted = also<Made<number>>(big, { primaryKey: true, autoIncrement: true });
export const version = also<Made<number>>(int, { allowNull: false, defaultValue: 1 });
/** When the row was made. */
export const madeNow = also<Made<Date>>(instant, { defaultValue: DataTypes.NOW });
