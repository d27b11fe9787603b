import type {
  AgreementPatch,
  AgreementRow,
  AgreementsOfCustomer,
  AgreementView,
  AgreementWorth,
  NewAgreement,
  NewSeasonDecision,
  UsualAgreements,
  WithdrawAgreements,
} from '#contracts/agreements';
import type { Page } from '#contracts/common';
import type { MissedSeason } from '#contracts/routes';
import { api, listParams, type ListAsk } from './base.ts';
import { affected, list, one } from './tags.ts';
import { ofOne } from './one.ts';

const agreed = (id: string | null) => affected({ entity: 'agreement', id });

export const {
  useAgreementsQuery,
  useLazyAgreementsQuery,
  useAgreementsOfCustomerQuery: askAgreementsOfCustomerQuery,
  useAgreementWorthQuery: askAgreementWorthQuery,
  useCreateAgreementMutation,
  useChangeAgreementMutation,
  useAgreeAsUsualMutation,
  useWithdrawAgreementsMutation,
  useMissedSeasonsQuery,
  useDecideSeasonMutation,
  useTakeBackSeasonMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    agreements: build.query<Page<AgreementRow>, ListAsk>({
      query: (params) => ({ url: '/agreements', params: listParams({ ...params }) }),
      providesTags: list('agreement'),
    }),
    agreementsOfCustomer: build.query<AgreementsOfCustomer, string>({
      query: (id) => `/customers/${id}/agreements`,
      providesTags: (_page, _error, id) => [one('customer', id), ...list('agreement', 'site', 'unit')],
    }),
    agreementWorth: build.query<AgreementWorth, string>({
      query: (id) => `/customers/${id}/agreements/worth`,
      providesTags: (_page, _error, id) => [one('customer', id), ...list('agreement', 'unit', 'visit')],
    }),
    createAgreement: build.mutation<AgreementView, NewAgreement>({
      query: (body) => ({ url: '/agreements', method: 'POST', body }),
      invalidatesTags: (_page, _error, { id }) => agreed(id),
    }),
    changeAgreement: build.mutation<AgreementView, { id: string; patch: AgreementPatch }>({
      query: ({ id, patch }) => ({ url: `/agreements/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (_page, _error, { id }) => agreed(id),
    }),
    agreeAsUsual: build.mutation<unknown, UsualAgreements>({
      query: (body) => ({ url: '/agreements/usual', method: 'POST', body }),
      invalidatesTags: () => agreed(null),
    }),
    withdrawAgreements: build.mutation<unknown, WithdrawAgreements>({
      query: (body) => ({ url: '/agreements/withdrawals', method: 'POST', body }),
      invalidatesTags: () => agreed(null),
    }),
    missedSeasons: build.query<MissedSeason[], void>({
      query: () => '/routes/missed',
      providesTags: list('unit', 'agreement', 'route', 'visit'),
    }),
    decideSeason: build.mutation<unknown, NewSeasonDecision>({
      query: (body) => ({ url: '/seasons', method: 'POST', body }),
      invalidatesTags: (_ok, _error, { unitId }) => affected({ entity: 'unit', id: unitId }),
    }),
    takeBackSeason: build.mutation<unknown, { id: string; unitId: string }>({
      query: ({ id }) => ({ url: `/seasons/${id}`, method: 'DELETE' }),
      invalidatesTags: (_ok, _error, { unitId }) => affected({ entity: 'unit', id: unitId }),
    }),
  }),
});
export const useAgreementsOfCustomerQuery = ofOne<string, AgreementsOfCustomer>(askAgreementsOfCustomerQuery);
export const useAgreementWorthQuery = ofOne<string, AgreementWorth>(askAgreementWorthQuery);
