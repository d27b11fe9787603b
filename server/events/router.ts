import type { Route } from '../http/routes.ts';

export const eventRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/events',
    action: 'read',
    handle: async ({ hub, request, response }) => {
      response.writeHead(200, {
        'content-type': 'text/event-stream',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      });
      response.write('retry: 3000\n\n');
      const last = Number(request.get('last-event-id'));
      await hub.join(response, Number.isInteger(last) && last > 0 ? last : undefined);
      return undefined;
    },
  },
];
