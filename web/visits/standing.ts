import { plateFacts, cardOf, workedOut, type CardEntries } from '#core/measuring/cards';
import { readingAnswers, type ReadingSet } from '#core/evidence';
import type { Answer, MeasuringLimits } from '#core/measuring/answers';
import type { PartId } from '#core/machine';
import {
  foldConditions,
  linesBySubject,
  rootsOf,
  type ConditionState,
  type Entry,
  type VisitFact,
} from '#core/record/sheet';
import type { EntryView, NewEntry, VisitPage } from '#contracts/visits';
import { isHeld, type OutboxItem } from '../outbox/db.ts';

/*
 * What stands on a unit or a point, by the same fold as on the server. What the server has accepted is one
 * layer: the lines of other visits that it sent along, and those of this sheet. What waits on this phone is a
 * second layer above it, marked; what was refused says nothing at all.
 */

/** Later than anything the server has recorded: what waits is recorded when it arrives. */
const NOT_YET = 8.64e15;

/** A condition as the sheet shows it. */
export interface OpenHere extends ConditionState {
  /** Whether the server has it so; else what waits on this phone does to it. */
  readonly mark: 'as sent' | 'opening not sent' | 'closing not sent';
}

type Sheeted = Pick<
  VisitPage,
  'id' | 'siteId' | 'timeZone' | 'calls' | 'units' | 'points' | 'entries' | 'before' | 'since' | 'words'
>;

/** Lines as the fold takes them, kept with the sheet they came on: it is folded again at every line. */
const READ = new WeakMap<EntryView, Entry>();
function accepted(visitId: string, e: EntryView): Entry {
  const known = READ.get(e);
  if (known) return known;
  const entry: Entry = {
    id: e.id,
    visitId,
    unitId: e.unitId,
    pointId: e.pointId,
    callId: e.callId,
    kind: e.kind,
    body: e.body,
    authorId: null,
    occurredMs: Date.parse(e.occurredAt),
    recordedMs: Date.parse(e.recordedAt),
    supersedes: e.supersedes,
  };
  READ.set(e, entry);
  return entry;
}

/** What waits, as it will stand: at the time of what it amends where it says none. */
function waitingEntries(visit: Sheeted, items: readonly OutboxItem[]): Entry[] {
  const known = new Set(visit.entries.map(({ id }) => id));
  const own: Entry[] = [];
  for (const item of items) {
    if (isHeld(item) || known.has(item.id)) continue;
    const e = item.body as NewEntry;
    const amended = e.supersedes;
    const occurredMs =
      e.occurredAt !== undefined
        ? Date.parse(e.occurredAt)
        : (own.find(({ id }) => id === amended)?.occurredMs ??
          Date.parse(visit.entries.find(({ id }) => id === amended)?.occurredAt ?? ''));
    own.push({
      id: e.id,
      visitId: visit.id,
      unitId: e.unitId ?? null,
      pointId: e.pointId ?? null,
      callId: e.callId ?? null,
      kind: e.kind,
      body: e.body,
      authorId: null,
      occurredMs,
      recordedMs: NOT_YET + own.length,
      supersedes: amended ?? null,
    });
  }
  return own;
}

/** The answers of a line: those the server kept, or the same core's until it has. */
export function answersOfLine(
  { kind, body }: { readonly kind: string; readonly body: unknown },
  unit: VisitPage['units'][number] | undefined,
  limits: MeasuringLimits | undefined,
): readonly Answer[] {
  const kept = (body as { answers?: readonly Answer[] }).answers;
  if (kept) return kept;
  if (kind === 'reading set') {
    const set = body as ReadingSet;
    return readingAnswers(set, unit ? plateFacts(unit, set.circuit ?? 1) : {}, limits).answers;
  }
  const { card, inputs } = body as { card: string; inputs: CardEntries };
  return kind === 'measurement' && cardOf(card) ? workedOut(card, inputs, limits).answers : [];
}

/** What stands or stood open on one subject of a sheet, from the lines that say something of it. */
function folded(
  visit: Sheeted,
  id: string,
  entries: readonly Entry[] = [],
  limits?: MeasuringLimits,
): readonly ConditionState[] {
  const fact = (visitId: string): VisitFact => ({
    id: visitId,
    siteId: visit.siteId,
    timeZone: visit.timeZone,
    source: 'own',
    calls: visitId === visit.id ? visit.calls : [],
  });
  const answersOf = (e: Entry) =>
    answersOfLine(
      e,
      visit.units.find((unit) => unit.id === e.unitId),
      limits,
    );
  return foldConditions(
    { id, siteId: visit.siteId },
    entries,
    new Map(entries.map(({ visitId }) => [visitId, fact(visitId)])),
    new Map(Object.entries(visit.words) as [string, PartId][]),
    { since: visit.since, answersOf },
  );
}

/**
 * What stands open on each unit and point of a sheet, by its id, with what waits on this phone marked. What
 * the server has not taken closes nothing: it stands, and says that its closing has not been sent.
 */
export function standingOn(
  visit: Sheeted,
  items: readonly OutboxItem[],
  limits: MeasuringLimits | undefined,
): ReadonlyMap<string, readonly OpenHere[]> {
  const sent = [...visit.before, ...visit.entries.map((e) => accepted(visit.id, e))];
  const waits = waitingEntries(visit, items);
  // Each unit is folded from its own lines: on a roof of many units most have none.
  const bySubject = (entries: readonly Entry[]) => {
    const roots = rootsOf(entries);
    return linesBySubject(entries, (id) => roots.get(id));
  };
  const [sentOf, allOf] = [bySubject(sent), waits.length === 0 ? undefined : bySubject([...sent, ...waits])];
  const open = (conditions: readonly ConditionState[]) => conditions.filter(({ closed }) => closed === null);
  return new Map(
    [...visit.units, ...visit.points].map((subject) => {
      const now = open(folded(visit, subject.id, sentOf.get(subject.id), limits));
      if (!allOf) return [subject.id, now.map((one): OpenHere => ({ ...one, mark: 'as sent' }))];
      const then = open(folded(visit, subject.id, allOf.get(subject.id), limits));
      const stays = new Set(then.map(({ id }) => id));
      const stood = new Set(now.map(({ id }) => id));
      return [
        subject.id,
        [
          ...now
            .filter(({ id }) => !stays.has(id))
            .map((one): OpenHere => ({ ...one, mark: 'closing not sent' })),
          ...then.map((one): OpenHere => ({
            ...one,
            mark: stood.has(one.id) ? 'as sent' : 'opening not sent',
          })),
        ],
      ];
    }),
  );
}

/** True where it will stand open once everything that waits has arrived. */
export const staysOpen = ({ mark }: Pick<OpenHere, 'mark'>): boolean => mark !== 'closing not sent';

/** A unit with what stands open on it. */
export type UnitOfSheet = VisitPage['units'][number] & { readonly conditions: readonly OpenHere[] };

/** What a line can close on a unit: a reading that asks to act is settled otherwise. */
export const closable = (unit: Pick<UnitOfSheet, 'conditions'> | undefined): readonly OpenHere[] =>
  (unit?.conditions ?? []).filter((one) => one.source !== 'measured' && staysOpen(one));
