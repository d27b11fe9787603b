import { groupBy } from '#core/base/collections';
import type { PartId } from '#core/machine';
import type { EntryKind } from '#core/record/kinds';
import { actsOf, keptAnswers, type AnswersOf } from './acts.ts';
import { conditionsOf, type ConditionState } from './conditions.ts';
import type { Entry, VisitFact } from './entries.ts';
import { findingOf, type FoundFact } from './findings.ts';
import { lentBy } from './lines.ts';
import { livesOf, type ComponentLife, type Retired } from './lives.ts';
import { leakRepairsOf, movementsOf, type LeakRepair, type Movement } from './movements.ts';
import { placesOf } from './place.ts';
import { recommendationOf, type Recommendation } from './recommendations.ts';
import { rootsOf, standing, type Standing } from './standing.ts';
import { putOffOf, tasksOf, type TaskDone, type TaskPutOff } from './tasks.ts';

/* What the sheets say of one unit, or of one point of a site, derived from what stands. */

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
  /** Where it is a unit that was retired. */
  readonly retired?: Retired | null;
}

/** What a fold may be given beside its entries. */
export interface FoldedOn {
  /** Ms since 1970; lines recorded before it open nothing by what they found or measured. */
  readonly since?: number | undefined;
  readonly answersOf?: AnswersOf | undefined;
}

/** What stands about a subject, and what put a part of it into another unit. */
const linesAbout = ({ id }: Pick<Subject, 'id'>, all: readonly Standing[]) => ({
  own: all.filter((e) => (e.unitId ?? e.pointId) === id),
  lent: all.filter((e) => lentBy(e) === id),
});

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
  const roots = rootsOf(entries);
  const all = standing(entries, roots);
  const { own, lent } = linesAbout(subject, all);
  const ofKind = groupBy(own, (e) => e.kind);
  const of = (kind: EntryKind) => ofKind.get(kind) ?? [];
  const at = placesOf(own, subject.circuits, visits);
  return {
    findings: of('finding').map((e) => findingOf(e, at, words)),
    movements: of('refrigerant').flatMap((e) => movementsOf(e, at)),
    leakRepairs: of('work').flatMap((e) => leakRepairsOf(e, at)),
    conditions: opened(subject, own, all, { roots, visits, words, since, answersOf }),
    lives: livesOf(own, at.day, words, { lent, retired: subject.retired }),
    tasks: of('work').flatMap((e) => tasksOf(e, at)),
    putOff: of('work').flatMap((e) => putOffOf(e, at)),
    recommendations: of('recommendation').map((e) => recommendationOf(e, at)),
    answers: at.answers,
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
  const roots = rootsOf(entries);
  const all = standing(entries, roots);
  const { own } = linesAbout(subject, all);
  return opened(subject, own, all, { roots, visits, words, since, answersOf });
}

function opened(
  subject: Pick<Subject, 'id' | 'siteId'>,
  own: readonly Standing[],
  all: readonly Standing[],
  by: Parameters<typeof conditionsOf>[3] & Parameters<typeof actsOf>[2],
): readonly ConditionState[] {
  const told = all.filter((e) => (e.unitId ?? e.pointId) === subject.id || lentBy(e) === subject.id);
  const conditions = conditionsOf(subject, told, all, by);
  return [...conditions, ...actsOf(own, conditions, by)];
}
