import type { HandSetting, NewSetting, SettingRow, SettingValue } from '#contracts/settings';
import { api } from './base.ts';
import { KINDS, list } from './tags.ts';

interface SettingPage<N extends HandSetting> {
  readonly current: SettingValue<N>;
  readonly rows: readonly SettingRow<N>[];
}

export const {
  useCompanySettingsQuery,
  useYardSettingsQuery,
  useHistorySettingsQuery,
  useMeasuringSettingsQuery,
  useMaintenanceSettingsQuery,
  useTasksSettingsQuery,
  usePlanningSettingsQuery,
  useFailuresSettingsQuery,
  useRightsSettingsQuery,
  useChangeSettingMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    companySettings: build.query<SettingPage<'company'>, void>({
      query: () => '/settings/company',
      providesTags: list('setting'),
    }),
    yardSettings: build.query<{ readonly current: SettingValue<'yard'> | null }, void>({
      query: () => '/settings/yard',
      providesTags: list('setting'),
    }),
    historySettings: build.query<SettingPage<'history'>, void>({
      query: () => '/settings/history',
      providesTags: list('setting'),
    }),
    measuringSettings: build.query<SettingPage<'measuring'>, void>({
      query: () => '/settings/measuring',
      providesTags: list('setting'),
    }),
    maintenanceSettings: build.query<SettingPage<'maintenance'>, void>({
      query: () => '/settings/maintenance',
      providesTags: list('setting'),
    }),
    tasksSettings: build.query<SettingPage<'tasks'>, void>({
      query: () => '/settings/tasks',
      providesTags: list('setting'),
    }),
    planningSettings: build.query<SettingPage<'planning'>, void>({
      query: () => '/settings/planning',
      providesTags: list('setting'),
    }),
    failuresSettings: build.query<SettingPage<'failures'>, void>({
      query: () => '/settings/failures',
      providesTags: list('setting'),
    }),
    rightsSettings: build.query<SettingPage<'rights'>, void>({
      query: () => '/settings/rights',
      providesTags: list('setting'),
    }),
    changeSetting: build.mutation<unknown, { name: HandSetting; body: NewSetting }>({
      query: ({ name, body }) => ({ url: `/settings/${name}`, method: 'POST', body }),
      invalidatesTags: KINDS,
    }),
  }),
});
