import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type {
  Assignment, CourseOverview, Created, Credentials, DemoAccounts, Draft, ExerciseSetting, HandIn, LearnerCourse, NewDraft, NewEase, NewExercise, NewPlan, NoteText,
  ReturnReview, ReviewText, Saved, SavedEase, SavedPlan, SaveWork, ShortcutChoices, SignedIn, TakeView,
} from '@undulan/contract';

/** The server's data as the pages see it. Work being edited lives in the editing slice; here it is only fetched and written. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['Session', 'Course', 'Exercise', 'Draft', 'Take', 'Plan', 'Ease'],
  endpoints: (build) => ({
    session: build.query<SignedIn, void>({ query: () => '/session', providesTags: ['Session'] }),
    demoAccounts: build.query<DemoAccounts, void>({ query: () => '/demo-accounts' }),
    signIn: build.mutation<SignedIn, Credentials>({ query: (body) => ({ url: '/session', method: 'POST', body }) }),
    chooseShortcuts: build.mutation<void, ShortcutChoices>({ query: (body) => ({ url: '/session/shortcuts', method: 'PUT', body }), invalidatesTags: ['Session'] }),
    signOut: build.mutation<void, void>({ query: () => ({ url: '/session', method: 'DELETE' }) }),

    overview: build.query<CourseOverview, string>({ query: (id) => `/courses/${id}/overview`, providesTags: ['Course'] }),
    learnerCourse: build.query<LearnerCourse, string>({ query: (id) => `/courses/${id}`, providesTags: ['Course'] }),

    createExercise: build.mutation<Created, { courseId: string; exercise: NewExercise }>({
      query: ({ courseId, exercise }) => ({ url: `/courses/${courseId}/exercises`, method: 'POST', body: exercise }),
      invalidatesTags: ['Course'],
    }),
    setting: build.query<ExerciseSetting, string>({ query: (id) => `/exercises/${id}`, providesTags: ['Exercise'] }),
    saveExercise: build.mutation<Saved, { id: string; save: SaveWork }>({
      query: ({ id, save }) => ({ url: `/exercises/${id}`, method: 'PUT', body: save }),
      invalidatesTags: ['Course'],
    }),
    publish: build.mutation<void, string>({
      query: (id) => ({ url: `/exercises/${id}/publish`, method: 'POST' }),
      invalidatesTags: ['Course', 'Exercise'],
    }),
    assignment: build.query<Assignment, string>({ query: (id) => `/exercises/${id}/assignment`, providesTags: ['Exercise', 'Draft', 'Take'] }),

    beginDraft: build.mutation<Created, { exerciseId: string; begin: NewDraft }>({
      query: ({ exerciseId, begin }) => ({ url: `/exercises/${exerciseId}/drafts`, method: 'POST', body: begin }),
      invalidatesTags: ['Course', 'Draft'],
    }),
    draft: build.query<Draft, string>({ query: (id) => `/drafts/${id}`, providesTags: ['Draft'] }),
    saveDraft: build.mutation<Saved, { id: string; save: SaveWork }>({
      query: ({ id, save }) => ({ url: `/drafts/${id}`, method: 'PUT', body: save }),
    }),
    deleteDraft: build.mutation<void, string>({
      query: (id) => ({ url: `/drafts/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Course', 'Exercise'],
    }),
    handIn: build.mutation<Created, { id: string; handIn: HandIn }>({
      query: ({ id, handIn }) => ({ url: `/drafts/${id}/hand-in`, method: 'POST', body: handIn }),
      invalidatesTags: ['Course', 'Exercise', 'Take'],
    }),

    plans: build.query<SavedPlan[], string>({ query: (courseId) => `/courses/${courseId}/plans`, providesTags: ['Plan'] }),
    savePlan: build.mutation<Created, { courseId: string; plan: NewPlan }>({
      query: ({ courseId, plan }) => ({ url: `/courses/${courseId}/plans`, method: 'POST', body: plan }),
      invalidatesTags: ['Plan'],
    }),
    removePlan: build.mutation<void, string>({ query: (id) => ({ url: `/plans/${id}`, method: 'DELETE' }), invalidatesTags: ['Plan'] }),

    eases: build.query<SavedEase[], string>({ query: (courseId) => `/courses/${courseId}/eases`, providesTags: ['Ease'] }),
    saveEase: build.mutation<Created, { courseId: string; ease: NewEase }>({
      query: ({ courseId, ease }) => ({ url: `/courses/${courseId}/eases`, method: 'POST', body: ease }),
      invalidatesTags: ['Ease'],
    }),
    removeEase: build.mutation<void, string>({ query: (id) => ({ url: `/eases/${id}`, method: 'DELETE' }), invalidatesTags: ['Ease'] }),

    take: build.query<TakeView, string>({ query: (id) => `/takes/${id}`, providesTags: ['Take'] }),
    readAgain: build.mutation<void, string>({ query: (id) => ({ url: `/takes/${id}/readings`, method: 'POST' }), invalidatesTags: ['Take'] }),
    saveReview: build.mutation<Saved, { takeId: string; review: ReviewText }>({
      query: ({ takeId, review }) => ({ url: `/takes/${takeId}/review`, method: 'PUT', body: review }),
      invalidatesTags: ['Take', 'Course'],
    }),
    returnReview: build.mutation<Saved, { takeId: string; version: ReturnReview['version'] }>({
      query: ({ takeId, version }) => ({ url: `/takes/${takeId}/return`, method: 'POST', body: { version } }),
      invalidatesTags: ['Take', 'Course'],
    }),
    addNote: build.mutation<Created, { takeId: string; note: NoteText }>({
      query: ({ takeId, note }) => ({ url: `/takes/${takeId}/notes`, method: 'POST', body: note }),
      invalidatesTags: ['Take'],
    }),
    changeNote: build.mutation<void, { takeId: string; noteId: string; note: NoteText }>({
      query: ({ takeId, noteId, note }) => ({ url: `/takes/${takeId}/notes/${noteId}`, method: 'PUT', body: note }),
      invalidatesTags: ['Take'],
    }),
    removeNote: build.mutation<void, { takeId: string; noteId: string }>({
      query: ({ takeId, noteId }) => ({ url: `/takes/${takeId}/notes/${noteId}`, method: 'DELETE' }),
      invalidatesTags: ['Take'],
    }),
  }),
});

export const {
  useSessionQuery, useDemoAccountsQuery, useSignInMutation, useSignOutMutation, useChooseShortcutsMutation, useOverviewQuery, useLearnerCourseQuery, useCreateExerciseMutation,
  useSettingQuery, usePublishMutation, useAssignmentQuery, useBeginDraftMutation, useDraftQuery, useDeleteDraftMutation, useHandInMutation,
  usePlansQuery, useSavePlanMutation, useRemovePlanMutation, useEasesQuery, useSaveEaseMutation, useRemoveEaseMutation, useTakeQuery, useReadAgainMutation, useSaveReviewMutation, useReturnReviewMutation, useAddNoteMutation, useChangeNoteMutation, useRemoveNoteMutation,
} = api;
