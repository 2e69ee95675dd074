import { PersonModel } from '../people/person.model.ts';
import { EnrolmentModel } from './course.model.ts';

/** The learners of a course, by name. */
export async function learnersOf(courseId: string): Promise<PersonModel[]> {
  const enrolments = await EnrolmentModel.findAll({
    where: { courseId, role: 'learner' },
    include: [{ model: PersonModel, as: 'person' }],
    order: [[{ model: PersonModel, as: 'person' }, 'name', 'ASC']],
  });
  return enrolments.map(({ person }) => person!);
}
