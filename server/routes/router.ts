import { z } from 'zod';
import {
  boardQuery,
  lockBody,
  newOrders,
  planAsked,
  publishBody,
  searchEnd,
  splitBody,
  undoBody,
  type ForecastDay,
  type SearchStarted,
} from '#contracts/board';
import { dueQuery, loadQuery } from '#contracts/routes';
import { id as uuid, plainDate } from '#contracts/common';
import { agreedBody } from '#contracts/telling';
import type { SignedIn } from '#contracts/people';
import { may } from '#contracts/roles';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { todayIn } from '../http/clock.ts';
import { companyNow, companyToday, companyYard } from '../settings/service.ts';
import { refreshStale } from '../sheet/summary.ts';
import { dueSites, latePlanned, missedSeasons } from './due/due.ts';
import { boardView } from './board/board.ts';
import { crewFeed, feedKey } from './publish/feed.ts';
import { routeCalendar, routeFeatures, routeTrack } from './publish/files.ts';
import { loadAhead } from './due/load.ts';
import { lockStop } from './board/lock.ts';
import { saveOrders } from './board/orders.ts';
import { routePage } from './publish/page.ts';
import { planProblem, sentProblem } from './problem/problem.ts';
import { agree, toldElsewhere } from './publish/elsewhere.ts';
import { publish } from './publish/publish.ts';
import { splitStop } from './board/split.ts';
import { undoChange } from './board/undo.ts';
import { sendWhatWaits } from '../telling/service.ts';

/** Who plans sees a day as it stands, its crew as it was published. */
const seenBy = ({ role }: SignedIn) => (may(role, 'plan route') ? 'it stands' : 'published');

export const routeEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/routes/due',
    action: 'read',
    handle: async ({ db, clock, query }) => {
      const { days } = parse(dueQuery, query);
      const today = todayIn(clock, (await companyNow(db)).timeZone);
      await refreshStale(db, clock, today);
      const sites = await dueSites(db, { today, asOf: today, days });
      return sites.map(({ dueTasks: _tasks, dueUnits: _units, ...site }) => site);
    },
  },
  {
    method: 'get',
    path: '/api/routes/late-planned',
    action: 'read',
    handle: async ({ db, clock }) => {
      const today = await companyToday({ db, clock });
      await refreshStale(db, clock, today);
      return latePlanned(db, today);
    },
  },
  {
    method: 'get',
    path: '/api/load',
    action: 'read',
    handle: ({ query, ...needs }) => loadAhead(needs, parse(loadQuery, query).weeks),
  },
  {
    method: 'get',
    path: '/api/routes/missed',
    action: 'read',
    handle: async ({ db, clock }) => {
      const today = await companyToday({ db, clock });
      await refreshStale(db, clock, today);
      return missedSeasons(db, today);
    },
  },
  {
    method: 'get',
    path: '/api/board',
    action: 'read',
    handle: (context) => boardView(context, parse(boardQuery, context.query)),
  },
  {
    method: 'get',
    path: '/api/board/weather',
    action: 'read',
    handle: async ({ db, forecast, query }): Promise<ForecastDay[]> => {
      const { from } = parse(z.object({ from: plainDate }), query);
      // Where the forecast does not answer nothing is known: that is no reason to hold up a board.
      const days = await forecast.days(await companyYard(db), from, []);
      return [...days].map(([day, weather]) => ({ day, ...weather }));
    },
  },
  {
    method: 'get',
    path: '/api/board/told-elsewhere',
    action: 'read',
    handle: async (context) => {
      const { from, days } = parse(boardQuery, context.query);
      return toldElsewhere(context, { from: from ?? (await companyToday(context)), days });
    },
  },
  {
    method: 'post',
    path: '/api/board/agreed',
    action: 'plan route',
    handle: async (context) => {
      await agree(context, parse(agreedBody, context.body), context.user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'post',
    path: '/api/board/problem',
    action: 'plan route',
    handle: async (context) => sentProblem(await planProblem(context, parse(planAsked, context.body))),
  },
  {
    method: 'post',
    path: '/api/board/searches',
    action: 'plan route',
    handle: async (context) => {
      const view = await planProblem(context, parse(planAsked, context.body));
      const { problem, orders: from } = view;
      const id = await context.searches.start({ problem, from }, context.user);
      return new Reply(201, { id, view: sentProblem(view) } satisfies SearchStarted);
    },
  },
  {
    method: 'get',
    path: '/api/board/searches/:id',
    action: 'plan route',
    handle: async ({ searches, params, user }) => searches.view(parse(uuid, params.id), user.id),
  },
  {
    method: 'post',
    path: '/api/board/searches/:id/end',
    action: 'plan route',
    handle: async ({ searches, params, body, user }) => {
      const id = parse(uuid, params.id);
      await (parse(searchEnd, body).keep ? searches.stop(id, user.id) : searches.cancel(id, user.id));
      return { ok: true };
    },
  },
  {
    method: 'post',
    path: '/api/board/orders',
    action: 'plan route',
    body: 'drawing',
    handle: async (context) =>
      new Reply(201, await saveOrders(context, parse(newOrders, context.body), context.user.id)),
  },
  {
    method: 'post',
    path: '/api/board/changes/:id/undo',
    action: 'plan route',
    handle: async ({ params, body, user, ...needs }) =>
      new Reply(201, await undoChange(needs, parse(uuid, params.id), parse(undoBody, body).id, user.id)),
  },
  {
    method: 'patch',
    path: '/api/board/stops/:id',
    action: 'plan route',
    handle: async (context) => {
      const { params, body, user } = context;
      await lockStop(context, parse(uuid, params.id), parse(lockBody, body).locked, user.id);
      return { ok: true };
    },
  },
  {
    method: 'post',
    path: '/api/board/stops/:id/split',
    action: 'plan route',
    handle: async (context) => {
      const { params, body, user } = context;
      await splitStop(context, parse(uuid, params.id), parse(splitBody, body), user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'post',
    path: '/api/board/publish',
    action: 'plan route',
    handle: async (context) => {
      const done = await publish(context, parse(publishBody, context.body), context.user.id);
      // It is written down by now; whoever published need not wait until all of it has been handed over.
      void sendWhatWaits(context).catch((error) =>
        context.logger.error({ error }, 'a message could not be handed over'),
      );
      return new Reply(201, done);
    },
  },
  {
    method: 'get',
    path: '/api/crews/:id/feed',
    action: 'plan route',
    handle: async ({ params, sessionSecret }) => {
      const id = parse(uuid, params.id);
      return { path: `/api/feeds/${id}/${feedKey(sessionSecret, id)}.ics` };
    },
  },
  {
    method: 'get',
    path: '/api/feeds/:id/:key.ics',
    action: 'public',
    handle: async (context) => {
      const { params, response } = context;
      const text = await crewFeed(context, parse(uuid, params.id), parse(z.string().max(64), params.key));
      response.type('text/calendar').send(text);
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/routes/path',
    action: 'read',
    handle: async ({ driveTimes, query, response }) => {
      const { places } = parse(
        z.object({
          places: z.string().regex(/^-?[\d.]+,-?[\d.]+(;-?[\d.]+,-?[\d.]+){1,61}$/, 'are lon,lat pairs'),
        }),
        query,
      );
      const pairs = places.split(';').map((pair) => pair.split(',').map(Number) as [number, number]);
      response.json(await driveTimes.path(pairs.map(([lon, lat]) => ({ lon, lat }))));
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/routes/:id',
    action: 'read',
    handle: ({ db, params, user }) => routePage(db, parse(uuid, params.id), seenBy(user)),
  },
  {
    method: 'get',
    path: '/api/routes/:id/calendar.ics',
    action: 'read',
    handle: async ({ db, params, user, response }) => {
      const route = await routePage(db, parse(uuid, params.id), seenBy(user));
      response
        .attachment(`route-${route.day}.ics`)
        .type('text/calendar')
        .send(routeCalendar([route], `${route.crew.name} ${route.day}`, (await companyNow(db)).name));
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/routes/:id/track.gpx',
    action: 'read',
    handle: async ({ db, params, user, response }) => {
      const route = await routePage(db, parse(uuid, params.id), seenBy(user));
      response.attachment(`route-${route.day}.gpx`).type('application/gpx+xml').send(routeTrack(route));
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/routes/:id/stops.geojson',
    action: 'read',
    handle: async ({ db, params, user, response }) => {
      const route = await routePage(db, parse(uuid, params.id), seenBy(user));
      response
        .attachment(`route-${route.day}.geojson`)
        .type('application/geo+json')
        .send(JSON.stringify(routeFeatures(route)));
      return undefined;
    },
  },
];
