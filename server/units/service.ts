import { storyOf } from '#core/history';
import { modelLineOf } from '#core/machine';
import { localDate } from '#core/time';
import { classOfSlot, slotsOf } from '#core/vocabulary';
import type {
  CircuitView,
  FlagView,
  MachinePatch,
  NewUnit,
  SlotView,
  UnitPage,
  UnitPatch,
  UnitRow,
} from '#contracts/units';
import type { Dependencies } from '../dependencies.ts';
import { invalid, notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { updateVersion } from '../http/versioned.ts';
import { historySettings } from '../settings/service.ts';
import { loadFacts } from './facts.ts';
import { modelNotesFor } from '../notes/queries.ts';
import { photosOf } from '../photos/queries.ts';
import { siteNet, tracesOf } from '../tracing/queries.ts';
import { callsOfUnit, conditionsOf, lastSeenOf, UNIT_COLUMNS_SQL, UNIT_FROM_SQL } from './queries.ts';
import { refreshStale, refreshSummaries } from './summary.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

interface SummaryFlag extends Omit<FlagView, 'dismissed'> {
  readonly setAside: boolean;
}

/** Everything the unit page shows: who it is, its verdict, its story, how it was left, what is in it. @throws Problem 404 */
export async function unitRecord({ db, clock }: Needs, id: string): Promise<UnitPage> {
  const loaded = (await loadFacts(db, [id])).get(id);
  if (!loaded) throw notFound('Unit');
  const today = localDate(clock.now(), loaded.timeZone);
  await refreshStale(db, clock, today);
  const [row] = await db.rows<
    UnitRow & {
      voltage: number | null;
      phase: number | null;
      handlingNotes: string | null;
      version: number;
      flags: SummaryFlag[] | null;
      asOf: string;
      details: UnitPage['details'];
      hazards: UnitPage['hazards'];
    }
  >(
    `select ${UNIT_COLUMNS_SQL}, u.voltage, u.phase, u.handling_notes as "handlingNotes", u.version, u.details, s.hazards, m.flags, m.as_of as "asOf" from ${UNIT_FROM_SQL} where u.id = $1`,
    [id],
  );
  if (!row) throw notFound('Unit');
  const settings = await historySettings(db, today);
  const dismissals = await db.rows<{
    id: string;
    flag: string;
    evidence: string;
    by: string;
    reason: string;
  }>(
    `select d.id, d.flag, d.evidence, coalesce(p.display_name, '') as by, d.reason from dismissals d left join users p on p.id = d.dismissed_by
     where d.unit_id = $1 and d.undone_at is null`,
    [id],
  );
  const circuits = await db.rows<CircuitView>(
    'select id, number, refrigerant, charge_lb as "chargeLb", metering, compressors from circuits where unit_id = $1 order by number',
    [id],
  );
  const stored = await db.rows<SlotView>(
    `select t.name, t.component_class as "componentClass",
       (select json_build_object('from', case when lower_inf(p.during) then null else lower(p.during) end, 'manufacturer', p.manufacturer, 'model', p.model)
        from components p where p.slot_id = t.id and upper_inf(p.during)) as installed,
       (select count(*)::int from components p where p.slot_id = t.id and not upper_inf(p.during)) as earlier
     from slots t where t.unit_id = $1`,
    [id],
  );
  const names = slotsOf(
    loaded.facts.kind,
    circuits.map((c) => c.number),
    stored.map((slot) => slot.name),
  );
  const slots = names.map(
    (name) =>
      stored.find((slot) => slot.name === name) ?? {
        name,
        componentClass: classOfSlot(name) ?? null,
        installed: null,
        earlier: 0,
      },
  );
  const flags = (row.flags ?? []).map(({ setAside: _setAside, ...flag }): FlagView => {
    const aside = dismissals.find((d) => d.flag === flag.kind && d.evidence === flag.evidence);
    return aside ? { ...flag, dismissed: { id: aside.id, by: aside.by, reason: aside.reason } } : flag;
  });
  const { flags: _flags, asOf, ...unit } = row;
  return {
    ...unit,
    verdict: { asOf: asOf ?? today, sentence: unit.sentence, flags },
    story: storyOf(loaded.facts, settings),
    conditions: await conditionsOf(db, [id]),
    circuits,
    slots,
    calls: await callsOfUnit(db, id),
    lastSeen: await lastSeenOf(db, id),
    ...tracesOf(await siteNet(db, row.siteId), id),
    photos: await photosOf(db, 'unit_id', [id]),
    modelLine: modelLineOf(row.model) ?? null,
    modelNotes: await modelNotesFor(db, row.manufacturer, row.model),
    roofs: await db.rows<{ id: string; name: string }>(
      `select id, name from roofs where site_id = $1 and retired_at is null and plan->'items' @> jsonb_build_array(jsonb_build_object('unitId', $2::text)) order by name`,
      [row.siteId, id],
    ),
  };
}

export async function createUnit({ db, clock }: Needs, body: NewUnit, actor: string): Promise<UnitPage> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!(await db.models.Site.findByPk(body.siteId, { transaction }))) throw notFound('Site');
    await db.models.Unit.create(body, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'unit',
      entityId: body.id,
      detail: body,
    });
    await refreshSummaries(db, clock, [body.id], transaction);
  });
  return unitRecord({ db, clock }, body.id);
}

export async function updateUnit(
  { db, clock }: Needs,
  id: string,
  { version, ...patch }: UnitPatch,
  actor: string,
): Promise<UnitPage> {
  await db.transaction(async (transaction) => {
    await updateVersion(db.models.Unit, id, version, patch, {
      transaction,
      what: 'Unit',
      show: () => unitRecord({ db, clock }, id),
    });
    await writeLog(db, transaction, { actor, action: 'change', entity: 'unit', entityId: id, detail: patch });
    await refreshSummaries(db, clock, [id], transaction);
  });
  return unitRecord({ db, clock }, id);
}

/**
 * Writes what was read off the machine: plate, circuits with their compressors, heat, blower, filters. A circuit that is left
 * out goes, unless pounds were recorded on it.
 *
 * @throws Problem 409 for a stale version, 422 for a circuit that cannot go
 */
export async function updateMachine(
  { db, clock }: Needs,
  id: string,
  { version, circuits, ...patch }: MachinePatch,
  actor: string,
): Promise<UnitPage> {
  await db.transaction(async (transaction) => {
    await updateVersion(db.models.Unit, id, version, patch, {
      transaction,
      what: 'Unit',
      show: () => unitRecord({ db, clock }, id),
    });
    if (circuits) {
      const numbers = circuits.map((c) => c.number);
      const [bound] = await db.rows<{ number: number }>(
        `select number from circuits c where unit_id = $1 and number <> all($2::int[])
           and (exists (select 1 from refrigerant_movements r where r.circuit_id = c.id) or exists (select 1 from slots t where t.circuit_id = c.id)) limit 1`,
        [id, numbers],
        transaction,
      );
      if (bound)
        throw invalid([
          { path: 'circuits', message: `circuit ${bound.number} has pounds on record and cannot go` },
        ]);
      await db.run(
        'delete from circuits where unit_id = $1 and number <> all($2::int[])',
        [id, numbers],
        transaction,
      );
      await db.run(
        `insert into circuits (unit_id, number, refrigerant, charge_lb, metering, compressors)
         select $1, r.number, r.refrigerant, r."chargeLb", r.metering, coalesce(r.compressors, '[]')
         from jsonb_to_recordset($2::jsonb) as r(number int, refrigerant text, "chargeLb" float, metering text, compressors jsonb)
         on conflict (unit_id, number) do update set refrigerant = excluded.refrigerant, charge_lb = excluded.charge_lb, metering = excluded.metering,
           compressors = excluded.compressors`,
        [id, JSON.stringify(circuits)],
        transaction,
      );
    }
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'unit',
      entityId: id,
      detail: { ...patch, circuits },
    });
    await refreshSummaries(db, clock, [id], transaction);
  });
  return unitRecord({ db, clock }, id);
}
