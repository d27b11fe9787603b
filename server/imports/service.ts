import { fn } from 'sequelize';
import { normaliseWord, partOfWord } from '#core/machine';
import type { System } from '#core/base/vocabulary';
import type {
  ApplyMode,
  ImportKind,
  ImportPreview,
  ImportProgress,
  RowChange,
  RowProblem,
} from '#contracts/imports';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { Problem } from '../http/problem.ts';
import { companyNow, everyTaskKey } from '../settings/service.ts';
import { derive } from '../sheet/derive.ts';
import { lock } from '../sheet/lock.ts';
import { componentWords } from '../sheet/read.ts';
import { FRESH_STATISTICS } from '../sheet/write.sql.ts';
import { refreshSummaries } from '../sheet/summary.ts';
import { LOG_IMPORT } from './imports.sql.ts';
import * as callSql from './calls.sql.ts';
import { readCallRows, readSiteRows, readUnitRows, type ReadRows, type StagedRow } from './rows.ts';
import { stage, type Result, type Run } from './run.ts';
import { importSites } from './sites.ts';
import { ADD_CUSTOMERS, keepMade } from './places.sql.ts';
import * as unitSql from './units.sql.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

/** From so many rows on the planner's statistics are too old to find the sheets of one unit quickly. */
const OUTDATES_STATISTICS = 200;

/** Signals the end of a dry run: everything was done, everything is taken back. */
class Rehearsed extends Error {
  readonly result: Result;
  constructor(result: Result) {
    super('rehearsed');
    this.result = result;
  }
}

const READERS: Readonly<
  Record<ImportKind, (content: string, zone: string, db: Database) => Promise<ReadRows>>
> = {
  units: readUnitRows,
  calls: async (content, zone, db) => readCallRows(content, zone, await everyTaskKey(db)),
  sites: readSiteRows,
};
const IMPORTERS: Readonly<
  Record<ImportKind, (run: Run, rows: readonly StagedRow[], zone: string) => Promise<Result>>
> = { units: importUnits, calls: importCalls, sites: importSites };

/**
 * Imports a file, or rehearses it: the preview runs the very same statements and rolls them back, so that
 * what it promises is what happens.
 *
 * @param mode undefined rehearses
 * @throws Problem 422 when everything or nothing was asked for and some rows are bad
 */
export async function importFile(
  { db, clock }: Needs,
  file: { id: string; kind: ImportKind; fileName: string; content: string },
  {
    mode,
    actor,
    progress = () => {},
    gone = () => false,
  }: { mode?: ApplyMode; actor: string; progress?: (line: ImportProgress) => void; gone?: () => boolean },
): Promise<ImportPreview> {
  const { timeZone } = await companyNow(db);
  const read = await READERS[file.kind](file.content, timeZone, db);
  const steps = read.rows.length * 2;
  let result: Result;
  try {
    result = await db.transaction(async (transaction) => {
      const run: Run = {
        db,
        transaction,
        importId: file.id,
        listsChanges: mode === undefined,
        report: (done, step) => progress({ kind: 'progress', done, of: steps, step }),
        goOn: () => {
          if (gone()) throw new Problem(499, 'The import was cancelled');
        },
      };
      const done = await IMPORTERS[file.kind](run, read.rows, timeZone);
      if (mode === undefined) throw new Rehearsed(done);
      const bad = [...read.problems, ...done.problems];
      if (mode === 'all or nothing' && bad.length > 0) {
        throw new Problem(422, `${bad.length} rows are not right, so nothing was imported`, {
          errors: bad.slice(0, 100).map((p) => ({ path: `line ${p.line}, ${p.column}`, message: p.reason })),
        });
      }
      run.report(read.rows.length * 1.6, 'judging units');
      if (read.rows.length >= OUTDATES_STATISTICS) await db.run(FRESH_STATISTICS, [], transaction);
      await refreshSummaries(db, clock, done.fresh, transaction);
      await derive(db, clock, done.touched, transaction, (units) =>
        run.report(
          read.rows.length * (1.6 + (0.4 * units) / Math.max(1, done.touched.units.length)),
          'judging units',
        ),
      );
      run.goOn();
      await db.run(
        LOG_IMPORT,
        [
          actor,
          JSON.stringify({ import: file.id, kind: file.kind, file: file.fileName, mode }),
          done.units,
          file.id,
        ],
        transaction,
      );
      const { created, changed } = done.counts;
      await db.models.Import.update(
        { appliedAt: fn('now'), createdCount: created, changedCount: changed },
        // Carried out once more under its identity it changes nothing, and stays what it was.
        { where: { id: file.id, appliedAt: null }, transaction },
      );
      return done;
    });
  } catch (outcome) {
    if (!(outcome instanceof Rehearsed)) throw outcome;
    result = outcome.result;
  }
  const problems = [...read.problems, ...result.problems].sort((a, b) => a.line - b.line);
  return {
    id: file.id,
    kind: file.kind,
    fileName: file.fileName,
    counts: { rows: read.total, ...result.counts },
    problems,
    changes: result.changes,
    badRows: new Set(problems.map((p) => p.line)).size,
    sample: read.rows
      .slice(0, 5)
      .map((row) =>
        Object.fromEntries(Object.entries(row).map(([k, v]) => [k, v === null ? '' : String(v)])),
      ),
    unmappedWords: file.kind === 'calls' ? await unmapped(db, read.rows) : [],
  };
}

async function importUnits(run: Run, rows: readonly StagedRow[], zone: string): Promise<Result> {
  const { db, transaction, report, goOn, importId, listsChanges } = run;
  const go = (sql: string, bind: unknown[] = []) => db.run<{ id: string }>(sql, bind, transaction);
  await stage(run, rows, unitSql.STAGE_UNITS, unitSql.FILL_UNITS);
  const several = await db.rows<{ line: number; value: string | null }>(
    unitSql.UNITS_WITH_CIRCUITS,
    [],
    transaction,
  );
  const problems = several.map(({ line, value }): RowProblem => ({
    line,
    column: 'charge_lb',
    value: value ?? '',
    reason: 'this unit has several circuits; change its charge on the unit page',
  }));
  if (problems.length > 0) await go(callSql.DROP_LINES, [problems.map((p) => p.line)]);
  const newCustomers = await go(ADD_CUSTOMERS);
  const newSites = await go(unitSql.SITES.add, [zone]);
  await go(unitSql.PLACE_SITES);
  await go(unitSql.FIND_UNITS);
  await go(unitSql.NAME_NEW_UNITS);
  await go(unitSql.SUPPLIES);
  const changes = listsChanges ? await db.rows<RowChange>(unitSql.CHANGES, [], transaction) : [];
  if (!listsChanges) await go(unitSql.KEEP_BEFORE, [importId]);
  const changedSites = await go(unitSql.SITES.change);
  goOn();
  report(rows.length * 1.2, 'placing units');
  await go(unitSql.ADD_UNITS);
  goOn();
  report(rows.length * 1.4, 'writing circuits');
  const changedUnits = await go(unitSql.CHANGE_UNITS);
  await go(unitSql.ADD_CIRCUITS);
  const withCircuit = await go(unitSql.CHANGE_CIRCUITS);
  if (!listsChanges)
    await go(keepMade('unit'), [importId, newCustomers.map((row) => row.id), newSites.map((row) => row.id)]);
  const created = await db.rows<{ id: string }>(unitSql.NEW_UNITS, [], transaction);
  const isNew = new Set(created.map((u) => u.id));
  const changed = new Set([...changedUnits, ...withCircuit].map((u) => u.id).filter((id) => !isNew.has(id)));
  return {
    counts: {
      created: created.length,
      changed: changed.size,
      unchanged: rows.length - problems.length - created.length - changed.size,
      newCustomers: newCustomers.length,
      newSites: newSites.length,
      changedSites: changedSites.length,
    },
    problems,
    changes,
    fresh: [...isNew],
    units: [...isNew, ...changed],
    touched: { units: [...changed].sort(), points: [], calls: [], visits: [] },
  };
}

async function importCalls(run: Run, rows: readonly StagedRow[]): Promise<Result> {
  const { db, transaction, report, goOn } = run;
  const go = (sql: string, bind: unknown[] = []) => db.run<{ id: string }>(sql, bind, transaction);
  await stage(run, rows, callSql.STAGE_CALLS, callSql.FILL_CALLS);
  await go(callSql.PLACE_CALL_SITES);
  await go(callSql.PLACE_CALL_UNITS);
  const problems = await db.rows<RowProblem>(callSql.UNPLACED_CALLS, [], transaction);
  await go(callSql.DROP_LINES, [problems.map((p) => p.line)]);
  await go(callSql.FIND_CALLS_BY_REF);
  await go(callSql.FIND_CALLS_BY_KEY);
  await go(callSql.NAME_NEW_CALLS);
  const [held] = await db.rows<{ units: string[]; calls: string[] }>(callSql.TO_LOCK, [], transaction);
  await lock(db, { units: held?.units ?? [], calls: held?.calls ?? [], points: [], visits: [] }, transaction);
  await go(callSql.SHEET_TABLE);
  const ambiguous = await db.rows<RowProblem>(callSql.AMBIGUOUS_CALLS, [], transaction);
  await go(callSql.DROP_LINES, [ambiguous.map((p) => p.line)]);
  problems.push(...ambiguous);
  goOn();
  report(rows.length * 1.2, 'writing calls');
  // A call that moves to another unit leaves the one it was about.
  const unitsBefore = (await db.rows<{ id: string }>(callSql.UNITS_LEFT, [], transaction)).map(
    (row) => row.id,
  );
  await go(callSql.ADD_CALLS);
  const changed = new Set((await go(callSql.CHANGE_CALLS)).map((row) => row.id));
  await go(callSql.FIND_VISITS);
  await go(callSql.NAME_VISITS);
  await go(callSql.ADD_VISITS);
  await go(callSql.LINK_VISITS);
  for (const row of await go(callSql.CHANGE_TECHNICIANS)) changed.add(row.id);
  if (!run.listsChanges) await go(callSql.KEEP_MADE, [run.importId]);
  for (const [kind, sql] of Object.entries(callSql.ADD_ENTRIES)) {
    goOn();
    report(rows.length * 1.4, `writing sheets: ${kind}`);
    for (const row of await go(sql)) changed.add(row.id);
  }
  const staged = await db.rows<{
    callId: string;
    visitId: string | null;
    unitId: string | null;
    isNew: boolean;
  }>(callSql.STAGED_CALLS, [], transaction);
  const created = staged.filter((row) => row.isNew);
  const updated = staged.filter((row) => !row.isNew && changed.has(row.callId));
  const all = [...created, ...updated];
  const units = [...new Set([...all.flatMap((row) => row.unitId ?? []), ...unitsBefore])].sort();
  return {
    counts: {
      created: created.length,
      changed: updated.length,
      unchanged: staged.length - created.length - updated.length,
      newCustomers: 0,
      newSites: 0,
      changedSites: 0,
    },
    problems,
    changes: [],
    fresh: [],
    units,
    touched: {
      units,
      points: [],
      calls: all.map((row) => row.callId).sort(),
      visits: [...new Set(all.flatMap((row) => row.visitId ?? []))].sort(),
    },
  };
}

async function unmapped(db: Database, rows: readonly StagedRow[]): Promise<{ word: string; uses: number }[]> {
  const company = await componentWords(db);
  const uses = new Map<string, number>();
  for (const row of rows) {
    if (
      typeof row.component !== 'string' ||
      partOfWord(row.component, company, (row.system ?? undefined) as System | undefined) !== undefined
    )
      continue;
    const word = normaliseWord(row.component);
    uses.set(word, (uses.get(word) ?? 0) + 1);
  }
  return [...uses].map(([word, count]) => ({ word, uses: count })).sort((a, b) => b.uses - a.uses);
}
