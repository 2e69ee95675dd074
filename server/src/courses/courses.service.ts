import {
  type CourseDefaults,
  type CourseName,
  type CourseOverview,
  type Created,
  type ExerciseSummary,
  type LearnerCourse,
  type Standing,
  WAITING_PAGE,
  type WaitingQueue,
  type WaitingTake,
} from '@undulan/contract';
import { Op } from 'sequelize';
import { requireInstructor, requireReviewer, roleIn } from '../access/access.ts';
import { DraftModel } from '../drafts/draft.model.ts';
import { summariseDraft } from '../drafts/draft-summary.ts';
import { ExerciseModel, LISTED, openNow } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { TakeModel } from '../takes/take.model.ts';
import { isLate, LATE_TERMS, newestReadings, summariseTakes, TAKE_LINE } from '../takes/take-summary.ts';
import { unitsOf } from './arrangement.service.ts';
import { CourseModel, EnrolmentModel } from './course.model.ts';
import { learnersOf } from './learners.ts';
import { USUAL_DEFAULTS } from './usual-defaults.ts';

/** Begins a course: whoever instructs one may instruct another. Throws `forbidden`, `over-quota`. */
export async function beginCourse(personId: string, { title }: CourseName): Promise<Created> {
  const instructs = await EnrolmentModel.count({ where: { personId, role: 'instructor' } });
  if (instructs === 0) throw new ProblemError('forbidden', 'Only who instructs a course begins another.');
  refuseBeyond('courses', instructs);
  return CourseModel.sequelize!.transaction(async (transaction) => {
    const { id } = await CourseModel.create({ title }, { transaction });
    await EnrolmentModel.create({ courseId: id, personId, role: 'instructor' }, { transaction });
    return { id };
  });
}

/** Gives a course another name. */
export async function renameCourse(personId: string, courseId: string, { title }: CourseName): Promise<void> {
  await requireInstructor(personId, courseId);
  await CourseModel.update({ title }, { where: { id: courseId } });
}

/** Keeps what a new exercise of a course begins with. */
export async function chooseDefaults(personId: string, courseId: string, defaults: CourseDefaults): Promise<void> {
  await requireInstructor(personId, courseId);
  await CourseModel.update({ defaults }, { where: { id: courseId } });
}

function summariseExercise(exercise: ExerciseModel): ExerciseSummary {
  return {
    id: exercise.id,
    title: exercise.title,
    brief: exercise.brief,
    published: exercise.isOpen,
    opensAt: exercise.publishedAt && !exercise.isOpen ? exercise.publishedAt.toISOString() : null,
    unitId: exercise.unitId ?? null,
    rate: { num: exercise.rateNum, den: exercise.rateDen },
    range: { first: exercise.firstFrame, last: exercise.lastFrame },
    dueAt: exercise.dueAt?.toISOString() ?? null,
  };
}

function exercisesIn(courseId: string, publishedOnly: boolean): Promise<ExerciseModel[]> {
  return ExerciseModel.findAll({
    where: { courseId, ...(publishedOnly ? openNow() : LISTED) },
    attributes: { exclude: ['motion', 'terms'] },
    order: [['position', 'ASC']],
  });
}

/** The course with everyone's standing, for its instructors and markers. */
export async function courseOverview(personId: string, courseId: string): Promise<CourseOverview> {
  await requireReviewer(personId, courseId);
  const course = (await CourseModel.findByPk(courseId))!;
  const exercises = await exercisesIn(courseId, false);
  const learners = await learnersOf(courseId);
  return {
    id: course.id,
    title: course.title,
    archived: course.archivedAt !== null,
    defaults: course.defaults ?? USUAL_DEFAULTS,
    units: await unitsOf(courseId),
    putAway: await ExerciseModel.count({ where: { courseId, archivedAt: { [Op.ne]: null } } }),
    exercises: exercises.map(summariseExercise),
    learners: learners.map(({ id, name, email }) => ({ id, name, email })),
    standings: await standingsOf(exercises.map((exercise) => exercise.id)),
  };
}

/** Where each learner stands who has begun: drafts by their existence only, takes by state. */
async function standingsOf(exerciseIds: string[]): Promise<Standing[]> {
  const standings = new Map<string, Standing>();
  const standing = (exerciseId: string, learnerId: string): Standing => {
    const key = `${exerciseId} ${learnerId}`;
    const known = standings.get(key) ?? { exerciseId, learnerId, hasDraft: false, takes: [] };
    standings.set(key, known);
    return known;
  };
  const where = { exerciseId: exerciseIds };
  for (const draft of await DraftModel.findAll({ where, attributes: ['exerciseId', 'learnerId'] })) {
    standing(draft.exerciseId, draft.learnerId).hasDraft = true;
  }
  const takes = await TakeModel.findAll({ ...TAKE_LINE, where, order: [['number', 'ASC']] });
  const lines = await summariseTakes(takes, true);
  takes.forEach((take, i) => standing(take.exerciseId, take.learnerId).takes.push(lines[i]!));
  return [...standings.values()];
}

/** The course as one of its learners has it: published exercises and their own work. */
export async function learnerCourse(personId: string, courseId: string): Promise<LearnerCourse> {
  await roleIn(personId, courseId);
  const course = (await CourseModel.findByPk(courseId))!;
  const exercises = await exercisesIn(courseId, true);
  const where = { exerciseId: exercises.map(({ id }) => id), learnerId: personId };
  const drafts = await DraftModel.findAll({
    where,
    attributes: ['id', 'exerciseId', 'name', 'updatedAt'],
    order: [['createdAt', 'ASC']],
  });
  const takes = await TakeModel.findAll({ ...TAKE_LINE, where, order: [['number', 'ASC']] });
  const lines = await summariseTakes(takes, false);
  return {
    id: course.id,
    title: course.title,
    archived: course.archivedAt !== null,
    units: await unitsOf(courseId),
    exercises: exercises.map((exercise) => ({
      ...summariseExercise(exercise),
      accepts: exercise.accepts,
      drafts: drafts.filter((draft) => draft.exerciseId === exercise.id).map(summariseDraft),
      takes: lines.filter((_, i) => takes[i]!.exerciseId === exercise.id),
    })),
  };
}

/** What waits for review in a course, oldest first: its first so many pages, at most twenty. */
export async function waitingTakes(personId: string, courseId: string, pages: number): Promise<WaitingQueue> {
  await requireReviewer(personId, courseId);
  const { rows: takes, count: total } = await TakeModel.findAndCountAll({
    limit: Math.min(20, Math.max(1, pages)) * WAITING_PAGE,
    attributes: { exclude: ['motion', 'followed'] },
    include: [
      'learner',
      { association: 'review', where: { returnedAt: null } },
      { ...LATE_TERMS, attributes: [...LATE_TERMS.attributes, 'title'], where: { courseId, archivedAt: null } },
    ],
    order: [['handedInAt', 'ASC']],
  });
  const readings = await newestReadings(takes.map(({ id }) => id));
  const shown = takes.map((take): WaitingTake => {
    const reading = readings.get(take.id);
    return {
      takeId: take.id,
      exerciseId: take.exerciseId,
      exerciseTitle: take.exercise!.title,
      learnerName: take.learner!.name,
      number: take.number,
      title: take.title,
      tags: take.tags ?? [],
      handedInAt: take.handedInAt.toISOString(),
      late: isLate(take),
      readingState: reading?.shownState ?? 'coming',
      findings: reading?.findingsCount ?? null,
      proposedGrade: reading?.proposedGrade ?? null,
    };
  });
  return { takes: shown, total };
}
