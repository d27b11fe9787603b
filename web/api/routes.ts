import type { LineString } from 'geojson';
import type {
  BoardView,
  ForecastDay,
  NewOrders,
  OrdersKept,
  PlanAsked,
  PublishBody,
  SearchStarted,
  SearchView,
  SentProblem,
} from '#contracts/board';
import type { DueSite, LatePlanned, LoadView, RoutePage } from '#contracts/routes';
import { api } from './base.ts';
import { affected, list, one } from './tags.ts';
import { ofOne } from './one.ts';

const CHANGES_ROUTES = affected({ entity: 'route', id: 'any' });

export const {
  useDueSitesQuery,
  useLoadQuery,
  useLatePlannedQuery,
  useRouteQuery: askRouteQuery,
  useRoadPathQuery: askRoadPathQuery,
  useBoardQuery,
  useWeatherQuery,
  usePlanProblemMutation,
  useStartPlanSearchMutation,
  useLazyPlanSearchQuery,
  useEndPlanSearchMutation,
  useKeepOrdersMutation,
  useUndoChangeMutation,
  useLockStopMutation,
  useSplitStopMutation,
  usePublishMutation,
  useLazyCrewFeedQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    dueSites: build.query<DueSite[], number>({
      query: (days) => ({ url: '/routes/due', params: { days } }),
      providesTags: list('route', 'unit'),
    }),
    /** What comes round in the weeks ahead against the hours there are. */
    load: build.query<LoadView, number>({
      query: (weeks) => ({ url: '/load', params: { weeks } }),
      providesTags: list('unit', 'crew', 'setting'),
    }),
    /** Late work that stands on a plan: planned, and not done. */
    latePlanned: build.query<LatePlanned[], void>({
      query: () => '/routes/late-planned',
      providesTags: list('route', 'unit', 'visit'),
    }),
    route: build.query<RoutePage, string>({
      query: (id) => `/routes/${id}`,
      providesTags: (_route, _error, id) => [one('route', id), ...list('visit', 'route')],
    }),
    /** Crews' days, each with its stops in order, and the calls that wait for a place. */
    board: build.query<BoardView, { from?: string; days: number }>({
      query: ({ from, days }) => ({ url: '/board', params: { days, ...(from ? { from } : {}) } }),
      providesTags: list('route', 'visit', 'call', 'crew'),
    }),
    weather: build.query<ForecastDay[], string>({
      query: (from) => ({ url: '/board/weather', params: { from } }),
    }),
    planProblem: build.mutation<SentProblem, PlanAsked>({
      query: (body) => ({ url: '/board/problem', method: 'POST', body }),
    }),
    startPlanSearch: build.mutation<SearchStarted, PlanAsked>({
      query: (body) => ({ url: '/board/searches', method: 'POST', body }),
    }),
    planSearch: build.query<SearchView, string>({
      query: (id) => `/board/searches/${id}`,
      keepUnusedDataFor: 0,
    }),
    endPlanSearch: build.mutation<unknown, { id: string; keep: boolean }>({
      query: ({ id, keep }) => ({ url: `/board/searches/${id}/end`, method: 'POST', body: { keep } }),
    }),
    keepOrders: build.mutation<OrdersKept, NewOrders>({
      query: (body) => ({ url: '/board/orders', method: 'POST', body }),
      invalidatesTags: CHANGES_ROUTES,
    }),
    undoChange: build.mutation<OrdersKept, { changeId: string; id: string }>({
      query: ({ changeId, id }) => ({ url: `/board/changes/${changeId}/undo`, method: 'POST', body: { id } }),
      invalidatesTags: CHANGES_ROUTES,
    }),
    lockStop: build.mutation<unknown, { visitId: string; locked: boolean }>({
      query: ({ visitId, locked }) => ({ url: `/board/stops/${visitId}`, method: 'PATCH', body: { locked } }),
      invalidatesTags: CHANGES_ROUTES,
    }),
    /** Puts some calls of a visit on one of their own, on the same day. */
    splitStop: build.mutation<unknown, { id: string; visitId: string; calls: readonly string[] }>({
      query: ({ visitId, ...body }) => ({ url: `/board/stops/${visitId}/split`, method: 'POST', body }),
      invalidatesTags: CHANGES_ROUTES,
    }),
    publish: build.mutation<{ routes: number; notices: number }, PublishBody>({
      query: (body) => ({ url: '/board/publish', method: 'POST', body }),
      invalidatesTags: CHANGES_ROUTES,
    }),
    /** What customers are told, from a day on. */
    crewFeed: build.query<{ path: string }, string>({ query: (crewId) => `/crews/${crewId}/feed` }),
    /** The way over roads through places "lon,lat;lon,lat"; null when the engine draws none. */
    roadPath: build.query<LineString | null, string>({
      query: (places) => ({ url: '/routes/path', params: { places } }),
      keepUnusedDataFor: 600,
    }),
  }),
});
export const useRouteQuery = ofOne<string, RoutePage>(askRouteQuery);
export const useRoadPathQuery = ofOne<string, LineString | null>(askRoadPathQuery);
