import type { CallPage, NewFetch } from '#contracts/calls';
import type { Dependencies } from '../dependencies.ts';
import { nextRef } from '../db/refs.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { derive } from '../sheet/derive.ts';
import { withLocked } from '../sheet/lock.ts';
import { callRecord } from './service.ts';

/** Parts handed over, minutes; parking and signing come with every stop [common practice, our estimate]. */
const COUNTER_MINUTES = 10;

/**
 * A stop at a supply counter for the parts of a call on hold; it is planned like any call, and when it is
 * done the parts are there.
 *
 * @throws Problem 404; 409 where they are fetched already; 422 at a site that is no counter
 */
export async function fetchParts(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  callId: string,
  body: NewFetch,
  actor: string,
): Promise<CallPage> {
  await withLocked(
    db,
    async () => ({ units: [], points: [], calls: [callId], visits: [] }),
    async (touched, transaction) => {
      if (!(await firstTime(db, transaction, { id: body.id, body: { callId, ...body }, actor }))) return;
      const { Call, Site } = db.models;
      const call = await Call.findByPk(callId, { transaction });
      if (!call) throw notFound('Call');
      if (call.state === 'done' || call.state === 'cancelled')
        throw new Problem(409, `Nothing is fetched for a call that is ${call.state}`);
      const site = await Site.findByPk(body.siteId, { transaction });
      if (!site?.counter) throw invalid([{ path: 'siteId', message: 'must be a supply counter' }]);
      const other = await Call.findOne({
        where: { fetches: callId },
        order: [['receivedAt', 'desc']],
        transaction,
      });
      if (other && other.state !== 'done' && other.state !== 'cancelled')
        throw new Problem(409, `Its parts are to be fetched already: ${other.ref}`);
      const now = clock.now();
      await Call.create(
        {
          id: body.id,
          siteId: body.siteId,
          unitId: null,
          ref: await nextRef(db, 'planned return', transaction),
          kind: 'planned return',
          since: now,
          receivedAt: now,
          complaint: `Fetch the parts for ${call.ref}: ${call.complaint}`,
          priority: 'this week',
          minutes: COUNTER_MINUTES,
          fetches: callId,
        },
        { transaction },
      );
      await writeLog(db, transaction, {
        actor,
        action: 'fetch parts',
        entity: 'call',
        entityId: body.id,
        detail: { callId, ...body },
      });
      await derive(db, clock, { ...touched, calls: [body.id] }, transaction);
    },
  );
  return callRecord(db, body.id);
}
