import type { ClassEntry, ClassSession } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** Sessions of classes: found, opened, read afterwards. What goes on in one is said over its socket. */
const classes = api.injectEndpoints({
  endpoints: (build) => ({
    openClasses: build.query<ClassSession[], void>({
      responseSchema: SCHEMAS?.openClasses,
      query: () => '/class-sessions',
      providesTags: ['Class'],
    }),
    classes: build.query<ClassSession[], string>({
      responseSchema: SCHEMAS?.openClasses,
      query: (courseId) => `/courses/${courseId}/class-sessions`,
      providesTags: ['Class'],
    }),
    classEntry: build.query<ClassEntry, string>({
      responseSchema: SCHEMAS?.classEntry,
      query: (code) => `/class-sessions/${encodeURIComponent(code)}`,
    }),
    openClass: build.mutation<ClassSession, { courseId: string; lessonId: string }>({
      responseSchema: SCHEMAS?.openClass,
      query: ({ courseId, lessonId }) => ({
        url: `/courses/${courseId}/class-sessions`,
        method: 'POST',
        body: { lessonId },
      }),
      invalidatesTags: ['Class'],
    }),
  }),
});

export const { useOpenClassesQuery, useClassesQuery, useClassEntryQuery, useOpenClassMutation } = classes;
