import { outcomeOf } from '@undulan/core';
import type { WhereOptions } from 'sequelize';
import { DrillRunModel } from './drill.model.ts';

/** Drills whose outcome is worked out at a time: each has its answers in memory. */
const AT_ONCE = 200;

/** Works out what came of drills where that is not written yet, once. */
export async function workOutDrills(where: WhereOptions<DrillRunModel>): Promise<void> {
  for (;;) {
    const runs = await DrillRunModel.findAll({ where: { ...where, outcome: null }, limit: AT_ONCE });
    for (const run of runs) await run.update({ outcome: outcomeOf(run, run.answers) }, { silent: true });
    if (runs.length < AT_ONCE) return;
  }
}

/** Runs of a class that are looked at: the latest of many. */
const MOST_RUNS = 5000;

/** What came of the drills of a course, the latest first, without what was answered. */
export async function outcomesIn(courseId: string): Promise<DrillRunModel[]> {
  await workOutDrills({ courseId });
  return DrillRunModel.findAll({
    where: { courseId },
    attributes: ['personId', 'fps', 'outcome', 'createdAt'],
    order: [['createdAt', 'DESC']],
    limit: MOST_RUNS,
  });
}
