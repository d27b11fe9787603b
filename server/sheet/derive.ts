import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { chunks, groupBy } from '#core/base/collections';
import {
  foldCall,
  foldVisit,
  type CallFact,
  type ConditionState,
  type SubjectSheet,
  type VisitFact,
} from '#core/record/sheet';
import type { Database } from '../db/connect.ts';
import type { SentRow } from '../db/derived.ts';
import type { Clock } from '../http/clock.ts';
import { judge } from './summary.ts';
import { CALLS, LINES_OF_VISITS, UNITS_THAT_MAY_HOLD } from './read.sql.ts';
import {
  readPoints,
  readSheets,
  readUnits,
  UNITS_AT_ONCE,
  visitFacts,
  type Folded,
  type Line,
} from './read.ts';
import * as write from './write.sql.ts';

/** What a change may have altered: the units, points, calls and visits whose sheets are folded again. */
export interface Touched {
  readonly units: readonly string[];
  readonly points: readonly string[];
  readonly calls: readonly string[];
  readonly visits: readonly string[];
}

const CALLS_AT_ONCE = 2000;

const instant = (ms: number): string => new Date(ms).toISOString();
const at = (ms: number | null | undefined): string | null =>
  ms === null || ms === undefined ? null : instant(ms);

/**
 * Folds again whatever was touched and replaces what is derived from it: visits, then calls, then units and
 * points with their verdicts. The one way by which anything derived comes about: a line from a phone, the
 * desk, an import, the demo and a rebuild all end here.
 *
 * @param progress told after each batch how many units are done
 */
export async function derive(
  db: Database,
  clock: Clock,
  touched: Touched,
  transaction: Transaction,
  progress: (units: number) => void = () => {},
): Promise<void> {
  for (const visitIds of chunks(touched.visits, CALLS_AT_ONCE)) await deriveVisits(db, visitIds, transaction);
  // A unit has calls in many batches: what stands open on it is folded once.
  const near: Near = new Map();
  for (const callIds of chunks(touched.calls, CALLS_AT_ONCE))
    await deriveCalls(db, callIds, near, transaction);
  let done = 0;
  await readAhead(
    chunks(touched.units, UNITS_AT_ONCE),
    (unitIds) => readUnits(db, unitIds, transaction),
    async (read) => {
      await replace(db, read, 'unit_id', transaction);
      await judge(db, clock, [...read.values()], transaction);
      progress((done += read.size));
    },
  );
  if (touched.points.length === 0) return;
  await replace(db, await readPoints(db, touched.points, transaction), 'point_id', transaction);
}

/**
 * Reads each batch while the one before is worked out, so that the database has something to do meanwhile.
 * One batch must not change what another reads.
 */
async function readAhead<A, B>(
  batches: readonly A[],
  read: (batch: A) => Promise<B>,
  work: (read: B) => Promise<void>,
): Promise<void> {
  const start = (i: number): Promise<B> | undefined => {
    const batch = batches[i];
    const reading = batch === undefined ? undefined : read(batch);
    // Where the work before fails first, nobody waits for what was read ahead.
    reading?.catch(() => {});
    return reading;
  };
  let next = start(0);
  for (let i = 0; next; i++) {
    const ready = await next;
    next = start(i + 1);
    await work(ready);
  }
}

async function deriveVisits(
  db: Database,
  visitIds: readonly string[],
  transaction: Transaction,
): Promise<void> {
  const lines = groupBy(await db.rows<Line>(LINES_OF_VISITS, [visitIds], transaction), (e) => e.visitId);
  const rows = visitIds.map((id) => {
    const { arrivedMs, leftMs } = foldVisit(lines.get(id) ?? []);
    return { id, arrived_at: at(arrivedMs), left_at: at(leftMs) };
  });
  await db.run(write.TIMES_OF_VISITS, [JSON.stringify(rows)], transaction);
}

/** What stands or stood open on units, as far as it was asked for; nothing where nothing can keep a call open. */
type Near = Map<string, readonly ConditionState[]>;

async function deriveCalls(
  db: Database,
  callIds: readonly string[],
  near: Near,
  transaction: Transaction,
): Promise<void> {
  const calls = await db.rows<CallFact & { visitIds: string[]; since: number }>(
    CALLS,
    [callIds],
    transaction,
  );
  const visitIds = [...new Set(calls.flatMap((call) => call.visitIds))];
  const visits = await visitFacts(db, visitIds, transaction);
  const lines = groupBy(await db.rows<Line>(LINES_OF_VISITS, [visitIds], transaction), (e) => e.visitId);
  await readNear(db, calls, lines, near, transaction);
  const rows = calls.map((call) => {
    const sheet = foldCall(
      call,
      call.visitIds.map((id) => ({ visit: visits.get(id) as VisitFact, entries: lines.get(id) ?? [] })),
      { conditionsOf: (unitId) => near.get(unitId) ?? [], since: call.since },
    );
    return {
      id: call.id,
      state: sheet.state,
      since: at(sheet.sinceMs),
      waiting_for: sheet.waitingFor ?? null,
      cancelled_as: sheet.cancelledAs ?? null,
      crew_id: sheet.plan?.crewId ?? null,
      scheduled_on: sheet.plan?.day ?? null,
      on_site_visit_id: sheet.onSite?.visitId ?? null,
      on_site_by: sheet.onSite?.by ?? null,
      completed_at: at(sheet.completedMs),
      found_unit_id: sheet.foundUnitId,
      outcomes: sheet.outcomes,
    };
  });
  await db.run(write.STATE_OF_CALLS, [JSON.stringify(rows)], transaction);
}

/**
 * Reads what stands or stood open on the units of calls that somebody has left: it may keep them open. Units
 * without a line that could are not read.
 */
async function readNear(
  db: Database,
  calls: readonly (CallFact & { readonly visitIds: readonly string[] })[],
  lines: ReadonlyMap<string, readonly Line[]>,
  near: Near,
  transaction: Transaction,
): Promise<void> {
  const asked = new Set<string>();
  for (const { unitId, visitIds } of calls) {
    const own = visitIds.flatMap((id) => lines.get(id) ?? []);
    if (!own.some(({ kind }) => kind === 'leave')) continue;
    for (const unit of [unitId, ...own.map((e) => (e.kind === 'finding' ? e.unitId : null))])
      if (unit !== null && !near.has(unit)) asked.add(unit);
  }
  if (asked.size === 0) return;
  for (const unit of asked) near.set(unit, []);
  const may = await db.rows<{ id: string }>(UNITS_THAT_MAY_HOLD, [[...asked]], transaction);
  for (const some of chunks(may, UNITS_AT_ONCE)) {
    const ids = some.map(({ id }) => id);
    for (const [id, { sheet }] of await readSheets(db, ids, transaction)) near.set(id, sheet.conditions);
  }
}

type Rows = { readonly [T in write.SubjectTable]: readonly SentRow<T>[] };

/**
 * Replaces the derived rows of subjects by what their sheets say now. Rows of a kind that come out as they
 * did the last time are left alone: a line of work on a full sheet writes no finding anew.
 */
async function replace(
  db: Database,
  sheets: ReadonlyMap<string, { readonly sheet: SubjectSheet; readonly folded: Folded }>,
  as: 'unit_id' | 'point_id',
  transaction: Transaction,
): Promise<void> {
  const tables = write.tablesOf(as);
  const changed = new Map(tables.map((table) => [table, { ids: [] as string[], rows: [] as string[] }]));
  const digests: object[] = [];
  for (const [id, { sheet, folded }] of sheets) {
    const rows = rowsOf(id, sheet, as);
    const now: Record<string, string> = {};
    for (const table of tables) {
      const text = rows[table].map((row) => JSON.stringify(row)).join();
      const digest = createHash('sha1').update(text).digest('base64');
      if (folded?.[table] !== digest) {
        changed.get(table)?.ids.push(id);
        if (text !== '') changed.get(table)?.rows.push(text);
      }
      now[table] = digest;
    }
    digests.push({ subject_id: id, digests: now });
  }
  const touched = tables.filter((table) => changed.get(table)?.ids.length);
  if (touched.length === 0) return;
  const json = (table: write.SubjectTable) => `[${changed.get(table)?.rows.join()}]`;
  const given = touched.flatMap((table) => [changed.get(table)?.ids, json(table)]);
  await db.run(write.replacing(touched, as), [JSON.stringify(digests), ...given], transaction);
  for (const table of ['refrigerant_movements', 'components'] as const)
    if (changed.get(table)?.rows.length) await db.run(write.ADD[table], [json(table)], transaction);
}

/** The rows a sheet stands for, as they are sent to the tables. */
function rowsOf(id: string, sheet: SubjectSheet, as: 'unit_id' | 'point_id'): Rows {
  const subject = as === 'unit_id' ? { unitId: id, pointId: null } : { unitId: null, pointId: id };
  return {
    findings: sheet.findings.map((f) => ({
      ...subject,
      entryId: f.entryId,
      visitId: f.visitId,
      callId: f.callId,
      part: f.part,
      circuit: f.circuit,
      component: f.component,
      failure: f.failure,
      grade: f.grade,
      foundAt: instant(f.atMs),
      watchUntil: f.watchUntil,
    })),
    open_conditions: sheet.conditions.map((c) => ({
      ...subject,
      id: c.id,
      visitId: c.visitId,
      source: c.source,
      lines: c.lines,
      kind: c.kind,
      hazard: c.hazard,
      circuit: c.circuit,
      part: c.part,
      rule: c.rule,
      mode: c.mode,
      text: c.text,
      changedFrom: c.changedFrom,
      changedTo: c.changedTo,
      closes: c.closes,
      told: c.told,
      openedAt: instant(c.openedMs),
      openedBy: c.openedBy,
      closedAt: at(c.closed?.atMs),
      closedByEntry: c.closed?.entryId ?? null,
    })),
    entry_calls: sheet.answers.map(({ entryId, callId }) => ({ ...subject, entryId, callId })),
    recommendations: sheet.recommendations.map((r) => ({
      ...subject,
      id: r.id,
      visitId: r.visitId,
      text: r.text,
      madeAt: instant(r.atMs),
      madeBy: r.authorId,
    })),
    refrigerant_movements: sheet.movements.map((m) => ({
      entryId: m.entryId,
      unitId: id,
      circuit: m.circuit,
      refrigerant: m.refrigerant,
      fromPlace: m.from.words,
      fromKind: m.from.kind,
      toPlace: m.to.words,
      toKind: m.to.kind,
      pounds: m.pounds,
      movedAt: instant(m.atMs),
      byUser: m.authorId,
    })),
    components: sheet.lives.map((l) => ({
      unitId: id,
      part: l.slot.part,
      circuit: l.slot.circuit,
      fromOn: l.from,
      untilOn: l.until,
      ended: l.ended,
      lastGoodOn: l.lastGood,
      entryId: l.entryId,
      manufacturer: l.manufacturer,
      model: l.model,
      serial: l.serial,
    })),
  };
}
