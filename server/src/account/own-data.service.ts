import { EnrolmentModel } from '../courses/course.model.ts';
import { DraftModel } from '../drafts/draft.model.ts';
import { DrillRunModel } from '../drills/drill.model.ts';
import { EaseModel } from '../eases/ease.model.ts';
import { PersonModel } from '../people/person.model.ts';
import { PhraseModel } from '../phrases/phrase.model.ts';
import { PlanModel } from '../plans/plan.model.ts';
import { ReplyModel, ReviewModel, TakeModel } from '../takes/take.model.ts';
import { leftCourses } from './left-courses.service.ts';

const OF_EXERCISE = { association: 'exercise', attributes: ['title', 'courseId'] };

/** All that an installation keeps of a person, for a file of theirs. What others wrote of them is in it once given. */
export async function ownData(personId: string): Promise<object> {
  const [person, enrolments, left, drafts, takes, reviews, replies, drills, plans, eases, phrases] = await Promise.all([
    PersonModel.findByPk(personId, { attributes: ['name', 'email', 'shortcuts', 'createdAt'] }),
    EnrolmentModel.findAll({ where: { personId }, include: 'course' }),
    leftCourses(personId),
    DraftModel.findAll({ where: { learnerId: personId }, include: [OF_EXERCISE], order: [['createdAt', 'ASC']] }),
    TakeModel.findAll({
      where: { learnerId: personId },
      include: [OF_EXERCISE, { association: 'review', include: ['notes'] }],
      order: [['handedInAt', 'ASC']],
    }),
    ReviewModel.findAll({
      where: { instructorId: personId },
      include: ['notes', { association: 'take', attributes: ['number'], include: [OF_EXERCISE] }],
    }),
    ReplyModel.findAll({ where: { authorId: personId }, order: [['createdAt', 'ASC']] }),
    DrillRunModel.findAll({ where: { personId } }),
    PlanModel.findAll({ where: { authorId: personId } }),
    EaseModel.findAll({ where: { authorId: personId } }),
    PhraseModel.findAll({ where: { authorId: personId } }),
  ]);
  return {
    account: person,
    courses: enrolments.map(({ course, role }) => ({ title: course!.title, role })),
    coursesLeft: left.map(({ title, leftAt, inLedger }) => ({ title, leftAt, inLedger })),
    drafts: drafts.map(({ exercise, name, createdAt, updatedAt, motion }) => ({
      exercise: exercise!.title,
      name,
      createdAt,
      updatedAt,
      motion,
    })),
    takes: takes.map(({ exercise, number, title, tags, note, handedInAt, motion, followed, review }) => ({
      exercise: exercise!.title,
      number,
      title,
      tags: tags ?? [],
      note,
      handedInAt,
      motion,
      followed,
      review: review?.returnedAt ? wordsOf(review) : null,
    })),
    reviewsWritten: reviews.map((review) => ({
      exercise: review.take?.exercise?.title,
      take: review.take?.number,
      ...wordsOf(review),
    })),
    replies: replies.map(({ text, createdAt }) => ({ text, createdAt })),
    drills: drills.map((run) => run.get()),
    plans: plans.map(({ title, query }) => ({ title, query })),
    eases: eases.map(({ name, css }) => ({ name, css })),
    phrases: phrases.map(({ text }) => text),
  };
}

function wordsOf({ returnedAt, grade, summary, criteria, notes }: ReviewModel): object {
  return { returnedAt, grade, summary, criteria, notes: (notes ?? []).map(({ frame, text }) => ({ frame, text })) };
}
