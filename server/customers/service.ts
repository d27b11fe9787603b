import type { Page } from '#contracts/common';
import type {
  CustomerOnly,
  CustomerPatch,
  CustomerRow,
  CustomerView,
  NewCustomer,
} from '#contracts/customers';
import type { SiteRow } from '#contracts/sites';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { orderBy, type ListAsked } from '../db/list.sql.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { notFound } from '../http/problem.ts';
import { updateVersion } from '../http/versioned.ts';
import { prefixQuery } from '../search/queries.ts';
import { SITES_OF_CUSTOMER } from '../sites/sites.sql.ts';
import { countCustomers, customersPage } from './customers.sql.ts';

const ORDER: Record<string, string> = {
  name: 'c.name {dir}',
  sites: 'sites {dir}, c.name',
  units: 'units {dir}, c.name',
  phone: 'c.phone {dir} nulls last, c.name',
};

export async function customerPage(db: Database, list: ListAsked & CustomerOnly): Promise<Page<CustomerRow>> {
  const found = prefixQuery(list.q);
  const bind = found ? [found] : [];
  const searched = found !== undefined;
  const [count] = await db.rows<{ total: number }>(countCustomers(searched, list), bind);
  const rows = await db.rows<CustomerRow>(customersPage(searched, orderBy(ORDER, list), list, list), bind);
  return { rows, total: count?.total ?? 0 };
}

/** @throws Problem 404 */
export async function customerRecord(
  db: Database,
  id: string,
): Promise<CustomerView & { siteRows: SiteRow[] }> {
  const customer = await db.models.Customer.findByPk(id);
  if (!customer) throw notFound('Customer');
  const { name, phone, billingAddress, notes, version } = customer;
  const retiredAt = customer.retiredAt?.toISOString() ?? null;
  const siteRows = await db.rows<SiteRow>(SITES_OF_CUSTOMER, [id]);
  return { id, name, phone, billingAddress, notes, retiredAt, version, siteRows };
}

export async function createCustomer(db: Database, body: NewCustomer, actor: string) {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    await db.models.Customer.create(body, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'customer',
      entityId: body.id,
      detail: body,
    });
  });
  return customerRecord(db, body.id);
}

export async function updateCustomer(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
  { version, retired, ...patch }: CustomerPatch,
  actor: string,
) {
  await db.transaction(async (transaction) => {
    const change = {
      ...patch,
      ...(retired === undefined ? {} : { retiredAt: retired ? clock.now() : null }),
    };
    await updateVersion(db.models.Customer, id, version, change, {
      transaction,
      what: 'Customer',
      show: () => customerRecord(db, id),
    });
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'customer',
      entityId: id,
      detail: { ...patch, retired },
    });
  });
  return customerRecord(db, id);
}
