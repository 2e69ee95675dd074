import type { Created, Gallery, NewRemark, Shown, ShownTake, ShowTake } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** Takes that learners of a course show to one another. */
const gallery = api.injectEndpoints({
  endpoints: (build) => ({
    gallery: build.query<Gallery, string>({
      responseSchema: SCHEMAS?.gallery,
      query: (courseId) => `/courses/${courseId}/gallery`,
      providesTags: ['Gallery'],
    }),
    shown: build.query<Shown, string>({
      responseSchema: SCHEMAS?.shown,
      query: (takeId) => `/takes/${takeId}/shown`,
      providesTags: ['Gallery'],
    }),
    showTake: build.mutation<void, { takeId: string; words: ShowTake }>({
      query: ({ takeId, words }) => ({ url: `/takes/${takeId}/shown`, method: 'PUT', body: words }),
      invalidatesTags: ['Gallery'],
    }),
    takeDown: build.mutation<void, string>({
      query: (takeId) => ({ url: `/takes/${takeId}/shown`, method: 'DELETE' }),
      invalidatesTags: ['Gallery'],
    }),
    shownTake: build.query<ShownTake, string>({
      responseSchema: SCHEMAS?.shownTake,
      query: (takeId) => `/gallery/${takeId}`,
      providesTags: ['Gallery'],
    }),
    addRemark: build.mutation<Created, { takeId: string; remark: NewRemark }>({
      responseSchema: SCHEMAS?.addRemark,
      query: ({ takeId, remark }) => ({ url: `/gallery/${takeId}/remarks`, method: 'POST', body: remark }),
      invalidatesTags: ['Gallery'],
    }),
    removeRemark: build.mutation<void, { takeId: string; remarkId: string }>({
      query: ({ takeId, remarkId }) => ({ url: `/gallery/${takeId}/remarks/${remarkId}`, method: 'DELETE' }),
      invalidatesTags: ['Gallery'],
    }),
  }),
});

export const {
  useGalleryQuery,
  useShownQuery,
  useShowTakeMutation,
  useTakeDownMutation,
  useShownTakeQuery,
  useAddRemarkMutation,
  useRemoveRemarkMutation,
} = gallery;
