import type {
  NewPerson,
  OneTimeWord,
  OwnPassword,
  PersonPatch,
  PersonView,
  SessionView,
  SignInBody,
} from '#contracts/people';
import { api } from './base.ts';
import { KINDS, list } from './tags.ts';

export const {
  useSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  usePeopleQuery,
  useCreatePersonMutation,
  useChangePersonMutation,
  useHandOutWordMutation,
  useOwnPasswordMutation,
} = api.injectEndpoints({
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
    people: build.query<PersonView[], void>({ query: () => '/people', providesTags: list('crew') }),
    createPerson: build.mutation<OneTimeWord, NewPerson>({
      query: (body) => ({ url: '/people', method: 'POST', body }),
      invalidatesTags: list('crew'),
    }),
    changePerson: build.mutation<PersonView, { id: string; patch: PersonPatch }>({
      query: ({ id, patch }) => ({ url: `/people/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['session', ...list('crew')],
    }),
    handOutWord: build.mutation<OneTimeWord, string>({
      query: (id) => ({ url: `/people/${id}/word`, method: 'POST' }),
      invalidatesTags: list('crew'),
    }),
    ownPassword: build.mutation<unknown, OwnPassword>({
      query: (body) => ({ url: '/password', method: 'POST', body }),
      invalidatesTags: ['session'],
    }),
  }),
});
