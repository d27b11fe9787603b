import type { FlagKind } from '#core/history';
import type { Page } from '#contracts/common';
import type { NewDismissal, WatchRow } from '#contracts/watch';
import type { FlagView } from '#contracts/units';
import type { Dependencies } from '../dependencies.ts';
import { notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { todayIn } from '../http/clock.ts';
import { writeLog } from '../http/log.ts';
import { prefixQuery } from '../search/queries.ts';
import { companyNow } from '../settings/service.ts';
import { refreshStale, refreshSummaries } from '../units/summary.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

/** The watch list, worst first, read from the summaries; flags that were set aside are left out. */
export async function watchList(
  { db, clock }: Needs,
  list: { flag?: FlagKind | undefined; q: string; offset: number; limit: number },
): Promise<Page<WatchRow>> {
  await refreshStale(db, clock, todayIn(clock, (await companyNow(db)).timeZone));
  const found = prefixQuery(list.q);
  const where = `m.score > 0 and ($1::text is null or $1 = any(m.flag_kinds))
    and ($2::text is null or m.unit_id in (select id from search_documents where kind <> 'call' and kind = 'unit' and words @@ to_tsquery('simple', $2)))`;
  const bind = [list.flag ?? null, found ?? null];
  const [count] = await db.rows<{ total: number }>(
    `select count(*)::int as total from unit_summaries m where ${where}`,
    bind,
  );
  const rows = await db.rows<Omit<WatchRow, 'flags'> & { flags: (FlagView & { setAside: boolean })[] }>(
    `select u.id as "unitId", u.tag, u.kind, s.id as "siteId", s.name as site, c.name as customer, m.score, m.sentence, m.flags
     from (select * from unit_summaries m where ${where} order by m.score desc, m.unit_id limit ${list.limit} offset ${list.offset}) m
     join units u on u.id = m.unit_id join sites s on s.id = u.site_id join customers c on c.id = s.customer_id order by m.score desc, m.unit_id`,
    bind,
  );
  return {
    rows: rows.map((row) => ({ ...row, flags: row.flags.filter((flag) => !flag.setAside) })),
    total: count?.total ?? 0,
  };
}

/** Sets a flag aside on the evidence it rests on now. */
export async function dismiss({ db, clock }: Needs, body: NewDismissal, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!(await db.models.Unit.findByPk(body.unitId, { transaction }))) throw notFound('Unit');
    await db.run(
      'insert into dismissals (id, unit_id, flag, evidence, reason, dismissed_by) values ($1, $2, $3, $4, $5, $6)',
      [body.id, body.unitId, body.flag, body.evidence, body.reason, actor],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: 'set flag aside',
      entity: 'unit',
      entityId: body.unitId,
      detail: body,
    });
    await refreshSummaries(db, clock, [body.unitId], transaction);
  });
}

/** Takes a dismissal back. @throws Problem 404 */
export async function undoDismissal({ db, clock }: Needs, id: string, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    const [undone] = await db.run<{ unitId: string }>(
      'update dismissals set undone_at = now() where id = $1 and undone_at is null returning unit_id as "unitId"',
      [id],
      transaction,
    );
    if (!undone) throw notFound('Dismissal');
    await writeLog(db, transaction, {
      actor,
      action: 'bring flag back',
      entity: 'unit',
      entityId: undone.unitId,
      detail: { dismissal: id },
    });
    await refreshSummaries(db, clock, [undone.unitId], transaction);
  });
}
