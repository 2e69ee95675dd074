import type { CoursePicture, Created, KeptPicture } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';

/** Pictures of a course: in its briefs, and put into scenes. */
const pictures = api.injectEndpoints({
  endpoints: (build) => ({
    keepPicture: build.mutation<Created, { courseId: string; file: File }>({
      responseSchema: SCHEMAS?.keepPicture,
      query: ({ courseId, file }) => ({
        url: `/courses/${courseId}/pictures`,
        method: 'POST',
        body: file,
        headers: { 'content-type': file.type },
      }),
      invalidatesTags: ['Picture'],
    }),
    keepScenePicture: build.mutation<KeptPicture, { courseId: string; picture: Blob }>({
      responseSchema: SCHEMAS?.keepScenePicture,
      query: ({ courseId, picture }) => ({
        url: `/courses/${courseId}/scene-pictures`,
        method: 'POST',
        body: picture,
        headers: { 'content-type': picture.type },
      }),
    }),
    pictures: build.query<CoursePicture[], string>({
      responseSchema: SCHEMAS?.pictures,
      query: (courseId) => `/courses/${courseId}/pictures`,
      providesTags: ['Picture'],
    }),
    removePicture: build.mutation<void, string>({
      query: (id) => ({ url: `/pictures/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Picture'],
    }),
  }),
});

export const { useKeepPictureMutation, useKeepScenePictureMutation, usePicturesQuery, useRemovePictureMutation } =
  pictures;
