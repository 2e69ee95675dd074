import type { MotionDocument } from '@undulan/core';
import { saveBytes, sayProblem } from '../ui/index.ts';
import { drawPicture, readyToDraw } from './draw-picture.ts';
import { addJob } from './export-jobs.ts';
import { exposedBy, MOVING, type MovingChoices, planOf } from './export-plan.ts';
import type { FromExport, ToExport } from './export-worker.ts';

/** So many pictures are under way: the worker is never idle, and memory stays small. */
const AHEAD = 3;

/** Lets the page draw and listen between two pictures. */
const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** Makes a moving file of a motion and gives it to the person; says so where that fails. */
export async function startExport(title: string, given: MotionDocument, choices: MovingChoices): Promise<void> {
  const motion = exposedBy(given, choices.exposure);
  const plan = planOf(motion, choices);
  const { ending, type } = MOVING[plan.kind];
  const name = `${title}.${ending}`;
  const worker = new Worker(new URL('export-worker.ts', import.meta.url), { type: 'module' });
  let over = false;
  const end = (): void => {
    over = true;
    worker.terminate();
    job.end();
  };
  const job = addJob({ name, of: plan.frames.length, cancel: end });
  const say = (said: ToExport, transfer: Transferable[] = []): void => worker.postMessage(said, transfer);
  const fail = (why: string): void => {
    end();
    sayProblem(`“${name}” could not be made: ${why}`);
  };
  let taken = 0;
  let wake = (): void => undefined;
  worker.addEventListener('error', ({ message }) => fail(message));
  worker.addEventListener('message', ({ data }: MessageEvent<FromExport>) => {
    if ('problem' in data) fail(data.problem);
    else if ('file' in data) {
      end();
      saveBytes(name, type, data.file);
    } else {
      ({ taken } = data);
      job.tell(taken);
      wake();
    }
  });
  try {
    await readyToDraw(motion);
    say({ plan });
    for (const [i, frame] of plan.frames.entries()) {
      while (!over && i - taken >= AHEAD) await new Promise<void>((resolve) => (wake = resolve));
      if (over) return;
      const picture = drawPicture(motion, frame, plan).transferToImageBitmap();
      say({ picture }, [picture]);
      await breathe();
    }
    if (!over) say({ end: true });
  } catch (error) {
    if (!over) fail((error as Error).message);
  }
}
