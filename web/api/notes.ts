import type { ModelNotePatch } from '#contracts/notes';
import { api } from './base.ts';
import { affected } from './tags.ts';

export const { useUpdateModelNoteMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    updateModelNote: build.mutation<{ id: string }, { id: string; patch: ModelNotePatch }>({
      query: ({ id, patch }) => ({ url: `/model-notes/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (_note, _error, { id }) => affected({ entity: 'model note', id }),
    }),
  }),
});
