import type { NewSetting, SettingRow } from '#contracts/settings';
import type { WordMapping, WordsView } from '#contracts/words';
import { api } from './base.ts';

export const { useHistorySettingsQuery, useSetHistoryMutation, useWordsQuery, useMapWordMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    historySettings: build.query<{ current: SettingRow['value']; rows: SettingRow[] }, void>({
      query: () => '/settings/history',
      providesTags: ['Record'],
    }),
    setHistory: build.mutation<unknown, NewSetting>({
      query: (body) => ({ url: '/settings/history', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    words: build.query<WordsView, void>({ query: () => '/words', providesTags: ['Record'] }),
    mapWord: build.mutation<WordsView, WordMapping>({ query: (body) => ({ url: '/words', method: 'POST', body }), invalidatesTags: ['Record'] }),
  }),
});
