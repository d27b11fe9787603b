import type { Transaction } from 'sequelize';
import type { ImportCounts, RowChange, RowProblem } from '#contracts/imports';
import type { Database } from '../db/connect.ts';
import type { Touched } from '../sheet/derive.ts';
import { STAGED_STATISTICS } from './imports.sql.ts';
import type { StagedRow } from './rows.ts';

/** One import while it runs, whatever it brings. */
export interface Run {
  readonly db: Database;
  readonly transaction: Transaction;
  readonly report: (done: number, step: string) => void;
  /** Throws when whoever asked has gone away, so that the transaction rolls back. */
  readonly goOn: () => void;
  readonly importId: string;
  /** What would change is only listed for who looks before it happens. */
  readonly listsChanges: boolean;
}

export interface Result {
  readonly counts: Omit<ImportCounts, 'rows'>;
  readonly problems: RowProblem[];
  readonly changes: RowChange[];
  /** Units nothing is on record of yet: there is nothing to fold. */
  readonly fresh: string[];
  /** Units that are new or changed, for the log. */
  readonly units: string[];
  /** What has to be folded again. */
  readonly touched: Touched;
}

const CHUNK = 2000;

/** Puts the good rows of a file into a table of their own, which goes with the transaction. */
export async function stage(
  { db, transaction, report, goOn }: Run,
  rows: readonly StagedRow[],
  create: string,
  fill: string,
): Promise<void> {
  await db.run(create, [], transaction);
  for (let from = 0; from < rows.length; from += CHUNK) {
    goOn();
    await db.run(fill, [JSON.stringify(rows.slice(from, from + CHUNK))], transaction);
    report(Math.min(from + CHUNK, rows.length), 'reading rows');
  }
  await db.run(STAGED_STATISTICS, [], transaction);
}
