import type { Created, LessonSummary, Saved, SaveLesson, StoredLesson } from '@undulan/contract';
import { type Lesson, picturesOfLesson, type Tolerances, withLessonPicturesCalled } from '@undulan/core';
import { lessonFor, requireInstructor, roleIn } from '../access/access.ts';
import { ExerciseModel, LISTED } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { takePicturesAlong } from '../pictures/pictures.service.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { lessonColumns, LessonModel } from './lesson.model.ts';

/** The course's lessons in their order. */
export async function lessonsOf(personId: string, courseId: string): Promise<LessonSummary[]> {
  await roleIn(personId, courseId);
  const lessons = await LessonModel.findAll({
    where: { courseId },
    attributes: ['id', 'name', 'boardNames'],
    order: [['position', 'ASC']],
  });
  return lessons.map(({ id, name, boardNames }) => ({ id, name, boards: boardNames }));
}

/** Adds a lesson at the end of the course's, with pictures of its scenes from where they are. */
export async function createLesson(personId: string, courseId: string, given: Lesson): Promise<Created> {
  await requireInstructor(personId, courseId);
  refuseBeyond('lessons', await LessonModel.count({ where: { courseId } }));
  const lesson = withLessonPicturesCalled(given, await takePicturesAlong(personId, picturesOfLesson(given), courseId));
  const last = (await LessonModel.max<number | null, LessonModel>('position', { where: { courseId } })) ?? 0;
  const { id } = await LessonModel.create({ ...lessonColumns(lesson), courseId, position: last + 1, version: 1 });
  return { id };
}

const LESSON_TOLERANCES: Tolerances = { keyFrames: 1, spacingPercent: 4 };

/** The smallest that an exercise of the course has. */
async function smallestTolerances(courseId: string): Promise<Tolerances> {
  const exercises = await ExerciseModel.findAll({ where: { courseId, ...LISTED }, attributes: ['tolerances'] });
  if (exercises.length === 0) return LESSON_TOLERANCES;
  return {
    keyFrames: Math.min(...exercises.map(({ tolerances }) => tolerances.keyFrames)),
    spacingPercent: Math.min(...exercises.map(({ tolerances }) => tolerances.spacingPercent)),
  };
}

/** A lesson, for the members of its course; what is for who presents it only for instructors. */
export async function storedLesson(personId: string, lessonId: string): Promise<StoredLesson> {
  const { stored, role } = await lessonFor(personId, lessonId);
  const { id, courseId, version, lesson } = stored;
  return {
    id,
    courseId,
    courseTitle: stored.course!.title,
    role,
    version,
    lesson:
      role === 'instructor' ? lesson : { ...lesson, boards: lesson.boards.map((board) => ({ ...board, notes: '' })) },
    tolerances: await smallestTolerances(courseId),
  };
}

/** Writes a lesson. Throws `stale-version` when it was written since the caller read it. */
export async function saveLesson(personId: string, lessonId: string, { version, lesson }: SaveLesson): Promise<Saved> {
  const { stored } = await lessonFor(personId, lessonId, 'instructor');
  const [written] = await LessonModel.update(
    { ...lessonColumns(lesson), version: version + 1 },
    { where: { id: stored.id, version } },
  );
  if (written === 0) throw new ProblemError('stale-version', 'This lesson was changed elsewhere.');
  return { version: version + 1 };
}

export async function removeLesson(personId: string, lessonId: string): Promise<void> {
  const { stored } = await lessonFor(personId, lessonId, 'instructor');
  await stored.destroy();
}

/** Puts a copy of a lesson at the end of another course's, or of its own. */
export async function copyLesson(personId: string, lessonId: string, courseId: string): Promise<Created> {
  const { stored } = await lessonFor(personId, lessonId, 'instructor');
  const { lesson } = stored;
  return createLesson(
    personId,
    courseId,
    courseId === stored.courseId ? { ...lesson, name: copyName(lesson.name) } : lesson,
  );
}

const copyName = (name: string): string => `${name.slice(0, 110)} (copy)`;

/** Puts the course's lessons in an order. Throws `invalid-request` where it does not name each of them once. */
export async function orderLessons(personId: string, courseId: string, ids: readonly string[]): Promise<void> {
  await requireInstructor(personId, courseId);
  await LessonModel.sequelize!.transaction(async (transaction) => {
    const lessons = await LessonModel.findAll({ where: { courseId }, attributes: ['id'], transaction, lock: true });
    const isAll = lessons.length === ids.length && lessons.every(({ id }) => ids.includes(id));
    if (!isAll) throw new ProblemError('invalid-request', 'The order must name each lesson of the course once.');
    for (const [i, id] of ids.entries()) await LessonModel.update({ position: i + 1 }, { where: { id }, transaction });
  });
}
