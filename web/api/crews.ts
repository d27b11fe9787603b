import type {
  CalendarView,
  CrewPatch,
  CrewView,
  NewAbsence,
  NewCrew,
  NewHoliday,
  NewOnCall,
} from '#contracts/crews';
import { api } from './base.ts';
import { list } from './tags.ts';

/** Something for one part of the calendar. */
export type Added =
  | { readonly part: 'absences'; readonly body: NewAbsence }
  | { readonly part: 'on-call'; readonly body: NewOnCall }
  | { readonly part: 'holidays'; readonly body: NewHoliday };

export const {
  useCrewsQuery,
  useCreateCrewMutation,
  useChangeCrewMutation,
  useCalendarQuery,
  useAddToCalendarMutation,
  useTakeFromCalendarMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    /** Crews as they are on a day; today where none is asked for. */
    crews: build.query<CrewView[], string | void>({
      query: (day) => ({ url: '/crews', params: day ? { day } : {} }),
      providesTags: list('crew'),
    }),
    createCrew: build.mutation<CrewView, NewCrew>({
      query: (body) => ({ url: '/crews', method: 'POST', body }),
      invalidatesTags: list('crew'),
    }),
    changeCrew: build.mutation<CrewView, { id: string; patch: CrewPatch }>({
      query: ({ id, patch }) => ({ url: `/crews/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: list('crew', 'route'),
    }),
    calendar: build.query<CalendarView, void>({ query: () => '/calendar', providesTags: list('crew') }),
    addToCalendar: build.mutation<CalendarView, Added>({
      query: ({ part, body }) => ({ url: `/calendar/${part}`, method: 'POST', body }),
      invalidatesTags: list('crew', 'route'),
    }),
    takeFromCalendar: build.mutation<CalendarView, { part: Added['part']; id: string }>({
      query: ({ part, id }) => ({ url: `/calendar/${part}/${id}`, method: 'DELETE' }),
      invalidatesTags: list('crew', 'route'),
    }),
  }),
});
