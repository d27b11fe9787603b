import { Umzug } from 'umzug';
import { QueryTypes } from 'sequelize';
import type { Clock } from '../http/clock.ts';
import { rebuild } from '../sheet/rebuild.ts';
import { answerOldReadings } from '../visits/worked.ts';
import type { Database } from '../db/connect.ts';
import { AGREED } from './agreed.sql.ts';
import { BRIEF } from './brief.sql.ts';
import { CARE } from './care.sql.ts';
import { CHARTS } from './charts.sql.ts';
import { AGREEMENTS, COMPANY, IMPORTS, INTAKE } from './company.sql.ts';
import { FACTS } from './facts.sql.ts';
import { LOOKUPS } from './lookups.sql.ts';
import { CLOSURES } from './closures.sql.ts';
import { TOLD } from './told.sql.ts';
import { PLACES } from './places.sql.ts';
import { PROCESSES } from './processes.sql.ts';
import { SCHEMA } from './schema.sql.ts';
import { FOLDED, SHEETS } from './sheets.sql.ts';
import { SITES_FILES } from './sitesFiles.sql.ts';
import { STOPS } from './stops.sql.ts';

interface Migration {
  readonly name: string;
  readonly sql: string;
  /** Whatever is derived has to be folded anew after it. */
  readonly derives?: true;
}

/** The migrations, oldest first: an explicit list, so that what runs is what is read here. */
const MIGRATIONS: readonly Migration[] = [
  { name: '0001 first schema', sql: SCHEMA },
  { name: '0002 places', sql: PLACES },
  { name: '0003 sheets', sql: SHEETS, derives: true },
  { name: '0004 folded', sql: FOLDED },
  { name: '0005 company', sql: COMPANY },
  { name: '0006 imports', sql: IMPORTS },
  { name: '0007 intake', sql: INTAKE },
  { name: '0008 agreements', sql: AGREEMENTS, derives: true },
  { name: '0009 stops', sql: STOPS },
  { name: '0010 care', sql: CARE },
  { name: '0011 story in brief', sql: BRIEF, derives: true },
  // Rules of leakers and repeats changed: what is derived by them is folded anew.
  { name: '0012 judged anew', sql: 'select 1', derives: true },
  { name: '0013 processes', sql: PROCESSES },
  { name: '0014 facts', sql: FACTS, derives: true },
  { name: '0015 lookups', sql: LOOKUPS, derives: true },
  { name: '0016 told', sql: TOLD },
  { name: '0017 closures', sql: CLOSURES },
  { name: '0018 agreed', sql: AGREED },
  { name: '0019 sites files', sql: SITES_FILES },
  { name: '0020 charts', sql: CHARTS },
];

const LOCK = 7_240_115;

/**
 * Brings the database up to date. Two processes may start together: the second waits for the lock and then
 * finds nothing left to do.
 *
 * @param upTo name of the last migration to run; all when undefined (an older version is made this way in
 *   tests)
 * @returns names of the migrations that ran
 */
export async function migrate(
  db: Database,
  { upTo, clock = { now: () => new Date(), shiftMs: 0 } }: { upTo?: string; clock?: Clock } = {},
): Promise<string[]> {
  const { sequelize } = db;
  return db.transaction(async (transaction) => {
    await sequelize.query(`select pg_advisory_xact_lock(${LOCK})`, { transaction });
    await sequelize.query(
      'create table if not exists migrations (name text primary key, ran_at timestamptz not null ' +
        'default now())',
      { transaction },
    );
    const umzug = new Umzug({
      migrations: MIGRATIONS.map(({ name, sql }) => ({
        name,
        up: async () => void (await sequelize.query(sql, { transaction })),
      })),
      storage: {
        executed: async () =>
          (
            await sequelize.query<{ name: string }>('select name from migrations order by name', {
              type: QueryTypes.SELECT,
              transaction,
            })
          ).map((row) => row.name),
        logMigration: async ({ name }) =>
          void (await sequelize.query('insert into migrations (name) values ($1)', {
            bind: [name],
            transaction,
          })),
        unlogMigration: async ({ name }) =>
          void (await sequelize.query('delete from migrations where name = $1', {
            bind: [name],
            transaction,
          })),
      },
      logger: undefined,
    });
    const ran = (await umzug.up(upTo === undefined ? {} : { to: upTo })).map((migration) => migration.name);
    // Only once the schema is the one that the code of today writes to.
    if (upTo === undefined && MIGRATIONS.some(({ name, derives }) => derives && ran.includes(name))) {
      await answerOldReadings(db, transaction);
      await rebuild(db, clock, transaction);
    }
    return ran;
  });
}
