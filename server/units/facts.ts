import type { Transaction } from 'sequelize';
import { groupBy } from '#core/collections';
import { tasksDone } from '#core/maintenance';
import { localDate, type PlainDate } from '#core/time';
import {
  componentClassOf,
  type CallKind,
  type ComponentClass,
  type ConditionKind,
  type FindingGrade,
  type System,
  type UnitKind,
  type UnitStatus,
} from '#core/vocabulary';
import type { AdditionFact, CallFact, Dismissal, FindingFact, UnitFacts } from '#core/history';
import type { Database } from '../db/connect.ts';

/** A unit's history as the rules of core see it, with what the summary keeps beside the verdict. */
export interface LoadedFacts {
  readonly facts: UnitFacts;
  readonly timeZone: string;
  readonly lastVisitAt: Date | null;
  readonly lastDone: Record<string, PlainDate>;
  readonly dismissals: readonly Dismissal[];
}

interface UnitRecord {
  id: string;
  kind: UnitKind;
  status: UnitStatus;
  builtOn: string | null;
  installedOn: string | null;
  timeZone: string;
  refrigerants: string[] | null;
}

interface CallRecord {
  id: string;
  unitId: string;
  ref: string | null;
  kind: CallKind;
  system: System | null;
  receivedAt: Date;
  completedAt: Date | null;
}

interface EntryRecord {
  id: string;
  unitId: string;
  callId: string | null;
  ref: string | null;
  kind: string;
  occurredAt: Date;
  body: {
    system?: System;
    component?: string;
    failure?: string;
    grade?: FindingGrade;
    tasks?: string[];
    leakRepair?: string;
    addedLb?: number;
    recoveredLb?: number;
    notWeighed?: boolean;
    afterOpening?: boolean;
  };
}

/** How a call without a number of its own is named in reasons. */
export const callName = (ref: string | null, receivedOn: string) => ref ?? `of ${receivedOn}`;

/** Loads the history of many units with a fixed number of queries, whatever their number. */
export async function loadFacts(
  db: Database,
  unitIds: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, LoadedFacts>> {
  const ids = [unitIds];
  const read = <T extends object>(sql: string) => db.rows<T>(sql, ids, transaction);
  const units = await read<UnitRecord>(`
    select u.id, u.kind, u.status, u.built_on as "builtOn", u.installed_on as "installedOn", s.time_zone as "timeZone",
      (select array_agg(distinct c.refrigerant) from circuits c where c.unit_id = u.id and c.refrigerant is not null) as refrigerants
    from units u join sites s on s.id = u.site_id where u.id = any($1::uuid[])`);
  const calls = await read<CallRecord>(`
    select id, unit_id as "unitId", ref, kind, system, received_at as "receivedAt", completed_at as "completedAt"
    from calls where unit_id = any($1::uuid[]) and status <> 'cancelled'`);
  const entries = await read<EntryRecord>(`
    select e.id, e.unit_id as "unitId", e.call_id as "callId", k.ref, e.kind, e.occurred_at as "occurredAt", e.body
    from current_entries e left join calls k on k.id = e.call_id where e.unit_id = any($1::uuid[])`);
  const conditions = await read<{
    id: string;
    unitId: string;
    kind: ConditionKind;
    hazard: boolean;
    text: string;
    openedAt: Date;
  }>(`
    select id, unit_id as "unitId", kind, hazard, text, opened_at as "openedAt" from open_conditions where unit_id = any($1::uuid[]) and closed_at is null`);
  const dismissals = await read<{ unitId: string; flag: string; evidence: string }>(`
    select unit_id as "unitId", flag, evidence from dismissals where unit_id = any($1::uuid[]) and undone_at is null`);
  const words = await componentWords(db, transaction);

  const callsOf = groupBy(calls, (c) => c.unitId);
  const entriesOf = groupBy(entries, (e) => e.unitId);
  const conditionsOf = groupBy(conditions, (c) => c.unitId);
  const dismissalsOf = groupBy(dismissals, (d) => d.unitId);
  return new Map(
    units.map((unit) => {
      const day = (at: Date) => localDate(at, unit.timeZone);
      const own = entriesOf.get(unit.id) ?? [];
      const findings = groupBy(
        own.filter((e) => e.kind === 'finding' && e.callId !== null),
        (e) => e.callId as string,
      );
      const callFacts = (callsOf.get(unit.id) ?? []).map((call) =>
        callFact(call, findings.get(call.id) ?? [], day, words),
      );
      const facts: UnitFacts = {
        unitId: unit.id,
        kind: unit.kind,
        status: unit.status,
        ...(unit.builtOn ? { builtOn: unit.builtOn } : {}),
        ...(unit.installedOn ? { installedOn: unit.installedOn } : {}),
        refrigerants: unit.refrigerants ?? [],
        calls: callFacts,
        additions: own.filter((e) => e.kind === 'refrigerant').flatMap((e) => additionFact(e, day)),
        provenLeakRepairs: own
          .filter((e) => e.kind === 'work' && e.body.leakRepair === 'proven')
          .map((e) => day(e.occurredAt)),
        openConditions: (conditionsOf.get(unit.id) ?? []).map((c) => ({
          id: c.id,
          kind: c.kind,
          hazard: c.hazard,
          openedOn: day(c.openedAt),
          text: c.text,
        })),
      };
      const lastVisit = own.reduce((latest, e) => Math.max(latest, e.occurredAt.getTime()), 0);
      return [
        unit.id,
        {
          facts,
          timeZone: unit.timeZone,
          lastVisitAt: lastVisit > 0 ? new Date(lastVisit) : null,
          lastDone: lastDone(unit.kind, callFacts, own, day),
          dismissals: dismissalsOf.get(unit.id) ?? [],
        },
      ];
    }),
  );
}

/** The company's own mapping of component words. */
export async function componentWords(
  db: Database,
  transaction?: Transaction,
): Promise<Map<string, ComponentClass>> {
  const rows = await db.rows<{ word: string; componentClass: ComponentClass }>(
    'select word, component_class as "componentClass" from component_words',
    [],
    transaction,
  );
  return new Map(rows.map((row) => [row.word, row.componentClass]));
}

function callFact(
  call: CallRecord,
  findings: readonly EntryRecord[],
  day: (at: Date) => PlainDate,
  words: ReadonlyMap<string, ComponentClass>,
): CallFact {
  const systems = [call.system, ...findings.map((f) => f.body.system)].filter(
    (s): s is System => s !== null && s !== undefined,
  );
  const receivedOn = day(call.receivedAt);
  return {
    id: call.id,
    ref: callName(call.ref, receivedOn),
    kind: call.kind,
    receivedOn,
    receivedAtMs: call.receivedAt.getTime(),
    ...(call.completedAt
      ? { completedOn: day(call.completedAt), completedAtMs: call.completedAt.getTime() }
      : {}),
    systems: [...new Set(systems)],
    findings: findings.map((f): FindingFact => {
      const raw = f.body.component ?? '';
      const componentClass = componentClassOf(raw, words);
      return {
        componentRaw: raw,
        failure: f.body.failure ?? '',
        grade: f.body.grade ?? 'presumed',
        ...(componentClass ? { componentClass } : {}),
      };
    }),
  };
}

function additionFact(entry: EntryRecord, day: (at: Date) => PlainDate): AdditionFact[] {
  const { addedLb, notWeighed, recoveredLb, afterOpening } = entry.body;
  if (!(addedLb !== undefined && addedLb > 0) && !notWeighed) return [];
  const on = day(entry.occurredAt);
  return [
    {
      id: entry.id,
      callRef: callName(entry.ref, on),
      on,
      afterOpening: afterOpening === true || (recoveredLb ?? 0) > 0,
      ...(addedLb === undefined ? {} : { pounds: addedLb }),
    },
  ];
}

/** The day each maintenance task was last done: by name on a sheet, or by a maintenance call that names none. */
function lastDone(
  kind: UnitKind,
  calls: readonly CallFact[],
  entries: readonly EntryRecord[],
  day: (at: Date) => PlainDate,
): Record<string, PlainDate> {
  const done: Record<string, PlainDate> = {};
  const note = (keys: readonly string[], on: PlainDate) => {
    for (const key of keys) if (!(done[key] !== undefined && done[key] >= on)) done[key] = on;
  };
  const work = entries.filter((e) => e.kind === 'work');
  for (const entry of work) note(entry.body.tasks ?? [], day(entry.occurredAt));
  for (const call of calls) {
    if (call.kind !== 'maintenance' || call.completedOn === undefined) continue;
    const named = work.some((e) => e.callId === call.id && (e.body.tasks?.length ?? 0) > 0);
    if (!named) note(tasksDone(kind, call.completedOn, []), call.completedOn);
  }
  return done;
}
