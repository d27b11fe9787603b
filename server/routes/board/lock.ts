import type { Dependencies } from '../../dependencies.ts';
import { writeLog } from '../../http/log.ts';
import { notFound } from '../../http/problem.ts';

/**
 * Locks a stop to its crew and day, so that no plan moves it, or lets it go. Somebody can still move it by
 * hand.
 *
 * @throws Problem 404 where the visit is on no route
 */
export async function lockStop(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  visitId: string,
  locked: boolean,
  actor: string,
): Promise<void> {
  await db.transaction(async (transaction) => {
    const stop = await db.models.Stop.findByPk(visitId, { transaction, lock: true });
    if (!stop) throw notFound('Stop');
    await stop.update(
      { lockedAt: locked ? clock.now() : null, lockedBy: locked ? actor : null },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: locked ? 'lock stop' : 'unlock stop',
      entity: 'route',
      entityId: stop.routeId,
      detail: { visitId },
    });
  });
}
