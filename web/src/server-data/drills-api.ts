import type { DrillRun, LearnerDrills, NewDrillRun, NewSetDrill, SetDrill } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** Drills that were done in a course, and those that are set. */
const drills = api.injectEndpoints({
  endpoints: (build) => ({
    drills: build.query<DrillRun[], string>({
      responseSchema: SCHEMAS?.drills,
      query: (courseId) => `/courses/${courseId}/drills`,
      providesTags: ['Drill'],
    }),
    classDrills: build.query<LearnerDrills[], string>({
      responseSchema: SCHEMAS?.classDrills,
      query: (courseId) => `/courses/${courseId}/drills/class`,
      providesTags: ['Drill'],
    }),
    setDrills: build.query<SetDrill[], string>({
      responseSchema: SCHEMAS?.setDrills,
      query: (courseId) => `/courses/${courseId}/drills/set`,
      providesTags: ['Drill'],
      // As with what is new: one set since would push what is below it down.
      keepUnusedDataFor: 0,
    }),
    keepDrill: build.mutation<DrillRun, { courseId: string; run: NewDrillRun }>({
      responseSchema: SCHEMAS?.keepDrill,
      query: ({ courseId, run }) => ({ url: `/courses/${courseId}/drills`, method: 'POST', body: run }),
      invalidatesTags: ['Drill'],
    }),
    setDrill: build.mutation<SetDrill, { courseId: string; set: NewSetDrill }>({
      responseSchema: SCHEMAS?.setDrill,
      query: ({ courseId, set }) => ({ url: `/courses/${courseId}/drills/set`, method: 'POST', body: set }),
      invalidatesTags: ['Drill'],
    }),
    unsetDrill: build.mutation<void, { courseId: string; id: string }>({
      query: ({ courseId, id }) => ({ url: `/courses/${courseId}/drills/set/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Drill'],
    }),
  }),
});

export const {
  useDrillsQuery,
  useClassDrillsQuery,
  useSetDrillsQuery,
  useKeepDrillMutation,
  useSetDrillMutation,
  useUnsetDrillMutation,
} = drills;
