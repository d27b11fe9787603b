import { machinePatch, newUnit, sisterAsk, storiesAsk, unitList, unitPatch } from '#contracts/units';
import { id as uuid } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { storiesOf, unitPage } from './queries.ts';
import { sisterReadings } from './sisters.ts';
import { createUnit, unitRecord, updateMachine, updateUnit } from './service.ts';

export const unitEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/units',
    action: 'read',
    handle: ({ db, query }) => unitPage(db, parse(unitList, query)),
  },
  {
    method: 'get',
    path: '/api/units/stories',
    action: 'read',
    handle: ({ db, query }) => storiesOf(db, parse(storiesAsk, query).units),
  },
  {
    method: 'get',
    path: '/api/units/:id',
    action: 'read',
    handle: (context) => unitRecord(context, parse(uuid, context.params.id)),
  },
  {
    method: 'get',
    path: '/api/units/:id/sisters',
    action: 'read',
    handle: (context) =>
      sisterReadings(context, parse(uuid, context.params.id), parse(sisterAsk, context.query).card),
  },
  {
    method: 'post',
    path: '/api/units',
    action: 'edit record',
    handle: async (context) =>
      new Reply(201, await createUnit(context, parse(newUnit, context.body), context.user.id)),
  },
  {
    method: 'patch',
    path: '/api/units/:id',
    action: 'edit record',
    handle: (context) =>
      updateUnit(context, parse(uuid, context.params.id), parse(unitPatch, context.body), context.user.id),
  },
  {
    method: 'patch',
    path: '/api/units/:id/machine',
    action: 'map site',
    handle: (context) =>
      updateMachine(
        context,
        parse(uuid, context.params.id),
        parse(machinePatch, context.body),
        context.user.id,
      ),
  },
];
