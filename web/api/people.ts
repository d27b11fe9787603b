import type { CrewView, SessionView, SignInBody } from '#contracts/people';
import { api } from './base.ts';
import { KINDS, list } from './tags.ts';

export const { useSessionQuery, useSignInMutation, useSignOutMutation, useCrewsQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query<SessionView, void>({ query: () => '/session', providesTags: ['session'] }),
    signIn: build.mutation<SessionView, SignInBody>({
      query: (body) => ({ url: '/session', method: 'POST', body }),
      invalidatesTags: KINDS,
    }),
    signOut: build.mutation<unknown, void>({
      query: () => ({ url: '/session', method: 'DELETE' }),
      invalidatesTags: KINDS,
    }),
    crews: build.query<CrewView[], void>({ query: () => '/crews', providesTags: list('crew') }),
  }),
});
