import { LEAST_BEHIND, type OwnLedger } from '@undulan/contract';
import { type ClassMeasure, type ClassTake, digestOf, overTime, READING_VERSION } from '@undulan/core';
import { mayLearnerSeeModel, roleIn } from '../access/access.ts';
import { CourseModel } from '../courses/course.model.ts';
import { ExerciseModel, openNow } from '../exercises/exercise.model.ts';
import { ReadingModel } from '../readings/reading.model.ts';
import { readingFor } from '../readings/visible-reading.ts';
import { TakeModel } from '../takes/take.model.ts';
import { TAKE_LINE } from '../takes/take-summary.ts';
import { takesOf } from './takes-of-course.ts';

/** What a learner sees themselves beside the class by. */
const SHOWN: readonly ClassMeasure[] = ['key-offset', 'spacing', 'grade'];

/**
 * A learner's own course: their returned takes as far as they may see them, and the middle half of the class where
 * enough stand behind it. Nothing of anyone else by themselves.
 */
export async function ownLedger(personId: string, courseId: string): Promise<OwnLedger> {
  await roleIn(personId, courseId);
  const [course, exercises] = await Promise.all([
    CourseModel.findByPk(courseId),
    ExerciseModel.findAll({
      where: { courseId, ...openNow() },
      attributes: ['id', 'title', 'modelShown'],
      order: [['position', 'ASC']],
    }),
  ]);
  const ids = exercises.map(({ id }) => id);
  return {
    title: course!.title,
    exercises: exercises.map(({ id, title }) => ({ id, title })),
    takes: await ownTakes(personId, exercises),
    classes: classFigures(ids, await takesOf(courseId)),
  };
}

async function ownTakes(personId: string, exercises: readonly ExerciseModel[]): Promise<OwnLedger['takes']> {
  const takes = await TakeModel.findAll({
    ...TAKE_LINE,
    include: [{ association: 'review', attributes: ['returnedAt', 'grade', 'decisions'] }],
    where: { learnerId: personId, exerciseId: exercises.map(({ id }) => id) },
    order: [['handedInAt', 'ASC']],
  });
  const returned = takes.filter(({ review }) => review?.returnedAt);
  const readings = await ReadingModel.findAll({
    where: { takeId: returned.map(({ id }) => id), state: 'read', version: READING_VERSION },
    attributes: ['takeId', 'reading'],
    order: [['createdAt', 'ASC']],
  });
  const newest = new Map(readings.map(({ takeId, reading }) => [takeId, reading]));
  return returned.map(({ id, learnerId, exerciseId, number, handedInAt, review }) => {
    const exercise = exercises.find((own) => own.id === exerciseId)!;
    const states = takes
      .filter((own) => own.exerciseId === exerciseId)
      .map((own) => ({ state: own.review?.returnedAt ? ('returned' as const) : ('handed-in' as const) }));
    const reading = newest.get(id);
    const seen = reading && readingFor(reading, 'learner', review!, mayLearnerSeeModel(exercise, states));
    return {
      id,
      learnerId,
      exerciseId,
      number,
      handedInAt: handedInAt.toISOString(),
      grade: review!.grade,
      digest: seen ? digestOf(seen) : null,
    };
  });
}

function classFigures(exerciseIds: readonly string[], takes: readonly ClassTake[]): OwnLedger['classes'] {
  return SHOWN.flatMap((measure) =>
    overTime(exerciseIds, takes, measure).flatMap(({ exerciseId, quartiles, learners }) =>
      quartiles && learners.size >= LEAST_BEHIND ? [{ exerciseId, measure, quartiles }] : [],
    ),
  );
}
