import type {
  Ask,
  AskSettings,
  ClassEntry,
  ClassSession,
  ClassView,
  NewAsk,
  NewClassSession,
  Side,
} from '@undulan/contract';
import { type AskAnswer, type Board, isAnswerTo } from '@undulan/core';
import { Op } from 'sequelize';
import { lessonFor, requireInstructor, roleIn, sideOfLessons } from '../access/access.ts';
import { EnrolmentModel } from '../courses/course.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { AnswerModel, AskModel, ClassSessionModel } from './class.model.ts';
import { newSessionCode } from './session-code.ts';

const WHOLE = { include: ['course', 'openedBy'] };

function describe(session: ClassSessionModel): ClassSession {
  return {
    id: session.id,
    code: session.code,
    courseId: session.courseId,
    courseTitle: session.course!.title,
    lessonId: session.lessonId,
    lessonName: session.lessonName,
    openedBy: session.openedBy!.name,
    openedAt: session.createdAt.toISOString(),
    endedAt: session.endedAt?.toISOString() ?? null,
  };
}

const TRIES = 20;

async function freeCode(): Promise<string> {
  for (let tries = 0; tries < TRIES; tries++) {
    const code = newSessionCode();
    if ((await ClassSessionModel.count({ where: { code } })) === 0) return code;
  }
  throw new ProblemError('unavailable', 'No free code was found: try once more.');
}

/** Opens a session with a lesson of the course; one that is open there already is ended by it. */
export async function openClass(
  personId: string,
  courseId: string,
  { lessonId }: NewClassSession,
): Promise<ClassSession> {
  const { stored } = await lessonFor(personId, lessonId, 'instructor');
  if (stored.courseId !== courseId) throw new ProblemError('not-found', 'There is no such lesson, or it is not yours.');
  refuseBeyond('classSessions', await ClassSessionModel.count({ where: { courseId } }));
  await ClassSessionModel.update({ endedAt: new Date() }, { where: { courseId, endedAt: null } });
  const { id } = await ClassSessionModel.create({
    code: await freeCode(),
    courseId,
    openedById: personId,
    lessonId,
    lessonName: stored.name,
  });
  return describe((await ClassSessionModel.findByPk(id, WHOLE))!);
}

/** A session is taken for left, and is on no banner any more, after so long. */
const LEFT_MS = 12 * 60 * 60 * 1000;

/** The sessions that are open now in the person's courses. */
export async function openClasses(personId: string): Promise<ClassSession[]> {
  const enrolments = await EnrolmentModel.findAll({ where: { personId }, attributes: ['courseId'] });
  const sessions = await ClassSessionModel.findAll({
    where: {
      courseId: enrolments.map(({ courseId }) => courseId),
      endedAt: null,
      createdAt: { [Op.gt]: new Date(Date.now() - LEFT_MS) },
    },
    attributes: { exclude: ['board', 'view'] },
    ...WHOLE,
  });
  return sessions.map(describe);
}

/** The sessions a course has had, the latest first. */
export async function classesOf(personId: string, courseId: string): Promise<ClassSession[]> {
  await roleIn(personId, courseId);
  const sessions = await ClassSessionModel.findAll({
    where: { courseId },
    attributes: { exclude: ['board', 'view'] },
    order: [['createdAt', 'DESC']],
    limit: 50,
    ...WHOLE,
  });
  return sessions.map(describe);
}

export interface InClass {
  session: ClassSessionModel;
  role: Side;
}

/** A session by its code, for the members of its course. */
export async function classByCode(personId: string, code: string): Promise<InClass> {
  const session = await ClassSessionModel.findOne({ where: { code: code.trim().toLowerCase() }, ...WHOLE });
  if (!session) throw new ProblemError('not-found', 'There is no session of this code, or it is not of your course.');
  return { session, role: sideOfLessons(await roleIn(personId, session.courseId, 'session')) };
}

const BY_NUMBER = { order: [['number', 'ASC']] as [string, string][] };
const WITH_ANSWERS = { include: [{ association: 'answers', include: ['person'] }] };

/** A question as one sees it: truth and answers once revealed, the instructor's always; names where they are shown. */
export function describeAsk(ask: AskModel, role: Side, personId: string | null): Ask {
  const answers = ask.answers ?? [];
  const isSeen = role === 'instructor' || ask.revealed;
  const { ticks = null, truth, ...asked } = ask.asked;
  return {
    id: ask.id,
    number: ask.number,
    ...asked,
    ticks,
    closed: ask.closed,
    revealed: ask.revealed,
    namesShown: ask.namesShown,
    truth: isSeen ? truth : null,
    replies: isSeen
      ? answers.map(({ answer, person }) => ({ name: ask.namesShown ? person!.name : null, answer }))
      : [],
    count: answers.length,
    own: answers.find((answer) => answer.personId === personId)?.answer ?? null,
  };
}

/** A session as one comes into it, or looks at it afterwards; `here` is for whoever knows the sockets. */
export async function classEntry({ session, role }: InClass, personId: string): Promise<Omit<ClassEntry, 'here'>> {
  const asks = await AskModel.findAll({ where: { sessionId: session.id }, ...BY_NUMBER, ...WITH_ANSWERS });
  const { board, view } = session;
  return {
    session: describe(session),
    role,
    state: board && view ? { board, view } : null,
    asks: asks.map((ask) => describeAsk(ask, role, personId)),
  };
}

/** The session, if it goes on and the person leads it. Throws `forbidden`, or `not-ready` when it is over. */
export async function ledClass(personId: string, sessionId: string): Promise<ClassSessionModel> {
  const session = (await ClassSessionModel.findByPk(sessionId, { attributes: ['id', 'courseId', 'endedAt'] }))!;
  await requireInstructor(personId, session.courseId);
  if (session.endedAt) throw new ProblemError('not-ready', 'This session is over.');
  return session;
}

export async function keepBoard(sessionId: string, board: Board): Promise<void> {
  await ClassSessionModel.update({ board: { ...board, notes: '' } }, { where: { id: sessionId } });
}

export async function keepView(sessionId: string, view: ClassView): Promise<void> {
  await ClassSessionModel.update({ view }, { where: { id: sessionId } });
}

export async function endClass(sessionId: string): Promise<void> {
  await ClassSessionModel.update({ endedAt: new Date() }, { where: { id: sessionId, endedAt: null } });
}

/** Asks the class; what it was asked before takes no more answers. */
export async function askClass(sessionId: string, asked: NewAsk): Promise<AskModel> {
  if (asked.truth && !isAnswerTo(asked.kind, asked.truth))
    throw new ProblemError('invalid-request', 'The truth is no answer to this question.');
  const number = await AskModel.count({ where: { sessionId } });
  refuseBeyond('asks', number);
  await AskModel.update({ closed: true }, { where: { sessionId } });
  const { id } = await AskModel.create({ sessionId, number: number + 1, asked });
  return askWhole(id);
}

/** A question with all that came back. */
export async function askWhole(askId: string): Promise<AskModel> {
  return (await AskModel.findByPk(askId, WITH_ANSWERS))!;
}

async function askIn(sessionId: string, askId: string): Promise<AskModel> {
  const ask = await AskModel.findOne({ where: { id: askId, sessionId } });
  if (!ask) throw new ProblemError('not-found', 'There is no such question in this session.');
  return ask;
}

/** Takes an answer, or another one in its place, while the question is open. */
export async function answerAsk(sessionId: string, personId: string, askId: string, answer: AskAnswer): Promise<void> {
  const ask = await askIn(sessionId, askId);
  if (ask.closed || ask.revealed) throw new ProblemError('not-ready', 'This question takes no more answers.');
  const { kind, ticks } = ask.asked;
  const isFull = !('ticks' in answer) || ticks === undefined || answer.ticks.length === ticks;
  if (!isAnswerTo(kind, answer) || !isFull)
    throw new ProblemError('invalid-request', 'This is no answer to the question.');
  await AnswerModel.upsert({ askId, personId, answer });
}

export async function settleAsk(sessionId: string, askId: string, settings: Partial<AskSettings>): Promise<void> {
  const ask = await askIn(sessionId, askId);
  await ask.update(settings);
}
