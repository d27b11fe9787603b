import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { dayWords, localDate } from '#core/base/time';
import { HOLDING_KINDS } from '#core/record/sheet';
import type { NewReturns } from '#contracts/conditions';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { nextRef } from '../db/refs.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { invalid, Problem } from '../http/problem.ts';
import { companyNow } from '../settings/service.ts';
import { derive } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { FOUND_AT_MAINTENANCE, OPEN_NOW } from './conditions.sql.ts';

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
        await takeReturn(db, left, { callId, now, timeZone }, transaction);
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

/** Puts a call on record that comes back for something that stands open. */
async function takeReturn(
  db: Database,
  left: OpenNow,
  { callId, now, timeZone }: { readonly callId: string; readonly now: Date; readonly timeZone: string },
  transaction: Transaction,
): Promise<void> {
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
      conditionId: left.id,
    },
    { transaction },
  );
}

/**
 * Maintenance is done when it is done; what it found that can hurt somebody, or has put a unit out of use, is
 * a repair of its own. Once the crew has left, a return for each such thing stands beside the maintenance.
 */
export async function takeRepairs(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  visitId: string,
  actor: string,
  transaction: Transaction,
): Promise<void> {
  const found = await db.rows<OpenNow>(FOUND_AT_MAINTENANCE, [visitId, HOLDING_KINDS], transaction);
  if (found.length === 0) return;
  const { timeZone } = await companyNow(db, transaction);
  const taken = found.map((left) => ({ left, callId: randomUUID() }));
  for (const { left, callId } of taken)
    await takeReturn(db, left, { callId, now: clock.now(), timeZone }, transaction);
  await writeLog(db, transaction, {
    actor,
    action: 'plan returns',
    entity: 'visit',
    entityId: visitId,
    detail: { conditions: taken.map(({ left, callId }) => ({ conditionId: left.id, callId })) },
  });
  const calls = taken.map(({ callId }) => callId);
  await derive(db, clock, { units: [], points: [], calls, visits: [] }, transaction);
}
