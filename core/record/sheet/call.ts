import { localDate } from '#core/base/time';
import type { CallKind, ConditionKind } from '#core/base/vocabulary';
import { callLife, outcomesOf, type CallEvent, type CallLife, type Outcome } from '#core/record/work';
import { callOf } from './attribution.ts';
import type { ConditionBody, Entry, FindingBody, LeaveBody, VisitFact, WorkBody } from './entries.ts';
import { inOrder, standing, type Standing } from './standing.ts';

/** A call as it was taken, with what the desk did to it. */
export interface CallFact {
  readonly id: string;
  readonly kind: CallKind;
  readonly unitId: string | null;
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
 */
export function foldCall(
  call: CallFact,
  visits: readonly { readonly visit: VisitFact; readonly entries: readonly Entry[] }[],
): CallSheet {
  const sheets = visits.map(({ visit, entries }) => ({ visit, lines: standing(entries) }));
  const events = sheets.flatMap(({ visit, lines }) =>
    lines.flatMap((e) => visitEvent(call, visit, lines, e)),
  );
  const mine = sheets.flatMap(({ visit, lines }) =>
    lines.filter((e) => callOf(e, visit)?.id === call.id).map((e) => ({ e, visit })),
  );
  const findings = mine
    .filter(({ e }) => e.kind === 'finding' && (e.unitId ?? e.pointId) !== null)
    .sort((a, b) => inOrder(a.e, b.e));
  const madeSafe = mine.flatMap(({ e }) => {
    const subject = e.unitId ?? e.pointId;
    const made = e.kind === 'condition left' && MAKES_SAFE.has((e.body as ConditionBody).condition);
    return made && subject !== null ? [subject] : [];
  });
  return {
    ...callLife(call, [...call.events, ...events]),
    outcomes: outcomesOf(
      findings.map(({ e, visit }) => {
        const { grade, watchUntil } = e.body as FindingBody;
        return {
          subjectId: (e.unitId ?? e.pointId) as string,
          grade,
          watchUntil,
          on: localDate(new Date(e.occurredMs), visit.timeZone),
        };
      }),
      new Set(madeSafe),
    ),
    foundUnitId:
      call.unitId === null ? (findings.find(({ e }) => e.unitId !== null)?.e.unitId ?? null) : null,
  };
}

/** Conditions that leave something dangerous shut off; a hazard left running makes nothing safe. */
const MAKES_SAFE: ReadonlySet<ConditionKind> = new Set([
  'heat disabled',
  'exchanger holed or cracked',
  'out of use',
]);

function visitEvent(call: CallFact, visit: VisitFact, lines: readonly Standing[], e: Standing): CallEvent[] {
  const at = { id: e.id, atMs: e.occurredMs, recordedMs: e.recordedMs, visitId: visit.id };
  if (e.kind === 'arrive') return [{ ...at, kind: 'arrived', by: e.authorId }];
  if (e.kind !== 'leave') return [];
  const body = e.body as LeaveBody;
  const { outcome, waitingFor } = body.calls?.find((c) => c.callId === call.id) ?? body;
  // Maintenance is done where something was ticked, not where somebody left the roof.
  const ticked =
    visit.source === 'imported' ||
    call.kind !== 'maintenance' ||
    call.unitId === null ||
    lines.some((l) => l.unitId === call.unitId && ((l.body as WorkBody).tasks?.length ?? 0) > 0);
  if (outcome === 'done' && !ticked) return [{ ...at, kind: 'left', outcome: 'not reached' }];
  return [{ ...at, kind: 'left', outcome, waitingFor }];
}
