import type { ErrorRequestHandler } from 'express';
import type { z } from 'zod';
import { issueText, type FieldError, type ProblemDetails } from '#contracts/problem';
import type { Logger } from 'pino';
import { unkeepableTexts } from './texts.ts';

/** An error that leaves the server as RFC 9457 problem details, in words for the person who caused it. */
export class Problem extends Error {
  readonly details: ProblemDetails;

  constructor(
    status: number,
    title: string,
    more: { detail?: string; errors?: FieldError[]; current?: unknown } = {},
  ) {
    super(more.detail ?? title);
    this.details = { type: 'about:blank', title, status, ...more };
  }
}

export const notFound = (what: string) => new Problem(404, `${what} not found`);
export const invalid = (errors: FieldError[], title = 'Something in it is not right') =>
  new Problem(422, title, { errors });

/** A write based on an old version: carries what is stored now, so that the screen can help to merge. */
export const stale = (what: string, current: unknown) =>
  new Problem(409, `Somebody else changed this ${what} meanwhile`, {
    detail: 'Compare both versions and save again.',
    current,
  });

/**
 * Reads a body, a query or parameters through their contract. @throws Problem 422 with the path of each wrong
 * field
 */
export function parse<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const unkeepable = unkeepableTexts(value);
  if (unkeepable.length > 0) throw invalid(unkeepable);
  const read = schema.safeParse(value ?? {});
  if (read.success) return read.data;
  throw invalid(
    read.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issueText(issue) })),
  );
}

/**
 * The last handler: problems as they are, database and parser complaints translated, everything else a logged
 * 500.
 */
export function problemHandler(logger: Logger): ErrorRequestHandler {
  return (error, request, response, next) => {
    if (response.headersSent) return next(error);
    const details = detailsOf(error);
    if (details.status >= 500) logger.error({ err: error, url: request.url }, 'request failed');
    response.status(details.status).type('application/problem+json').send(JSON.stringify(details));
  };
}

interface DatabaseError {
  readonly name?: string;
  readonly message?: string;
  readonly status?: number;
  readonly type?: string;
  readonly original?: { readonly code?: string; readonly detail?: string };
}

function detailsOf(error: unknown): ProblemDetails {
  if (error instanceof Problem) return error.details;
  if (error instanceof RangeError) return { type: 'about:blank', title: error.message, status: 422 };
  const { status, type, original, message } = error as DatabaseError;
  if (type === 'entity.parse.failed')
    return { type: 'about:blank', title: 'The request is not JSON', status: 400 };
  if (type === 'entity.too.large')
    return { type: 'about:blank', title: 'That is too large: at most 30 MB at once', status: 413 };
  if (original?.code === '23505')
    return {
      type: 'about:blank',
      title: 'There is one like it already',
      status: 409,
      ...(original.detail ? { detail: original.detail } : {}),
    };
  if (original?.code === '23503')
    return {
      type: 'about:blank',
      title: 'It refers to something that does not exist',
      status: 422,
      ...(original.detail ? { detail: original.detail } : {}),
    };
  if (original?.code === '23514' || original?.code === '23P01')
    return {
      type: 'about:blank',
      title: 'The record does not allow that',
      status: 422,
      detail: message ?? '',
    };
  if (status !== undefined && status < 500)
    return { type: 'about:blank', title: message ?? 'Bad request', status };
  return {
    type: 'about:blank',
    title: 'Something went wrong on the server. Nothing was changed; try again.',
    status: 500,
  };
}
