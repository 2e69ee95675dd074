import type { ExercisePicture } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
import { mayLearnerSeeModel, visibleWithDocuments } from '../access/access.ts';
import { DraftModel } from '../drafts/draft.model.ts';
import { TakeModel } from '../takes/take.model.ts';
import { takesOf } from '../takes/take-summary.ts';
import { sceneFor } from './scene-for.ts';

/** What a learner last made of an exercise; null where that is nothing yet. */
async function ownWork(exerciseId: string, learnerId: string): Promise<MotionDocument | null> {
  const where = { exerciseId, learnerId };
  const draft = await DraftModel.findOne({ where, attributes: ['motion'], order: [['updatedAt', 'DESC']] });
  if (draft) return draft.motion;
  const take = await TakeModel.findOne({ where, attributes: ['motion'], order: [['number', 'DESC']] });
  return take?.motion ?? null;
}

/** A motion that stands for an exercise, as this person may see it. */
export async function pictureOfExercise(personId: string, exerciseId: string): Promise<ExercisePicture> {
  const { exercise, role } = await visibleWithDocuments(personId, exerciseId);
  if (role !== 'learner') return { motion: exercise.motion };
  const seesModel = mayLearnerSeeModel(exercise, await takesOf(exerciseId, personId, false));
  if (seesModel) return { motion: exercise.motion };
  return { motion: (await ownWork(exerciseId, personId)) ?? sceneFor(exercise, false) };
}
