import type { Page } from '#contracts/common';
import type { CustomerPatch, CustomerRow, CustomerView, NewCustomer } from '#contracts/customers';
import type { SiteRow } from '#contracts/sites';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { notFound } from '../http/problem.ts';
import { updateVersion } from '../http/versioned.ts';
import { prefixQuery } from '../search/queries.ts';
import { SITE_ROWS } from '../sites/sites.sql.ts';
import { orderBy } from '../units/queries.ts';

const COLUMNS = 'c.id, c.name, c.phone, c.notes, c.retired_at as "retiredAt", c.version';
const ORDER: Record<string, string> = {
  name: 'c.name {dir}',
  sites: 'sites {dir}, c.name',
  units: 'units {dir}, c.name',
};

export async function customerPage(
  db: Database,
  list: { q: string; sort: string; dir: 'asc' | 'desc'; offset: number; limit: number },
): Promise<Page<CustomerRow>> {
  const found = prefixQuery(list.q);
  const where = found
    ? "and c.id in (select id from search_documents where kind <> 'call' and kind = 'customer' and words @@ to_tsquery('simple', $1))"
    : '';
  const bind = found ? [found] : [];
  const [count] = await db.rows<{ total: number }>(
    `select count(*)::int as total from customers c where c.retired_at is null ${where}`,
    bind,
  );
  const rows = await db.rows<CustomerRow>(
    `select ${COLUMNS}, count(distinct s.id)::int as sites, count(u.id)::int as units
     from customers c left join sites s on s.customer_id = c.id and s.retired_at is null left join units u on u.site_id = s.id and u.status <> 'retired'
     where c.retired_at is null ${where} group by c.id order by ${orderBy(ORDER, list)}, c.id limit ${list.limit} offset ${list.offset}`,
    bind,
  );
  return { rows, total: count?.total ?? 0 };
}

export async function customerRecord(
  db: Database,
  id: string,
): Promise<CustomerView & { siteRows: SiteRow[] }> {
  const [customer] = await db.rows<CustomerView>(`select ${COLUMNS} from customers c where c.id = $1`, [id]);
  if (!customer) throw notFound('Customer');
  const siteRows = await db.rows<SiteRow>(
    `${SITE_ROWS} where s.customer_id = $1 and s.retired_at is null group by s.id, c.id order by s.name`,
    [id],
  );
  return { ...customer, siteRows };
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
