import type { NewPhoto, PhotoPatch, PhotoView } from '#contracts/photos';
import { api } from './base.ts';
import { affected, place } from './tags.ts';

export const { useAddPhotoMutation, useUpdatePhotoMutation, useSitePhotosQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    addPhoto: build.mutation<{ id: string }, NewPhoto>({
      query: (body) => ({ url: '/photos', method: 'POST', body }),
      invalidatesTags: (_photo, _error, { id }) => affected({ entity: 'photo', id }),
    }),
    updatePhoto: build.mutation<{ id: string }, { id: string; patch: PhotoPatch }>({
      query: ({ id, patch }) => ({ url: `/photos/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (_photo, _error, { id }) => affected({ entity: 'photo', id }),
    }),
    sitePhotos: build.query<PhotoView[], string>({
      query: (siteId) => `/sites/${siteId}/photos`,
      providesTags: (_photos, _error, siteId) => place(siteId),
    }),
  }),
});
