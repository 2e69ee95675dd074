import type { ChangeReference, PlacedReference, References } from '@undulan/contract';
import { roleIn, visibleExercise } from '../access/access.ts';
import { ClipModel } from '../clips/clip.model.ts';
import { clipFor, isOwnOrGiven } from '../clips/clips.service.ts';
import { ProblemError } from '../http/problem-error.ts';
import { PlacedReferenceModel, rulerOfExercise, rulerOfLearner, rulerOfPlanner } from './reference.model.ts';

/** What lies on a ruler; null where nothing does, or what is not given to this person any more. */
async function on(place: string, personId: string): Promise<PlacedReference | null> {
  const placed = await PlacedReferenceModel.findByPk(place, { include: { model: ClipModel, as: 'clip' } });
  if (!placed?.clip?.whole || !(await isOwnOrGiven(personId, placed.clip))) return null;
  const { clipId, placement, clip } = placed;
  return { clipId, placement, name: clip.name, type: clip.type!, bytes: clip.size };
}

interface Ruler {
  place: string;
  courseId: string;
  exerciseId: string | null;
}

/** Lays a reference on a ruler, or takes it away. Throws `not-found` of one that this person has no part in. */
async function lay(
  personId: string,
  { place, courseId, exerciseId }: Ruler,
  { reference }: ChangeReference,
): Promise<void> {
  if (!reference) {
    await PlacedReferenceModel.destroy({ where: { place } });
    return;
  }
  const clip = await clipFor(personId, reference.clipId);
  if (clip.courseId !== courseId && (await PlacedReferenceModel.count({ where: { courseId, clipId: clip.id } })) === 0)
    throw new ProblemError('does-not-fit', 'This clip was not sent as a reference of this course.');
  await PlacedReferenceModel.upsert({ place, courseId, exerciseId, personId, ...reference });
}

/** The references of an exercise: what it gives, and to its learner what they work by instead. */
export async function referencesOf(personId: string, exerciseId: string): Promise<References> {
  const { role } = await visibleExercise(personId, exerciseId);
  return {
    given: await on(rulerOfExercise(exerciseId), personId),
    own: role === 'learner' ? await on(rulerOfLearner(exerciseId, personId), personId) : null,
  };
}

/** An instructor lays what the exercise gives; a learner what they themselves work by. */
export async function layOnExercise(personId: string, exerciseId: string, change: ChangeReference): Promise<void> {
  const { exercise, role } = await visibleExercise(personId, exerciseId);
  const place = role === 'instructor' ? rulerOfExercise(exerciseId) : rulerOfLearner(exerciseId, personId);
  await lay(personId, { place, courseId: exercise.courseId, exerciseId }, change);
}

/** What lies on this person's ruler of the Planner. */
export async function plannerReference(personId: string, courseId: string): Promise<PlacedReference | null> {
  await roleIn(personId, courseId);
  return on(rulerOfPlanner(courseId, personId), personId);
}

export async function layOnPlanner(personId: string, courseId: string, change: ChangeReference): Promise<void> {
  await roleIn(personId, courseId);
  await lay(personId, { place: rulerOfPlanner(courseId, personId), courseId, exerciseId: null }, change);
}
