import type { RowChange, RowProblem } from '#contracts/imports';
import * as callSql from './calls.sql.ts';
import { stage, type Result, type Run } from './run.ts';
import type { StagedRow } from './rows.ts';
import * as sql from './sites.sql.ts';
import { ADD_CUSTOMERS, keepMade } from './places.sql.ts';

/** Brings in sites with hours, how to get in and whom to ask: new ones, and what was not known of others. */
export async function importSites(run: Run, rows: readonly StagedRow[], zone: string): Promise<Result> {
  const { db, transaction, report, goOn, importId, listsChanges } = run;
  const go = (statement: string, bind: unknown[] = []) =>
    db.run<{ id: string }>(statement, bind, transaction);
  await stage(run, rows, sql.STAGE_SITES, sql.FILL_SITES);
  await go(sql.FIND_CONTACTS);
  const problems = await db.rows<RowProblem>(sql.WITHOUT_WAY, [], transaction);
  if (problems.length > 0) await go(callSql.DROP_LINES, [problems.map((p) => p.line)]);
  const newCustomers = await go(ADD_CUSTOMERS);
  const newSites = await go(sql.SITES.add, [zone]);
  await go(sql.FIND_CONTACTS);
  goOn();
  report(rows.length * 1.3, 'placing contacts');
  const changes = listsChanges ? await db.rows<RowChange>(sql.CHANGES, [], transaction) : [];
  if (!listsChanges) await go(sql.KEEP_BEFORE, [importId]);
  await go(sql.NAME_NEW_CONTACTS);
  const changedSites = await go(sql.SITES.change);
  await go(sql.CHANGE_CUSTOMERS);
  const created = await go(sql.ADD_CONTACTS);
  const changed = await go(sql.CHANGE_CONTACTS);
  if (!listsChanges)
    await go(keepMade('contact'), [
      importId,
      newCustomers.map((row) => row.id),
      newSites.map((row) => row.id),
    ]);
  return {
    counts: {
      created: created.length,
      changed: changed.length,
      unchanged: rows.length - problems.length - created.length - changed.length,
      newCustomers: newCustomers.length,
      newSites: newSites.length,
      changedSites: changedSites.length,
    },
    problems,
    changes,
    fresh: [],
    units: [],
    touched: { units: [], points: [], calls: [], visits: [] },
  };
}
