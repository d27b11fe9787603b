import type { Care } from '#core/upkeep/maintenance';
import type { Transaction } from 'sequelize';
import { groupBy } from '#core/base/collections';
import {
  careOf,
  lastDone,
  unitFacts,
  type CallRecord,
  type Decision,
  type UnitFacts,
  type UnitRecord,
} from '#core/judging/history';
import type { PartId } from '#core/machine';
import {
  callOf,
  foldSubject,
  linesBySubject,
  type Entry,
  type Subject,
  type SubjectSheet,
  type VisitFact,
} from '#core/record/sheet';
import type { PlainDate } from '#core/base/time';
import type { Database } from '../db/connect.ts';
import {
  CALLS_OF_UNITS,
  DECISIONS,
  LINES_OF_CLOSINGS,
  LINES_OF_SUBJECTS,
  POINTS,
  UNITS,
  VISITS,
} from './read.sql.ts';

/** How many units are read at once: more would hold too many sheets in memory. */
export const UNITS_AT_ONCE = 500;

export type Line = Entry & { readonly rootId: string };

/**
 * What each kind of derived row of a subject came out as when it was last folded; null before the first time.
 */
export type Folded = Readonly<Record<string, string>> | null;

/** A unit with everything its sheets and calls say of it. */
export interface UnitRead {
  readonly unit: UnitRecord & { readonly siteId: string; readonly circuits: readonly number[] };
  readonly folded: Folded;
  readonly sheet: SubjectSheet;
  readonly facts: UnitFacts;
  readonly lastDone: Record<string, PlainDate>;
  readonly care: Care;
  readonly decisions: readonly Decision[];
}

/** The company's own mapping of component words. */
export async function componentWords(db: Database, transaction?: Transaction): Promise<Map<string, PartId>> {
  const rows = await db.models.ComponentWord.findAll({ ...(transaction ? { transaction } : {}) });
  return new Map(rows.map((row) => [row.word, row.part]));
}

/** Kinds whose lines can open what another line closes. */
const OPENS: ReadonlySet<string> = new Set(['condition left', 'finding', 'look', 'work']);

/**
 * The lines that touch each subject: whole lines of amendments, and every closing of one of its conditions.
 */
export async function linesOf(
  db: Database,
  subjectIds: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, Line[]>> {
  const own = await db.rows<Line>(LINES_OF_SUBJECTS, [subjectIds], transaction);
  const conditions = own.filter((e) => OPENS.has(e.kind)).map((e) => e.id);
  const closings =
    conditions.length === 0 ? [] : await db.rows<Line>(LINES_OF_CLOSINGS, [conditions], transaction);
  const known = new Set(own.map((e) => e.id));
  const all = [...own, ...closings.filter((e) => !known.has(e.id))];
  const roots = new Map(all.map((e) => [e.id, e.rootId]));
  const lines = linesBySubject(all, (id) => roots.get(id));
  return new Map(subjectIds.map((id) => [id, [...(lines.get(id) ?? [])]]));
}

export async function visitFacts(
  db: Database,
  visitIds: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, VisitFact>> {
  if (visitIds.length === 0) return new Map();
  const visits = await db.rows<VisitFact>(VISITS, [[...new Set(visitIds)]], transaction);
  return new Map(visits.map((visit) => [visit.id, visit]));
}

/** A unit's sheet as it stands, with what it was folded from. */
interface SheetRead {
  readonly unit: UnitRead['unit'];
  readonly folded: Folded;
  readonly sheet: SubjectSheet;
  readonly lines: readonly Line[];
  readonly visits: ReadonlyMap<string, VisitFact>;
}

/** Folds the sheets of units, without the calls they answer; a fixed number of queries. */
export async function readSheets(
  db: Database,
  unitIds: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, SheetRead>> {
  const units = await db.rows<UnitRead['unit'] & { folded: Folded; since: number }>(
    UNITS,
    [unitIds],
    transaction,
  );
  const lines = await linesOf(db, unitIds, transaction);
  const visits = await visitFacts(
    db,
    [...lines.values()].flat().map((e) => e.visitId),
    transaction,
  );
  const words = await componentWords(db, transaction);
  return new Map(
    units.map(({ folded, since, ...unit }) => {
      const own = lines.get(unit.id) ?? [];
      const near = new Map(
        own.flatMap(({ visitId }) => {
          const visit = visits.get(visitId);
          return visit ? [[visitId, visit] as const] : [];
        }),
      );
      const sheet = foldSubject(unit, own, near, words, { since });
      return [unit.id, { unit, folded, sheet, lines: own, visits: near }];
    }),
  );
}

/** Folds the sheets of units with a fixed number of queries, whatever their number. */
export async function readUnits(
  db: Database,
  unitIds: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, UnitRead>> {
  const sheets = await readSheets(db, unitIds, transaction);
  const answered = [...sheets.values()].flatMap(({ lines, visits }) =>
    lines.flatMap((e) => {
      const visit = visits.get(e.visitId);
      return (visit && callOf(e, visit)?.id) ?? [];
    }),
  );
  const calls = await db.rows<CallRecord>(CALLS_OF_UNITS, [unitIds, [...new Set(answered)]], transaction);
  const byId = new Map(calls.map((call) => [call.id, call]));
  const named = groupBy(calls, (call) => call.unitId);
  const decisions = groupBy(
    await db.rows<Decision & { unitId: string }>(DECISIONS, [unitIds], transaction),
    (d) => d.unitId,
  );
  return new Map(
    [...sheets].map(([id, { unit, folded, sheet, visits }]) => {
      const mine = new Map((named.get(id) ?? []).map((call) => [call.id, call]));
      for (const { callId } of [...sheet.findings, ...sheet.movements]) {
        const call = callId === null ? undefined : byId.get(callId);
        if (call) mine.set(call.id, call);
      }
      const own = [...mine.values()];
      const done = lastDone(unit, sheet, own, visits);
      return [
        id,
        {
          unit,
          folded,
          sheet,
          facts: unitFacts(unit, sheet, own, visits),
          lastDone: done,
          care: careOf(sheet, done),
          decisions: decisions.get(id) ?? [],
        },
      ];
    }),
  );
}

/** Folds the sheets of points of a site: panels, towers, the automation. */
export async function readPoints(
  db: Database,
  pointIds: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, { sheet: SubjectSheet; folded: Folded }>> {
  if (pointIds.length === 0) return new Map();
  const points = await db.rows<Omit<Subject, 'circuits'> & { folded: Folded; since: number }>(
    POINTS,
    [pointIds],
    transaction,
  );
  const lines = await linesOf(db, pointIds, transaction);
  const visits = await visitFacts(
    db,
    [...lines.values()].flat().map((e) => e.visitId),
    transaction,
  );
  const words = await componentWords(db, transaction);
  return new Map(
    points.map(({ folded, since, ...point }) => [
      point.id,
      {
        folded,
        sheet: foldSubject({ ...point, circuits: [] }, lines.get(point.id) ?? [], visits, words, { since }),
      },
    ]),
  );
}
