import type { DrillRun, LearnerDrill, NewDrillRun } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** Drills that were done in a course. */
const drills = api.injectEndpoints({
  endpoints: (build) => ({
    drills: build.query<DrillRun[], string>({
      responseSchema: SCHEMAS?.drills,
      query: (courseId) => `/courses/${courseId}/drills`,
      providesTags: ['Drill'],
    }),
    classDrills: build.query<LearnerDrill[], string>({
      responseSchema: SCHEMAS?.classDrills,
      query: (courseId) => `/courses/${courseId}/drills/class`,
      providesTags: ['Drill'],
    }),
    keepDrill: build.mutation<DrillRun, { courseId: string; run: NewDrillRun }>({
      responseSchema: SCHEMAS?.keepDrill,
      query: ({ courseId, run }) => ({ url: `/courses/${courseId}/drills`, method: 'POST', body: run }),
      invalidatesTags: ['Drill'],
    }),
  }),
});

export const { useDrillsQuery, useClassDrillsQuery, useKeepDrillMutation } = drills;
