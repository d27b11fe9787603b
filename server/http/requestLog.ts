import { randomUUID } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/**
 * One line for each request: which route, who, with what outcome, how long, under which id; the answer
 * carries the id too. Never what was sent: no query, no header, no body.
 */
export function requestLog(logger: Logger): RequestHandler {
  return pinoHttp<Request, Response>({
    logger,
    genReqId: (_request, response) => {
      const id = randomUUID();
      response.setHeader('x-request-id', id);
      return id;
    },
    quietReqLogger: true,
    serializers: { req: () => undefined, res: () => undefined, err: () => undefined },
    customLogLevel: (_request, response) => (response.statusCode >= 500 ? 'error' : 'info'),
    customSuccessMessage: () => 'answered',
    customErrorMessage: () => 'answered',
    customProps: (request, response) => ({
      requestId: request.id,
      method: request.method,
      route: request.route?.path ?? (request.path.startsWith('/api/') ? 'no such route' : 'page'),
      person: request.person,
      status: response.statusCode,
    }),
  }) as unknown as RequestHandler;
}
