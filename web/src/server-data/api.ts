import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type {
  Assignment,
  ChangeWork,
  CourseOverview,
  Created,
  Credentials,
  DemoAccounts,
  Draft,
  ExerciseSetting,
  FollowClip,
  HandIn,
  HandInClip,
  LearnerCourse,
  NewDraft,
  NewEase,
  NewExercise,
  NewPassword,
  NewPhrase,
  NewPlan,
  NoteText,
  OpenSession,
  Phrase,
  ReadingJob,
  ReplyText,
  ReturnReview,
  Review,
  ReviewText,
  Saved,
  SavedEase,
  SavedPlan,
  SaveWork,
  SelfCheck,
  SeriesTake,
  ShortcutChoices,
  SignedIn,
  TakeEdits,
  TakeView,
  WaitingQueue,
} from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';

/** What changed is patched; all of it is put in place of what is there. */
const methodOf = (save: ChangeWork | SaveWork): 'PATCH' | 'PUT' => ('changes' in save ? 'PATCH' : 'PUT');

/** What is said of a take is asked for anew by itself: its reading, the queue and the courses stay as they are. */
const saidOfTake = (_done: unknown, _error: unknown, { takeId }: { takeId: string }) => [
  { type: 'Review' as const, id: takeId },
];

/**
 * The server's data as the pages see it. Work being edited lives in the editing slice; here it is only fetched and
 * written.
 */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: [
    'Session',
    'Course',
    'Queue',
    'Exercise',
    'Draft',
    'Take',
    'Review',
    'Series',
    'Plan',
    'Ease',
    'Phrase',
    'Picture',
    'Lesson',
    'Class',
    'Drill',
    'OpenSession',
    'People',
    'Installation',
    'Token',
    'Gallery',
  ],
  endpoints: (build) => ({
    session: build.query<SignedIn, void>({
      responseSchema: SCHEMAS?.session,
      query: () => '/session',
      providesTags: ['Session'],
    }),
    demoAccounts: build.query<DemoAccounts, void>({
      responseSchema: SCHEMAS?.demoAccounts,
      query: () => '/demo-accounts',
    }),
    signIn: build.mutation<SignedIn, Credentials>({
      responseSchema: SCHEMAS?.signIn,
      query: (body) => ({ url: '/session', method: 'POST', body }),
    }),
    chooseShortcuts: build.mutation<void, ShortcutChoices>({
      query: (body) => ({ url: '/session/shortcuts', method: 'PUT', body }),
      invalidatesTags: ['Session'],
    }),
    changePassword: build.mutation<void, NewPassword>({
      query: (body) => ({ url: '/session/password', method: 'PUT', body }),
      invalidatesTags: ['OpenSession'],
    }),
    openSessions: build.query<OpenSession[], void>({
      responseSchema: SCHEMAS?.openSessions,
      query: () => '/sessions',
      providesTags: ['OpenSession'],
    }),
    endSession: build.mutation<void, string>({
      query: (id) => ({ url: `/sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: ['OpenSession'],
    }),
    signOut: build.mutation<void, void>({ query: () => ({ url: '/session', method: 'DELETE' }) }),

    overview: build.query<CourseOverview, string>({
      responseSchema: SCHEMAS?.overview,
      query: (id) => `/courses/${id}/overview`,
      providesTags: ['Course'],
    }),
    learnerCourse: build.query<LearnerCourse, string>({
      responseSchema: SCHEMAS?.learnerCourse,
      query: (id) => `/courses/${id}`,
      providesTags: ['Course'],
    }),

    createExercise: build.mutation<Created, { courseId: string; exercise: NewExercise }>({
      responseSchema: SCHEMAS?.createExercise,
      query: ({ courseId, exercise }) => ({ url: `/courses/${courseId}/exercises`, method: 'POST', body: exercise }),
      invalidatesTags: ['Course'],
    }),
    setting: build.query<ExerciseSetting, string>({
      responseSchema: SCHEMAS?.setting,
      query: (id) => `/exercises/${id}`,
      providesTags: ['Exercise'],
    }),
    saveExercise: build.mutation<Saved, { id: string; save: ChangeWork | SaveWork }>({
      responseSchema: SCHEMAS?.saveExercise,
      query: ({ id, save }) => ({ url: `/exercises/${id}`, method: methodOf(save), body: save }),
      invalidatesTags: ['Course'],
    }),
    publish: build.mutation<void, { id: string; at: string | null }>({
      query: ({ id, at }) => ({ url: `/exercises/${id}/publish`, method: 'POST', body: { at } }),
      invalidatesTags: ['Course', 'Exercise'],
    }),
    withdraw: build.mutation<void, string>({
      query: (id) => ({ url: `/exercises/${id}/withdraw`, method: 'POST' }),
      invalidatesTags: ['Course', 'Exercise'],
    }),
    trial: build.query<Assignment, string>({
      responseSchema: SCHEMAS?.assignment,
      query: (id) => `/exercises/${id}/trial`,
    }),
    assignment: build.query<Assignment, string>({
      responseSchema: SCHEMAS?.assignment,
      query: (id) => `/exercises/${id}/assignment`,
      providesTags: ['Exercise', 'Draft'],
    }),

    beginDraft: build.mutation<Created, { exerciseId: string; begin: NewDraft }>({
      responseSchema: SCHEMAS?.beginDraft,
      query: ({ exerciseId, begin }) => ({ url: `/exercises/${exerciseId}/drafts`, method: 'POST', body: begin }),
      invalidatesTags: ['Course', 'Draft'],
    }),
    draft: build.query<Draft, string>({
      responseSchema: SCHEMAS?.draft,
      query: (id) => `/drafts/${id}`,
      providesTags: ['Draft'],
    }),
    saveDraft: build.mutation<Saved, { id: string; save: ChangeWork | SaveWork }>({
      responseSchema: SCHEMAS?.saveDraft,
      query: ({ id, save }) => ({ url: `/drafts/${id}`, method: methodOf(save), body: save }),
    }),
    deleteDraft: build.mutation<void, string>({
      query: (id) => ({ url: `/drafts/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Course', 'Exercise'],
    }),
    handIn: build.mutation<Created, { id: string; handIn: HandIn }>({
      responseSchema: SCHEMAS?.handIn,
      query: ({ id, handIn }) => ({ url: `/drafts/${id}/hand-in`, method: 'POST', body: handIn }),
      invalidatesTags: ['Course', 'Exercise', 'Draft', 'Queue', 'Series'],
    }),

    handInClip: build.mutation<Created, { exerciseId: string; handIn: HandInClip }>({
      responseSchema: SCHEMAS?.handIn,
      query: ({ exerciseId, handIn }) => ({ url: `/exercises/${exerciseId}/clips`, method: 'POST', body: handIn }),
      invalidatesTags: ['Course', 'Exercise', 'Queue', 'Series'],
    }),

    /** An instructor's: what is followed in the clip of a take, from now on. */
    followAnew: build.mutation<void, { takeId: string; follow: FollowClip }>({
      query: ({ takeId, follow }) => ({ url: `/takes/${takeId}/followed`, method: 'PUT', body: follow }),
      invalidatesTags: (_done, _error, { takeId }) => [{ type: 'Take', id: takeId }, 'Series', 'Queue'],
    }),

    /** Anew whenever it is asked for: a draft changes. */
    checkDraft: build.query<SelfCheck, string>({
      responseSchema: SCHEMAS?.checkDraft,
      query: (id) => `/drafts/${id}/self-check`,
      keepUnusedDataFor: 0,
    }),
    checkTake: build.query<SelfCheck | null, string>({
      responseSchema: SCHEMAS?.checkTake,
      query: (id) => `/takes/${id}/self-check`,
    }),

    plans: build.query<SavedPlan[], string>({
      responseSchema: SCHEMAS?.plans,
      query: (courseId) => `/courses/${courseId}/plans`,
      providesTags: ['Plan'],
    }),
    savePlan: build.mutation<Created, { courseId: string; plan: NewPlan }>({
      responseSchema: SCHEMAS?.savePlan,
      query: ({ courseId, plan }) => ({ url: `/courses/${courseId}/plans`, method: 'POST', body: plan }),
      invalidatesTags: ['Plan'],
    }),
    removePlan: build.mutation<void, string>({
      query: (id) => ({ url: `/plans/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Plan'],
    }),

    eases: build.query<SavedEase[], string>({
      responseSchema: SCHEMAS?.eases,
      query: (courseId) => `/courses/${courseId}/eases`,
      providesTags: ['Ease'],
    }),
    saveEase: build.mutation<Created, { courseId: string; ease: NewEase }>({
      responseSchema: SCHEMAS?.saveEase,
      query: ({ courseId, ease }) => ({ url: `/courses/${courseId}/eases`, method: 'POST', body: ease }),
      invalidatesTags: ['Ease'],
    }),
    removeEase: build.mutation<void, string>({
      query: (id) => ({ url: `/eases/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Ease'],
    }),

    take: build.query<TakeView, { id: string; readingId?: string | undefined }>({
      responseSchema: SCHEMAS?.take,
      query: ({ id, readingId }) => ({ url: `/takes/${id}`, params: { reading: readingId } }),
      providesTags: (_view, _error, { id }) => [{ type: 'Take', id }],
    }),
    /** Of one reading of a take: another one, other edits. */
    takeEdits: build.query<TakeEdits, { id: string; readingId: string | null }>({
      responseSchema: SCHEMAS?.takeEdits,
      query: ({ id }) => `/takes/${id}/edits`,
      // What was dismissed is no fault.
      providesTags: (_edits, _error, { id }) => [
        { type: 'Take', id },
        { type: 'Review', id },
      ],
    }),
    review: build.query<Review | null, string>({
      responseSchema: SCHEMAS?.review,
      query: (takeId) => `/takes/${takeId}/review`,
      providesTags: (_review, _error, takeId) => [{ type: 'Review', id: takeId }],
    }),
    series: build.query<SeriesTake[], string>({
      responseSchema: SCHEMAS?.series,
      query: (takeId) => `/takes/${takeId}/series`,
      providesTags: ['Series'],
    }),
    waiting: build.query<WaitingQueue, { courseId: string; pages: number }>({
      responseSchema: SCHEMAS?.waiting,
      query: ({ courseId, pages }) => ({ url: `/courses/${courseId}/waiting`, params: { pages } }),
      providesTags: ['Queue'],
    }),
    readAgain: build.mutation<void, string>({
      query: (id) => ({ url: `/takes/${id}/readings`, method: 'POST' }),
      invalidatesTags: (_done, _error, id) => [{ type: 'Take', id }, 'Series', 'Queue'],
    }),
    readAll: build.mutation<ReadingJob, string>({
      responseSchema: SCHEMAS?.readAll,
      query: (exerciseId) => ({ url: `/exercises/${exerciseId}/readings`, method: 'POST' }),
    }),
    readingJob: build.query<ReadingJob, string>({
      responseSchema: SCHEMAS?.readingJob,
      query: (id) => `/reading-jobs/${id}`,
    }),
    cancelReadingJob: build.mutation<void, string>({
      query: (id) => ({ url: `/reading-jobs/${id}/cancel`, method: 'POST' }),
    }),
    saveReview: build.mutation<Saved, { takeId: string; review: ReviewText }>({
      responseSchema: SCHEMAS?.saveReview,
      query: ({ takeId, review }) => ({ url: `/takes/${takeId}/review`, method: 'PUT', body: review }),
      invalidatesTags: saidOfTake,
    }),
    returnReview: build.mutation<Saved, { takeId: string } & ReturnReview>({
      responseSchema: SCHEMAS?.returnReview,
      query: ({ takeId, ...body }) => ({ url: `/takes/${takeId}/return`, method: 'POST', body }),
      invalidatesTags: (_done, _error, { takeId }) => [
        { type: 'Take', id: takeId },
        { type: 'Review', id: takeId },
        'Series',
        'Queue',
        'Course',
      ],
    }),
    addNote: build.mutation<Created, { takeId: string; note: NoteText }>({
      responseSchema: SCHEMAS?.addNote,
      query: ({ takeId, note }) => ({ url: `/takes/${takeId}/notes`, method: 'POST', body: note }),
      invalidatesTags: saidOfTake,
    }),
    changeNote: build.mutation<void, { takeId: string; noteId: string; note: NoteText }>({
      query: ({ takeId, noteId, note }) => ({ url: `/takes/${takeId}/notes/${noteId}`, method: 'PUT', body: note }),
      invalidatesTags: saidOfTake,
    }),
    removeNote: build.mutation<void, { takeId: string; noteId: string }>({
      query: ({ takeId, noteId }) => ({ url: `/takes/${takeId}/notes/${noteId}`, method: 'DELETE' }),
      invalidatesTags: saidOfTake,
    }),
    replyToNote: build.mutation<Created, { takeId: string; noteId: string; reply: ReplyText }>({
      responseSchema: SCHEMAS?.replyToNote,
      query: ({ takeId, noteId, reply }) => ({
        url: `/takes/${takeId}/notes/${noteId}/replies`,
        method: 'POST',
        body: reply,
      }),
      invalidatesTags: saidOfTake,
    }),
    markNote: build.mutation<void, { takeId: string; noteId: string; done: boolean }>({
      query: ({ takeId, noteId, done }) => ({
        url: `/takes/${takeId}/notes/${noteId}/done`,
        method: 'PUT',
        body: { done },
      }),
      invalidatesTags: saidOfTake,
    }),

    phrases: build.query<Phrase[], void>({
      responseSchema: SCHEMAS?.phrases,
      query: () => '/phrases',
      providesTags: ['Phrase'],
    }),
    keepPhrase: build.mutation<Created, NewPhrase>({
      responseSchema: SCHEMAS?.keepPhrase,
      query: (body) => ({ url: '/phrases', method: 'POST', body }),
      invalidatesTags: ['Phrase'],
    }),
    removePhrase: build.mutation<void, string>({
      query: (id) => ({ url: `/phrases/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Phrase'],
    }),
  }),
});

export const {
  useSessionQuery,
  useDemoAccountsQuery,
  useSignInMutation,
  useSignOutMutation,
  useChooseShortcutsMutation,
  useOverviewQuery,
  useLearnerCourseQuery,
  useCreateExerciseMutation,
  useSettingQuery,
  useLazySettingQuery,
  usePublishMutation,
  useWithdrawMutation,
  useLazyCheckDraftQuery,
  useCheckTakeQuery,
  useAssignmentQuery,
  useTrialQuery,
  useLazyAssignmentQuery,
  useBeginDraftMutation,
  useDraftQuery,
  useDeleteDraftMutation,
  useFollowAnewMutation,
  useHandInClipMutation,
  useHandInMutation,
  usePlansQuery,
  useSavePlanMutation,
  useRemovePlanMutation,
  useEasesQuery,
  useSaveEaseMutation,
  useRemoveEaseMutation,
  useTakeQuery,
  useLazyReviewQuery,
  useLazyTakeQuery,
  useTakeEditsQuery,
  useReviewQuery,
  useReadAgainMutation,
  useSaveReviewMutation,
  useReturnReviewMutation,
  useAddNoteMutation,
  useChangeNoteMutation,
  useRemoveNoteMutation,
  useSeriesQuery,
  useWaitingQuery,
  useReadAllMutation,
  useReadingJobQuery,
  useCancelReadingJobMutation,
  useReplyToNoteMutation,
  useMarkNoteMutation,
  usePhrasesQuery,
  useKeepPhraseMutation,
  useRemovePhraseMutation,
  useChangePasswordMutation,
  useOpenSessionsQuery,
  useEndSessionMutation,
} = api;
