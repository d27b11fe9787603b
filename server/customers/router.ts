import { customerList, customerPatch, newCustomer } from '#contracts/customers';
import { id as uuid } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { createCustomer, customerPage, customerRecord, updateCustomer } from './service.ts';

export const customerEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/customers',
    action: 'read',
    handle: ({ db, query }) => customerPage(db, parse(customerList, query)),
  },
  {
    method: 'get',
    path: '/api/customers/:id',
    action: 'read',
    handle: ({ db, params }) => customerRecord(db, parse(uuid, params.id)),
  },
  {
    method: 'post',
    path: '/api/customers',
    action: 'edit record',
    handle: async ({ db, body, user }) =>
      new Reply(201, await createCustomer(db, parse(newCustomer, body), user.id)),
  },
  {
    method: 'patch',
    path: '/api/customers/:id',
    action: 'edit record',
    handle: (context) =>
      updateCustomer(
        context,
        parse(uuid, context.params.id),
        parse(customerPatch, context.body),
        context.user.id,
      ),
  },
];
