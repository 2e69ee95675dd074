import type { Transaction } from 'sequelize';
import { CourseModel } from './course.model.ts';

/** Holds a course until the transaction ends: who is in it changes one after another. Gives it. */
export async function holdCourse(courseId: string, transaction: Transaction): Promise<CourseModel> {
  return (await CourseModel.findByPk(courseId, { transaction, lock: transaction.LOCK.UPDATE }))!;
}
