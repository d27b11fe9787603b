import { storyOf, type Flag } from '#core/judging/history';
import { modelLineOf, sameSlot, slotsOf } from '#core/machine';
import { localDate } from '#core/base/time';
import type {
  CircuitView,
  DecisionView,
  FlagView,
  MachinePatch,
  NewUnit,
  SlotView,
  UnitPage,
  UnitPatch,
  UnitRow,
} from '#contracts/units';
import { Op, type Transaction } from 'sequelize';
import type { Dependencies } from '../dependencies.ts';
import { agreedOn, type CaredFor } from '../agreements/queries.ts';
import type { Database } from '../db/connect.ts';
import { invalid, notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { updateVersion } from '../http/versioned.ts';
import { derive } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { readUnits } from '../sheet/read.ts';
import { companyToday, historySettings } from '../settings/service.ts';
import { modelNotesFor } from '../notes/queries.ts';
import { photosOf } from '../photos/queries.ts';
import { siteNet, tracesOf } from '../tracing/queries.ts';
import { callsOfUnit, conditionsOf, decisionsOf, lastSeenOf } from './queries.ts';
import { refreshStale, refreshSummaries } from '../sheet/summary.ts';
import {
  BOUND_CIRCUIT,
  COMPONENTS_IN_SLOTS,
  MERGE_CIRCUITS,
  ONE_UNIT,
  RECOMMENDATIONS_OF_UNIT,
  ROOFS_OF_UNIT,
} from './units.sql.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

/** Flags as screens show them, each with the decision that settles it. */
export const flagViews = (flags: readonly Flag[], decisions: readonly DecisionView[]): FlagView[] =>
  flags.map(({ decisionId, ...flag }) => {
    const decision = decisions.find((d) => d.id === decisionId);
    return decision ? { ...flag, decision } : flag;
  });

interface UnitRecord extends Omit<UnitRow, keyof CaredFor>, CaredFor {
  readonly voltage: number | null;
  readonly phase: number | null;
  readonly handlingNotes: string | null;
  readonly version: number;
  readonly flags: Flag[] | null;
  readonly asOf: string;
  readonly details: UnitPage['details'];
  readonly hazards: UnitPage['hazards'];
  readonly customerId: string;
  readonly standsInFor: string | null;
}

/**
 * Everything the unit page shows: who it is, its verdict, its story, how it was left, what is in it. @throws
 * Problem 404
 */
export async function unitRecord({ db, clock }: Needs, id: string): Promise<UnitPage> {
  const read = (await readUnits(db, [id])).get(id);
  if (!read) throw notFound('Unit');
  const { facts, unit: record } = read;
  const today = localDate(clock.now(), record.timeZone);
  await refreshStale(db, clock, today);
  const [row] = await db.rows<UnitRecord>(ONE_UNIT, [id]);
  if (!row) throw notFound('Unit');
  // Asked together: under load each answer waits its turn, and twenty in a row wait twenty times.
  const [
    settings,
    decisions,
    circuits,
    inside,
    agreed,
    recommendations,
    conditions,
    calls,
    lastSeen,
    net,
    photos,
    modelNotes,
    roofs,
    beside,
  ] = await Promise.all([
    historySettings(db, today),
    decisionsOf(db, [id]),
    db.models.Circuit.findAll({ where: { unitId: id }, order: ['number'] }),
    db.rows<Slotted>(COMPONENTS_IN_SLOTS, [id]),
    agreedOn(db, today, { customerIds: [row.customerId] }),
    db.rows<UnitPage['recommendations'][number]>(RECOMMENDATIONS_OF_UNIT, [id]),
    conditionsOf(db, [id]),
    callsOfUnit(db, id),
    lastSeenOf(db, id),
    siteNet(db, row.siteId),
    photosOf(db, 'unit_id', [id]),
    modelNotesFor(db, row.manufacturer, row.model),
    db.rows<{ id: string; name: string }>(ROOFS_OF_UNIT, [row.siteId, id]),
    db.models.Unit.findAll({
      where: { siteId: row.siteId, id: { [Op.ne]: id } },
      attributes: ['id', 'tag', 'standsInFor'],
      order: ['tag'],
    }),
  ]);
  const {
    flags: stored,
    asOf,
    lastDone: _lastDone,
    care: _care,
    cools: _cools,
    outdoorAir: _air,
    smokeDetectors: _smoke,
    drive: _drive,
    ...unit
  } = row;
  const about = { ...row, unitId: id, kind: record.kind, status: record.status };
  return {
    ...unit,
    agreed: agreed.site(row.siteId, row.customerId),
    tasks: agreed.tasks(about),
    verdict: { asOf: asOf ?? today, sentence: unit.sentence, flags: flagViews(stored ?? [], decisions) },
    story: storyOf(facts, settings),
    decisions,
    recommendations,
    conditions,
    circuits: circuits.map(({ id, number, refrigerant, chargeLb, metering, compressors }): CircuitView => ({
      id,
      number,
      refrigerant,
      chargeLb,
      metering,
      compressors,
    })),
    slots: slotViews(
      slotsOf(
        record.kind,
        circuits.map((c) => c.number),
      ),
      inside,
    ),
    calls,
    lastSeen,
    ...tracesOf(net, id),
    photos,
    modelLine: modelLineOf(row.model) ?? null,
    modelNotes,
    roofs,
    beside: beside.map(({ id: other, tag, standsInFor }) => ({ id: other, tag, standsInFor })),
  };
}

interface Slotted extends Pick<SlotView, 'part' | 'circuit' | 'earlier'> {
  readonly from: string | null;
  readonly manufacturer: string | null;
  readonly model: string | null;
}

/**
 * Every place of the machine, with what is known to stand in it; a component whose place went with its
 * circuit stays in sight.
 */
function slotViews(
  slots: readonly Pick<SlotView, 'part' | 'circuit'>[],
  inside: readonly Slotted[],
): SlotView[] {
  const others = inside.filter((own) => !slots.some((slot) => sameSlot(slot, own)));
  return [...slots, ...others].map(({ part, circuit }) => {
    const own = inside.find((slotted) => sameSlot(slotted, { part, circuit }));
    return {
      part,
      circuit,
      earlier: own?.earlier ?? 0,
      installed: own ? { from: own.from, manufacturer: own.manufacturer, model: own.model } : null,
    };
  });
}

/** A machine stands in for another of its own site. @throws Problem 422 */
async function refuseStranger(
  db: Database,
  siteId: string,
  id: string,
  standsInFor: string | null | undefined,
  transaction: Transaction,
): Promise<void> {
  if (!standsInFor) return;
  const lead = await db.models.Unit.findByPk(standsInFor, { attributes: ['siteId'], transaction });
  if (lead?.siteId !== siteId || standsInFor === id)
    throw invalid([{ path: 'standsInFor', message: 'must be another unit of the same site' }]);
}

export async function createUnit({ db, clock }: Needs, body: NewUnit, actor: string): Promise<UnitPage> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!(await db.models.Site.findByPk(body.siteId, { transaction }))) throw notFound('Site');
    await refuseStranger(db, body.siteId, body.id, body.standsInFor, transaction);
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
  await changing({ db, clock }, id, async (transaction) => {
    const unit = await db.models.Unit.findByPk(id, { attributes: ['siteId', 'status'], transaction });
    if (unit) await refuseStranger(db, unit.siteId, id, patch.standsInFor, transaction);
    const retiring = patch.status !== undefined && patch.status !== unit?.status;
    const retired = retiring
      ? { retiredOn: patch.status === 'retired' ? await companyToday({ db, clock }) : null }
      : {};
    await updateVersion(
      db.models.Unit,
      id,
      version,
      { ...patch, ...retired },
      { transaction, what: 'Unit', show: () => unitRecord({ db, clock }, id) },
    );
    await writeLog(db, transaction, { actor, action: 'change', entity: 'unit', entityId: id, detail: patch });
  });
  return unitRecord({ db, clock }, id);
}

/**
 * Writes what was read off the machine: plate, circuits with their compressors, heat, blower, filters. A
 * circuit that is left out goes, unless pounds were recorded on it.
 *
 * @throws Problem 409 for a stale version, 422 for a circuit that cannot go
 */
export async function updateMachine(
  { db, clock }: Needs,
  id: string,
  { version, circuits, ...patch }: MachinePatch,
  actor: string,
): Promise<UnitPage> {
  await changing({ db, clock }, id, async (transaction) => {
    await updateVersion(db.models.Unit, id, version, patch, {
      transaction,
      what: 'Unit',
      show: () => unitRecord({ db, clock }, id),
    });
    if (circuits) await changeCircuits(db, id, circuits, transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'unit',
      entityId: id,
      detail: { ...patch, circuits },
    });
  });
  return unitRecord({ db, clock }, id);
}

/** Changes a unit and folds its sheets again: which circuits it has decides what its lines mean. */
async function changing(
  { db, clock }: Needs,
  id: string,
  change: (transaction: Transaction) => Promise<void>,
): Promise<void> {
  const touched = { units: [id], points: [], calls: [], visits: [] };
  await withLocked(
    db,
    async () => touched,
    async (_touched, transaction) => {
      await change(transaction);
      await derive(db, clock, touched, transaction);
    },
  );
}

async function changeCircuits(
  db: Database,
  id: string,
  circuits: NonNullable<MachinePatch['circuits']>,
  transaction: Transaction,
): Promise<void> {
  const numbers = circuits.map((c) => c.number);
  const [bound] = await db.rows<{ number: number }>(BOUND_CIRCUIT, [id, numbers], transaction);
  if (bound)
    throw invalid([
      { path: 'circuits', message: `circuit ${bound.number} has pounds or parts on record and cannot go` },
    ]);
  await db.models.Circuit.destroy({ where: { unitId: id, number: { [Op.notIn]: numbers } }, transaction });
  await db.run(MERGE_CIRCUITS, [id, JSON.stringify(circuits)], transaction);
}
