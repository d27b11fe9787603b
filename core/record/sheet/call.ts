import { localDate } from '#core/base/time';
import type { CallKind, ConditionKind, System } from '#core/base/vocabulary';
import { callLife, outcomesOf, type CallEvent, type CallLife, type Outcome } from '#core/record/work';
import { callOf } from './attribution.ts';
import type { EntryBody } from '#core/record/kinds';
import { MAKES_SAFE, type ConditionState } from './conditions.ts';
import type { Entry, VisitFact } from './entries.ts';
import { inOrder, standing, type Standing } from './standing.ts';

/** A call as it was taken, with what the desk did to it. */
export interface CallFact {
  readonly id: string;
  readonly kind: CallKind;
  readonly unitId: string | null;
  readonly system?: System | null | undefined;
  readonly receivedMs: number;
  readonly events: readonly CallEvent[];
}

/** What a call has come to. */
export interface CallSheet extends CallLife {
  readonly outcomes: readonly Outcome[];
  /** For a call that named no unit: the unit of the first finding. */
  readonly foundUnitId: string | null;
}

/** When a crew was on site, by the sheet; null where nobody wrote it down. Ms since 1970. */
interface VisitTimes {
  readonly arrivedMs: number | null;
  readonly leftMs: number | null;
}

/** First arrival and last leaving that stand on a sheet. */
export function foldVisit(entries: readonly Entry[]): VisitTimes {
  const all = standing(entries);
  return {
    arrivedMs: all.find((e) => e.kind === 'arrive')?.occurredMs ?? null,
    leftMs: all.findLast((e) => e.kind === 'leave')?.occurredMs ?? null,
  };
}

/**
 * The state of a call and its outcome for each unit, from what the desk did and what the sheets of its visits
 * say.
 *
 * @param visits the visits that serve the call, each with all entries of its sheet, in any order
 * @param near what stands or stood open on a unit, by its sheet; and from which moment on that keeps a call
 *   open that was left as done, ms since 1970
 */
export function foldCall(
  call: CallFact,
  visits: readonly { readonly visit: VisitFact; readonly entries: readonly Entry[] }[],
  {
    conditionsOf = () => [],
    since = 0,
  }: {
    readonly conditionsOf?: ((unitId: string) => readonly ConditionState[]) | undefined;
    readonly since?: number | undefined;
  } = {},
): CallSheet {
  const sheets = visits.map(({ visit, entries }) => ({ visit, lines: standing(entries) }));
  const mine = sheets.flatMap(({ visit, lines }) =>
    lines.filter((e) => callOf(e, visit)?.id === call.id).map((e) => ({ e, visit })),
  );
  const findings = mine
    .filter(({ e }) => e.kind === 'finding' && (e.unitId ?? e.pointId) !== null)
    .sort((a, b) => inOrder(a.e, b.e));
  const foundUnitId =
    call.unitId === null ? (findings.find(({ e }) => e.unitId !== null)?.e.unitId ?? null) : null;
  const units = new Set([call.unitId, ...findings.map(({ e }) => e.unitId)].filter((unit) => unit !== null));
  const conditions = [...units].flatMap(conditionsOf);
  const events = sheets.flatMap(({ visit, lines }) =>
    lines.flatMap((e) => visitEvent(call, visit, lines, e, e.recordedMs < since ? [] : conditions)),
  );
  const madeSafe = mine.flatMap(({ e }) => {
    const subject = e.unitId ?? e.pointId;
    const made =
      e.kind === 'condition left' && MAKES_SAFE.has((e.body as EntryBody<'condition left'>).condition);
    return made && subject !== null ? [subject] : [];
  });
  const life = callLife(call, [...call.events, ...events]);
  const held = events.some((event) => event.kind === 'left' && event.waitingFor === 'repair');
  // That it waits says nothing of what was made safe: somebody has to have said that.
  const waits = [...units].filter(
    (unitId) => held && holding(call, conditionsOf(unitId)).some(({ madeSafe: what }) => what !== null),
  );
  return {
    ...life,
    outcomes: outcomesOf(
      findings.map(({ e, visit }) => {
        const { grade, watchUntil } = e.body as EntryBody<'finding'>;
        return {
          subjectId: (e.unitId ?? e.pointId) as string,
          grade,
          watchUntil,
          on: localDate(new Date(e.occurredMs), visit.timeZone),
        };
      }),
      new Set([...madeSafe, ...waits]),
    ),
    foundUnitId,
  };
}

/**
 * What keeps a call from being done while it stands open on one of its units, and for calls about which
 * system: it was made safe and waits for its repair [common practice].
 */
const HOLDS: Partial<Record<ConditionKind, System | 'any'>> = {
  'heat disabled': 'heating',
  'exchanger holed or cracked': 'heating',
  'flame rolls out': 'heating',
  'carbon monoxide found': 'heating',
  'gas leak suspected': 'heating',
  'safety bypassed': 'any',
  'jumper or test mode': 'any',
  'burnt wiring': 'any',
  'out of use': 'any',
};
/** Kinds of conditions that keep a call about something open. */
export const HOLDING_KINDS = Object.keys(HOLDS) as ConditionKind[];
const holds = (
  { system: about }: Pick<CallFact, 'system'>,
  { kind }: Pick<ConditionState, 'kind'>,
): boolean => {
  const system = HOLDS[kind];
  if (system === undefined) return false;
  return system === 'any' || (about ?? null) === null || about === system;
};

/** What of that stands open keeps a call from being done, whatever it is left as. */
export const holding = <C extends Pick<ConditionState, 'kind' | 'closed'>>(
  call: Pick<CallFact, 'system' | 'kind'>,
  conditions: readonly C[],
): readonly C[] =>
  call.kind === 'maintenance'
    ? []
    : conditions.filter((condition) => condition.closed === null && holds(call, condition));

function visitEvent(
  call: CallFact,
  visit: VisitFact,
  lines: readonly Standing[],
  e: Standing,
  conditions: readonly ConditionState[],
): CallEvent[] {
  const at = { id: e.id, atMs: e.occurredMs, recordedMs: e.recordedMs, visitId: visit.id };
  if (e.kind === 'arrive') return [{ ...at, kind: 'arrived', by: e.authorId }];
  if (e.kind !== 'leave') return [];
  const body = e.body as EntryBody<'leave'>;
  const { outcome, waitingFor } = body.calls?.find((c) => c.callId === call.id) ?? body;
  if (outcome !== 'done') return [{ ...at, kind: 'left', outcome, waitingFor }];
  if (visit.source === 'imported') return [{ ...at, kind: 'left', outcome }];
  if (call.kind === 'maintenance') {
    // Maintenance is done where something was ticked, not where somebody left the roof.
    const ticked =
      call.unitId === null ||
      lines.some(
        (l) =>
          l.kind === 'work' &&
          l.unitId === call.unitId &&
          ((l.body as EntryBody<'work'>).tasks?.length ?? 0) > 0,
      );
    return [{ ...at, kind: 'left', outcome: ticked ? 'done' : 'not reached' }];
  }
  const open = conditions.filter(
    (one) =>
      holds(call, one) &&
      one.openedMs <= e.occurredMs &&
      (one.closed === null || one.closed.atMs > e.occurredMs),
  );
  if (open.length === 0) return [{ ...at, kind: 'left', outcome }];
  const safe: CallEvent = { ...at, kind: 'left', outcome: 'waiting', waitingFor: 'repair' };
  // Once everything it waited for is closed, it is done, whoever closed it.
  const ends = open.map(({ closed }) => closed?.atMs ?? Infinity);
  const end = Math.max(...ends);
  return end === Infinity
    ? [safe]
    : [safe, { ...at, id: `${e.id} repaired`, atMs: end, kind: 'left', outcome: 'done' }];
}
