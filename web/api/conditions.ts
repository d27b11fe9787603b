import type { ConditionBoard, NewReturns } from '#contracts/conditions';
import { api } from './base.ts';
import { affected, list } from './tags.ts';

export interface ConditionAsk {
  readonly q: string;
  readonly sort: 'hazard' | 'age' | 'customer';
  readonly overdue: 'only' | 'all';
  readonly kind?: string | undefined;
  readonly offset: number;
  readonly limit?: number;
}

export const { useConditionsQuery, useLazyConditionsQuery, usePlanReturnsMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    conditions: build.query<ConditionBoard, ConditionAsk>({
      query: (params) => ({ url: '/conditions', params: { ...params } }),
      providesTags: list('visit', 'unit', 'call'),
    }),
    planReturns: build.mutation<unknown, NewReturns>({
      query: (body) => ({ url: '/conditions/returns', method: 'POST', body }),
      invalidatesTags: affected({ entity: 'call', id: 'any' }),
    }),
  }),
});
