import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type {
  Assignment, ChangeWork, CourseOverview, CoursePicture, Created, Credentials, DemoAccounts, Draft, ExerciseSetting, HandIn, LearnerCourse, NewDraft, NewEase, NewExercise, NewPassword, NewPhrase, NewPlan, NoteText,
  OpenSession, Phrase, ReadingJob, ReplyText, ReturnReview, ReviewText, Saved, SavedEase, SavedPlan, SaveWork, SeriesTake, ShortcutChoices, SignedIn, TakeView, WaitingTake,
} from '@undulan/contract';

/** What changed is patched; all of it is put in place of what is there. */
const methodOf = (save: ChangeWork | SaveWork): 'PATCH' | 'PUT' => ('changes' in save ? 'PATCH' : 'PUT');

/** The server's data as the pages see it. Work being edited lives in the editing slice; here it is only fetched and written. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['Session', 'Course', 'Exercise', 'Draft', 'Take', 'Plan', 'Ease', 'Phrase', 'Picture', 'OpenSession'],
  endpoints: (build) => ({
    session: build.query<SignedIn, void>({ query: () => '/session', providesTags: ['Session'] }),
    demoAccounts: build.query<DemoAccounts, void>({ query: () => '/demo-accounts' }),
    signIn: build.mutation<SignedIn, Credentials>({ query: (body) => ({ url: '/session', method: 'POST', body }) }),
    chooseShortcuts: build.mutation<void, ShortcutChoices>({ query: (body) => ({ url: '/session/shortcuts', method: 'PUT', body }), invalidatesTags: ['Session'] }),
    changePassword: build.mutation<void, NewPassword>({ query: (body) => ({ url: '/session/password', method: 'PUT', body }), invalidatesTags: ['OpenSession'] }),
    openSessions: build.query<OpenSession[], void>({ query: () => '/sessions', providesTags: ['OpenSession'] }),
    endSession: build.mutation<void, string>({ query: (id) => ({ url: `/sessions/${id}`, method: 'DELETE' }), invalidatesTags: ['OpenSession'] }),
    signOut: build.mutation<void, void>({ query: () => ({ url: '/session', method: 'DELETE' }) }),

    overview: build.query<CourseOverview, string>({ query: (id) => `/courses/${id}/overview`, providesTags: ['Course'] }),
    learnerCourse: build.query<LearnerCourse, string>({ query: (id) => `/courses/${id}`, providesTags: ['Course'] }),

    createExercise: build.mutation<Created, { courseId: string; exercise: NewExercise }>({
      query: ({ courseId, exercise }) => ({ url: `/courses/${courseId}/exercises`, method: 'POST', body: exercise }),
      invalidatesTags: ['Course'],
    }),
    setting: build.query<ExerciseSetting, string>({ query: (id) => `/exercises/${id}`, providesTags: ['Exercise'] }),
    saveExercise: build.mutation<Saved, { id: string; save: ChangeWork | SaveWork }>({
      query: ({ id, save }) => ({ url: `/exercises/${id}`, method: methodOf(save), body: save }),
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
    saveDraft: build.mutation<Saved, { id: string; save: ChangeWork | SaveWork }>({
      query: ({ id, save }) => ({ url: `/drafts/${id}`, method: methodOf(save), body: save }),
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

    take: build.query<TakeView, { id: string; readingId?: string | undefined }>({
      query: ({ id, readingId }) => ({ url: `/takes/${id}`, params: { reading: readingId } }),
      providesTags: ['Take'],
    }),
    series: build.query<SeriesTake[], string>({ query: (takeId) => `/takes/${takeId}/series`, providesTags: ['Take'] }),
    waiting: build.query<WaitingTake[], string>({ query: (courseId) => `/courses/${courseId}/waiting`, providesTags: ['Course', 'Take'] }),
    readAgain: build.mutation<void, string>({ query: (id) => ({ url: `/takes/${id}/readings`, method: 'POST' }), invalidatesTags: ['Take'] }),
    readAll: build.mutation<ReadingJob, string>({ query: (exerciseId) => ({ url: `/exercises/${exerciseId}/readings`, method: 'POST' }) }),
    readingJob: build.query<ReadingJob, string>({ query: (id) => `/reading-jobs/${id}` }),
    cancelReadingJob: build.mutation<void, string>({ query: (id) => ({ url: `/reading-jobs/${id}/cancel`, method: 'POST' }) }),
    saveReview: build.mutation<Saved, { takeId: string; review: ReviewText }>({
      query: ({ takeId, review }) => ({ url: `/takes/${takeId}/review`, method: 'PUT', body: review }),
      invalidatesTags: ['Take', 'Course'],
    }),
    returnReview: build.mutation<Saved, { takeId: string } & ReturnReview>({
      query: ({ takeId, ...body }) => ({ url: `/takes/${takeId}/return`, method: 'POST', body }),
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
    replyToNote: build.mutation<Created, { takeId: string; noteId: string; reply: ReplyText }>({
      query: ({ takeId, noteId, reply }) => ({ url: `/takes/${takeId}/notes/${noteId}/replies`, method: 'POST', body: reply }),
      invalidatesTags: ['Take'],
    }),
    markNote: build.mutation<void, { takeId: string; noteId: string; done: boolean }>({
      query: ({ takeId, noteId, done }) => ({ url: `/takes/${takeId}/notes/${noteId}/done`, method: 'PUT', body: { done } }),
      invalidatesTags: ['Take'],
    }),

    keepPicture: build.mutation<Created, { courseId: string; file: File }>({
      query: ({ courseId, file }) => ({ url: `/courses/${courseId}/pictures`, method: 'POST', body: file, headers: { 'content-type': file.type } }),
      invalidatesTags: ['Picture'],
    }),
    pictures: build.query<CoursePicture[], string>({ query: (courseId) => `/courses/${courseId}/pictures`, providesTags: ['Picture'] }),
    removePicture: build.mutation<void, string>({ query: (id) => ({ url: `/pictures/${id}`, method: 'DELETE' }), invalidatesTags: ['Picture'] }),

    phrases: build.query<Phrase[], void>({ query: () => '/phrases', providesTags: ['Phrase'] }),
    keepPhrase: build.mutation<Created, NewPhrase>({ query: (body) => ({ url: '/phrases', method: 'POST', body }), invalidatesTags: ['Phrase'] }),
    removePhrase: build.mutation<void, string>({ query: (id) => ({ url: `/phrases/${id}`, method: 'DELETE' }), invalidatesTags: ['Phrase'] }),
  }),
});

export const {
  useSessionQuery, useDemoAccountsQuery, useSignInMutation, useSignOutMutation, useChooseShortcutsMutation, useOverviewQuery, useLearnerCourseQuery, useCreateExerciseMutation,
  useSettingQuery, useLazySettingQuery, usePublishMutation, useAssignmentQuery, useBeginDraftMutation, useDraftQuery, useDeleteDraftMutation, useHandInMutation,
  usePlansQuery, useSavePlanMutation, useRemovePlanMutation, useEasesQuery, useSaveEaseMutation, useRemoveEaseMutation, useTakeQuery, useReadAgainMutation, useSaveReviewMutation, useReturnReviewMutation, useAddNoteMutation, useChangeNoteMutation, useRemoveNoteMutation,
  useSeriesQuery, useWaitingQuery, useReadAllMutation, useReadingJobQuery, useCancelReadingJobMutation, useReplyToNoteMutation, useMarkNoteMutation, useKeepPictureMutation, usePhrasesQuery, useKeepPhraseMutation, useRemovePhraseMutation, useChangePasswordMutation, useOpenSessionsQuery, useEndSessionMutation,
  usePicturesQuery, useRemovePictureMutation,
} = api;
