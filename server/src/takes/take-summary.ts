import type { TakeSummary } from '@undulan/contract';
import { READING_LINE, ReadingModel } from '../readings/reading.model.ts';
import { TakeModel } from './take.model.ts';

/** What of a take's exercise says whether it is late, and its review in a line. */
export const LATE_TERMS = { association: 'exercise', attributes: ['id', 'dueAt', 'latePolicy'] };

/** A take in a line, with what its exercise and its review say beside it. */
export const TAKE_LINE = {
  attributes: { exclude: ['motion'] },
  include: [{ association: 'review', attributes: ['returnedAt', 'grade'] }, LATE_TERMS],
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

/** A take in a line. A learner learns the grade when the review is returned, not before. */
function summariseTake(take: TakeModel, reading: ReadingModel | undefined, forInstructor: boolean): TakeSummary {
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
    readingState: reading?.shownState ?? 'coming',
  };
}

/** Some takes in lines. */
export async function summariseTakes(takes: readonly TakeModel[], forInstructor: boolean): Promise<TakeSummary[]> {
  const readings = await newestReadings(takes.map(({ id }) => id));
  return takes.map((take) => summariseTake(take, readings.get(take.id), forInstructor));
}

/** A learner's takes of an exercise, first to last. */
export async function takesOf(exerciseId: string, learnerId: string, forInstructor: boolean): Promise<TakeSummary[]> {
  return summariseTakes(
    await TakeModel.findAll({ ...TAKE_LINE, where: { exerciseId, learnerId }, order: [['number', 'ASC']] }),
    forInstructor,
  );
}
