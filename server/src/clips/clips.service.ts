import { type Created, type HandInClip, USUAL_CLIP_LIMITS } from '@undulan/contract';
import { furthestMoving, MotionDocument, placesOfTrack, proposeRegistration, takeOfTrack } from '@undulan/core';
import type * as z from 'zod';
import { exerciseWithDocuments, holdLearner, takeFor } from '../access/access.ts';
import { ProblemError } from '../http/problem-error.ts';
import { asked } from '../readings/reading-queue.ts';
import { addTake, refuseUnlessAccepted } from '../takes/add-take.ts';
import { TakeModel } from '../takes/take.model.ts';
import { ClipModel } from './clip.model.ts';

const noClip = (): ProblemError => new ProblemError('not-found', 'There is no such clip.');

/** A whole clip: for who sent it, and for whoever may see the take that it is. */
export async function clipFor(personId: string, clipId: string): Promise<ClipModel> {
  const clip = await ClipModel.findByPk(clipId);
  if (!clip?.whole) throw noClip();
  if (clip.ownerId === personId) return clip;
  const take = await TakeModel.findOne({ where: { clipId }, attributes: ['id'] });
  if (!take) throw noClip();
  await takeFor(personId, take.id);
  return clip;
}

/**
 * Makes a whole clip, with what was followed in it, the learner's next take: laid over the stage, it is motion like any
 * other. Throws `not-found`, `forbidden`, `not-ready` where there is nothing to read it against, `no-more-takes`.
 */
export async function handInClip(
  personId: string,
  exerciseId: string,
  { clipId, followed, ...words }: z.output<typeof HandInClip>,
): Promise<Created> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'learner');
  refuseUnlessAccepted(exercise, 'clips');
  const clip = await clipFor(personId, clipId);
  if (clip.ownerId !== personId || clip.exerciseId !== exerciseId) throw noClip();
  const { seconds } = exercise.terms?.clipLimits ?? USUAL_CLIP_LIMITS;
  const { frames } = followed.track;
  if (frames.length < 2) throw new ProblemError('invalid-request', 'A clip has two pictures at least.');
  if (frames.at(-1)!.seconds - frames[0]!.seconds > seconds)
    throw new ProblemError('too-large', `A clip of this exercise runs for at most ${seconds} s.`);
  const subject = furthestMoving(exercise.motion);
  if (!subject) throw new ProblemError('not-ready', 'Nothing moves in this exercise yet: there is nothing to read by.');
  const registration = proposeRegistration(placesOfTrack(followed.track), followed, exercise.motion, subject.id);
  const motion = MotionDocument.parse(takeOfTrack(followed.track, registration, exercise.motion));
  const created = await TakeModel.sequelize!.transaction(async (transaction) => {
    await holdLearner(personId, exercise.courseId, transaction);
    if (await TakeModel.count({ where: { clipId }, transaction }))
      throw new ProblemError('does-not-fit', 'This clip is handed in already.');
    const handed = { ...words, motion, clipId, followed: { ...followed, registration } };
    return { id: await addTake(exercise, personId, handed, transaction) };
  });
  asked.emit('readings');
  return created;
}
