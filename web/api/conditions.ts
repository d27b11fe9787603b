import type { ConditionBoard } from '#contracts/conditions';
import { api } from './base.ts';
import { list } from './tags.ts';

export interface ConditionAsk {
  readonly q: string;
  readonly sort: 'hazard' | 'age' | 'customer';
  readonly overdue: 'only' | 'all';
  readonly kind?: string | undefined;
  readonly offset: number;
  readonly limit?: number;
}

export const { useConditionsQuery, useLazyConditionsQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    conditions: build.query<ConditionBoard, ConditionAsk>({
      query: (params) => ({ url: '/conditions', params: { ...params } }),
      providesTags: list('visit', 'unit'),
    }),
  }),
});
