import { compareText, groupBy } from '#core/base/collections';
import { numberedWord } from '#core/machine';
import { tasksDone, type Care, type PutOff } from '#core/upkeep/maintenance';
import type { FoundFact, Movement, SubjectSheet, VisitFact } from '#core/record/sheet';
import { dayWords, localDate, type PlainDate } from '#core/base/time';
import type { CallKind, System, UnitKind, UnitStatus } from '#core/base/vocabulary';
import type { Outcome } from '#core/record/work';
import type { AdditionFact, CallFact, UnitFacts } from './facts.ts';

/** What the record says of the machine itself. */
export interface UnitRecord {
  readonly id: string;
  readonly kind: UnitKind;
  readonly status: UnitStatus;
  readonly builtOn: PlainDate | null;
  readonly installedOn: PlainDate | null;
  readonly timeZone: string;
  readonly refrigerants: readonly string[];
  /** Pounds of charge by circuit; null where nobody has written any. */
  readonly charges?: Readonly<Record<number, number>> | null | undefined;
}

/** A call that was not cancelled, with what it has come to. */
export interface CallRecord {
  readonly id: string;
  readonly ref: string | null;
  readonly kind: CallKind;
  readonly system: System | null;
  readonly receivedMs: number;
  readonly completedMs: number | null;
  /** The unit it was taken about. */
  readonly unitId: string | null;
  readonly outcomes: readonly Outcome[];
}

/** How a call is named in reasons; one without a number by its day. */
const nameOf = (call: Pick<CallRecord, 'ref' | 'receivedMs'>, timeZone: string): string =>
  call.ref ?? `of ${dayWords(localDate(new Date(call.receivedMs), timeZone))}`;

const settled = (grade: string): boolean => grade === 'proven' || grade === 'presumed';

/**
 * A unit's history as the rules see it, from its sheets and its calls.
 *
 * A call counts for the unit it was taken about and for every unit on which something was found; where the
 * cause was found on another unit and none on this one, the call was not this unit's. Findings that answer no
 * call, on a visit nobody planned, are a trouble of their own.
 *
 * @param calls every call that names the unit or was answered by a line about it
 */
export function unitFacts(
  unit: UnitRecord,
  sheet: SubjectSheet,
  calls: readonly CallRecord[],
  visits: ReadonlyMap<string, VisitFact>,
): UnitFacts {
  const day = (ms: number) => localDate(new Date(ms), unit.timeZone);
  const found = groupBy(sheet.findings, (f) => f.callId);
  const counted = calls.filter((call) => {
    if (found.has(call.id)) return true;
    if (call.unitId !== unit.id) return false;
    return !call.outcomes.some((o) => o.subjectId !== unit.id && settled(o.grade));
  });
  const refs = new Map(calls.map((call) => [call.id, `call ${nameOf(call, unit.timeZone)}`]));
  return {
    unitId: unit.id,
    kind: unit.kind,
    status: unit.status,
    ...(unit.builtOn ? { builtOn: unit.builtOn } : {}),
    ...(unit.installedOn ? { installedOn: unit.installedOn } : {}),
    refrigerants: unit.refrigerants,
    ...(unit.charges ? { charges: unit.charges } : {}),
    openCalls: counted.filter((call) => call.kind !== 'maintenance' && call.completedMs === null).length,
    calls: [
      ...counted.map((call): CallFact => {
        const own = found.get(call.id) ?? [];
        return {
          id: call.id,
          ref: nameOf(call, unit.timeZone),
          kind: call.kind,
          receivedOn: day(call.receivedMs),
          receivedAtMs: call.receivedMs,
          ...(call.completedMs === null
            ? {}
            : { completedOn: day(call.completedMs), completedAtMs: call.completedMs }),
          systems: [...new Set([call.system, ...own.map((f) => f.system)].filter((s) => s !== null))],
          findings: own.map(findingFact),
        };
      }),
      ...walkIns(found.get(null) ?? [], visits),
    ],
    additions: additions(sheet.movements, refs),
    leakRepairs: sheet.leakRepairs.map(({ circuit, on }) => ({ circuit, on })),
    openConditions: sheet.conditions
      .filter((c) => c.closed === null)
      .map((c) => ({ id: c.id, kind: c.kind, hazard: c.hazard, text: c.text, openedOn: day(c.openedMs) })),
    recommendations: sheet.recommendations.map(({ id, text, on }) => ({ id, text, on })),
  };
}

const findingFact = (f: FoundFact): CallFact['findings'][number] => ({
  component: f.component,
  failure: f.failure,
  grade: f.grade,
  ...(f.part ? { part: f.part } : {}),
  ...circuitOf(f),
});

/** The circuit as it was chosen, else as the written word names it: "compressor 2". */
function circuitOf({ circuit, component }: FoundFact): { circuit?: number } {
  const said = circuit ?? numberedWord(component).number;
  return said === undefined ? {} : { circuit: said };
}

/** Troubles found on visits that were nobody's call and nobody's plan. */
function walkIns(findings: readonly FoundFact[], visits: ReadonlyMap<string, VisitFact>): CallFact[] {
  const unplanned = findings.filter(
    (f) => !(visits.get(f.visitId)?.calls ?? []).some((call) => call.kind === 'maintenance'),
  );
  return [...groupBy(unplanned, (f) => f.visitId)].map(([visitId, own]) => {
    const first = own[0] as FoundFact;
    return {
      id: visitId,
      ref: `visit of ${dayWords(first.on)}`,
      kind: 'call' as const,
      receivedOn: first.on,
      receivedAtMs: first.atMs,
      systems: [...new Set(own.flatMap((f) => f.system ?? []))],
      findings: own.map(findingFact),
    };
  });
}

/**
 * What was added to each circuit on each visit, beyond what was taken out of it: pounds that were recovered
 * and put back are no evidence of a leak, and a pound recovered does not hide five added. What goes back
 * after a repair beyond what was recovered had leaked before: of 7.9 lb put back where 1.2 came out 6.7 count
 * as added that day.
 */
function additions(movements: readonly Movement[], refs: ReadonlyMap<string, string>): AdditionFact[] {
  return [...groupBy(movements, (m) => `${m.visitId} ${m.on} ${m.circuit ?? ''}`).values()].flatMap((own) => {
    const into = own.filter((m) => m.direction === 'into the circuit');
    const first = into[0];
    if (!first) return [];
    const out = own
      .filter((m) => m.direction === 'out of the circuit')
      .reduce((sum, m) => sum + (m.pounds ?? 0), 0);
    const weighed = into.filter((m) => m.pounds !== null);
    const net = weighed.reduce((sum, m) => sum + (m.pounds ?? 0), 0) - out;
    if (weighed.length === into.length && net <= 0) return [];
    const opened = own.some((m) => m.afterOpening);
    return [
      {
        id: first.entryId,
        callId: first.callId ?? first.visitId,
        callRef: (first.callId && refs.get(first.callId)) ?? `visit of ${dayWords(first.on)}`,
        circuit: first.circuit,
        on: first.on,
        afterOpening: opened,
        ...(weighed.length > 0 && net > 0 && (!opened || own.some((m) => m.recoveredKnown))
          ? { pounds: Math.round(net * 1000) / 1000 }
          : {}),
      },
    ];
  });
}

/**
 * The day each maintenance task was last done on a unit: where it was ticked for this unit. Records brought
 * in from elsewhere often name no task; a maintenance call that was done there is taken to have done the work
 * of its season [our choice].
 */
export function lastDone(
  unit: Pick<UnitRecord, 'id' | 'kind' | 'timeZone'>,
  sheet: SubjectSheet,
  calls: readonly CallRecord[],
  visits: ReadonlyMap<string, VisitFact>,
): Record<string, PlainDate> {
  const done: Record<string, PlainDate> = {};
  const note = (task: string, on: PlainDate) => {
    if (!(done[task] !== undefined && done[task] >= on)) done[task] = on;
  };
  for (const { task, on } of sheet.tasks) note(task, on);
  const ticked = new Set(sheet.tasks.map((t) => t.visitId));
  const broughtIn = [...visits.values()].filter(
    (visit) => visit.source === 'imported' && !ticked.has(visit.id),
  );
  for (const call of calls) {
    if (call.kind !== 'maintenance' || call.completedMs === null || call.unitId !== unit.id) continue;
    if (!broughtIn.some((visit) => visit.calls.some((c) => c.id === call.id))) continue;
    const on = localDate(new Date(call.completedMs), unit.timeZone);
    for (const task of tasksDone(unit, on, [])) note(task, on);
  }
  return done;
}

/**
 * What sheets say of the tasks of a unit beside the day each was last done: how it was found the last two
 * times, and what was put off since. What was done after it was put off is no longer put off.
 */
export function careOf(sheet: SubjectSheet, done: Readonly<Record<string, PlainDate>>): Care {
  const byDay = <T extends { readonly on: PlainDate }>(a: T, b: T) => compareText(a.on, b.on);
  const seen = sheet.tasks.flatMap(({ task, on, found }) => (found ? [{ task, on, as: found }] : []));
  const found = Object.fromEntries(
    [...groupBy(seen, ({ task }) => task)].map(([task, own]) => [
      task,
      own
        .sort(byDay)
        .slice(-2)
        .map(({ on, as }) => ({ on, as })),
    ]),
  );
  const putOff: Record<string, PutOff> = {};
  for (const { task, on, why } of [...sheet.putOff].sort(byDay))
    if (!(done[task] !== undefined && done[task] >= on)) putOff[task] = { on, why };
  return { found, putOff };
}
