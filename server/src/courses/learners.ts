import type { CourseRole } from '@undulan/contract';
import type { Transaction } from 'sequelize';
import { PersonModel } from '../people/person.model.ts';
import { EnrolmentModel } from './course.model.ts';

async function inRole(
  courseId: string,
  role: CourseRole | CourseRole[],
  transaction?: Transaction,
): Promise<PersonModel[]> {
  const enrolments = await EnrolmentModel.findAll({
    where: { courseId, role },
    include: [{ model: PersonModel, as: 'person' }],
    order: [[{ model: PersonModel, as: 'person' }, 'name', 'ASC']],
    transaction,
  });
  return enrolments.map(({ person }) => person!);
}

/** The learners of a course, by name. */
export function learnersOf(courseId: string, transaction?: Transaction): Promise<PersonModel[]> {
  return inRole(courseId, 'learner', transaction);
}

/** Who reviews takes in a course, by name. */
export function reviewersOf(courseId: string, transaction?: Transaction): Promise<PersonModel[]> {
  return inRole(courseId, ['instructor', 'marker'], transaction);
}
