import { newEntry, newVisit, seenBody, visitQuery, type NewEntry } from '#contracts/visits';
import { id as uuid } from '#contracts/common';
import { invalid, parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { todayIn } from '../http/clock.ts';
import { companyNow } from '../settings/service.ts';
import { seenByCrew, visitRecord, visitsOfDay } from './queries.ts';
import { addEntry, createVisit } from './service.ts';

export const visitEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/visits',
    action: 'read',
    handle: async ({ db, clock, query }) => {
      const { day, crewId } = parse(visitQuery, query);
      return visitsOfDay(db, day ?? todayIn(clock, (await companyNow(db)).timeZone), crewId);
    },
  },
  {
    method: 'post',
    path: '/api/visits/seen',
    action: 'record visit',
    handle: async ({ db, body, user }) => {
      const { day } = parse(seenBody, body);
      if (!user.crewId) throw invalid([{ path: 'day', message: 'you are in no crew' }]);
      await seenByCrew(db, day, user.crewId);
      return { ok: true };
    },
  },
  {
    method: 'get',
    path: '/api/visits/:id',
    action: 'read',
    handle: (context) => visitRecord(context, parse(uuid, context.params.id)),
  },
  {
    method: 'post',
    path: '/api/visits',
    action: 'record visit',
    handle: async (context) =>
      new Reply(201, await createVisit(context, parse(newVisit, context.body), context.user)),
  },
  {
    method: 'post',
    path: '/api/visits/:id/entries',
    action: 'record visit',
    handle: async (context) => {
      const entry = parse(newEntry, context.body) as NewEntry;
      if (entry.visitId !== context.params.id)
        throw invalid([{ path: 'visitId', message: 'is another visit than the address names' }]);
      await addEntry(context, entry, context.user);
      return new Reply(201, await visitRecord(context, entry.visitId));
    },
  },
];
