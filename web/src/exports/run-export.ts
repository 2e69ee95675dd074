import { saveBytes, sayProblem } from '../ui/index.ts';
import type { Pictured } from './draw-picture.ts';
import { addJob } from './export-jobs.ts';
import { MOVING, type MovingChoices, planOf } from './export-plan.ts';
import { makeMoving, type Making } from './make-moving.ts';

interface Job {
  name: string;
  type: string;
  /** Pictures in all. */
  of: number;
  make: (making: Making) => Promise<Uint8Array<ArrayBuffer>>;
}

/** Makes a file among those that are shown, and gives it to the person; says so where that fails. */
export async function runJob({ name, type, of, make }: Job): Promise<void> {
  const stop = new AbortController();
  const job = addJob({ name, of, cancel: () => stop.abort() });
  try {
    saveBytes(name, type, await make({ onTaken: job.tell, signal: stop.signal }));
  } catch (error) {
    if (!stop.signal.aborted) sayProblem(`“${name}” could not be made: ${(error as Error).message}`);
  } finally {
    job.end();
  }
}

/** Makes a moving file of a motion and gives it to the person. */
export async function startExport(title: string, pictured: Pictured, choices: MovingChoices): Promise<void> {
  const { ending, type } = MOVING[choices.kind];
  await runJob({
    name: `${title}.${ending}`,
    type,
    of: planOf(pictured.motion, choices).frames.length,
    make: (making) => makeMoving(pictured, choices, making),
  });
}
