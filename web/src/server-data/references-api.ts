import type { PlacedReference, References } from '@undulan/contract';
import { SCHEMAS } from './answer-schemas.ts';
import { api } from './api.ts';
import { OUTLIVING } from './outliving.ts';

/** Whose ruler: that of an exercise (given by an instructor, or a learner's own), or the Planner's in a course. */
export type RulerOf = { exerciseId: string } | { courseId: string };

const urlOf = (of: RulerOf): string => ('exerciseId' in of ? `/exercises/${of.exerciseId}` : `/courses/${of.courseId}`);

interface Laid {
  of: RulerOf;
  /** Which of the two it is for the person who lays it. */
  as: keyof References;
  reference: PlacedReference | null;
}

/** Footage and sound on rulers. */
const references = api.injectEndpoints({
  endpoints: (build) => ({
    references: build.query<References, RulerOf>({
      responseSchema: SCHEMAS?.references,
      query: (of) => `${urlOf(of)}/reference${'exerciseId' in of ? 's' : ''}`,
    }),
    layReference: build.mutation<void, Laid>({
      query: ({ of, reference }) => ({
        url: `${urlOf(of)}/reference`,
        method: 'PUT',
        body: {
          reference: reference && { clipId: reference.clipId, placement: reference.placement },
        },
        ...OUTLIVING,
      }),
      // What was laid is seen at once; refused, it is as it was.
      onQueryStarted: async ({ of, as, reference }, { dispatch, queryFulfilled }) => {
        const laid = dispatch(
          references.util.updateQueryData('references', of, (now) => ({ ...now, [as]: reference })),
        );
        await queryFulfilled.catch(() => laid.undo());
      },
    }),
  }),
});

export const { useReferencesQuery, useLazyReferencesQuery, useLayReferenceMutation } = references;
