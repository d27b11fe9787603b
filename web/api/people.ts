import type { CrewView, SessionView, SignInBody } from '#contracts/people';
import { api } from './base.ts';

export const { useSessionQuery, useSignInMutation, useSignOutMutation, useCrewsQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query<SessionView, void>({ query: () => '/session', providesTags: ['Session'] }),
    signIn: build.mutation<SessionView, SignInBody>({
      query: (body) => ({ url: '/session', method: 'POST', body }),
      invalidatesTags: ['Session', 'Record'],
    }),
    signOut: build.mutation<unknown, void>({
      query: () => ({ url: '/session', method: 'DELETE' }),
      invalidatesTags: ['Session', 'Record'],
    }),
    crews: build.query<CrewView[], void>({ query: () => '/crews', providesTags: ['Record'] }),
  }),
});
