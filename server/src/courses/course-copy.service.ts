import { randomUUID } from 'node:crypto';
import type { CourseCopy, Created } from '@undulan/contract';
import type { Transaction } from 'sequelize';
import { requireInstructor } from '../access/access.ts';
import { SetDrillModel } from '../drills/drill.model.ts';
import { EaseModel } from '../eases/ease.model.ts';
import { ExerciseModel, LISTED, workColumns } from '../exercises/exercise.model.ts';
import { lessonColumns, LessonModel } from '../lessons/lesson.model.ts';
import { PictureModel } from '../pictures/picture.model.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { PlacedReferenceModel, rulerOfExercise } from '../references/reference.model.ts';
import { CourseModel, EnrolmentModel, UnitModel } from './course.model.ts';

/** The same document with other names of pictures in it; names are nowhere else in a document. */
function called<T>(document: T, names: ReadonlyMap<string, string>): T {
  let text = JSON.stringify(document);
  for (const [from, to] of names) text = text.replaceAll(from, to);
  return JSON.parse(text) as T;
}

/** What exercises give is given by their copies, too: the same clips, each laid anew. */
async function copyGiven(
  exerciseIds: ReadonlyMap<string, string>,
  courseId: string,
  transaction: Transaction,
): Promise<void> {
  const given = await PlacedReferenceModel.findAll({
    where: { place: [...exerciseIds.keys()].map(rulerOfExercise) },
    transaction,
  });
  await PlacedReferenceModel.bulkCreate(
    given.map(({ exerciseId: from, personId, clipId, placement }) => {
      const exerciseId = exerciseIds.get(from!)!;
      return { place: rulerOfExercise(exerciseId), courseId, exerciseId, personId, clipId, placement };
    }),
    { transaction },
  );
}

/**
 * Begins a course as a copy of another: its units, exercises (not published, without due dates) with the references
 * they give, lessons, set drills (without due dates), palette and defaults; with its people, or with whoever copies it
 * alone. Takes, drafts and plans stay where they are.
 */
export async function copyCourse(
  personId: string,
  courseId: string,
  { title, withPeople }: CourseCopy,
): Promise<Created> {
  await requireInstructor(personId, courseId);
  refuseBeyond('courses', await EnrolmentModel.count({ where: { personId, role: 'instructor' } }));
  const [course, units, exercises, lessons, drills, eases, pictures, people] = await Promise.all([
    CourseModel.findByPk(courseId),
    UnitModel.findAll({ where: { courseId } }),
    ExerciseModel.findAll({ where: { courseId, ...LISTED } }),
    LessonModel.findAll({ where: { courseId } }),
    SetDrillModel.findAll({ where: { courseId } }),
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
    const exerciseIds = new Map<string, string>();
    for (const { id: from, motion, details, position, unitId } of exercises) {
      const made = await ExerciseModel.create(
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
      exerciseIds.set(from, made.id);
    }
    await copyGiven(exerciseIds, id, transaction);
    for (const { lesson, position } of lessons)
      await LessonModel.create(
        { ...lessonColumns(called(lesson, names)), courseId: id, position, version: 1 },
        { transaction },
      );
    await SetDrillModel.bulkCreate(
      drills.map(({ kind, fault, fps }) => ({ kind, fault, fps, dueAt: null, courseId: id })),
      { transaction },
    );
    await EaseModel.bulkCreate(
      eases.map(({ name, css }) => ({ courseId: id, authorId: personId, name, css })),
      { transaction },
    );
    return { id };
  });
}
