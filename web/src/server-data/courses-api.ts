import type {
  Activity,
  Arrangement,
  CourseCopy,
  CourseDefaults,
  Created,
  ExercisePicture,
  PutAway,
} from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';
import { OUTLIVING } from './outliving.ts';

/** A course as a whole: its order, what it begins exercises with, what is put away in it, and copies of it. */
const courses = api.injectEndpoints({
  endpoints: (build) => ({
    activity: build.query<Activity, string>({
      responseSchema: SCHEMAS?.activity,
      query: (courseId) => `/courses/${courseId}/activity`,
      // What was new the last time is not shown first: what comes then would push all below it down.
      keepUnusedDataFor: 0,
    }),
    // What is shown as new stays so until the course is opened again.
    looked: build.mutation<void, string>({
      query: (courseId) => ({ url: `/courses/${courseId}/looked`, method: 'PUT' }),
    }),
    exercisePicture: build.query<ExercisePicture, string>({
      responseSchema: SCHEMAS?.exercisePicture,
      query: (exerciseId) => `/exercises/${exerciseId}/picture`,
      providesTags: ['Exercise', 'Draft'],
    }),
    arrange: build.mutation<void, { courseId: string; arrangement: Arrangement }>({
      query: ({ courseId, arrangement }) => ({
        url: `/courses/${courseId}/arrangement`,
        method: 'PUT',
        body: arrangement,
      }),
      invalidatesTags: ['Course'],
    }),
    chooseDefaults: build.mutation<void, { courseId: string; defaults: CourseDefaults }>({
      query: ({ courseId, defaults }) => ({
        url: `/courses/${courseId}/defaults`,
        method: 'PUT',
        body: defaults,
        ...OUTLIVING,
      }),
      invalidatesTags: ['Course', 'People'],
    }),
    copyCourse: build.mutation<Created, { courseId: string; copy: CourseCopy }>({
      responseSchema: SCHEMAS?.copyCourse,
      query: ({ courseId, copy }) => ({ url: `/courses/${courseId}/copy`, method: 'POST', body: copy }),
      invalidatesTags: ['Session'],
    }),
    archiveCourse: build.mutation<void, { courseId: string; archived: boolean }>({
      query: ({ courseId, archived }) => ({
        url: `/courses/${courseId}/archive`,
        method: archived ? 'POST' : 'DELETE',
      }),
      invalidatesTags: ['Session', 'Course'],
    }),
    putAwayIn: build.query<PutAway[], string>({
      responseSchema: SCHEMAS?.putAwayIn,
      query: (courseId) => `/courses/${courseId}/put-away`,
      providesTags: ['Course'],
    }),
    putAway: build.mutation<void, string>({
      query: (exerciseId) => ({ url: `/exercises/${exerciseId}/archive`, method: 'POST' }),
      invalidatesTags: ['Course', 'Queue', 'Exercise'],
    }),
    takeBack: build.mutation<void, string>({
      query: (exerciseId) => ({ url: `/exercises/${exerciseId}/archive`, method: 'DELETE' }),
      invalidatesTags: ['Course', 'Queue', 'Exercise'],
    }),
    removeExercise: build.mutation<void, string>({
      query: (exerciseId) => ({ url: `/exercises/${exerciseId}`, method: 'DELETE' }),
      invalidatesTags: ['Course', 'Queue', 'Exercise'],
    }),
  }),
});

export const {
  useActivityQuery,
  useLookedMutation,
  useExercisePictureQuery,
  useArrangeMutation,
  useChooseDefaultsMutation,
  useCopyCourseMutation,
  useArchiveCourseMutation,
  usePutAwayInQuery,
  usePutAwayMutation,
  useTakeBackMutation,
  useRemoveExerciseMutation,
} = courses;
