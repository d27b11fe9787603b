import { Op, type Transaction } from 'sequelize';
import {
  agreementOn,
  ourTasks,
  siteTerms,
  unitTerms,
  yearOf,
  type Agreement,
  type Programme,
  type UnitPlace,
  type UnitTerms,
} from '#core/upkeep/agreements';
import { groupBy } from '#core/base/collections';
import type { MachineThere } from '#core/machine';
import {
  isNew,
  type Care,
  type MaintenanceTask,
  type SeasonDecision,
  type UnitMaintenance,
} from '#core/upkeep/maintenance';
import { addDays, type PlainDate } from '#core/base/time';
import type { UnitStatus } from '#core/base/vocabulary';
import type {
  AgreedAtSite,
  AgreementOnly,
  AgreementRow,
  AgreementsOfCustomer,
  AgreementState,
  AgreementView,
  UnitTaskView,
} from '#contracts/agreements';
import type { Page } from '#contracts/common';
import type { Database } from '../db/connect.ts';
import { orderBy, type ListAsked } from '../db/list.sql.ts';
import type { Row } from '../db/tables.ts';
import { notFound } from '../http/problem.ts';
import { prefixQuery } from '../search/queries.ts';
import { programmeOn } from '../settings/service.ts';
import { agreementsPage, countAgreements, UNITS_OF_CUSTOMERS } from './agreements.sql.ts';

type WithParts = Row<'Agreement'> & {
  refinements: Row<'Refinement'>[];
  recorder?: { displayName: string } | null;
};

/** How long a decision about a season can matter: until the next one has begun. */
const SEASON_DAYS = 500;

const agreementOf = (row: WithParts): Agreement => ({
  id: row.id,
  customerId: row.customerId,
  from: row.fromDay,
  until: row.untilDay,
  terms: row.terms,
  refinements: row.refinements.map(({ siteId, unitId, terms }) => ({
    terms,
    ...(siteId === null ? {} : { siteId }),
    ...(unitId === null ? {} : { unitId }),
  })),
});

const agreementView = (row: WithParts): AgreementView => ({
  ...agreementOf(row),
  notes: row.notes,
  version: row.version,
  by: row.recorder?.displayName ?? null,
});

const stateOf = (agreement: Agreement | undefined, day: PlainDate): AgreementState =>
  agreement === undefined
    ? 'none'
    : agreement.from > day
      ? 'begins later'
      : agreement.until !== null && agreement.until < day
        ? 'ended'
        : 'running';

/** How the maintenance of a unit stands, as its record and its sheets say. */
export interface CaredFor extends MachineThere {
  readonly status: UnitStatus;
  readonly installedOn: PlainDate | null;
  readonly lastDone: Readonly<Record<string, PlainDate>> | null;
  readonly care: Care | null;
}

/** A unit as far as its agreement speaks of it. */
interface UnitAgreedFor extends CaredFor, UnitPlace {
  readonly customerId: string;
}

/**
 * Whether a task says anything of a unit: exercise of those on standby, the start-up sheet of those that have
 * one.
 */
const concerns = (
  { key, onStandby, usual }: MaintenanceTask,
  { status, lastDone, installedOn }: CaredFor,
  day: PlainDate,
): boolean =>
  (onStandby === true) === (status === 'standby') &&
  (usual.by !== 'once' || lastDone?.[key] !== undefined || isNew(installedOn, day));

interface AroundADay {
  readonly day: PlainDate;
  readonly soon: PlainDate;
  readonly byCustomer: ReadonlyMap<string, readonly Agreement[]>;
  readonly programme: Programme;
  readonly decided: ReadonlyMap<string, readonly SeasonDecision[]>;
}

/** What is agreed around a day, for any unit or site of the customers that were asked for. */
export class Agreed {
  readonly #day: PlainDate;
  readonly #soon: PlainDate;
  readonly #byCustomer: ReadonlyMap<string, readonly Agreement[]>;
  readonly #programme: Programme;
  readonly #decided: ReadonlyMap<string, readonly SeasonDecision[]>;

  constructor({ day, soon, byCustomer, programme, decided }: AroundADay) {
    this.#day = day;
    this.#soon = soon;
    this.#byCustomer = byCustomer;
    this.#programme = programme;
    this.#decided = decided;
  }

  #agreement(customerId: string): Agreement | undefined {
    return agreementOn(this.#byCustomer.get(customerId) ?? [], this.#day, this.#soon);
  }

  /** What holds for a unit; undefined where its customer has no agreement. */
  terms(unit: UnitPlace & Pick<UnitAgreedFor, 'customerId'>): UnitTerms | undefined {
    const agreement = this.#agreement(unit.customerId);
    return agreement && unitTerms(unit, agreement, this.#programme);
  }

  /** What is ours to do on a unit and what was done, to say what is due; undefined without an agreement. */
  maintenance(unit: UnitAgreedFor): UnitMaintenance | undefined {
    const agreement = this.#agreement(unit.customerId);
    return (
      agreement && {
        unitId: unit.unitId,
        status: unit.status,
        from: agreement.from,
        until: agreement.until,
        tasks: ourTasks(unitTerms(unit, agreement, this.#programme)),
        lastDone: unit.lastDone ?? {},
        installedOn: unit.installedOn,
        care: unit.care ?? undefined,
        decided: this.#decided.get(unit.unitId) ?? [],
      }
    );
  }

  /** Every task of a unit with whose it is; none where nothing is maintained. */
  tasks(unit: UnitAgreedFor): UnitTaskView[] {
    const terms = this.terms(unit);
    const own = (terms?.maintained ? terms.tasks : []).filter(({ task }) => concerns(task, unit, this.#day));
    return own.map(({ task, whose, cadence, agreed }) => ({
      key: task.key,
      title: task.title,
      whose,
      cadence,
      agreed,
      lastDone: unit.lastDone?.[task.key] ?? null,
    }));
  }

  /** What holds for a site as a whole. */
  site(siteId: string, customerId: string): AgreedAtSite {
    const agreement = this.#agreement(customerId);
    const none = { minutesAllowed: undefined, approval: undefined, responseHours: {} };
    const site = agreement?.refinements.find((r) => r.siteId === siteId)?.terms;
    return {
      state: stateOf(agreement, this.#day),
      maintained: agreement !== undefined && (site?.maintained ?? agreement.terms.maintained ?? true),
      until: agreement?.until ?? null,
      ...(agreement ? siteTerms(agreement, siteId) : none),
    };
  }
}

/**
 * What is agreed on a day, or begins by `soon`.
 *
 * @param customerIds of these customers; of all when undefined
 */
export async function agreedOn(
  db: Database,
  day: PlainDate,
  {
    soon = day,
    customerIds,
    transaction,
  }: { soon?: PlainDate; customerIds?: readonly string[]; transaction?: Transaction | undefined } = {},
): Promise<Agreed> {
  const { Agreement: Model, SeasonDecision: Decision } = db.models;
  const inOne = transaction ? { transaction } : {};
  const rows = (await Model.findAll({
    where: {
      withdrawnAt: null,
      fromDay: { [Op.lte]: soon },
      untilDay: { [Op.or]: [null, { [Op.gte]: day }] },
      ...(customerIds ? { customerId: [...customerIds] } : {}),
    },
    include: ['refinements'],
    ...inOne,
  })) as WithParts[];
  const decided = await Decision.findAll({
    where: { withdrawnAt: null, windowTo: { [Op.gte]: addDays(day, -SEASON_DAYS) } },
    ...inOne,
  });
  return new Agreed({
    day,
    soon,
    byCustomer: groupBy(rows.map(agreementOf), (agreement) => agreement.customerId),
    programme: await programmeOn(db, day, transaction),
    decided: groupBy(
      decided.map(({ unitId, task, windowTo, what }) => ({ unitId, task, windowTo, what })),
      (decision) => decision.unitId,
    ),
  });
}

export interface UnitOfCustomer extends MachineThere {
  readonly customerId: string;
  readonly siteId: string;
  readonly site: string;
  readonly unitId: string | null;
  readonly tag: string;
}

const ORDER: Record<string, string> = {
  customer: 'c.name {dir}',
  state: 'state {dir}',
  from: 'a.from_day {dir} nulls last',
  until: 'a.until_day {dir} nulls last',
  units: 'units {dir}',
  price: "(a.terms #>> '{price,cents}')::bigint {dir} nulls last",
};

/** Customers with the agreement that counts for them on a day. */
export async function agreementPage(
  db: Database,
  day: PlainDate,
  list: ListAsked & AgreementOnly,
): Promise<Page<AgreementRow>> {
  const words = prefixQuery(list.q);
  const searched = words !== undefined;
  const bind = [day, ...(words ? [words] : [])];
  const [count] = await db.rows<{ total: number }>(countAgreements(searched, list), bind);
  const rows = await db.rows<Omit<AgreementRow, 'agreement' | 'visits'> & { agreementId: string | null }>(
    agreementsPage(searched, orderBy(ORDER, list), list, list),
    bind,
  );
  const ids = rows.flatMap(({ agreementId }) => agreementId ?? []);
  const found = (await db.models.Agreement.findAll({
    where: { id: ids },
    include: ['refinements'],
  })) as WithParts[];
  const byId = new Map(found.map((row) => [row.id, agreementView(row)]));
  const programme = await programmeOn(db, day);
  const units = groupBy(
    await unitsOf(
      db,
      rows.map((row) => row.id),
    ),
    (unit) => unit.customerId,
  );
  return {
    total: count?.total ?? 0,
    rows: rows.map(({ agreementId, ...row }) => {
      const agreement = agreementId ? byId.get(agreementId) : undefined;
      return {
        ...row,
        agreement: agreement ?? null,
        visits: agreement ? visitsAYear(units.get(row.id) ?? [], agreement, programme) : null,
      };
    }),
  };
}

const unitsOf = (db: Database, customerIds: readonly string[]) =>
  db.rows<UnitOfCustomer>(UNITS_OF_CUSTOMERS, [customerIds]);

/** Visits a year to all sites of a customer together. */
function visitsAYear(units: readonly UnitOfCustomer[], agreement: Agreement, programme: Programme): number {
  return [...groupBy(units, (unit) => unit.siteId).values()].reduce((sum, own) => {
    const terms = own.flatMap((unit) =>
      unit.unitId === null ? [] : [unitTerms({ ...unit, unitId: unit.unitId }, agreement, programme)],
    );
    return sum + yearOf(terms).visits;
  }, 0);
}

/** Every agreement of a customer, and the sites and units it can speak of. @throws Problem 404 */
export async function agreementsOfCustomer(db: Database, customerId: string): Promise<AgreementsOfCustomer> {
  const customer = await db.models.Customer.findByPk(customerId);
  if (!customer) throw notFound('Customer');
  const rows = (await db.models.Agreement.findAll({
    where: { customerId, withdrawnAt: null },
    include: ['refinements', 'recorder'],
    order: [['fromDay', 'desc']],
  })) as WithParts[];
  const bySite = groupBy(await unitsOf(db, [customerId]), (unit) => unit.siteId);
  return {
    customer: { id: customer.id, name: customer.name },
    agreements: rows.map(agreementView),
    sites: [...bySite].map(([id, own]) => ({
      id,
      name: own[0]?.site ?? '',
      units: own.flatMap(({ unitId, tag, kind, cools, outdoorAir, smokeDetectors, drive }) =>
        unitId === null ? [] : [{ id: unitId, tag, kind, cools, outdoorAir, smokeDetectors, drive }],
      ),
    })),
  };
}

/** @throws Problem 404 */
export async function agreementRecord(db: Database, id: string): Promise<AgreementView> {
  const row = (await db.models.Agreement.findByPk(id, {
    include: ['refinements', 'recorder'],
  })) as WithParts | null;
  if (!row) throw notFound('Agreement');
  return agreementView(row);
}
