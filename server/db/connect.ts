import pg from 'pg';
import { QueryTypes, Sequelize, type Transaction } from 'sequelize';
import { defineModels, type Models } from './models.ts';

// Plain dates stay text: as Date objects they would shift with the process's own zone. Counts fit a double.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  readonly url: string;
  /** Reads rows by SQL with `$1` parameters. */
  rows<T extends object>(sql: string, bind?: readonly unknown[], transaction?: Transaction): Promise<T[]>;
  /** Runs SQL for its effect; returns the rows a `returning` clause yields. */
  run<T extends object>(sql: string, bind?: readonly unknown[], transaction?: Transaction): Promise<T[]>;
  transaction<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** Opens a pool of connections. @param url `postgres://…` */
export function connect(url: string, { poolSize = 12 }: { poolSize?: number } = {}): Database {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: poolSize, idle: 10_000 },
    // Compiling a query costs more than any of ours takes.
    dialectOptions: { options: '-c jit=off' },
    define: { underscored: true, timestamps: false },
  });
  const read = async <T extends object>(
    sql: string,
    bind: readonly unknown[] = [],
    transaction?: Transaction,
  ): Promise<T[]> =>
    sequelize.query<T>(sql, {
      bind: [...bind],
      type: QueryTypes.SELECT,
      ...(transaction ? { transaction } : {}),
    });
  return {
    sequelize,
    models: defineModels(sequelize),
    url,
    rows: read,
    run: read,
    transaction: (work) => sequelize.transaction(work),
    close: () => sequelize.close(),
  };
}
