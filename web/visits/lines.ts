import { neverPastTheVisit } from '#core/record/conditions';
import { CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import type { EntryView, NewEntry, VisitPage } from '#contracts/visits';
import { isHeld, type OutboxItem } from '../outbox/db.ts';

/** One line of a sheet as it is shown. */
export interface Line {
  readonly id: string;
  readonly kind: string;
  /** The first of its line of amendments. */
  readonly rootId: string;
  readonly unitId: string | null;
  readonly pointId: string | null;
  readonly body: Record<string, unknown>;
  readonly occurredAt: string;
  readonly author: string | null;
  readonly amended: boolean;
  readonly item?: OutboxItem;
}

/**
 * The sheet as it stands: what the server has, then what is still on this phone; what was superseded is left
 * out. What the server refused supersedes nothing: the old line still counts, and the refused one stays
 * beside it until somebody decides.
 */
export function linesOf(entries: readonly EntryView[], items: readonly OutboxItem[]): Line[] {
  const known = new Set(entries.map((e) => e.id));
  const waiting = items
    .filter((item) => !known.has(item.id))
    .map((item) => ({ item, entry: item.body as NewEntry }));
  const superseded = new Set(
    [
      ...entries.map((e) => e.supersedes),
      ...waiting.filter(({ item }) => !isHeld(item)).map(({ entry }) => entry.supersedes),
    ].filter(Boolean),
  );
  const happened = (entry: NewEntry): string =>
    entry.occurredAt ?? entries.find((e) => e.id === entry.supersedes)?.occurredAt ?? '';
  return [
    ...entries.map((e): Line => ({ ...e, amended: e.supersedes !== null })),
    ...waiting.map(({ item, entry }): Line => ({
      id: item.id,
      rootId: entries.find((e) => e.id === entry.supersedes)?.rootId ?? entry.supersedes ?? item.id,
      kind: entry.kind,
      unitId: entry.unitId,
      pointId: entry.pointId ?? null,
      body: entry.body as Record<string, unknown>,
      occurredAt: happened(entry),
      author: null,
      amended: entry.supersedes !== undefined,
      item,
    })),
  ].filter(
    (line) =>
      !superseded.has(line.id) &&
      (line.kind !== 'withdrawn' || (line.item !== undefined && isHeld(line.item))),
  );
}

type Unit = VisitPage['units'][number];

/**
 * A unit with what stands open on it as this device knows: what the server has, with what was left or closed
 * here and has not arrived, so that what was left open without a signal can be closed without one.
 */
export function withOwnConditions(unit: Unit, lines: readonly Line[]): Unit {
  const closed = new Set(
    lines.filter((line) => line.kind === 'condition closed').map((line) => line.body.conditionId),
  );
  const left = lines.filter(
    (line) =>
      line.kind === 'condition left' &&
      line.unitId === unit.id &&
      line.item !== undefined &&
      !isHeld(line.item) &&
      !unit.conditions.some((condition) => condition.id === line.rootId),
  );
  return {
    ...unit,
    conditions: [
      ...unit.conditions,
      ...left.map(({ rootId, body, occurredAt }) => {
        const kind = body.condition as ConditionKind;
        return {
          id: rootId,
          kind,
          hazard: CONDITION_KINDS[kind].hazard,
          text: String(body.text ?? ''),
          openedAt: occurredAt,
        };
      }),
    ].filter(({ id }) => !closed.has(id)),
  };
}

/**
 * What was left open on this visit, is still so, and must never stay past it: "safety bypassed on
 * RTU-1".
 */
export function leftBehind(
  lines: readonly Line[],
  tagOf: (unitId: string | null) => string | undefined,
): string[] {
  const closed = new Set(
    lines.filter((line) => line.kind === 'condition closed').map((line) => line.body.conditionId),
  );
  return lines
    .filter(
      (line) =>
        line.kind === 'condition left' &&
        !closed.has(line.id) &&
        !closed.has(line.rootId) &&
        neverPastTheVisit(line.body.condition as ConditionKind),
    )
    .map((line) => `${String(line.body.condition)}${tagOf(line.unitId) ? ` on ${tagOf(line.unitId)}` : ''}`);
}
