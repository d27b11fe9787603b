import type {
  AgreedBody,
  ContactPatch,
  ContactView,
  MessagesView,
  NewContact,
  ToldElsewhere,
} from '#contracts/telling';
import { api } from './base.ts';
import { list } from './tags.ts';
import { ofOne } from './one.ts';

export const {
  useMessagesQuery,
  useSendWhatWaitsMutation,
  useStepMessageMutation,
  useToldElsewhereQuery,
  useAgreeMutation,
  useContactsQuery: askContactsQuery,
  useAddContactMutation,
  useChangeContactMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    messages: build.query<MessagesView, string>({
      query: (from) => ({ url: '/messages', params: { from } }),
      providesTags: list('route'),
    }),
    /** Lets go what was held since a restore, and hands over what waits. */
    sendWhatWaits: build.mutation<{ taken: number }, void>({
      query: () => ({ url: '/messages/send', method: 'POST', body: {} }),
      invalidatesTags: list('route'),
    }),
    stepMessage: build.mutation<{ ok: true }, { id: string; step: 'again' | 'told by telephone' }>({
      query: ({ id, step }) => ({ url: `/messages/${id}/step`, method: 'POST', body: { step } }),
      invalidatesTags: list('route'),
    }),
    toldElsewhere: build.query<ToldElsewhere[], { from: string; days: number }>({
      query: (params) => ({ url: '/board/told-elsewhere', params }),
      providesTags: list('route', 'visit', 'site'),
    }),
    agree: build.mutation<{ ok: true }, AgreedBody>({
      query: (body) => ({ url: '/board/agreed', method: 'POST', body }),
      // Whoever was refused is shown what stands there now.
      invalidatesTags: list('route', 'visit'),
    }),
    contacts: build.query<ContactView[], string>({
      query: (siteId) => `/sites/${siteId}/contacts`,
      providesTags: list('site'),
    }),
    addContact: build.mutation<ContactView[], NewContact>({
      query: (body) => ({ url: '/contacts', method: 'POST', body }),
      invalidatesTags: list('site'),
    }),
    changeContact: build.mutation<ContactView[], { id: string; patch: ContactPatch }>({
      query: ({ id, patch }) => ({ url: `/contacts/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: list('site'),
    }),
  }),
});
export const useContactsQuery = ofOne<string, ContactView[]>(askContactsQuery);
