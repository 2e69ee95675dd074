import type { DrillRun, LearnerDrill, NewDrillRun } from '@undulan/contract';
import { CHOICE_SIZES, estimateThreshold, looksGuessed } from '@undulan/core';
import { requireInstructor, roleIn } from '../access/access.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { DrillRunModel } from './drill.model.ts';

/** What came of a drill, computed from its answers. */
function describe({ id, choice, answers, createdAt }: DrillRunModel): DrillRun {
  return {
    id,
    choice,
    doneAt: createdAt.toISOString(),
    trials: answers.length,
    ...estimateThreshold(answers, CHOICE_SIZES[choice]),
    guessed: looksGuessed(answers),
  };
}

/** A person's own drills of a course, the latest first. */
export async function ownDrills(personId: string, courseId: string): Promise<DrillRun[]> {
  await roleIn(personId, courseId);
  const runs = await DrillRunModel.findAll({
    where: { personId, courseId },
    order: [['createdAt', 'DESC']],
    limit: 200,
  });
  return runs.map(describe);
}

export async function keepDrill(personId: string, courseId: string, given: NewDrillRun): Promise<DrillRun> {
  await roleIn(personId, courseId);
  refuseBeyond('drills', await DrillRunModel.count({ where: { personId, courseId } }));
  const levels = CHOICE_SIZES[given.choice];
  if (!given.answers.every(({ size }) => levels.includes(size)))
    throw new ProblemError('invalid-request', 'A size of this drill is none that it asks for.');
  return describe(await DrillRunModel.create({ ...given, personId, courseId }));
}

/** The latest of each learner's drills of each kind, for an instructor. */
export async function classDrills(personId: string, courseId: string): Promise<LearnerDrill[]> {
  await requireInstructor(personId, courseId);
  const runs = await DrillRunModel.findAll({
    where: { courseId },
    include: 'person',
    order: [['createdAt', 'DESC']],
    limit: 5000,
  });
  const latest = new Map<string, LearnerDrill>();
  for (const run of runs) {
    const key = `${run.personId} ${run.choice}`;
    const known = latest.get(key);
    if (known) known.runs++;
    else latest.set(key, { ...describe(run), learnerName: run.person!.name, runs: 1 });
  }
  return [...latest.values()].sort((a, b) => a.learnerName.localeCompare(b.learnerName));
}
