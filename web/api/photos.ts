import type { NewPhoto, PhotoPatch, PhotoView } from '#contracts/photos';
import { api } from './base.ts';

export const { useAddPhotoMutation, useUpdatePhotoMutation, useSitePhotosQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    addPhoto: build.mutation<{ id: string }, NewPhoto>({
      query: (body) => ({ url: '/photos', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updatePhoto: build.mutation<{ id: string }, { id: string; patch: PhotoPatch }>({
      query: ({ id, patch }) => ({ url: `/photos/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
    sitePhotos: build.query<PhotoView[], string>({
      query: (siteId) => `/sites/${siteId}/photos`,
      providesTags: ['Record'],
    }),
  }),
});
