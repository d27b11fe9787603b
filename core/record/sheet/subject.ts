import { groupBy } from '#core/base/collections';
import { partOf, partOfWord, type PartId } from '#core/machine';
import type { FoundAs, PutOff } from '#core/upkeep/maintenance';
import { localDate, type PlainDate } from '#core/base/time';
import type { FindingGrade, System } from '#core/base/vocabulary';
import { watchDay } from '#core/record/work';
import { callOf } from './attribution.ts';
import type { EntryBody } from '#core/record/kinds';
import { actsOf, keptAnswers, type AnswersOf } from './acts.ts';
import { conditionsOf, type ConditionState } from './conditions.ts';
import type { Entry, VisitFact } from './entries.ts';
import { livesOf, type ComponentLife } from './lives.ts';
import { movementsOf, type Movement } from './movements.ts';
import type { Placed } from './place.ts';
import { rootsOf, standing, type Standing } from './standing.ts';

/* What the sheets say of one unit, or of one point of a site, derived from what stands. */

export interface FoundFact extends Placed {
  readonly part: PartId | null;
  readonly circuit: number | null;
  /** As written. */
  readonly component: string;
  readonly failure: string;
  readonly grade: FindingGrade;
  readonly system: System | null;
  readonly watchUntil: PlainDate | null;
}

interface LeakRepair {
  readonly circuit: number | null;
  readonly on: PlainDate;
  readonly atMs: number;
}

interface TaskDone {
  readonly task: string;
  readonly visitId: string;
  readonly on: PlainDate;
  readonly found?: FoundAs | undefined;
}

/** A task that was due and could not be done. */
interface TaskPutOff extends PutOff {
  readonly task: string;
}

export interface Recommendation {
  readonly id: string;
  readonly visitId: string;
  readonly text: string;
  readonly atMs: number;
  readonly on: PlainDate;
  readonly authorId: string | null;
}

/** Everything the sheets say of one subject. */
export interface SubjectSheet {
  readonly findings: readonly FoundFact[];
  readonly movements: readonly Movement[];
  readonly leakRepairs: readonly LeakRepair[];
  readonly conditions: readonly ConditionState[];
  readonly lives: readonly ComponentLife[];
  readonly tasks: readonly TaskDone[];
  readonly putOff: readonly TaskPutOff[];
  readonly recommendations: readonly Recommendation[];
  /** Which call each finding, each line of work and each movement of refrigerant answers. */
  readonly answers: readonly { readonly entryId: string; readonly callId: string }[];
  readonly lastVisitMs: number | null;
}

export interface Subject {
  readonly id: string;
  readonly siteId: string;
  /** Numbers of its refrigerant circuits; empty for a point, or where nobody has recorded any. */
  readonly circuits: readonly number[];
}

/** What a fold may be given beside its entries. */
export interface FoldedOn {
  /** Ms since 1970; lines recorded before it open nothing by what they found or measured. */
  readonly since?: number | undefined;
  readonly answersOf?: AnswersOf | undefined;
}

/**
 * What stands about one subject.
 *
 * @param entries every line of amendments that touches the subject, and every closing of one of its
 *   conditions; in any order
 * @param visits the visits of those entries
 * @param words component words the company has mapped itself
 * @param more from which moment on readings and findings open something, and how the answers of a line are got
 */
export function foldSubject(
  subject: Subject,
  entries: readonly Entry[],
  visits: ReadonlyMap<string, VisitFact>,
  words: ReadonlyMap<string, PartId> = new Map(),
  { since = 0, answersOf = keptAnswers }: FoldedOn = {},
): SubjectSheet {
  const all = standing(entries);
  const roots = rootsOf(entries);
  const own = all.filter((e) => (e.unitId ?? e.pointId) === subject.id);
  const ofKind = groupBy(own, (e) => e.kind);
  const of = (kind: string) => ofKind.get(kind) ?? [];
  const visit = (e: Entry) => visits.get(e.visitId);
  const day = (e: Entry) => localDate(new Date(e.occurredMs), visit(e)?.timeZone ?? 'UTC');
  const answered = new Map(
    own
      .filter((e) => ANSWERS.has(e.kind))
      .map((e) => {
        const at = visit(e);
        return [e.id, at && callOf(e, at)?.id] as const;
      }),
  );
  const circuitAt = circuitsNamed(own, subject.circuits);
  const place = (e: Standing) => ({
    entryId: e.id,
    visitId: e.visitId,
    callId: answered.get(e.id) ?? null,
    atMs: e.occurredMs,
    on: day(e),
  });
  const conditions = opened(subject, own, all, { roots, visits, words, since, answersOf });
  return {
    findings: of('finding').map((e) => {
      const body = e.body as EntryBody<'finding'>;
      const { component, failure } = body;
      const part = body.part ?? partOfWord(component, words, body.system) ?? null;
      const { on, ...at } = place(e);
      return {
        ...at,
        on,
        part,
        circuit: part && partOf(part).perCircuit ? circuitAt(e, body.circuit) : null,
        component,
        failure,
        grade: body.grade,
        system: body.system ?? null,
        watchUntil: watchDay({ grade: body.grade, on, watchUntil: body.watchUntil }) ?? null,
      };
    }),
    movements: of('refrigerant').flatMap((e) =>
      movementsOf(e, place(e), circuitAt(e, (e.body as EntryBody<'refrigerant'>).circuit)),
    ),
    leakRepairs: of('work').flatMap((e) => {
      const body = e.body as EntryBody<'work'>;
      return body.leakRepair === 'proven'
        ? [{ circuit: circuitAt(e, body.circuit), on: day(e), atMs: e.occurredMs }]
        : [];
    }),
    conditions,
    lives: livesOf(own, day, words),
    tasks: of('work').flatMap((e) => {
      const { tasks = [], found } = e.body as EntryBody<'work'>;
      return tasks.map((task) => ({ task, visitId: e.visitId, on: day(e), found: found?.[task] }));
    }),
    putOff: of('work').flatMap((e) =>
      Object.entries((e.body as EntryBody<'work'>).putOff ?? {}).map(([task, why]) => ({
        task,
        why,
        on: day(e),
      })),
    ),
    recommendations: of('recommendation').map((e) => ({
      id: e.rootId,
      visitId: e.visitId,
      text: (e.body as { text: string }).text,
      atMs: e.occurredMs,
      on: day(e),
      authorId: e.authorId,
    })),
    answers: [...answered].flatMap(([entryId, callId]) =>
      callId === undefined ? [] : [{ entryId, callId }],
    ),
    lastVisitMs: own.length === 0 ? null : Math.max(...own.map((e) => e.occurredMs)),
  };
}

/**
 * What stands or stood open on one subject, and nothing besides: what a phone folds at every line. The same as
 * `foldSubject(…).conditions`.
 */
export function foldConditions(
  subject: Pick<Subject, 'id' | 'siteId'>,
  entries: readonly Entry[],
  visits: ReadonlyMap<string, VisitFact>,
  words: ReadonlyMap<string, PartId> = new Map(),
  { since = 0, answersOf = keptAnswers }: FoldedOn = {},
): readonly ConditionState[] {
  const all = standing(entries);
  const own = all.filter((e) => (e.unitId ?? e.pointId) === subject.id);
  return opened(subject, own, all, { roots: rootsOf(entries), visits, words, since, answersOf });
}

function opened(
  subject: Pick<Subject, 'id' | 'siteId'>,
  own: readonly Standing[],
  all: readonly Standing[],
  by: Parameters<typeof conditionsOf>[3] & Parameters<typeof actsOf>[2],
): readonly ConditionState[] {
  const conditions = conditionsOf(subject, own, all, by);
  return [...conditions, ...actsOf(own, conditions, by)];
}

const ANSWERS: ReadonlySet<string> = new Set(['finding', 'work', 'refrigerant']);

/**
 * Which circuit an entry means: the one it names; the only one the machine has; the only one that other lines
 * of the same visit name. Otherwise nobody has said, and it stays unknown.
 */
function circuitsNamed(own: readonly Standing[], circuits: readonly number[]) {
  const named = new Map<string, Set<number>>();
  for (const e of own) {
    const number = (e.body as { circuit?: number }).circuit;
    if (number !== undefined) named.set(e.visitId, (named.get(e.visitId) ?? new Set()).add(number));
  }
  return (e: Entry, circuit: number | undefined): number | null => {
    if (circuit !== undefined) return circuit;
    if (circuits.length === 1) return circuits[0] as number;
    const others = [...(named.get(e.visitId) ?? [])];
    return others.length === 1 ? (others[0] as number) : null;
  };
}
