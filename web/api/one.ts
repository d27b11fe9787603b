import type { SerializedError } from '@reduxjs/toolkit';
import type { FetchBaseQueryError, SkipToken } from '@reduxjs/toolkit/query/react';

/** What a screen is told of one thing it asked for. */
interface Answer<Data> {
  readonly data?: Data | undefined;
  readonly error?: FetchBaseQueryError | SerializedError | undefined;
  readonly isFetching: boolean;
  readonly isLoading: boolean;
  readonly isSuccess: boolean;
  readonly refetch: () => unknown;
}

type Hook<Ask, Data> = (
  ask: Ask | SkipToken,
  options?: { readonly skip?: boolean },
) => Answer<Data> & { readonly currentData?: Data | undefined };

/**
 * The hook of an endpoint that answers about one thing: what it says is of the thing now asked for, or
 * nothing yet. By itself the library goes on giving the answer about the thing before until the next one is
 * in, and whoever is quick makes a unit at the site of the last call.
 */
export const ofOne =
  <Ask, Data>(useAsk: Hook<Ask, Data>) =>
  (ask: Ask | SkipToken, options?: { readonly skip?: boolean }): Answer<Data> => {
    const answer = useAsk(ask, options);
    const data = answer.currentData;
    return {
      data,
      error: answer.error,
      isFetching: answer.isFetching,
      isLoading: answer.isFetching && data === undefined,
      isSuccess: answer.isSuccess && data !== undefined,
      refetch: answer.refetch,
    };
  };
