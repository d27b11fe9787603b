import { Umzug } from 'umzug';
import { QueryTypes, type Sequelize } from 'sequelize';
import { PLACES } from './places.sql.ts';
import { SCHEMA } from './schema.sql.ts';

/** The migrations, oldest first: an explicit list, so that what runs is what is read here. */
const MIGRATIONS = [
  { name: '0001 first schema', sql: SCHEMA },
  { name: '0002 places', sql: PLACES },
];

const LOCK = 7_240_115;

/**
 * Brings the database up to date. Two processes may start together: the second waits for the lock and then finds nothing
 * left to do.
 *
 * @returns names of the migrations that ran
 */
export async function migrate(db: Sequelize): Promise<string[]> {
  return db.transaction(async (transaction) => {
    await db.query(`select pg_advisory_xact_lock(${LOCK})`, { transaction });
    await db.query(
      'create table if not exists migrations (name text primary key, ran_at timestamptz not null default now())',
      { transaction },
    );
    const umzug = new Umzug({
      migrations: MIGRATIONS.map(({ name, sql }) => ({
        name,
        up: async () => void (await db.query(sql, { transaction })),
      })),
      storage: {
        executed: async () =>
          (
            await db.query<{ name: string }>('select name from migrations order by name', {
              type: QueryTypes.SELECT,
              transaction,
            })
          ).map((row) => row.name),
        logMigration: async ({ name }) =>
          void (await db.query('insert into migrations (name) values ($1)', { bind: [name], transaction })),
        unlogMigration: async ({ name }) =>
          void (await db.query('delete from migrations where name = $1', { bind: [name], transaction })),
      },
      logger: undefined,
    });
    return (await umzug.up()).map((migration) => migration.name);
  });
}
