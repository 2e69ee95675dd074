import type { Note, Review, SeriesTake, TakeView } from '@undulan/contract';
import { findingKey, READING_VERSION, readTake, targetRead, type Reading } from '@undulan/core';
import { mayLearnerSeeModel, takeFor, takeToReview, type TakeAccess } from '../access/access.ts';
import { sameTarget } from '../exercises/same-target.ts';
import { takesOf } from './take-summary.ts';
import { ReadingModel, ReviewModel, TakeModel, type NoteModel } from './take.model.ts';

/** The readings of a take, newest first. One that an older program made is made anew from its target: a reading depends on nothing else. */
async function readingsOf(take: TakeModel): Promise<ReadingModel[]> {
  const readings = await ReadingModel.findAll({ where: { takeId: take.id }, order: [['createdAt', 'DESC']] });
  for (const old of readings) {
    if (old.reading.version < READING_VERSION) await old.update({ reading: readTake(old.target, take.motion) });
  }
  return readings;
}

async function reviewOf(take: TakeModel): Promise<ReviewModel | null> {
  return ReviewModel.findOne({ where: { takeId: take.id }, include: [{ association: 'notes', include: [{ association: 'replies', include: ['author'] }] }, 'instructor'] });
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
      .map((reply) => ({ id: reply.id, authorName: reply.author!.name, text: reply.text, createdAt: reply.createdAt.toISOString() })),
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

/** A reading as a learner gets it: without what was dismissed, and while the model is hidden without what its motion could be worked out from. */
function forLearner(reading: Reading, seesModel: boolean): Reading {
  if (seesModel) return reading;
  return { ...reading, tracks: reading.tracks.map((track) => ({ ...track, segments: [], gap: { ...track.gap, raw: [], spacing: [] } })) };
}

function withoutDismissed(reading: Reading, review: ReviewModel | null): Reading {
  const decisions = review?.decisions ?? {};
  return { ...reading, findings: reading.findings.filter((finding) => decisions[findingKey(finding)]?.state !== 'dismissed') };
}

/** A take with one of its readings (the newest unless another is named) and its review, each as far as the caller may see it. */
export async function viewTake(personId: string, takeId: string, readingId?: unknown): Promise<TakeView> {
  const access = await takeFor(personId, takeId);
  const { take, exercise, role } = access;
  const instructs = role === 'instructor';
  const siblings = await takesOf(exercise.id, take.learnerId, instructs);
  const summary = siblings.find((sibling) => sibling.id === take.id)!;
  const readings = await readingsOf(take);
  const shown = (instructs && readings.find((reading) => reading.id === readingId)) || readings[0];
  const review = await reviewOf(take);
  const returned = Boolean(review?.returnedAt);
  const seesModel = instructs || mayLearnerSeeModel(exercise, siblings);
  return {
    ...summary,
    role,
    exerciseId: exercise.id,
    exerciseTitle: exercise.title,
    courseId: exercise.courseId,
    courseTitle: exercise.course!.title,
    learner: { id: take.learnerId, name: take.learner!.name },
    motion: take.motion,
    target: seesModel ? (shown ? targetRead(shown.target, shown.reading) : exercise.motion) : null,
    tolerances: shown?.target.tolerances ?? exercise.tolerances,
    reading: shown && (instructs || returned) ? readingFor(shown.reading, access, review, seesModel) : null,
    targetChanged: readings[0] ? !sameTarget(readings[0].target, exercise.target) : false,
    review: review && (instructs || returned) ? showReview(review, instructs) : null,
    readings: instructs ? readings.map(({ id, createdAt, reading }) => ({ id, createdAt: createdAt.toISOString(), proposedGrade: reading.proposedGrade, findings: reading.findings.length })) : [],
    readingId: instructs ? (shown?.id ?? null) : null,
    siblings,
  };
}

function readingFor(reading: Reading, { role }: Pick<TakeAccess, 'role'>, review: ReviewModel | null, seesModel: boolean): Reading {
  return role === 'instructor' ? reading : forLearner(withoutDismissed(reading, review), seesModel);
}

/** All takes of the learner whose take this is, each with its newest reading: for a learner those that were returned. */
export async function seriesOf(personId: string, takeId: string): Promise<SeriesTake[]> {
  const access = await takeFor(personId, takeId);
  const { take, exercise, role } = access;
  const siblings = await takesOf(exercise.id, take.learnerId, role === 'instructor');
  const seesModel = role === 'instructor' || mayLearnerSeeModel(exercise, siblings);
  return Promise.all(
    siblings.map(async (sibling): Promise<SeriesTake> => {
      if (role === 'learner' && sibling.state !== 'returned') return { take: sibling, reading: null };
      const [newest] = await readingsOf((await TakeModel.findByPk(sibling.id))!);
      const review = await ReviewModel.findOne({ where: { takeId: sibling.id } });
      return { take: sibling, reading: newest ? readingFor(newest.reading, access, review, seesModel) : null };
    }),
  );
}

/** Reads the take against the target as it is now; the older reading is kept. */
export async function readAgain(personId: string, takeId: string): Promise<void> {
  const { take, exercise } = await takeToReview(personId, takeId);
  const { target } = exercise;
  await ReadingModel.create({ takeId: take.id, target, reading: readTake(target, take.motion) });
}
