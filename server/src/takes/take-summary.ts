import type { TakeSummary } from '@undulan/contract';
import { QueryTypes } from 'sequelize';
import { READING_LINE, ReadingModel } from '../readings/reading.model.ts';
import { TakeModel } from './take.model.ts';

/** What of a take's exercise says whether it is late, and its review in a line. */
export const LATE_TERMS = { association: 'exercise', attributes: ['id', 'dueAt', 'latePolicy'] };

/** Of a take's review what is told in a line. */
export const REVIEW_LINE = { association: 'review', attributes: ['returnedAt', 'grade', 'again'] };

/** A take in a line, with what its exercise and its review say beside it. */
export const TAKE_LINE = {
  attributes: { exclude: ['motion', 'followed'] },
  include: [REVIEW_LINE, LATE_TERMS],
};

/** Whether a take came after the due date of an exercise that marks it. */
export function isLate({ handedInAt, exercise }: TakeModel): boolean {
  return exercise?.latePolicy === 'mark' && exercise.dueAt !== null && handedInAt > exercise.dueAt;
}

/** The newest reading of each of some takes, in a line. */
export async function newestReadings(takeIds: readonly string[]): Promise<Map<string, ReadingModel>> {
  const readings = await ReadingModel.findAll({
    where: { takeId: [...takeIds] },
    attributes: READING_LINE,
    order: [['createdAt', 'ASC']],
  });
  return new Map(readings.map((reading) => [reading.takeId, reading]));
}

/** How many replies there are to the notes of each of some takes. */
async function repliesTo(takeIds: readonly string[]): Promise<Map<string, number>> {
  if (takeIds.length === 0) return new Map();
  const counts = await TakeModel.sequelize!.query<{ takeId: string; count: number }>(
    'SELECT reviews.takeId AS takeId, COUNT(*) AS count FROM replies JOIN notes ON notes.id = replies.noteId ' +
      'JOIN reviews ON reviews.id = notes.reviewId WHERE reviews.takeId IN (:takeIds) GROUP BY reviews.takeId',
    { replacements: { takeIds: [...takeIds] }, type: QueryTypes.SELECT },
  );
  return new Map(counts.map(({ takeId, count }) => [takeId, Number(count)]));
}

/** A take in a line. A learner learns the grade when the review is returned, not before. */
function summariseTake(
  take: TakeModel,
  reading: ReadingModel | undefined,
  replies: number,
  forInstructor: boolean,
): TakeSummary {
  const returned = Boolean(take.review?.returnedAt);
  return {
    id: take.id,
    number: take.number,
    title: take.title,
    tags: take.tags ?? [],
    state: returned ? 'returned' : 'handed-in',
    handedInAt: take.handedInAt.toISOString(),
    late: isLate(take),
    grade: returned || forInstructor ? (take.review?.grade ?? null) : null,
    again: returned && (take.review?.again ?? false),
    replies: returned || forInstructor ? replies : 0,
    readingState: reading?.shownState ?? 'coming',
  };
}

/** Some takes in lines. */
export async function summariseTakes(takes: readonly TakeModel[], forInstructor: boolean): Promise<TakeSummary[]> {
  const ids = takes.map(({ id }) => id);
  const [readings, replies] = await Promise.all([newestReadings(ids), repliesTo(ids)]);
  return takes.map((take) => summariseTake(take, readings.get(take.id), replies.get(take.id) ?? 0, forInstructor));
}

/** A learner's takes of an exercise, first to last. */
export async function takesOf(exerciseId: string, learnerId: string, forInstructor: boolean): Promise<TakeSummary[]> {
  return summariseTakes(
    await TakeModel.findAll({ ...TAKE_LINE, where: { exerciseId, learnerId }, order: [['number', 'ASC']] }),
    forInstructor,
  );
}
