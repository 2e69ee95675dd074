import type { Ledger, LedgerExercise } from '@undulan/contract';
import { literal } from 'sequelize';
import { requireReviewer } from '../access/access.ts';
import { CourseModel } from '../courses/course.model.ts';
import { ExerciseModel, LISTED, OPENNESS } from '../exercises/exercise.model.ts';
import { notesUsedIn } from './notes-used.ts';
import { learnersInLedger } from './people-of-ledger.ts';
import { takesOf } from './takes-of-course.ts';

/** Exercises in their order, with what says how far off a key may be; none of their documents. */
async function exercisesOf(courseId: string): Promise<LedgerExercise[]> {
  const rows = await ExerciseModel.findAll({
    where: { courseId, ...LISTED },
    attributes: [
      ...(['id', 'title', ...OPENNESS, 'dueAt', 'tolerances'] as const),
      [literal("JSON_EXTRACT(`exercise`.`terms`, '$.keyTolerances')"), 'keyTolerances'],
    ],
    order: [['position', 'ASC']],
  });
  return rows.map((row) => {
    const given = row.get('keyTolerances') as LedgerExercise['keyTolerances'] | string | null;
    return {
      id: row.id,
      title: row.title,
      published: row.isOpen,
      dueAt: row.dueAt?.toISOString() ?? null,
      tolerances: row.tolerances,
      keyTolerances: (typeof given === 'string' ? (JSON.parse(given) as LedgerExercise['keyTolerances']) : given) ?? [],
    };
  });
}

/** What the ledger of a course is computed from, for its instructors and markers. */
export async function ledgerOf(personId: string, courseId: string): Promise<Ledger> {
  const role = await requireReviewer(personId, courseId);
  const [course, learners, exercises, takes, notesUsed] = await Promise.all([
    CourseModel.findByPk(courseId),
    learnersInLedger(courseId),
    exercisesOf(courseId),
    takesOf(courseId),
    notesUsedIn(courseId),
  ]);
  return {
    title: course!.title,
    mayTeach: role === 'instructor',
    learners,
    exercises,
    takes,
    notesUsed,
  };
}
