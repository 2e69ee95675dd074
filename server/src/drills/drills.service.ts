import type { DrillRun, LearnerDrills, NewDrillRun } from '@undulan/contract';
import { isAnswerOf, resultsOf, trainedIn } from '@undulan/core';
import { requireInstructor, roleIn } from '../access/access.ts';
import { learnersOf } from '../courses/learners.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { DrillRunModel } from './drill.model.ts';
import { faultsOfLatestTakes } from './faults-of-takes.ts';

/** What came of a drill, computed from its answers. */
function describe({ id, kind, fault, fps, answers, createdAt }: DrillRunModel): DrillRun {
  const drill = { kind, fault, fps };
  return { id, ...drill, doneAt: createdAt.toISOString(), trials: answers.length, ...resultsOf(drill, answers) };
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
  if (!given.answers.every((answer) => isAnswerOf(given, answer)))
    throw new ProblemError('invalid-request', 'An answer of this drill is none that it asks for.');
  return describe(await DrillRunModel.create({ ...given, personId, courseId }));
}

/** Runs of a class that are looked at: the latest of many. */
const MOST_RUNS = 5000;

/** What each learner of a course sees, by their latest drill of each thing, and what their takes get wrong. */
export async function classDrills(personId: string, courseId: string): Promise<LearnerDrills[]> {
  await requireInstructor(personId, courseId);
  const [learners, runs] = await Promise.all([
    learnersOf(courseId),
    DrillRunModel.findAll({ where: { courseId }, order: [['createdAt', 'DESC']], limit: MOST_RUNS }),
  ]);
  const faults = await faultsOfLatestTakes(courseId);
  const byLearner = new Map<string, DrillRunModel[]>();
  for (const run of runs) {
    const own = byLearner.get(run.personId);
    if (own) own.push(run);
    else byLearner.set(run.personId, [run]);
  }
  return learners.map((person) => {
    const own = byLearner.get(person.id) ?? [];
    const latest = new Map<string, LearnerDrills['sees'][number]>();
    for (const run of own) {
      // Only the latest of each thing is worked out: a threshold takes a while.
      if (trainedIn(run, run.answers).every((of) => latest.has(of))) continue;
      const { results, doneAt, guessed, fps } = describe(run);
      for (const result of results)
        if (!latest.has(result.of)) latest.set(result.of, { ...result, doneAt, guessed, fps });
    }
    return {
      learnerId: person.id,
      learnerName: person.name,
      runs: own.length,
      sees: [...latest.values()],
      takes: faults.get(person.id) ?? [],
    };
  });
}
