import type { FeatureCollection, LineString } from 'geojson';
import type {
  DueSite,
  LatePlanned,
  NewRoute,
  ProblemBody,
  ProblemView,
  RoutePage,
  RouteRow,
} from '#contracts/routes';
import { api } from './base.ts';
import { affected, list, one } from './tags.ts';

export const {
  useDueSitesQuery,
  useLatePlannedQuery,
  useRoutesQuery,
  useRouteQuery,
  useRoutingProblemMutation,
  useSaveRouteMutation,
  useCancelRouteMutation,
  useMapBaseQuery,
  useRoadPathQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    dueSites: build.query<DueSite[], number>({
      query: (days) => ({ url: '/routes/due', params: { days } }),
      providesTags: list('route', 'unit'),
    }),
    /** Late work that stands on a plan: planned, and not done. */
    latePlanned: build.query<LatePlanned[], void>({
      query: () => '/routes/late-planned',
      providesTags: list('route', 'unit', 'visit'),
    }),
    routes: build.query<RouteRow[], void>({ query: () => '/routes', providesTags: list('route') }),
    route: build.query<RoutePage, string>({
      query: (id) => `/routes/${id}`,
      providesTags: (_route, _error, id) => [one('route', id), ...list('visit')],
    }),
    routingProblem: build.mutation<ProblemView, ProblemBody>({
      query: (body) => ({ url: '/routes/problem', method: 'POST', body }),
    }),
    saveRoute: build.mutation<RoutePage, NewRoute>({
      query: (body) => ({ url: '/routes', method: 'POST', body }),
      invalidatesTags: (_route, _error, { id }) => affected({ entity: 'route', id }),
    }),
    cancelRoute: build.mutation<unknown, { id: string; cancelled: boolean }>({
      query: ({ id, cancelled }) => ({ url: `/routes/${id}`, method: 'PATCH', body: { cancelled } }),
      invalidatesTags: (_route, _error, { id }) => affected({ entity: 'route', id }),
    }),
    mapBase: build.query<FeatureCollection, void>({ query: () => '/map', keepUnusedDataFor: 3600 }),
    /** The way over roads through places "lon,lat;lon,lat"; null when the engine draws none. */
    roadPath: build.query<LineString | null, string>({
      query: (places) => ({ url: '/routes/path', params: { places } }),
      keepUnusedDataFor: 600,
    }),
  }),
});
