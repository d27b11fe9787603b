import type { Transaction } from 'sequelize';
import { chunks } from '#core/base/collections';
import { briefOf, marksOf, storyOf, unitVerdict } from '#core/judging/history';
import { localDate, type PlainDate } from '#core/base/time';
import type { Database } from '../db/connect.ts';
import type { SentRow } from '../db/derived.ts';
import type { Clock } from '../http/clock.ts';
import { judgingSettings } from '../settings/service.ts';
import { readUnits, UNITS_AT_ONCE, type UnitRead } from './read.ts';
import { SUMMARIES } from './write.sql.ts';
import { ANY_STALE_UNIT, STALE_UNITS } from './read.sql.ts';

/**
 * Works out the verdict of units from their folded sheets and keeps it beside them. Lists and the watch list
 * read only this. A rule that starts on a later day is remembered: on that day the verdict is worked out
 * anew.
 */
export async function judge(
  db: Database,
  clock: Clock,
  reads: readonly UnitRead[],
  transaction: Transaction,
): Promise<void> {
  if (reads.length === 0) return;
  const { timeZone, today, history, newRules } = await judgingSettings(
    db,
    (zone) => localDate(clock.now(), zone),
    transaction,
  );
  const rows = reads.map(({ unit, sheet, facts, lastDone, care, decisions }): SentRow<'unit_summaries'> => {
    const asOf = unit.timeZone === timeZone ? today : localDate(clock.now(), unit.timeZone);
    const verdict = unitVerdict(facts, history, asOf, decisions);
    const changesOn = [verdict.changesOn, newRules].filter((day) => day !== undefined).sort()[0];
    return {
      unitId: unit.id,
      asOf,
      changesOn: changesOn ?? null,
      score: verdict.score,
      toDecide: verdict.toDecide,
      decisions: decisions.length,
      sentence: verdict.sentence,
      flags: verdict.flags,
      flagKinds: marksOf(verdict, facts),
      openConditions: facts.openConditions.length,
      lastVisitAt: sheet.lastVisitMs === null ? null : new Date(sheet.lastVisitMs).toISOString(),
      lastDone,
      care,
      story: briefOf(
        storyOf(facts, history),
        sheet.conditions.map(({ openedMs, closed, hazard }) => ({
          from: localDate(new Date(openedMs), unit.timeZone),
          to: closed ? localDate(new Date(closed.atMs), unit.timeZone) : null,
          hazard,
        })),
        asOf,
      ),
    };
  });
  await db.run(SUMMARIES, [JSON.stringify(rows)], transaction);
}

/**
 * Reads units and works their verdicts out anew, in the transaction that changed their record or a decision
 * about them.
 */
export async function refreshSummaries(
  db: Database,
  clock: Clock,
  unitIds: readonly string[],
  transaction: Transaction,
): Promise<void> {
  for (const ids of chunks(unitIds, UNITS_AT_ONCE)) {
    const reads = await readUnits(db, ids, transaction);
    await judge(db, clock, [...reads.values()], transaction);
  }
}

/**
 * Refreshes the summaries whose verdict time alone has changed (a repeat that has grown old, a birthday, a
 * new setting). Called before a list that shows verdicts is read; usually there is nothing to do.
 */
export async function refreshStale(db: Database, clock: Clock, today: PlainDate): Promise<void> {
  if ((await db.rows(ANY_STALE_UNIT, [today])).length === 0) return;
  await db.transaction(async (transaction) => {
    const stale = await db.rows<{ unitId: string }>(STALE_UNITS, [today], transaction);
    await refreshSummaries(
      db,
      clock,
      stale.map((row) => row.unitId),
      transaction,
    );
  });
}
