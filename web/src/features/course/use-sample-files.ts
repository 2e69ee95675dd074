import type { ExerciseSummary } from '@undulan/contract';
import type { MotionDocument, Project } from '@undulan/core';
import { saveSampleFiles, termsOfProject } from '../../exports/index.ts';
import { explain, useLazyAssignmentQuery, useLazySettingQuery } from '../../server-data/index.ts';
import { sayProblem } from '../../ui/index.ts';

interface Sampled {
  title: string;
  motion: MotionDocument;
  terms: Project['terms'];
}

const movingIn = ({ subjects }: MotionDocument): number =>
  subjects.filter(({ channels }) => channels.some(({ keys }) => keys.length > 1)).length;

/** Saves a file of every kind of one of a course's exercises: of the one in which most subjects move. */
export function useSampleFiles(exercises: readonly ExerciseSummary[], isInstructor: boolean): () => Promise<void> {
  const [setting] = useLazySettingQuery();
  const [assignment] = useLazyAssignmentQuery();
  const fetchOne = async ({ id, title }: ExerciseSummary): Promise<Sampled | null> => {
    if (isInstructor) {
      const { motion, details } = (await setting(id).unwrap()).work;
      return { title, motion, terms: details && termsOfProject(details) };
    }
    // A learner has what is shown of it.
    const { model } = await assignment(id).unwrap();
    return model && { title, motion: model, terms: null };
  };
  return async () => {
    try {
      let most: Sampled | null = null;
      for (const exercise of exercises) {
        const one = await fetchOne(exercise);
        if (one && (!most || movingIn(one.motion) > movingIn(most.motion))) most = one;
      }
      if (most) await saveSampleFiles(most);
      else sayProblem('No exercise of this course shows its model now.');
    } catch (error) {
      sayProblem(`The sample files could not be made: ${explain(error)}`);
    }
  };
}
