import type { Note, Review, SeriesTake, TakeView } from '@undulan/contract';
import { type Target, targetRead } from '@undulan/core';
import { mayLearnerSeeModel, takeToSee } from '../access/access.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { newestRead, READING_LINE, ReadingModel } from '../readings/reading.model.ts';
import { readingFor } from '../readings/visible-reading.ts';
import { TargetModel } from '../targets/target.model.ts';
import { clipOfTake } from './clip-of-take.ts';
import { type NoteModel, ReviewModel, TakeModel } from './take.model.ts';
import { takesOf } from './take-summary.ts';

async function reviewOf(takeId: string): Promise<ReviewModel | null> {
  return ReviewModel.findOne({
    where: { takeId },
    include: [{ association: 'notes', include: [{ association: 'replies', include: ['author'] }] }, 'instructor'],
  });
}

function showNote({ id, frame, text, pinned, done, replies = [] }: NoteModel): Note {
  return {
    id,
    frame,
    text,
    lastFrame: pinned?.lastFrame ?? null,
    subjectId: pinned?.subjectId ?? null,
    spot: pinned?.spot ?? null,
    drawing: pinned?.drawing ?? null,
    done,
    replies: replies
      .toSorted((a, b) => a.createdAt.getTime() - b.createdAt.getTime())
      .map((reply) => ({
        id: reply.id,
        authorName: reply.author!.name,
        text: reply.text,
        createdAt: reply.createdAt.toISOString(),
      })),
  };
}

/** A review as its reader has it. Dismissed findings and their reasons are the instructor's own. */
function showReview(review: ReviewModel, forInstructor: boolean): Review {
  return {
    version: review.version,
    grade: review.grade,
    summary: review.summary,
    criteria: review.criteria ?? {},
    decisions: forInstructor ? (review.decisions ?? {}) : {},
    notes: (review.notes ?? []).map(showNote).sort((a, b) => a.frame - b.frame),
    instructorName: review.instructor?.name ?? null,
    returnedAt: review.returnedAt?.toISOString() ?? null,
    again: review.again,
  };
}

/** What a target says beside its motions and its tolerances. */
function termsOf({
  motion: _motion,
  tolerances: _tolerances,
  alternatives: _others,
  ...terms
}: Target): TakeView['terms'] {
  return terms;
}

/**
 * A take with one of its readings (the newest there is unless another is named), each as far as the caller may see it.
 */
export async function viewTake(personId: string, takeId: string, readingId?: unknown): Promise<TakeView> {
  const access = await takeToSee(personId, takeId);
  const { take, exercise, role, left } = access;
  const instructs = role === 'instructor';
  const siblings = await takesOf(exercise.id, take.learnerId, instructs);
  const summary = siblings.find((sibling) => sibling.id === take.id)!;
  const lines = await ReadingModel.findAll({
    where: { takeId },
    attributes: READING_LINE,
    order: [['createdAt', 'DESC']],
  });
  const line =
    (instructs && lines.find((one) => one.id === readingId)) || lines.find((one) => one.shownState === 'read');
  const review = await ReviewModel.findOne({ where: { takeId }, attributes: ['returnedAt', 'decisions'] });
  const mayRead = instructs || Boolean(review?.returnedAt);
  const seesModel = instructs || mayLearnerSeeModel(exercise, siblings);
  const reading = line && (await ReadingModel.findByPk(line.id, { attributes: ['reading'] }))!.reading;
  const target = line
    ? (await TargetModel.findByPk(line.targetHash))!.target
    : (await ExerciseModel.findByPk(exercise.id))!.target;
  const { motion, clipId, followed } = (await TakeModel.findByPk(takeId, {
    attributes: ['motion', 'clipId', 'followed'],
  }))!;
  return {
    ...summary,
    role,
    left,
    exerciseId: exercise.id,
    exerciseTitle: exercise.title,
    courseId: exercise.courseId,
    courseTitle: exercise.course!.title,
    learner: { id: take.learnerId, name: take.learner!.name },
    note: take.note ?? '',
    selfCheck: exercise.selfCheck,
    motion,
    clip: clipId && followed ? await clipOfTake(clipId, followed) : null,
    target: seesModel ? targetRead(target, reading ?? { nearest: null }) : null,
    tolerances: target.tolerances,
    terms: seesModel ? termsOf(target) : {},
    reading: reading && mayRead ? readingFor(reading, role, review, seesModel) : null,
    notReadBecause: instructs ? (lines[0]?.problem ?? null) : null,
    targetChanged: lines[0] ? lines[0].targetHash !== exercise.targetHash : false,
    readings: instructs
      ? lines.map(({ id, createdAt, shownState, proposedGrade, findingsCount }) => ({
          id,
          createdAt: createdAt.toISOString(),
          state: shownState,
          proposedGrade: proposedGrade ?? null,
          findings: findingsCount ?? null,
        }))
      : [],
    readingId: instructs ? (line?.id ?? null) : null,
    siblings,
  };
}

/** What is said of a take: null before anything is, and for its learner until it is returned. */
export async function reviewOfTake(personId: string, takeId: string): Promise<Review | null> {
  const { role } = await takeToSee(personId, takeId);
  const review = await reviewOf(takeId);
  if (!review) return null;
  const instructs = role === 'instructor';
  return instructs || review.returnedAt ? showReview(review, instructs) : null;
}

/**
 * All takes of the learner whose take this is, each with its newest reading: for a learner those that were returned.
 */
export async function seriesOf(personId: string, takeId: string): Promise<SeriesTake[]> {
  const access = await takeToSee(personId, takeId);
  const { take, exercise, role } = access;
  const siblings = await takesOf(exercise.id, take.learnerId, role === 'instructor');
  const seesModel = role === 'instructor' || mayLearnerSeeModel(exercise, siblings);
  return Promise.all(
    siblings.map(async (sibling): Promise<SeriesTake> => {
      if (role === 'learner' && sibling.state !== 'returned') return { take: sibling, reading: null };
      const line = await newestRead(sibling.id);
      const reading = line && (await ReadingModel.findByPk(line.id, { attributes: ['reading'] }))!.reading;
      const review = await ReviewModel.findOne({ where: { takeId: sibling.id } });
      return { take: sibling, reading: reading ? readingFor(reading, role, review, seesModel) : null };
    }),
  );
}
