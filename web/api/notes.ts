import type { ModelNotePatch } from '#contracts/notes';
import { api } from './base.ts';

export const { useUpdateModelNoteMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    updateModelNote: build.mutation<{ id: string }, { id: string; patch: ModelNotePatch }>({
      query: ({ id, patch }) => ({ url: `/model-notes/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
  }),
});
