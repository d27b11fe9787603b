import { Problem } from '../http/problem.ts';
import type { Endpoint } from '../http/endpoints.ts';

export const eventEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/events',
    action: 'read',
    handle: async ({ hub, request, response, user }) => {
      const last = Number(request.get('last-event-id'));
      const open = () => {
        response.writeHead(200, {
          'content-type': 'text/event-stream',
          'cache-control': 'no-cache, no-transform',
          'x-accel-buffering': 'no',
        });
        response.write('retry: 3000\n\n');
      };
      const joined = await hub.join(
        response,
        { sessionId: request.sessionID, userId: user.id },
        Number.isInteger(last) && last > 0 ? last : undefined,
        open,
      );
      if (!joined) throw new Problem(429, 'Too many windows listen for news at once');
      return undefined;
    },
  },
];
