import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { ProblemDetails } from '#contracts/problem';

/**
 * The one API; every area injects its own endpoints. A change anywhere refreshes what is on screen and
 * nothing else.
 */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({
    baseUrl: '/api',
    responseHandler: async (response) => {
      const text = await response.text();
      return text === '' ? null : JSON.parse(text);
    },
  }),
  tagTypes: ['Record', 'Session'],
  keepUnusedDataFor: 120,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});

/** What went wrong, in words. Network failures have no problem details, so they get their own sentence. */
export function problemOf(error: unknown): ProblemDetails {
  const { status, data } = (error ?? {}) as { status?: number | string; data?: unknown };
  if (data && typeof data === 'object' && 'title' in data) return data as ProblemDetails;
  if (status === 'FETCH_ERROR')
    return {
      type: 'about:blank',
      title: 'No connection to the server',
      status: 0,
      detail: 'What you typed is kept. Try again when there is a signal.',
    };
  return {
    type: 'about:blank',
    title: 'Something went wrong',
    status: typeof status === 'number' ? status : 0,
  };
}

/** The message for one field of a form, if the server had one. */
export function fieldError(problem: ProblemDetails | undefined, path: string): string | undefined {
  return problem?.errors?.find((e) => e.path === path)?.message;
}

/** What a list is asked for. */
export interface ListAsk {
  readonly q: string;
  readonly sort: string;
  readonly dir: 'asc' | 'desc';
  readonly offset: number;
  readonly limit?: number;
}
