import type { Created, LessonSummary, Saved, SaveLesson, StoredLesson } from '@undulan/contract';
import type { Lesson } from '@undulan/core';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** Lessons of a course. One being changed lives on the Lectern; here it is only fetched and written. */
export const lessonsApi = api.injectEndpoints({
  endpoints: (build) => ({
    lessons: build.query<LessonSummary[], string>({
      responseSchema: SCHEMAS?.lessons,
      query: (courseId) => `/courses/${courseId}/lessons`,
      providesTags: ['Lesson'],
    }),
    lesson: build.query<StoredLesson, string>({
      responseSchema: SCHEMAS?.lesson,
      query: (id) => `/lessons/${id}`,
    }),
    createLesson: build.mutation<Created, { courseId: string; lesson: Lesson }>({
      responseSchema: SCHEMAS?.createLesson,
      query: ({ courseId, lesson }) => ({ url: `/courses/${courseId}/lessons`, method: 'POST', body: { lesson } }),
      invalidatesTags: ['Lesson'],
    }),
    saveLesson: build.mutation<Saved, { id: string; save: SaveLesson }>({
      responseSchema: SCHEMAS?.saveLesson,
      query: ({ id, save }) => ({ url: `/lessons/${id}`, method: 'PUT', body: save }),
      invalidatesTags: ['Lesson'],
    }),
    removeLesson: build.mutation<void, string>({
      query: (id) => ({ url: `/lessons/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Lesson'],
    }),
    copyLesson: build.mutation<Created, { id: string; courseId: string }>({
      responseSchema: SCHEMAS?.createLesson,
      query: ({ id, courseId }) => ({ url: `/lessons/${id}/copies`, method: 'POST', body: { courseId } }),
      invalidatesTags: ['Lesson'],
    }),
    orderLessons: build.mutation<void, { courseId: string; ids: string[] }>({
      query: ({ courseId, ids }) => ({ url: `/courses/${courseId}/lessons/order`, method: 'PUT', body: { ids } }),
      invalidatesTags: ['Lesson'],
    }),
  }),
});

export const {
  useLessonsQuery,
  useLessonQuery,
  useLazyLessonQuery,
  useCreateLessonMutation,
  useSaveLessonMutation,
  useRemoveLessonMutation,
  useCopyLessonMutation,
  useOrderLessonsMutation,
} = lessonsApi;
