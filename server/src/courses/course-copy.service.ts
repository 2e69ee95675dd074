import { randomUUID } from 'node:crypto';
import type { CourseCopy, Created } from '@undulan/contract';
import { requireInstructor } from '../access/access.ts';
import { EaseModel } from '../eases/ease.model.ts';
import { ExerciseModel, LISTED, workColumns } from '../exercises/exercise.model.ts';
import { lessonColumns, LessonModel } from '../lessons/lesson.model.ts';
import { PictureModel } from '../pictures/picture.model.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { CourseModel, EnrolmentModel, UnitModel } from './course.model.ts';

/** The same document with other names of pictures in it; names are nowhere else in a document. */
function called<T>(document: T, names: ReadonlyMap<string, string>): T {
  let text = JSON.stringify(document);
  for (const [from, to] of names) text = text.replaceAll(from, to);
  return JSON.parse(text) as T;
}

/**
 * Begins a course as a copy of another: its units, exercises (not published, without due dates), lessons, palette and
 * defaults; with its people, or with whoever copies it alone. Takes, drafts, plans and references stay where they are.
 */
export async function copyCourse(
  personId: string,
  courseId: string,
  { title, withPeople }: CourseCopy,
): Promise<Created> {
  await requireInstructor(personId, courseId);
  refuseBeyond('courses', await EnrolmentModel.count({ where: { personId, role: 'instructor' } }));
  const [course, units, exercises, lessons, eases, pictures, people] = await Promise.all([
    CourseModel.findByPk(courseId),
    UnitModel.findAll({ where: { courseId } }),
    ExerciseModel.findAll({ where: { courseId, ...LISTED } }),
    LessonModel.findAll({ where: { courseId } }),
    EaseModel.findAll({ where: { courseId } }),
    PictureModel.findAll({ where: { courseId }, attributes: ['id'] }),
    EnrolmentModel.findAll({ where: withPeople ? { courseId } : { courseId, personId } }),
  ]);
  const used = JSON.stringify([exercises.map(({ motion, details }) => [motion, details]), lessons]);
  const names = new Map(pictures.filter(({ id }) => used.includes(id)).map(({ id }) => [id, randomUUID()]));
  return CourseModel.sequelize!.transaction(async (transaction) => {
    const { id } = await CourseModel.create({ title, defaults: course!.defaults }, { transaction });
    await EnrolmentModel.bulkCreate(
      people.map(({ personId: member, role }) => ({ courseId: id, personId: member, role })),
      { transaction },
    );
    // One at a time: each may be large.
    for (const [from, to] of names) {
      const { type, bytes, hash, ownerId } = (await PictureModel.findByPk(from, { transaction }))!;
      const owner = ownerId && people.some((member) => member.personId === ownerId) ? ownerId : personId;
      await PictureModel.create(
        { id: to, courseId: id, type, bytes, hash, ownerId: ownerId && owner },
        { transaction },
      );
    }
    const unitIds = new Map(units.map((unit) => [unit.id, randomUUID() as string]));
    await UnitModel.bulkCreate(
      units.map((unit) => ({
        id: unitIds.get(unit.id)!,
        courseId: id,
        title: unit.title,
        position: unit.position,
        fromDay: null,
        toDay: null,
      })),
      { transaction },
    );
    for (const { motion, details, position, unitId } of exercises)
      await ExerciseModel.create(
        {
          ...workColumns(called(motion, names), called({ ...details, dueAt: null }, names)),
          courseId: id,
          position,
          unitId: (unitId && unitIds.get(unitId)) ?? null,
          stepsDone: 0,
          version: 1,
          publishedAt: null,
        },
        { transaction },
      );
    for (const { lesson, position } of lessons)
      await LessonModel.create(
        { ...lessonColumns(called(lesson, names)), courseId: id, position, version: 1 },
        { transaction },
      );
    await EaseModel.bulkCreate(
      eases.map(({ name, css }) => ({ courseId: id, authorId: personId, name, css })),
      { transaction },
    );
    return { id };
  });
}
