import type { Review, TakeView } from '@undulan/contract';
import { readTake, type Reading } from '@undulan/core';
import { mayLearnerSeeModel, takeFor, takeToReview } from '../access/access.ts';
import { sameTarget } from '../exercises/exercises.service.ts';
import { takesOf } from './take-summary.ts';
import { ReadingModel, ReviewModel, type TakeModel } from './take.model.ts';

async function newestReading(takeId: string): Promise<ReadingModel | null> {
  return ReadingModel.findOne({ where: { takeId }, order: [['createdAt', 'DESC']] });
}

async function reviewOf(take: TakeModel): Promise<ReviewModel | null> {
  return ReviewModel.findOne({ where: { takeId: take.id }, include: ['notes', 'instructor'] });
}

function showReview(review: ReviewModel): Review {
  const notes = (review.notes ?? []).map(({ id, frame, text }) => ({ id, frame, text }));
  return {
    version: review.version,
    grade: review.grade,
    summary: review.summary,
    notes: notes.sort((a, b) => a.frame - b.frame),
    instructorName: review.instructor?.name ?? null,
    returnedAt: review.returnedAt?.toISOString() ?? null,
  };
}

/** A reading without what the target's motion could be worked out from. */
function withoutTarget(reading: Reading): Reading {
  return {
    ...reading,
    tracks: reading.tracks.map((track) => ({ ...track, segments: [], gap: { ...track.gap, raw: [], spacing: [] } })),
  };
}

/** A take with its newest reading and its review, each as far as the caller may see it. */
export async function viewTake(personId: string, takeId: string): Promise<TakeView> {
  const { take, exercise, role } = await takeFor(personId, takeId);
  const instructs = role === 'instructor';
  const siblings = await takesOf(exercise.id, take.learnerId, instructs);
  const summary = siblings.find((sibling) => sibling.id === take.id)!;
  const newest = await newestReading(take.id);
  const review = await reviewOf(take);
  const returned = Boolean(review?.returnedAt);
  const seesModel = instructs || mayLearnerSeeModel(exercise, siblings);
  const seesReading = newest && (instructs || returned);
  return {
    ...summary,
    role,
    exerciseId: exercise.id,
    exerciseTitle: exercise.title,
    courseId: exercise.courseId,
    courseTitle: exercise.course!.title,
    learner: { id: take.learnerId, name: take.learner!.name },
    motion: take.motion,
    target: seesModel ? (newest?.target.motion ?? exercise.motion) : null,
    tolerances: newest?.target.tolerances ?? exercise.tolerances,
    reading: seesReading ? (seesModel ? newest.reading : withoutTarget(newest.reading)) : null,
    targetChanged: newest ? !sameTarget(newest.target, exercise.target) : false,
    review: review && (instructs || returned) ? showReview(review) : null,
    siblings,
  };
}

/** Reads the take against the target as it is now; the older reading is kept. */
export async function readAgain(personId: string, takeId: string): Promise<void> {
  const { take, exercise } = await takeToReview(personId, takeId);
  const { target } = exercise;
  await ReadingModel.create({ takeId: take.id, target, reading: readTake(target, take.motion) });
}
