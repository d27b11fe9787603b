import { Op, type Transaction } from 'sequelize';
import type { Refinement } from '#core/upkeep/agreements';
import { dayWords } from '#core/base/time';
import type {
  AgreementPatch,
  AgreementView,
  NewAgreement,
  NewSeasonDecision,
  UsualAgreements,
  WithdrawAgreements,
} from '#contracts/agreements';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { firstTime } from '../http/once.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { updateVersion } from '../http/versioned.ts';
import { refuseUnknownTasks, tasksSpokenOf } from '../settings/tasks.ts';
import { NOT_OF_CUSTOMER } from './agreements.sql.ts';
import { agreementRecord } from './queries.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

interface Period {
  readonly customerId: string;
  readonly from: string;
  readonly until: string | null;
}

/** A customer has one agreement at a time. @throws Problem 422 at the first day */
async function refuseOverlap(
  db: Database,
  { customerId, from, until }: Period,
  transaction: Transaction,
  except?: string,
): Promise<void> {
  const other = await db.models.Agreement.findOne({
    where: {
      customerId,
      withdrawnAt: null,
      untilDay: { [Op.or]: [null, { [Op.gte]: from }] },
      ...(until === null ? {} : { fromDay: { [Op.lte]: until } }),
      ...(except ? { id: { [Op.ne]: except } } : {}),
    },
    transaction,
  });
  if (!other) return;
  const to = other.untilDay ? ` to ${dayWords(other.untilDay)}` : ' with no last day';
  throw invalid([
    {
      path: 'from',
      message: `another agreement runs from ${dayWords(other.fromDay)}${to}; end that one first`,
    },
  ]);
}

/** Writes the terms of sites and units anew. @throws Problem 422 for places of somebody else */
async function writeRefinements(
  db: Database,
  agreementId: string,
  customerId: string,
  refinements: readonly Refinement[],
  transaction: Transaction,
): Promise<void> {
  const places = refinements.map(({ siteId, unitId }) => siteId ?? unitId ?? '');
  const [wrong] = await db.rows<{ id: string }>(
    NOT_OF_CUSTOMER,
    [customerId, refinements.flatMap((r) => r.siteId ?? []), refinements.flatMap((r) => r.unitId ?? [])],
    transaction,
  );
  if (wrong)
    throw invalid([
      { path: `refinements.${places.indexOf(wrong.id)}`, message: 'this place is not the customer’s' },
    ]);
  const twice = places.findIndex((place, i) => places.indexOf(place) !== i);
  if (twice >= 0) throw invalid([{ path: `refinements.${twice}`, message: 'this place is named twice' }]);
  await db.models.Refinement.destroy({ where: { agreementId }, transaction });
  await db.models.Refinement.bulkCreate(
    refinements.map(({ siteId, unitId, terms }) => ({
      agreementId,
      siteId: siteId ?? null,
      unitId: unitId ?? null,
      terms,
    })),
    { transaction },
  );
}

/** @throws Problem 422 when another agreement runs in the same days, or a place is somebody else’s */
export async function createAgreement(
  { db }: Needs,
  body: NewAgreement,
  actor: string,
): Promise<AgreementView> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const customer = await db.models.Customer.findByPk(body.customerId, { transaction, lock: true });
    if (!customer) throw invalid([{ path: 'customerId', message: 'there is no such customer' }]);
    await refuseOverlap(db, body, transaction);
    await refuseUnknownTasks(db, tasksSpokenOf(body.terms, body.refinements), transaction);
    const { id, customerId, from, until, terms, notes, refinements } = body;
    await db.models.Agreement.create(
      { id, customerId, fromDay: from, untilDay: until, terms, notes, recordedBy: actor },
      { transaction },
    );
    await writeRefinements(db, id, customerId, refinements, transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'agree',
      entity: 'agreement',
      entityId: id,
      detail: body,
    });
  });
  return agreementRecord(db, body.id);
}

/** @throws Problem 404; 409 on a stale version; 422 as for a new one */
export async function changeAgreement(
  { db, clock }: Needs,
  id: string,
  body: AgreementPatch,
  actor: string,
): Promise<AgreementView> {
  const { version, from, until, terms, notes, refinements, withdrawn } = body;
  await db.transaction(async (transaction) => {
    const before = await db.models.Agreement.findByPk(id, { transaction });
    if (!before) throw notFound('Agreement');
    const { customerId } = before;
    await db.models.Customer.findByPk(customerId, { transaction, lock: true });
    const period = {
      customerId,
      from: from ?? before.fromDay,
      until: until === undefined ? before.untilDay : until,
    };
    if (period.until !== null && period.until < period.from)
      throw invalid([{ path: 'until', message: 'must not be before the first day' }]);
    const stays = withdrawn === undefined ? before.withdrawnAt === null : !withdrawn;
    if (stays) await refuseOverlap(db, period, transaction, id);
    await refuseUnknownTasks(db, tasksSpokenOf(terms, refinements), transaction);
    const change = {
      fromDay: period.from,
      untilDay: period.until,
      ...(terms ? { terms } : {}),
      ...(notes === undefined ? {} : { notes }),
      ...(withdrawn === undefined ? {} : { withdrawnAt: withdrawn ? clock.now() : null }),
    };
    const show = () => agreementRecord(db, id);
    await updateVersion(db.models.Agreement, id, version, change, { transaction, what: 'Agreement', show });
    if (refinements) await writeRefinements(db, id, customerId, refinements, transaction);
    await writeLog(db, transaction, {
      actor,
      action: withdrawn === undefined ? 'change' : withdrawn ? 'withdraw' : 'restore',
      entity: 'agreement',
      entityId: id,
      detail: body,
    });
  });
  return agreementRecord(db, id);
}

/**
 * The usual agreement for many customers at once: what the company does on each kind of machine, or calls
 * only.
 *
 * @throws Problem 422 naming the first that has one already
 */
export async function agreeAsUsual({ db }: Needs, body: UsualAgreements, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const customerIds = body.agreements.map((a) => a.customerId);
    const customers = await db.models.Customer.findAll({
      where: { id: customerIds },
      order: [['id', 'asc']],
      lock: true,
      transaction,
    });
    if (customers.length < new Set(customerIds).size)
      throw invalid([{ path: 'agreements', message: 'one of the customers does not exist' }]);
    for (const { id, customerId } of body.agreements) {
      const name = customers.find((customer) => customer.id === customerId)?.name;
      await refuseOverlap(db, { customerId, from: body.from, until: null }, transaction).catch(() => {
        throw invalid([{ path: 'from', message: `${name} has an agreement on that day already` }]);
      });
      await db.models.Agreement.create(
        {
          id,
          customerId,
          fromDay: body.from,
          terms: body.maintained ? {} : { maintained: false },
          recordedBy: actor,
        },
        { transaction },
      );
    }
    await writeLog(db, transaction, {
      actor,
      action: 'agree as usual',
      entity: 'agreement',
      entityId: null,
      detail: body,
    });
  });
}

/** Takes agreements back, or brings them back: the undo of what was agreed for many. */
export async function withdrawAgreements(
  { db, clock }: Needs,
  body: WithdrawAgreements,
  actor: string,
): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const [changed] = await db.models.Agreement.update(
      { withdrawnAt: body.withdrawn ? clock.now() : null },
      { where: { id: body.ids }, transaction },
    );
    if (changed < body.ids.length) throw notFound('Agreement');
    await writeLog(db, transaction, {
      actor,
      action: body.withdrawn ? 'withdraw' : 'restore',
      entity: 'agreement',
      entityId: null,
      detail: body,
    });
  });
}

/** What somebody decided about a season that went by. @throws Problem 409 when it is decided already */
export async function decideSeason({ db }: Needs, body: NewSeasonDecision, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const { id, unitId, task, windowTo, what } = body;
    if (!(await db.models.Unit.findByPk(unitId, { transaction, lock: true }))) throw notFound('Unit');
    const where = { unitId, task, windowTo, withdrawnAt: null };
    if ((await db.models.SeasonDecision.count({ where, transaction })) > 0)
      throw new Problem(409, 'Somebody has decided this meanwhile');
    await db.models.SeasonDecision.create(
      { id, unitId, task, windowTo, what, decidedBy: actor },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'decide about a season',
      entity: 'unit',
      entityId: unitId,
      detail: body,
    });
  });
}

/** Takes such a decision back. @throws Problem 404 */
export async function withdrawSeasonDecision({ db, clock }: Needs, id: string, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    const decision = await db.models.SeasonDecision.findByPk(id, { transaction, lock: true });
    if (!decision || decision.withdrawnAt) throw notFound('Decision');
    await decision.update({ withdrawnAt: clock.now() }, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'take back a decision about a season',
      entity: 'unit',
      entityId: decision.unitId,
      detail: { id },
    });
  });
}
