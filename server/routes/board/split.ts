import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import type { SplitBody } from '#contracts/board';
import type { Dependencies } from '../../dependencies.ts';
import { writeLog } from '../../http/log.ts';
import { firstTime } from '../../http/once.ts';
import { invalid, notFound, Problem } from '../../http/problem.ts';
import { withLocked } from '../../sheet/lock.ts';
import { BEGUN, CALLS_OF_VISITS } from '../reads/board.sql.ts';

/**
 * Puts some of a stop's calls on a visit of their own, on the same day and crew but in no order yet, so that
 * it can be moved apart. The minutes are shared out by calls.
 *
 * @throws Problem 404, 409 where somebody has begun there, 422 where nothing would be left on one of them
 */
export async function splitStop(
  { db }: Pick<Dependencies, 'db'>,
  visitId: string,
  body: SplitBody,
  actor: string,
): Promise<void> {
  // Whoever writes on the sheet holds the visit's calls; a line that comes first is seen here.
  const find = async (transaction: Transaction) => {
    const calls = await db.rows<{ id: string }>(CALLS_OF_VISITS, [[visitId]], transaction);
    return { units: [], points: [], calls: calls.map(({ id }) => id).sort(), visits: [visitId] };
  };
  await withLocked(db, find, async (_held, transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body: { ...body, visitId }, actor }))) return;
    const stop = await db.models.Stop.findByPk(visitId, { transaction, lock: true });
    const visit = await db.models.Visit.findByPk(visitId, { transaction });
    if (!stop || !visit) throw notFound('Stop');
    if ((await db.rows(BEGUN, [[visitId]], transaction)).length > 0)
      throw new Problem(409, 'Somebody is there already', { detail: 'What is begun is not split any more.' });
    const calls = await db.rows<{ id: string; unitId: string | null }>(
      CALLS_OF_VISITS,
      [[visitId]],
      transaction,
    );
    const apart = calls.filter((call) => body.calls.includes(call.id));
    if (apart.length === 0 || apart.length === calls.length)
      throw invalid([{ path: 'calls', message: 'some go and some stay' }]);
    const { siteId, crewId, plannedFor } = visit;
    const other = await db.models.Visit.create(
      { id: randomUUID(), siteId, crewId, plannedFor },
      { transaction },
    );
    await db.models.VisitCall.update(
      { visitId: other.id },
      { where: { visitId, callId: apart.map((call) => call.id) }, transaction },
    );
    const share = apart.length / calls.length;
    const last = await db.models.Stop.findOne({
      where: { routeId: stop.routeId },
      order: [['position', 'desc']],
      transaction,
      rejectOnEmpty: true,
    });
    await db.models.Stop.create(
      {
        visitId: other.id,
        routeId: stop.routeId,
        position: last.position + 1,
        minutes: stop.minutes - stop.shared * (1 - share),
        shared: stop.shared * share,
        pace: stop.pace,
        driveMinutes: null,
        arriveAt: null,
        startAt: null,
        leaveAt: null,
      },
      { transaction },
    );
    await stop.update(
      { minutes: stop.minutes - stop.shared * share, shared: stop.shared * (1 - share) },
      { transaction },
    );
    await db.models.HeldUnit.update(
      { visitId: other.id },
      { where: { visitId, unitId: apart.flatMap((call) => call.unitId ?? []) }, transaction },
    );
    await db.models.Route.increment('version', { where: { id: stop.routeId }, transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'split stop',
      entity: 'route',
      entityId: stop.routeId,
      detail: { visitId, other: other.id, calls: apart.length },
    });
  });
}
