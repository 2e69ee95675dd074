import type { DrillRun, LearnerDrills, NewDrillRun } from '@undulan/contract';
import { isAnswerOf, outcomeOf } from '@undulan/core';
import { requireInstructor, roleIn } from '../access/access.ts';
import { learnersOf } from '../courses/learners.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { DrillRunModel } from './drill.model.ts';
import { outcomesIn, workOutDrills } from './drill-outcomes.ts';
import { faultsOfLatestTakes } from './faults-of-takes.ts';

/** A drill with what came of it, which is worked out. */
function describe({ id, kind, fault, fps, answers, outcome, createdAt }: DrillRunModel): DrillRun {
  return { id, kind, fault, fps, doneAt: createdAt.toISOString(), trials: answers.length, ...outcome! };
}

/** A person's own drills of a course, the latest first. */
export async function ownDrills(personId: string, courseId: string): Promise<DrillRun[]> {
  await roleIn(personId, courseId);
  await workOutDrills({ personId, courseId });
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
  return describe(
    await DrillRunModel.create({ ...given, personId, courseId, outcome: outcomeOf(given, given.answers) }),
  );
}

/** What each learner of a course sees, by their latest drill of each thing, and what their takes get wrong. */
export async function classDrills(personId: string, courseId: string): Promise<LearnerDrills[]> {
  await requireInstructor(personId, courseId);
  const [learners, runs] = await Promise.all([learnersOf(courseId), outcomesIn(courseId)]);
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
    for (const { outcome, createdAt, fps } of own)
      for (const result of outcome!.results)
        if (!latest.has(result.of))
          latest.set(result.of, { ...result, doneAt: createdAt.toISOString(), guessed: outcome!.guessed, fps });
    return {
      learnerId: person.id,
      learnerName: person.name,
      runs: own.length,
      sees: [...latest.values()],
      takes: faults.get(person.id) ?? [],
    };
  });
}
