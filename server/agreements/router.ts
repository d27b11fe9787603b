import {
  agreementList,
  agreementPatch,
  newAgreement,
  seasonDecision,
  usualAgreements,
  withdrawAgreements as withdrawing,
} from '#contracts/agreements';
import { id as uuid } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { companyToday } from '../settings/service.ts';
import { agreementPage, agreementsOfCustomer } from './queries.ts';
import {
  agreeAsUsual,
  changeAgreement,
  createAgreement,
  decideSeason,
  withdrawAgreements,
  withdrawSeasonDecision,
} from './service.ts';
import { worthOf } from './worth.ts';

export const agreementEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/agreements',
    action: 'read agreements',
    handle: async ({ db, clock, query }) =>
      agreementPage(db, await companyToday({ db, clock }), parse(agreementList, query)),
  },
  {
    method: 'get',
    path: '/api/customers/:id/agreements',
    action: 'read agreements',
    handle: ({ db, params }) => agreementsOfCustomer(db, parse(uuid, params.id)),
  },
  {
    method: 'get',
    path: '/api/customers/:id/agreements/worth',
    action: 'read agreements',
    handle: async ({ db, clock, params }) =>
      worthOf(db, parse(uuid, params.id), await companyToday({ db, clock })),
  },
  {
    method: 'post',
    path: '/api/agreements',
    action: 'keep agreements',
    handle: async ({ body, user, ...needs }) =>
      new Reply(201, await createAgreement(needs, parse(newAgreement, body), user.id)),
  },
  {
    method: 'patch',
    path: '/api/agreements/:id',
    action: 'keep agreements',
    handle: ({ params, body, user, ...needs }) =>
      changeAgreement(needs, parse(uuid, params.id), parse(agreementPatch, body), user.id),
  },
  {
    method: 'post',
    path: '/api/agreements/usual',
    action: 'keep agreements',
    handle: async ({ body, user, ...needs }) => {
      await agreeAsUsual(needs, parse(usualAgreements, body), user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'post',
    path: '/api/agreements/withdrawals',
    action: 'keep agreements',
    handle: async ({ body, user, ...needs }) => {
      await withdrawAgreements(needs, parse(withdrawing, body), user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'post',
    path: '/api/seasons',
    action: 'plan route',
    handle: async ({ body, user, ...needs }) => {
      await decideSeason(needs, parse(seasonDecision, body), user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'delete',
    path: '/api/seasons/:id',
    action: 'plan route',
    handle: async ({ params, user, ...needs }) => {
      await withdrawSeasonDecision(needs, parse(uuid, params.id), user.id);
      return { ok: true };
    },
  },
];
