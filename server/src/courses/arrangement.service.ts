import type { Arrangement, Unit } from '@undulan/contract';
import { requireInstructor } from '../access/access.ts';
import { ExerciseModel, LISTED } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { UnitModel } from './course.model.ts';
import { holdCourse } from './hold-course.ts';

/** The units of a course in their order. */
export async function unitsOf(courseId: string): Promise<Unit[]> {
  const units = await UnitModel.findAll({ where: { courseId }, order: [['position', 'ASC']] });
  return units.map(({ id, title, fromDay, toDay }) => ({ id, title, from: fromDay, to: toDay }));
}

/**
 * Puts the exercises of a course in an order, under units that are begun, changed and given up as said. Throws
 * `does-not-fit` where it does not name each exercise once, as when another was set in the meantime.
 */
export async function arrange(personId: string, courseId: string, { loose, units }: Arrangement): Promise<void> {
  await requireInstructor(personId, courseId);
  await UnitModel.sequelize!.transaction(async (transaction) => {
    await holdCourse(courseId, transaction);
    const exercises = await ExerciseModel.findAll({
      where: { courseId, ...LISTED },
      attributes: ['id'],
      transaction,
      lock: transaction.LOCK.UPDATE,
    });
    const named = [...loose, ...units.flatMap(({ exerciseIds }) => exerciseIds)];
    const isAll = named.length === exercises.length && exercises.every(({ id }) => named.includes(id));
    const there = await UnitModel.findAll({ where: { courseId }, transaction });
    const kept = units.flatMap(({ id }) => id ?? []);
    const areThere = new Set(kept).size === kept.length && kept.every((id) => there.some((unit) => unit.id === id));
    if (!isAll || !areThere)
      throw new ProblemError('does-not-fit', 'The course was changed in the meantime: close this, and begin anew.');
    await UnitModel.destroy({
      where: { id: there.map(({ id }) => id).filter((id) => !kept.includes(id)) },
      transaction,
    });
    let position = 0;
    const put = async (ids: readonly string[], unitId: string | null): Promise<void> => {
      for (const id of ids)
        await ExerciseModel.update({ position: ++position, unitId }, { where: { id }, transaction });
    };
    await put(loose, null);
    for (const [i, { id, title, from, to, exerciseIds }] of units.entries()) {
      const columns = { courseId, title, position: i + 1, fromDay: from, toDay: to };
      if (id) await UnitModel.update(columns, { where: { id }, transaction });
      const unitId = id ?? (await UnitModel.create(columns, { transaction })).id;
      await put(exerciseIds, unitId);
    }
  });
}
