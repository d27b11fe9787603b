import { dayWords, localDate } from '#core/base/time';
import type { NewReturns } from '#contracts/conditions';
import type { Dependencies } from '../dependencies.ts';
import { nextRef } from '../db/refs.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { invalid, Problem } from '../http/problem.ts';
import { companyNow } from '../settings/service.ts';
import { derive } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { OPEN_NOW } from './conditions.sql.ts';

interface OpenNow {
  readonly id: string;
  readonly kind: string;
  readonly text: string;
  readonly hazard: boolean;
  readonly openedAt: string;
  readonly unitId: string | null;
  readonly siteId: string;
  readonly callRef: string | null;
}

/**
 * Takes a planned return for each of some conditions that were left open, so that it can be given a crew and
 * a day like any call. What can hurt somebody is to be seen to this week, the rest when somebody goes there.
 *
 * @throws Problem 422 for a condition that is closed, 409 where a return for it is on its way
 */
export async function planReturns(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  body: NewReturns,
  actor: string,
): Promise<void> {
  const { timeZone } = await companyNow(db);
  const ids = body.conditions.map(({ conditionId }) => conditionId);
  const open = new Map((await db.rows<OpenNow>(OPEN_NOW, [ids])).map((row) => [row.id, row]));
  const units = [...new Set([...open.values()].flatMap(({ unitId }) => unitId ?? []))];
  await withLocked(
    db,
    async () => ({ units, points: [], calls: [], visits: [] }),
    async (touched, transaction) => {
      if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
      const now = clock.now();
      // Read again: between the first look and the lock somebody may have closed one.
      const rows = new Map(
        (await db.rows<OpenNow>(OPEN_NOW, [ids], transaction)).map((row) => [row.id, row]),
      );
      for (const { conditionId, callId } of body.conditions) {
        const left = rows.get(conditionId);
        if (!left) throw invalid([{ path: 'conditions', message: 'one of them is closed already' }]);
        if (left.callRef !== null) throw new Problem(409, `A return for it is on its way: ${left.callRef}`);
        await db.models.Call.create(
          {
            id: callId,
            siteId: left.siteId,
            unitId: left.unitId,
            ref: await nextRef(db, 'planned return', transaction),
            kind: 'planned return',
            since: now,
            receivedAt: now,
            complaint: `Left so on ${dayWords(localDate(new Date(left.openedAt), timeZone))}: ${left.kind}. ${left.text}`,
            priority: left.hazard ? 'this week' : 'with the next route',
            conditionId,
          },
          { transaction },
        );
      }
      await writeLog(db, transaction, {
        actor,
        action: 'plan returns',
        entity: 'call',
        entityId: null,
        detail: body,
      });
      await derive(
        db,
        clock,
        { ...touched, calls: body.conditions.map(({ callId }) => callId) },
        transaction,
      );
    },
  );
}
