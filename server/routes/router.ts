import { z } from 'zod';
import { dueQuery, newRoute, problemBody } from '#contracts/routes';
import { id as uuid, plainDate } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Route } from '../http/routes.ts';
import { todayIn } from '../http/clock.ts';
import { companyNow, companyToday } from '../settings/service.ts';
import { refreshStale } from '../units/summary.ts';
import { dueSites, latePlanned, missedSeasons } from './due.ts';
import { routeCalendar, routeTrack } from './files.ts';
import { cancelRoute, routeRecord, routeRows, routingProblemFor, saveRoute } from './service.ts';

export const routeRoutes: readonly Route[] = [
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
    path: '/api/routes/missed',
    action: 'read',
    handle: async ({ db, clock }) => {
      const today = await companyToday({ db, clock });
      await refreshStale(db, clock, today);
      return missedSeasons(db, today);
    },
  },
  {
    method: 'post',
    path: '/api/routes/problem',
    action: 'plan route',
    handle: async (context) => {
      const { work: _work, ...view } = await routingProblemFor(context, parse(problemBody, context.body));
      return view;
    },
  },
  {
    method: 'get',
    path: '/api/routes',
    action: 'read',
    handle: async ({ db, clock, query }) => {
      const { from } = parse(z.object({ from: plainDate.optional() }), query);
      return routeRows(db, from ?? todayIn(clock, (await companyNow(db)).timeZone));
    },
  },
  {
    method: 'post',
    path: '/api/routes',
    action: 'plan route',
    body: 'drawing',
    handle: async (context) =>
      new Reply(201, await saveRoute(context, parse(newRoute, context.body), context.user.id)),
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
    handle: ({ db, params }) => routeRecord(db, parse(uuid, params.id)),
  },
  {
    method: 'patch',
    path: '/api/routes/:id',
    action: 'plan route',
    handle: async (context) => {
      const { params, body, user } = context;
      await cancelRoute(
        context,
        parse(uuid, params.id),
        parse(z.object({ cancelled: z.boolean() }), body).cancelled,
        user.id,
      );
      return { ok: true };
    },
  },
  {
    method: 'get',
    path: '/api/routes/:id/calendar.ics',
    action: 'read',
    handle: async ({ db, params, response }) => {
      const route = await routeRecord(db, parse(uuid, params.id));
      response
        .attachment(`route-${route.day}.ics`)
        .type('text/calendar')
        .send(routeCalendar(route, (await companyNow(db)).name));
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/routes/:id/track.gpx',
    action: 'read',
    handle: async ({ db, params, response }) => {
      const route = await routeRecord(db, parse(uuid, params.id));
      response.attachment(`route-${route.day}.gpx`).type('application/gpx+xml').send(routeTrack(route));
      return undefined;
    },
  },
];
