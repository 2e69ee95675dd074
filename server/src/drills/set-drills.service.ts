import type { NewSetDrill, SetDrill } from '@undulan/contract';
import { Op } from 'sequelize';
import { requireInstructor, roleIn } from '../access/access.ts';
import { EnrolmentModel } from '../courses/course.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { DrillRunModel, SetDrillModel } from './drill.model.ts';

/** A drill that someone did, without what they answered. */
type Done = Pick<DrillRunModel, 'personId' | 'kind' | 'fault' | 'fps' | 'createdAt'>;

/** Drills done in a course since a moment, first to last: one person's, or everyone's. */
function doneSince(courseId: string, since: Date, personId: string | null): Promise<Done[]> {
  return DrillRunModel.findAll({
    where: { courseId, createdAt: { [Op.gte]: since }, ...(personId !== null && { personId }) },
    attributes: ['personId', 'kind', 'fault', 'fps', 'createdAt'],
    order: [['createdAt', 'ASC']],
  });
}

/** A set drill is done by a drill of its kind (and fault, and rate) after it was set. */
function described(set: SetDrillModel, done: readonly Done[], personId: string, learners: string[] | null): SetDrill {
  const { id, kind, fault, fps, dueAt, createdAt } = set;
  const runs = done.filter(
    (run) => run.kind === kind && run.fault === fault && run.fps === fps && run.createdAt >= createdAt,
  );
  const did = new Set(runs.map((run) => run.personId));
  return {
    id,
    kind,
    fault,
    fps,
    dueAt: dueAt?.toISOString() ?? null,
    setAt: createdAt.toISOString(),
    doneAt: runs.find((run) => run.personId === personId)?.createdAt.toISOString() ?? null,
    class: learners && { done: learners.filter((learner) => did.has(learner)).length, of: learners.length },
  };
}

/** Learners of a course by id, for who may know; null for a learner. */
async function learnersFor(personId: string, courseId: string): Promise<string[] | null> {
  if ((await roleIn(personId, courseId)) !== 'instructor') return null;
  const enrolled = await EnrolmentModel.findAll({ where: { courseId, role: 'learner' }, attributes: ['personId'] });
  return enrolled.map((enrolment) => enrolment.personId);
}

/** Drills set in a course: what is due first, those without a date last. */
export async function setDrillsOf(personId: string, courseId: string): Promise<SetDrill[]> {
  const learners = await learnersFor(personId, courseId);
  const sets = await SetDrillModel.findAll({ where: { courseId }, order: [['createdAt', 'ASC']] });
  const done = sets.length === 0 ? [] : await doneSince(courseId, sets[0]!.createdAt, learners ? null : personId);
  const all = sets.map((set) => described(set, done, personId, learners));
  const due = ({ dueAt }: SetDrill): number => (dueAt ? Date.parse(dueAt) : Infinity);
  return all.sort((a, b) => (due(a) === due(b) ? 0 : due(a) - due(b)));
}

export async function setDrill(personId: string, courseId: string, given: NewSetDrill): Promise<SetDrill> {
  await requireInstructor(personId, courseId);
  refuseBeyond('setDrills', await SetDrillModel.count({ where: { courseId } }));
  const dueAt = given.dueAt === null ? null : new Date(given.dueAt);
  const set = await SetDrillModel.create({ ...given, dueAt, courseId });
  // Nobody has done it yet.
  return described(set, [], personId, await learnersFor(personId, courseId));
}

/** Takes a set drill away again; what was done stays. */
export async function unsetDrill(personId: string, courseId: string, id: string): Promise<void> {
  await requireInstructor(personId, courseId);
  const taken = await SetDrillModel.destroy({ where: { id, courseId } });
  if (taken === 0) throw new ProblemError('not-found', 'This drill is not set any more.');
}
