import type { SystemView } from '#contracts/system';
import { api } from './base.ts';
import { list } from './tags.ts';

export const { useSystemQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    system: build.query<SystemView, void>({ query: () => '/system', providesTags: list('system') }),
  }),
});
