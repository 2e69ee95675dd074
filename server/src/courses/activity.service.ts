import type { Activity, Happening } from '@undulan/contract';
import { Op } from 'sequelize';
import { enrolmentIn } from '../access/access.ts';
import { ExerciseModel, openNow } from '../exercises/exercise.model.ts';
import { ReplyModel, ReviewModel, TakeModel } from '../takes/take.model.ts';
import { EnrolmentModel } from './course.model.ts';

/** How much is told, and how far back. */
const MOST = 30;
const DAYS_BACK = 60;
/** Of more who joined their number is told. */
const MOST_NAMED = 8;

type Told = Omit<Happening, 'isNew'>;

const none = { who: null, exercise: null, take: null };

/** Takes of a course's exercises that are on its lists; of one learner alone if that is asked for. */
const takesOf = (courseId: string, learnerId?: string) => ({
  model: TakeModel,
  as: 'take',
  required: true,
  attributes: ['id', 'number', 'learnerId'],
  ...(learnerId !== undefined && { where: { learnerId } }),
  include: [
    { association: 'exercise', required: true, attributes: ['title'], where: { courseId, archivedAt: null } },
    { association: 'learner', attributes: ['name'] },
  ],
});

const aboutTake = ({ id, number, exercise }: TakeModel): Pick<Told, 'exercise' | 'take'> => ({
  exercise: exercise!.title,
  take: { id, number },
});

async function handedIn(courseId: string, after: Date): Promise<Told[]> {
  const { include } = takesOf(courseId);
  const takes = await TakeModel.findAll({
    attributes: ['id', 'number', 'handedInAt'],
    where: { handedInAt: { [Op.gt]: after } },
    include,
    order: [['handedInAt', 'DESC']],
    limit: MOST,
  });
  return takes.map((take) => ({
    kind: 'handed-in',
    at: take.handedInAt.toISOString(),
    who: take.learner!.name,
    ...aboutTake(take),
  }));
}

async function returned(courseId: string, learnerId: string, after: Date): Promise<Told[]> {
  const reviews = await ReviewModel.findAll({
    attributes: ['returnedAt'],
    where: { returnedAt: { [Op.gt]: after } },
    include: [takesOf(courseId, learnerId), { association: 'instructor', attributes: ['name'] }],
    order: [['returnedAt', 'DESC']],
    limit: MOST,
  });
  return reviews.map(({ returnedAt, take, instructor }) => ({
    kind: 'returned',
    at: returnedAt!.toISOString(),
    who: instructor?.name ?? null,
    ...aboutTake(take!),
  }));
}

/** What others said to notes: of all, or on one learner's takes. */
async function replied(courseId: string, personId: string, after: Date, learnerId?: string): Promise<Told[]> {
  const replies = await ReplyModel.findAll({
    where: { createdAt: { [Op.gt]: after }, authorId: { [Op.ne]: personId } },
    include: [
      { association: 'author', attributes: ['name'] },
      {
        association: 'note',
        required: true,
        attributes: ['id'],
        include: [
          {
            association: 'review',
            required: true,
            attributes: ['id'],
            where: { returnedAt: { [Op.ne]: null } },
            include: [takesOf(courseId, learnerId)],
          },
        ],
      },
    ],
    order: [['createdAt', 'DESC']],
    limit: MOST,
  });
  return replies.map(({ createdAt, author, note }) => ({
    kind: 'replied',
    at: createdAt.toISOString(),
    who: author!.name,
    ...aboutTake(note!.review!.take!),
  }));
}

async function opened(courseId: string, after: Date): Promise<Told[]> {
  const exercises = await ExerciseModel.findAll({
    attributes: ['title', 'publishedAt'],
    where: { [Op.and]: [{ courseId, ...openNow() }, { publishedAt: { [Op.gt]: after } }] },
  });
  return exercises.map(({ title, publishedAt }) => ({
    ...none,
    kind: 'opened',
    at: publishedAt!.toISOString(),
    exercise: title,
  }));
}

async function joined(courseId: string, after: Date): Promise<Told[]> {
  const people = await EnrolmentModel.findAll({
    where: { courseId, role: 'learner', createdAt: { [Op.gt]: after } },
    include: 'person',
  });
  if (people.length > MOST_NAMED)
    return [
      {
        ...none,
        kind: 'joined',
        at: new Date(Math.max(...people.map(({ createdAt }) => createdAt.getTime()))).toISOString(),
        who: `${people.length} people`,
      },
    ];
  return people.map(({ createdAt, person }) => ({
    ...none,
    kind: 'joined',
    at: createdAt.toISOString(),
    who: person!.name,
  }));
}

/** What happened lately in a course and concerns this person, the last first. */
export async function activityOf(personId: string, courseId: string): Promise<Activity> {
  const { role, lookedAt, createdAt } = await enrolmentIn(personId, courseId);
  const since = lookedAt ?? createdAt;
  const after = new Date(Date.now() - DAYS_BACK * 24 * 3600 * 1000);
  const told = await Promise.all(
    role === 'learner'
      ? [returned(courseId, personId, after), replied(courseId, personId, after, personId), opened(courseId, after)]
      : [handedIn(courseId, after), replied(courseId, personId, after), joined(courseId, after)],
  );
  const happenings = told
    .flat()
    .sort((a, b) => b.at.localeCompare(a.at))
    .slice(0, MOST)
    .map((happening): Happening => ({ ...happening, isNew: new Date(happening.at) > since }));
  return { happenings };
}

/** Someone has looked at a course: what happened until now is not new the next time. */
export async function look(personId: string, courseId: string): Promise<void> {
  const enrolment = await enrolmentIn(personId, courseId);
  await enrolment.update({ lookedAt: new Date() });
}
