import type {
  CourseRole,
  Created,
  Gallery,
  GalleryItem,
  NewRemark,
  Shown,
  ShownTake,
  ShowTake,
} from '@undulan/contract';
import { isMember, roleIn, takeFor } from '../access/access.ts';
import { CourseModel, EnrolmentModel } from '../courses/course.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { clipOfTake } from '../takes/clip-of-take.ts';
import { ReviewModel, TakeModel } from '../takes/take.model.ts';
import { RemarkModel, ShownTakeModel } from './gallery.model.ts';

const notShown = (): ProblemError => new ProblemError('not-found', 'No such take is shown in a course of yours.');

/** A returned take of one's own. Throws `not-found`, `forbidden`. */
async function ownReturned(personId: string, takeId: string): Promise<{ courseId: string }> {
  const { take, exercise } = await takeFor(personId, takeId);
  if (take.learnerId !== personId) throw new ProblemError('forbidden', 'Only whose take it is shows it.');
  const returned = await ReviewModel.findOne({ where: { takeId }, attributes: ['returnedAt'] });
  if (!returned?.returnedAt) throw new ProblemError('forbidden', 'A take can be shown once it is returned.');
  return { courseId: exercise.courseId };
}

/** How a take of one's own is shown. */
export async function shownOf(personId: string, takeId: string): Promise<Shown> {
  await takeFor(personId, takeId);
  const shown = await ShownTakeModel.findByPk(takeId);
  return { shown: shown && { title: shown.title, tags: shown.tags, note: shown.note } };
}

/** Shows a returned take of one's own to the others of its course, or changes what is said of it. */
export async function showTake(personId: string, takeId: string, words: ShowTake): Promise<void> {
  const { courseId } = await ownReturned(personId, takeId);
  refuseBeyond('shownTakes', await ShownTakeModel.count({ where: { courseId } }));
  const known = await ShownTakeModel.findByPk(takeId);
  if (known) await known.update(words);
  else await ShownTakeModel.create({ takeId, courseId, ...words });
}

interface Access {
  shown: ShownTakeModel;
  take: TakeModel;
  role: CourseRole;
  isOwn: boolean;
}

/** A shown take, for those of its course while its learner is one of them. Throws `not-found`. */
async function shownTakeFor(personId: string, takeId: string, withMotion = false): Promise<Access> {
  const shown = await ShownTakeModel.findByPk(takeId);
  if (!shown) throw notShown();
  const role = await roleIn(personId, shown.courseId, 'take');
  const take = (await TakeModel.findByPk(takeId, {
    attributes: { exclude: withMotion ? [] : ['followed', 'motion'] },
    include: ['learner', { association: 'exercise', attributes: ['id', 'title', 'tolerances', 'archivedAt'] }],
  }))!;
  if (!(await isMember(take.learnerId, shown.courseId))) throw notShown();
  return { shown, take, role, isOwn: take.learnerId === personId };
}

/** Whether someone may see a take, and the clip that it is, because it is shown. */
export async function seesShown(personId: string, takeId: string): Promise<boolean> {
  const shown = await ShownTakeModel.findByPk(takeId, { include: { association: 'take', attributes: ['learnerId'] } });
  if (!shown) return false;
  const { courseId, take } = shown;
  return (await isMember(personId, courseId)) && (await isMember(take!.learnerId, courseId));
}

/** Takes a shown take down: its learner does, and an instructor. What was remarked goes with it. */
export async function takeDown(personId: string, takeId: string): Promise<void> {
  const { shown, role, isOwn } = await shownTakeFor(personId, takeId);
  if (!isOwn && role !== 'instructor')
    throw new ProblemError('forbidden', 'Whose take it is or an instructor takes it down.');
  await shown.destroy();
}

/** What is shown in a course, the newest first; of those who have left nothing. */
export async function galleryOf(personId: string, courseId: string): Promise<Gallery> {
  await roleIn(personId, courseId);
  const [course, shown, people] = await Promise.all([
    CourseModel.findByPk(courseId),
    ShownTakeModel.findAll({
      where: { courseId },
      include: [
        {
          association: 'take',
          attributes: ['learnerId'],
          include: [
            { association: 'learner', attributes: ['name'] },
            { association: 'exercise', attributes: ['title'] },
          ],
        },
      ],
      order: [['createdAt', 'DESC']],
    }),
    EnrolmentModel.findAll({ where: { courseId }, attributes: ['personId'] }),
  ]);
  const remarks = await RemarkModel.findAll({
    where: { takeId: shown.map(({ takeId }) => takeId) },
    attributes: ['takeId'],
  });
  const there = new Set(people.map((person) => person.personId));
  const items = shown
    .filter(({ take }) => there.has(take!.learnerId))
    .map(({ takeId, title, tags, note, createdAt, take }): GalleryItem => ({
      takeId,
      title,
      tags,
      note,
      exerciseTitle: take!.exercise!.title,
      learnerName: take!.learner!.name,
      shownAt: createdAt.toISOString(),
      remarks: remarks.filter((remark) => remark.takeId === takeId).length,
    }));
  return { courseTitle: course!.title, items };
}

/** A shown take with its remarks: nothing of its review, its reading or its target. */
export async function shownTake(personId: string, takeId: string): Promise<ShownTake> {
  const { shown, take, role, isOwn } = await shownTakeFor(personId, takeId, true);
  const [course, remarks] = await Promise.all([
    CourseModel.findByPk(shown.courseId),
    RemarkModel.findAll({
      where: { takeId },
      include: 'author',
      order: [
        ['frame', 'ASC'],
        ['createdAt', 'ASC'],
      ],
    }),
  ]);
  return {
    view: {
      id: takeId,
      number: take.number,
      title: shown.title,
      tags: shown.tags,
      state: 'returned',
      handedInAt: take.handedInAt.toISOString(),
      late: false,
      grade: null,
      again: false,
      replies: 0,
      readingState: 'not-read',
      role: 'learner',
      left: false,
      exerciseId: take.exerciseId,
      exerciseTitle: take.exercise!.title,
      courseId: shown.courseId,
      courseTitle: course!.title,
      learner: { id: take.learnerId, name: take.learner!.name },
      note: '',
      selfCheck: false,
      motion: take.motion,
      clip: take.clipId && take.followed ? await clipOfTake(take.clipId, take.followed) : null,
      target: null,
      tolerances: take.exercise!.tolerances,
      terms: {},
      reading: null,
      notReadBecause: null,
      targetChanged: false,
      readings: [],
      readingId: null,
      siblings: [],
    },
    note: shown.note,
    remarks: remarks.map(({ id, frame, text, authorId, author, createdAt }) => ({
      id,
      frame,
      text,
      authorName: author!.name,
      createdAt: createdAt.toISOString(),
      mayRemove: isOwn || role === 'instructor' || authorId === personId,
    })),
    mayTakeDown: isOwn || role === 'instructor',
  };
}

/** Says something of a frame of a shown take. */
export async function addRemark(personId: string, takeId: string, { frame, text }: NewRemark): Promise<Created> {
  await shownTakeFor(personId, takeId);
  refuseBeyond('remarks', await RemarkModel.count({ where: { takeId } }));
  const { id } = await RemarkModel.create({ takeId, authorId: personId, frame, text });
  return { id };
}

/** Takes a remark away: its author does, whose take it is, and an instructor. */
export async function removeRemark(personId: string, takeId: string, remarkId: string): Promise<void> {
  const { role, isOwn } = await shownTakeFor(personId, takeId);
  const remark = await RemarkModel.findOne({ where: { id: remarkId, takeId } });
  if (!remark) throw new ProblemError('not-found', 'There is no such remark.');
  if (!isOwn && role !== 'instructor' && remark.authorId !== personId)
    throw new ProblemError('forbidden', 'Its author, whose take it is or an instructor takes it away.');
  await remark.destroy();
}
