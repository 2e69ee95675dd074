import type { CourseRole, Side } from '@undulan/contract';
import { type Limits, USUAL_LIMITS } from '@undulan/core';
import { type FindAttributeOptions, literal, type Model, type ModelStatic, type Transaction } from 'sequelize';
import { type CourseModel, EnrolmentModel, LeftCourseModel } from '../courses/course.model.ts';
import { DraftModel } from '../drafts/draft.model.ts';
import { EXERCISE_DOCUMENTS, ExerciseModel, OPENNESS } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { LessonModel } from '../lessons/lesson.model.ts';
import { PersonModel } from '../people/person.model.ts';
import { PictureModel } from '../pictures/picture.model.ts';
import { ReadingJobModel } from '../readings/reading-job.model.ts';
import { NoteModel, ReviewModel, TakeModel } from '../takes/take.model.ts';

/**
 * The one place that decides who may touch what. Every service gets what it works on from here, never from a model by
 * id. What a person has no part in does not exist for them (404); what exists for them but is the other role's is
 * refused (403).
 */

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

function notFound(what: string): ProblemError {
  return new ProblemError('not-found', `There is no such ${what}, or it is not yours.`);
}

/** The person's part in a course. Throws `not-found` for a stranger. */
export async function enrolmentIn(personId: string, courseId: string, what = 'course'): Promise<EnrolmentModel> {
  const enrolment = UUID.test(courseId) ? await EnrolmentModel.findOne({ where: { personId, courseId } }) : null;
  if (!enrolment) throw notFound(what);
  return enrolment;
}

/** What the person is in a course. Throws `not-found` for a stranger. */
export async function roleIn(personId: string, courseId: string, what = 'course'): Promise<CourseRole> {
  return (await enrolmentIn(personId, courseId, what)).role;
}

/** Whether the person has any part in a course. */
export async function isMember(personId: string, courseId: string): Promise<boolean> {
  return (await EnrolmentModel.count({ where: { personId, courseId } })) > 0;
}

/** On which side of takes someone is: who marks reviews them as an instructor does. */
const sideOfTakes = (role: CourseRole): Side => (role === 'learner' ? 'learner' : 'instructor');

/** On which side of lessons and sessions someone is: who marks looks on. */
export const sideOfLessons = (role: CourseRole): Side => (role === 'instructor' ? 'instructor' : 'learner');

function requireRole(role: CourseRole, required: Side): void {
  if (role !== required)
    throw new ProblemError(
      'forbidden',
      `Only ${required === 'instructor' ? 'an instructor' : 'a learner'} of the course can do this.`,
    );
}

export async function requireInstructor(personId: string, courseId: string): Promise<void> {
  requireRole(await roleIn(personId, courseId), 'instructor');
}

/** Lets instructors and markers of a course through. Gives which of the two it is. */
export async function requireReviewer(personId: string, courseId: string): Promise<CourseRole> {
  const role = await roleIn(personId, courseId);
  requireRole(sideOfTakes(role), 'instructor');
  return role;
}

/** Lets only who runs the installation through. */
export async function requireAdministrator(personId: string): Promise<void> {
  if ((await PersonModel.count({ where: { id: personId, isAdministrator: true } })) === 0)
    throw new ProblemError('forbidden', 'Only who runs this installation can do this.');
}

/** Throws `forbidden` where a course is put away: nothing new is begun in it. */
export function refuseArchived(course: Pick<CourseModel, 'archivedAt'>): void {
  if (course.archivedAt)
    throw new ProblemError('forbidden', 'This course is archived: what is in it can be seen, and nothing new begun.');
}

interface ExerciseAccess {
  exercise: ExerciseModel;
  role: CourseRole;
}

/** An exercise that someone has a part in, and which; null of any other. A learner meets published ones only. */
async function exerciseSeen(
  personId: string,
  exerciseId: string,
  attributes?: FindAttributeOptions,
): Promise<ExerciseAccess | null> {
  const exercise = UUID.test(exerciseId)
    ? await ExerciseModel.findByPk(exerciseId, { attributes, include: 'course' })
    : null;
  const enrolment = exercise && (await EnrolmentModel.findOne({ where: { personId, courseId: exercise.courseId } }));
  if (!enrolment || (enrolment.role === 'learner' && !exercise.isOpen)) return null;
  return { exercise, role: enrolment.role };
}

async function exerciseInRole(
  personId: string,
  exerciseId: string,
  required: Side,
  attributes?: FindAttributeOptions,
): Promise<ExerciseModel> {
  const seen = await exerciseSeen(personId, exerciseId, attributes);
  if (!seen) throw notFound('exercise');
  requireRole(seen.role, required);
  return seen.exercise;
}

const LIGHT_EXERCISE = { exclude: [...EXERCISE_DOCUMENTS] };

/** An exercise for whichever role someone has in its course, without its documents, and that role. */
export async function visibleExercise(personId: string, exerciseId: string): Promise<ExerciseAccess> {
  const seen = await exerciseSeen(personId, exerciseId, LIGHT_EXERCISE);
  if (!seen) throw notFound('exercise');
  return seen;
}

/** As `visibleExercise`, with model motion, terms and brief. */
export async function visibleWithDocuments(personId: string, exerciseId: string): Promise<ExerciseAccess> {
  const seen = await exerciseSeen(personId, exerciseId);
  if (!seen) throw notFound('exercise');
  return seen;
}

/** Whether someone has a part in an exercise. */
export async function seesExercise(personId: string, exerciseId: string): Promise<boolean> {
  return (await exerciseSeen(personId, exerciseId, ['id', 'courseId', ...OPENNESS])) !== null;
}

/** An exercise for one of the roles of its course, without its documents. A learner meets published ones only. */
export function exerciseFor(personId: string, exerciseId: string, required: Side): Promise<ExerciseModel> {
  return exerciseInRole(personId, exerciseId, required, LIGHT_EXERCISE);
}

/** As `exerciseFor`, with model motion, terms and brief. */
export function exerciseWithDocuments(personId: string, exerciseId: string, required: Side): Promise<ExerciseModel> {
  return exerciseInRole(personId, exerciseId, required);
}

/** The learner's part in the course of a draft's exercise, asked for with the draft: every save does. */
const ROLE_OF_LEARNER =
  '(SELECT e.role FROM enrolments e WHERE e.courseId = exercise.courseId AND e.personId = draft.learnerId)';

/**
 * A draft, for its own learner alone while they are a learner of its course, with that of its exercise which says what
 * may be changed.
 */
export async function draftFor(
  personId: string,
  draftId: string,
  options: { transaction?: Transaction; lock?: boolean } = {},
): Promise<DraftModel> {
  const { transaction, lock = false } = options;
  const draft = UUID.test(draftId)
    ? await DraftModel.findOne({
        where: { id: draftId, learnerId: personId },
        attributes: { include: [[literal(ROLE_OF_LEARNER), 'role']] },
        include: [{ association: 'exercise', attributes: ['id', 'courseId', ...OPENNESS, 'targetHash', 'mayChange'] }],
        transaction,
        ...(lock && transaction && { lock: { level: transaction.LOCK.UPDATE, of: DraftModel } }),
      })
    : null;
  const role = draft?.get('role') as CourseRole | null | undefined;
  if (!draft?.exercise || !role) throw notFound('draft');
  if (!draft.exercise.isOpen)
    throw new ProblemError('not-found', 'The instructor has taken this exercise back for now. What you made is kept.');
  requireRole(role, 'learner');
  return draft;
}

/** What a draft's exercise leaves to its learner. */
export function limitsOf({ exercise }: DraftModel): Limits {
  return exercise!.mayChange ?? USUAL_LIMITS;
}

export interface TakeAccess {
  take: TakeModel;
  exercise: ExerciseModel;
  role: Side;
}

/** Whether someone who is not in a course was in it before. */
async function hasLeft(personId: string, courseId: string): Promise<boolean> {
  return (await LeftCourseModel.count({ where: { personId, courseId } })) > 0;
}

/**
 * A take, for its own learner or who reviews in its course; neither it nor its exercise with its documents. Of a take
 * of their own everyone is the learner, whatever they became since: nobody reviews it themselves.
 */
export async function takeFor(personId: string, takeId: string): Promise<TakeAccess> {
  return asMember(personId, await takeAndExercise(takeId));
}

/** As `takeFor`, to be seen alone: also for whose it is after they have left the course. */
export async function takeToSee(personId: string, takeId: string): Promise<TakeAccess & { left: boolean }> {
  const found = await takeAndExercise(takeId);
  const { courseId } = found.exercise;
  if (found.take.learnerId !== personId) return { ...(await asMember(personId, found)), left: false };
  const left = !(await isMember(personId, courseId));
  if (left && !(await hasLeft(personId, courseId))) throw notFound('take');
  return { ...found, role: 'learner', left };
}

async function asMember(personId: string, found: Omit<TakeAccess, 'role'>): Promise<TakeAccess> {
  const { take, exercise } = found;
  const side = sideOfTakes(await roleIn(personId, exercise.courseId, 'take'));
  const role = take.learnerId === personId ? 'learner' : side;
  if (role === 'learner' && take.learnerId !== personId) throw notFound('take');
  return { ...found, role };
}

async function takeAndExercise(takeId: string): Promise<Omit<TakeAccess, 'role'>> {
  const take = UUID.test(takeId)
    ? await TakeModel.findByPk(takeId, { attributes: { exclude: ['motion', 'followed'] }, include: 'learner' })
    : null;
  const exercise =
    take && (await ExerciseModel.findByPk(take.exerciseId, { attributes: LIGHT_EXERCISE, include: 'course' }));
  if (!take || !exercise) throw notFound('take');
  return { take, exercise };
}

/** A take for an instructor or a marker of its course to review. */
export async function takeToReview(personId: string, takeId: string): Promise<TakeAccess> {
  const access = await takeFor(personId, takeId);
  requireRole(access.role, 'instructor');
  return access;
}

/** A note of a returned review, for the take's own learner or an instructor. */
export async function noteFor(
  personId: string,
  takeId: string,
  noteId: string,
): Promise<TakeAccess & { note: NoteModel; review: ReviewModel }> {
  const access = await takeFor(personId, takeId);
  const review = await ReviewModel.findOne({ where: { takeId } });
  const mayRead = review && (access.role === 'instructor' || review.returnedAt !== null);
  const note =
    mayRead && UUID.test(noteId) ? await NoteModel.findOne({ where: { id: noteId, reviewId: review.id } }) : null;
  if (!note) throw notFound('note');
  return { ...access, note, review: review! };
}

/** A picture, for who is in its course, or was. */
export async function pictureFor(personId: string, pictureId: string): Promise<PictureModel> {
  const picture = UUID.test(pictureId) ? await PictureModel.findByPk(pictureId) : null;
  if (!picture) throw notFound('picture');
  const { courseId } = picture;
  if (!(await isMember(personId, courseId)) && !(await hasLeft(personId, courseId))) throw notFound('picture');
  return picture;
}

/** A lesson with its course, for the members of it, or of one role alone. */
export async function lessonFor(
  personId: string,
  lessonId: string,
  required?: Side,
): Promise<{ stored: LessonModel; role: Side }> {
  const stored = UUID.test(lessonId) ? await LessonModel.findByPk(lessonId, { include: 'course' }) : null;
  if (!stored) throw notFound('lesson');
  const role = sideOfLessons(await roleIn(personId, stored.courseId, 'lesson'));
  if (required) requireRole(role, required);
  return { stored, role };
}

/** A job that reads takes again, for the instructors of its course. */
export async function readingJobFor(personId: string, jobId: string): Promise<ReadingJobModel> {
  const job = UUID.test(jobId) ? await ReadingJobModel.findByPk(jobId) : null;
  if (!job) throw notFound('job');
  await exerciseFor(personId, job.exerciseId, 'instructor');
  return job;
}

/** What a person keeps in a course for all of its people. */
interface Kept extends Model {
  courseId: string;
  authorId: string;
}

/** Something kept in a course, for its author or an instructor of the course to remove. */
export async function removableFor<T extends Kept>(
  personId: string,
  model: ModelStatic<T>,
  id: string,
  what: string,
): Promise<T> {
  const kept = UUID.test(id) ? await model.findByPk(id) : null;
  if (!kept) throw notFound(what);
  const role = await roleIn(personId, kept.courseId, what);
  if (kept.authorId !== personId) requireRole(role, 'instructor');
  return kept;
}

/** Whether the exercise's learner may see its model motion now. */
export function mayLearnerSeeModel(
  exercise: ExerciseModel,
  takes: readonly { state: 'handed-in' | 'returned' }[],
): boolean {
  switch (exercise.modelShown) {
    case 'always':
      return true;
    case 'after-first-take':
      return takes.length > 0;
    case 'after-return':
      return takes.some((take) => take.state === 'returned');
    case 'never':
      return false;
  }
}

/**
 * Holds the learner's place in the exercise's course until the transaction ends: one draft is begun, one take numbered,
 * at a time.
 */
export async function holdLearner(personId: string, courseId: string, transaction: Transaction): Promise<void> {
  await EnrolmentModel.findOne({ where: { personId, courseId }, transaction, lock: transaction.LOCK.UPDATE });
}
