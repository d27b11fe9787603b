import { Op } from 'sequelize';
import type { ImportRow } from '#contracts/imports';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { notFound, Problem } from '../http/problem.ts';
import { derive } from '../sheet/derive.ts';
import { lock } from '../sheet/lock.ts';
import * as sql from './back.sql.ts';

const MOST_LISTED = 50;

/** Imports that were carried out, the latest first. */
export async function importRows(db: Database): Promise<ImportRow[]> {
  const rows = await db.models.Import.findAll({
    where: { appliedAt: { [Op.ne]: null } },
    attributes: { exclude: ['content'] },
    include: [{ association: 'creator', attributes: ['displayName'] }],
    order: [['appliedAt', 'desc']],
    limit: MOST_LISTED,
  });
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind as ImportRow['kind'],
    fileName: row.fileName,
    by: (row as unknown as { creator: { displayName: string } | null }).creator?.displayName ?? null,
    appliedAt: row.appliedAt?.toISOString() ?? '',
    takenBackAt: row.takenBackAt?.toISOString() ?? null,
    created: row.createdCount ?? 0,
    changed: row.changedCount ?? 0,
  }));
}

/**
 * Takes an import back as a whole: what it made goes, what it changed is as before. Only as long as nothing
 * is built on it.
 *
 * @throws Problem 404, 409 with what stands in the way
 */
export async function takeBack(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
  actor: string,
): Promise<void> {
  await db.transaction(async (transaction) => {
    const row = await db.models.Import.findByPk(id, {
      attributes: { exclude: ['content'] },
      transaction,
      lock: true,
    });
    if (!row?.appliedAt) throw notFound('Import');
    if (row.takenBackAt) return;
    const refuse = (detail: string) => {
      throw new Problem(409, `${row.fileName} can no longer be taken back`, { detail });
    };
    if (row.createdCount === null)
      return refuse('It was imported by an earlier version, which did not note what it changed.');
    if (row.kind === 'calls' && (row.changedCount ?? 0) > 0)
      return refuse(`It changed ${row.changedCount} calls that were on record before; mend those by hand.`);
    const judged = (await db.rows<{ id: string }>(sql.UNITS_TO_JUDGE, [id], transaction))
      .map((u) => u.id)
      .sort();
    const made = (await db.rows<{ id: string }>(sql.UNITS_MADE, [id], transaction)).map((u) => u.id);
    await lock(db, { units: [...judged, ...made].sort(), calls: [], points: [], visits: [] }, transaction);
    const built = await db.rows<{ what: string; count: number; first: string | null }>(
      sql.BUILT_ON,
      [id],
      transaction,
    );
    if (built.length > 0)
      return refuse(
        built
          .map(({ what, count, first }) => `${count} ${what}${first ? `, such as ${first}` : ''}`)
          .join('; '),
      );
    await db.run(sql.ALLOW, [], transaction);
    for (const statement of [...sql.TAKE_AWAY, ...sql.PUT_BACK]) await db.run(statement, [id], transaction);
    await row.update({ takenBackAt: clock.now(), takenBackBy: actor }, { transaction });
    await derive(db, clock, { units: judged, points: [], calls: [], visits: [] }, transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'take back',
      entity: 'import',
      entityId: id,
      detail: { file: row.fileName },
    });
  });
}
