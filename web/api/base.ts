import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { IDENTITY_USED, type ProblemDetails } from '#contracts/problem';
import type { Device } from '../device/device.ts';
import { answered, hasIdentity, keepLost, sameAgain } from './lost.ts';
import { isOurs } from './ours.ts';
import { KINDS } from './tags.ts';

const PATIENCE_MS = 30_000;
const plain = fetchBaseQuery({
  baseUrl: '/api',
  timeout: PATIENCE_MS,
  responseHandler: async (response) => {
    const text = await response.text();
    return text === '' ? null : JSON.parse(text);
  },
});

/** As usual, but an answer that is not Gradum's own is no answer, and a session that has ended is noticed. */
const ours: typeof plain = async (ask, toolkit, extra) => {
  const answer = await plain(ask, toolkit, extra);
  const { meta } = answer;
  if (meta?.response && !isOurs(meta.response))
    return { error: { status: 'FETCH_ERROR', error: 'not ours' }, meta };
  if (answer.error?.status === 401) toolkit.dispatch(api.util.invalidateTags(['session']));
  return answer;
};

const ARRIVED: ProblemDetails = {
  type: 'about:blank',
  title: 'It had arrived as you first wrote it',
  status: 409,
  detail:
    'The answer was lost on the way. Look it up and change it there, or save again to make another one.',
};

/** What creates something is sent under the identity of an earlier try whose answer was lost. */
const baseQuery: typeof plain = async (ask, toolkit, extra) => {
  if (typeof ask === 'string' || ask.method !== 'POST' || !hasIdentity(ask.body))
    return ours(ask, toolkit, extra);
  const owner = (toolkit.getState() as { device: Device }).device.writer.id;
  const { body, changed } = sameAgain(ask.url, ask.body, owner);
  const answer = await ours({ ...ask, body }, toolkit, extra);
  if (answer.error?.status === 'FETCH_ERROR' || answer.error?.status === 'TIMEOUT_ERROR')
    keepLost(ask.url, body, owner);
  else answered(ask.url, owner);
  return changed && problemOf(answer.error).type === IDENTITY_USED
    ? { error: { status: 409, data: ARRIVED }, meta: answer.meta }
    : answer;
};

/** The one API; every area injects its own endpoints. A change refreshes what is on screen and shows it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: KINDS,
  keepUnusedDataFor: 120,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});

/** What went wrong, in words. Network failures have no problem details, so they get their own sentence. */
export function problemOf(error: unknown): ProblemDetails {
  const { status, data } = (error ?? {}) as { status?: number | string; data?: unknown };
  if (data && typeof data === 'object' && 'title' in data) return data as ProblemDetails;
  if (status === 'FETCH_ERROR' || status === 'TIMEOUT_ERROR')
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

/** What a list is asked for. */
export interface ListAsk {
  readonly q: string;
  readonly sort: string;
  readonly dir: 'asc' | 'desc';
  readonly offset: number;
  readonly limit?: number;
  /** The value that is chosen of each filter. */
  readonly only?: Readonly<Record<string, string>>;
}

/** What is asked of a list, as the address wants it. */
export const listParams = ({ only, ...ask }: ListAsk & Record<string, unknown>): Record<string, unknown> => ({
  ...ask,
  ...only,
});
