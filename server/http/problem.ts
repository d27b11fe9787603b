import type { ErrorRequestHandler } from 'express';
import type { z } from 'zod';
import { issueText, type FieldError, type ProblemDetails } from '#contracts/problem';
import type { Logger } from 'pino';
import { databaseIsAway, diskIsFull } from '../db/away.ts';
import type { Room } from '../db/room.ts';
import { unkeepableTexts } from './texts.ts';

/** An error that leaves the server as RFC 9457 problem details, in words for the person who caused it. */
export class Problem extends Error {
  readonly details: ProblemDetails;

  constructor(
    status: number,
    title: string,
    more: { type?: string; detail?: string; errors?: FieldError[]; current?: unknown } = {},
  ) {
    super(more.detail ?? title);
    this.details = { type: 'about:blank', title, status, ...more };
  }
}

export const notFound = (what: string) => new Problem(404, `${what} not found`);
export const invalid = (errors: FieldError[], title = 'Something in it is not right') =>
  new Problem(422, title, { errors });

/**
 * A write based on an old version. What is stored now is read only when the transaction that found this out
 * is rolled back and its locks are gone, and on no second connection beside it.
 */
export class Stale extends Error {
  private readonly what: string;
  private readonly show: () => Promise<unknown>;

  constructor(what: string, show: () => Promise<unknown>) {
    super(`Somebody else changed this ${what} meanwhile`);
    this.what = what;
    this.show = show;
  }

  /** The answer, with what is stored now, so that the screen can help to merge. */
  async problem(): Promise<Problem> {
    return new Problem(409, `Somebody else changed this ${this.what} meanwhile`, {
      detail: 'Compare both versions and save again.',
      current: await this.show(),
    });
  }
}

/**
 * Reads a body, a query or parameters through their contract. @throws Problem 422 with the path of each wrong
 * field
 */
export function parse<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const read = schema.safeParse(value ?? {});
  if (read.success) {
    // Only what has passed its shape is walked: the shape bounds how much that can be.
    const unkeepable = unkeepableTexts(read.data);
    if (unkeepable.length > 0) throw invalid(unkeepable);
    return read.data;
  }
  throw invalid(
    read.error.issues
      .slice(0, MOST_ERRORS)
      .map((issue) => ({ path: issue.path.join('.'), message: issueText(issue) })),
  );
}

/** Nobody reads more than that, and a list of ten thousand wrong things makes no answer of megabytes. */
const MOST_ERRORS = 100;

/**
 * The last handler: problems as they are, database and parser complaints translated, everything else a logged
 * 500.
 */
export function problemHandler(logger: Logger, room: Pick<Room, 'failed'>): ErrorRequestHandler {
  return (error, request, response, next) => {
    room.failed(error);
    const details = detailsOf(error);
    if (details.status >= 500)
      logger[databaseIsAway(error) ? 'warn' : 'error']({
        msg: 'request failed',
        requestId: request.id,
        method: request.method,
        route: request.route?.path ?? request.path,
        ...failureOf(error),
      });
    if (response.headersSent) return next(error);
    if (details.status === 503) response.set('retry-after', diskIsFull(error) ? '60' : '2');
    // Whatever of it has not been read yet is not waited for.
    if (!request.complete) response.set('connection', 'close');
    response.status(details.status).type('application/problem+json').send(JSON.stringify(details));
  };
}

/**
 * What a log says of a failure: what kind and where, never what was sent. Messages of the database repeat
 * statements and values, so of those only the code is kept.
 */
export function failureOf(error: unknown): object {
  const { name, message, stack, original, code, severity, table, constraint } = error as Error & {
    original?: { code?: string; table?: string; constraint?: string };
    code?: string;
    severity?: string;
    table?: string;
    constraint?: string;
  };
  const frames = stack
    ?.split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, 8)
    .map((line) => line.trim());
  // What the driver throws itself has a severity; what came through the models has it within.
  const database = original ?? (severity === undefined ? undefined : { code, table, constraint });
  return {
    error: name,
    ...(database
      ? { code: database.code, table: database.table, constraint: database.constraint }
      : { message }),
    frames,
  };
}

interface DatabaseError {
  readonly name?: string;
  readonly message?: string;
  readonly status?: number;
  readonly type?: string;
  readonly limit?: number;
  readonly original?: { readonly code?: string };
}

const tooLarge = (limit: number | undefined): string =>
  limit === undefined || limit < 1e6
    ? `at most ${Math.round((limit ?? 0) / 1024)} KB here`
    : `at most ${Math.round(limit / 1024 / 1024)} MB at once`;

function detailsOf(error: unknown): ProblemDetails {
  if (error instanceof Problem) return error.details;
  if (diskIsFull(error))
    return {
      type: 'about:blank',
      title: 'The disk of the database is full: nothing can be written',
      status: 503,
      detail: 'Nothing was lost. Whoever keeps Gradum running has to free some space; then send it again.',
    };
  if (databaseIsAway(error))
    return {
      type: 'about:blank',
      title: 'The database is away for a moment',
      status: 503,
      detail: 'Try again: the same thing sent twice counts once.',
    };
  if (error instanceof RangeError) return { type: 'about:blank', title: error.message, status: 422 };
  const { status, type, original, message, limit } = error as DatabaseError;
  if (type === 'entity.parse.failed')
    return { type: 'about:blank', title: 'The request is not JSON', status: 400 };
  if (type === 'entity.too.large')
    return { type: 'about:blank', title: `That is too large: ${tooLarge(limit)}`, status: 413 };
  if (type === 'request.aborted')
    return { type: 'about:blank', title: 'Only part of it arrived', status: 400 };
  if (original?.code === '23505')
    return { type: 'about:blank', title: 'There is one like it already', status: 409 };
  if (original?.code === '23503')
    return { type: 'about:blank', title: 'It refers to something that does not exist', status: 422 };
  if (original?.code === '23514' || original?.code === '23P01')
    return { type: 'about:blank', title: 'The record does not allow that', status: 422 };
  if (status !== undefined && status < 500)
    return { type: 'about:blank', title: message ?? 'Bad request', status };
  return {
    type: 'about:blank',
    title: 'Something went wrong on the server. Nothing was changed; try again.',
    status: 500,
  };
}
