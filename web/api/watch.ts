import type { NewDecision, WatchPage, WatchQuery } from '#contracts/watch';
import { api } from './base.ts';
import { affected, list } from './tags.ts';

export type WatchAsk = Partial<Omit<WatchQuery, 'offset' | 'limit'>> & {
  readonly q: string;
  readonly offset: number;
  readonly limit?: number;
};

/** What was asked as the address carries it; what is not asked is left out. */
export const watchParams = (ask: Partial<WatchAsk>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(ask).flatMap(([name, value]) =>
      value === undefined || value === '' ? [] : [[name, String(value)]],
    ),
  );

export const { useWatchQuery, useLazyWatchQuery, useDecideMutation, useUndoDecisionMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      watch: build.query<WatchPage, WatchAsk>({
        query: (ask) => ({ url: '/watch', params: watchParams(ask) }),
        providesTags: list('unit'),
      }),
      decide: build.mutation<unknown, NewDecision>({
        query: (body) => ({ url: '/watch/decisions', method: 'POST', body }),
        invalidatesTags: (_done, _error, { unitId }) => affected({ entity: 'unit', id: unitId }),
      }),
      undoDecision: build.mutation<unknown, string>({
        query: (id) => ({ url: `/watch/decisions/${id}`, method: 'DELETE' }),
        invalidatesTags: [...list('unit', 'site'), 'place'],
      }),
    }),
  });
