import { type Created, type FollowClip, type HandInClip, USUAL_CLIP_LIMITS } from '@undulan/contract';
import { furthestMoving, MotionDocument, placesOfTrack, proposeRegistration, takeOfTrack } from '@undulan/core';
import type * as z from 'zod';
import { exerciseWithDocuments, holdLearner, seesExercise, takeToReview, takeToSee } from '../access/access.ts';
import type { ExerciseModel } from '../exercises/exercise.model.ts';
import { seesShown } from '../gallery/gallery.service.ts';
import { ProblemError } from '../http/problem-error.ts';
import { asked, askForReadings } from '../readings/reading-queue.ts';
import { PlacedReferenceModel, rulerOfExercise } from '../references/reference.model.ts';
import { addTake, refuseUnlessAccepted } from '../takes/add-take.ts';
import { type Followed, ReviewModel, TakeModel } from '../takes/take.model.ts';
import { ClipModel } from './clip.model.ts';

const noClip = (): ProblemError => new ProblemError('not-found', 'There is no such clip.');

/** Whether a clip is someone's own, or what an exercise that they may see gives as its reference. */
export async function isOwnOrGiven(personId: string, { id, ownerId }: ClipModel): Promise<boolean> {
  if (ownerId === personId) return true;
  const placed = await PlacedReferenceModel.findAll({ where: { clipId: id }, attributes: ['place', 'exerciseId'] });
  for (const { place, exerciseId } of placed)
    if (exerciseId && place === rulerOfExercise(exerciseId) && (await seesExercise(personId, exerciseId))) return true;
  return false;
}

/**
 * A whole clip: for who sent it, for whoever may see the take that it is or to whom that is shown, and for all to whom
 * it is given as a reference.
 */
export async function clipFor(personId: string, clipId: string): Promise<ClipModel> {
  const clip = await ClipModel.findByPk(clipId);
  if (!clip?.whole) throw noClip();
  if (await isOwnOrGiven(personId, clip)) return clip;
  const take = await TakeModel.findOne({ where: { clipId }, attributes: ['id'] });
  if (!take) throw noClip();
  if (!(await seesShown(personId, take.id))) await takeToSee(personId, take.id);
  return clip;
}

/**
 * What was followed in a clip, laid over the stage of an exercise, and the motion that it is there. Throws `not-ready`
 * where nothing moves in the exercise.
 */
export function laidOver(
  exercise: Pick<ExerciseModel, 'motion'>,
  { followed, scale }: FollowClip,
): Pick<TakeModel, 'motion'> & { followed: Followed } {
  if (followed.track.frames.length < 2) throw new ProblemError('invalid-request', 'A clip has two pictures at least.');
  const subject = furthestMoving(exercise.motion);
  if (!subject) throw new ProblemError('not-ready', 'Nothing moves in this exercise yet: there is nothing to read by.');
  const places = placesOfTrack(followed.track);
  const registration = proposeRegistration(places, followed, exercise.motion, subject.id, scale);
  const motion = MotionDocument.safeParse(takeOfTrack(followed.track, registration, exercise.motion));
  if (!motion.success)
    throw new ProblemError('invalid-request', 'What was followed lies too far off the stage to be read.');
  return { motion: motion.data, followed: { ...followed, registration } };
}

/**
 * Takes what an instructor followed anew in the clip of a take, and asks for its reading. Throws `does-not-fit` for a
 * take that is no clip, `already-returned` for one that is returned.
 */
export async function followAnew(personId: string, takeId: string, follow: FollowClip): Promise<void> {
  const { take } = await takeToReview(personId, takeId);
  if (!take.clipId) throw new ProblemError('does-not-fit', 'This take was keyed, and is no clip.');
  const exercise = await exerciseWithDocuments(personId, take.exerciseId, 'instructor');
  const laid = laidOver(exercise, follow);
  await TakeModel.sequelize!.transaction(async (transaction) => {
    const review = await ReviewModel.findOne({ where: { takeId }, transaction, lock: transaction.LOCK.UPDATE });
    if (review?.returnedAt)
      throw new ProblemError('already-returned', 'This take is returned: it stays as it was read.');
    await TakeModel.update(laid, { where: { id: takeId }, transaction });
    await askForReadings([takeId], exercise.target, { transaction });
  });
  asked.emit('readings');
}

/**
 * Makes a whole clip, with what was followed in it, the learner's next take: laid over the stage, it is motion like any
 * other. Throws `not-found`, `forbidden`, `not-ready` where there is nothing to read it against, `no-more-takes`.
 */
export async function handInClip(
  personId: string,
  exerciseId: string,
  { clipId, followed, scale, ...words }: z.output<typeof HandInClip>,
): Promise<Created> {
  const follow = { followed, scale };
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'learner');
  refuseUnlessAccepted(exercise, 'clips');
  const clip = await clipFor(personId, clipId);
  if (clip.ownerId !== personId || clip.exerciseId !== exerciseId) throw noClip();
  const { seconds } = exercise.terms?.clipLimits ?? USUAL_CLIP_LIMITS;
  const { frames } = follow.followed.track;
  if (frames.length > 0 && frames.at(-1)!.seconds - frames[0]!.seconds > seconds)
    throw new ProblemError('too-large', `A clip of this exercise runs for at most ${seconds} s.`);
  const laid = laidOver(exercise, follow);
  const created = await TakeModel.sequelize!.transaction(async (transaction) => {
    await holdLearner(personId, exercise.courseId, transaction);
    if (await TakeModel.count({ where: { clipId }, transaction }))
      throw new ProblemError('does-not-fit', 'This clip is handed in already.');
    const handed = { ...words, ...laid, clipId };
    return { id: await addTake(exercise, personId, handed, transaction) };
  });
  asked.emit('readings');
  return created;
}
