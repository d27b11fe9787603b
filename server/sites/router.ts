import { newSite, siteList, sitePatch } from '#contracts/sites';
import { id as uuid } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { sitePage } from './queries.ts';
import { createSite, siteRecord, updateSite } from './service.ts';

export const siteEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/sites',
    action: 'read',
    handle: ({ db, query }) => sitePage(db, parse(siteList, query)),
  },
  {
    method: 'get',
    path: '/api/sites/:id',
    action: 'read',
    handle: (context) => siteRecord(context, parse(uuid, context.params.id)),
  },
  {
    method: 'post',
    path: '/api/sites',
    action: 'edit record',
    handle: async (context) =>
      new Reply(201, await createSite(context, parse(newSite, context.body), context.user.id)),
  },
  {
    method: 'patch',
    path: '/api/sites/:id',
    action: 'edit record',
    handle: (context) =>
      updateSite(context, parse(uuid, context.params.id), parse(sitePatch, context.body), context.user.id),
  },
];
