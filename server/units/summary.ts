import type { Transaction } from 'sequelize';
import { unitVerdict } from '#core/history';
import { localDate, type PlainDate } from '#core/time';
import type { Database } from '../db/connect.ts';
import type { Clock } from '../http/clock.ts';
import { companyNow, historySettings } from '../settings/service.ts';
import { loadFacts } from './facts.ts';

const CHUNK = 5000;

/**
 * Works out the verdict of units and keeps it beside them, in the transaction that changed their history. Lists and the
 * watch list read only this.
 */
export async function refreshSummaries(
  db: Database,
  clock: Clock,
  unitIds: readonly string[],
  transaction: Transaction,
): Promise<void> {
  if (unitIds.length === 0) return;
  const company = await companyNow(db, transaction);
  const today = localDate(clock.now(), company.timeZone);
  const settings = await historySettings(db, today, transaction);
  for (let from = 0; from < unitIds.length; from += CHUNK) {
    const loaded = await loadFacts(db, unitIds.slice(from, from + CHUNK), transaction);
    const rows = [...loaded.values()].map(({ facts, timeZone, lastVisitAt, lastDone, dismissals }) => {
      const asOf = timeZone === company.timeZone ? today : localDate(clock.now(), timeZone);
      const verdict = unitVerdict(facts, settings, asOf, dismissals);
      return {
        unit_id: facts.unitId,
        as_of: asOf,
        changes_on: verdict.changesOn ?? null,
        score: verdict.score,
        sentence: verdict.sentence,
        flags: verdict.flags,
        flag_kinds: verdict.flags.filter((flag) => !flag.setAside).map((flag) => flag.kind),
        open_conditions: facts.openConditions.length,
        last_visit_at: lastVisitAt,
        last_done: lastDone,
      };
    });
    await db.run(
      `insert into unit_summaries (unit_id, as_of, changes_on, score, sentence, flags, flag_kinds, open_conditions, last_visit_at, last_done)
       select * from jsonb_to_recordset($1::jsonb) as r(unit_id uuid, as_of date, changes_on date, score int, sentence text, flags jsonb, flag_kinds text[],
         open_conditions int, last_visit_at timestamptz, last_done jsonb)
       on conflict (unit_id) do update set as_of = excluded.as_of, changes_on = excluded.changes_on, score = excluded.score, sentence = excluded.sentence,
         flags = excluded.flags, flag_kinds = excluded.flag_kinds, open_conditions = excluded.open_conditions, last_visit_at = excluded.last_visit_at,
         last_done = excluded.last_done`,
      [JSON.stringify(rows)],
      transaction,
    );
  }
}

/**
 * Refreshes the summaries whose verdict time alone has changed (a repeat that has grown old, a birthday, a new setting).
 * Called before a list that shows verdicts is read; usually there is nothing to do.
 */
export async function refreshStale(db: Database, clock: Clock, today: PlainDate): Promise<void> {
  const stale = 'select unit_id from unit_summaries where changes_on <= $1';
  if ((await db.rows(`${stale} limit 1`, [today])).length === 0) return;
  await db.transaction(async (transaction) => {
    const rows = await db.rows<{ unit_id: string }>(`${stale} for update skip locked`, [today], transaction);
    await refreshSummaries(
      db,
      clock,
      rows.map((row) => row.unit_id),
      transaction,
    );
  });
}
