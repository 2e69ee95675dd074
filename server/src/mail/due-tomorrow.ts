import { Op, type Sequelize } from 'sequelize';
import { CourseModel } from '../courses/course.model.ts';
import { learnersOf } from '../courses/learners.ts';
import { ExerciseModel, openNow } from '../exercises/exercise.model.ts';
import { TakeModel } from '../takes/take.model.ts';
import { tell } from './tell.ts';

const DAY_MS = 24 * 3600 * 1000;

/** Tells learners, once, of what is due within a day and what they have handed in no take of. */
export async function tellOfDue(sequelize: Sequelize, timeZone: string, now = new Date()): Promise<void> {
  const due = await ExerciseModel.findAll({
    where: {
      ...openNow(),
      dueAt: { [Op.gt]: now, [Op.lte]: new Date(now.getTime() + DAY_MS) },
    },
    attributes: ['id', 'title', 'dueAt', 'courseId'],
    include: [{ model: CourseModel, as: 'course', where: { archivedAt: null } }],
  });
  const at = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone });
  for (const { id, title, dueAt, course } of due) {
    const done = await TakeModel.findAll({ where: { exerciseId: id }, attributes: ['learnerId'] });
    const handedIn = new Set(done.map(({ learnerId }) => learnerId));
    const people = (await learnersOf(course!.id)).filter((learner) => !handedIn.has(learner.id));
    const line = { says: `${title} is due at ${at.format(dueAt!)} (${timeZone}).`, path: `/courses/${course!.id}` };
    const once = `due/${id}/${dueAt!.getTime()}`;
    await sequelize.transaction((transaction) =>
      tell(people, { kind: 'due', course: course!, line, once }, transaction),
    );
  }
}
