import { id as uuid } from '#contracts/common';
import { planImport, sitesImport } from '#contracts/files';
import { parse } from '../http/problem.ts';
import type { Endpoint } from '../http/endpoints.ts';
import { tracingRecord } from '../tracing/queries.ts';
import { importPlan, sitePlan } from './plan.ts';
import { importSites, sitesGeoJson } from './sites.ts';

export const fileEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/exports/sites.geojson',
    action: 'export',
    handle: async ({ db, response }) =>
      void response
        .attachment('sites.geojson')
        .type('application/geo+json')
        .send(JSON.stringify(await sitesGeoJson(db), null, 1)),
  },
  {
    method: 'post',
    path: '/api/imports/sites',
    action: 'import',
    body: 'file',
    handle: ({ db, body, user }) => importSites(db, parse(sitesImport, body), user.id),
  },
  {
    method: 'get',
    path: '/api/sites/:id/plan.json',
    action: 'read',
    handle: async ({ db, params, response }) => {
      const plan = await sitePlan(db, parse(uuid, params.id));
      response
        .attachment(`${plan.site.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-plan.json`)
        .type('application/json')
        .send(JSON.stringify(plan, null, 1));
    },
  },
  {
    method: 'post',
    path: '/api/sites/:id/plan',
    action: 'edit record',
    body: 'drawing',
    handle: async ({ db, params, body, user }) => {
      const siteId = parse(uuid, params.id);
      await importPlan(db, siteId, parse(planImport, body), user.id);
      return tracingRecord(db, siteId);
    },
  },
];
