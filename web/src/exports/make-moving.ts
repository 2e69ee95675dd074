import { drawPicture, type Pictured, readyToDraw } from './draw-picture.ts';
import { exposedBy, type MovingChoices, planOf } from './export-plan.ts';
import type { FromExport, ToExport } from './export-worker.ts';

/** So many pictures are under way: the worker is never idle, and memory stays small. */
const AHEAD = 3;

/** Lets the page draw and listen between two pictures. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

export interface Making {
  /** How many pictures are in the file so far. */
  onTaken: (taken: number) => void;
  /** Nobody wants it any more. */
  signal: AbortSignal;
}

/**
 * Makes a moving file: each picture drawn here, encoded in a worker while the next is drawn. Rejects with why it cannot
 * be made, and where it is aborted.
 */
export async function makeMoving(
  given: Pictured,
  choices: MovingChoices,
  { onTaken, signal }: Making,
): Promise<Uint8Array<ArrayBuffer>> {
  const pictured = { ...given, motion: exposedBy(given.motion, choices.exposure) };
  const plan = planOf(pictured.motion, choices);
  const worker = new Worker(new URL('export-worker.ts', import.meta.url), { type: 'module' });
  const say = (said: ToExport, transfer: Transferable[] = []): void => worker.postMessage(said, transfer);
  let taken = 0;
  let wake = (): void => undefined;
  const file = Promise.withResolvers<Uint8Array<ArrayBuffer>>();
  const fail = (why: unknown): void => {
    file.reject(why instanceof Error ? why : new Error(String(why)));
    wake();
  };
  signal.addEventListener('abort', () => fail(signal.reason));
  worker.addEventListener('error', ({ message }) => fail(message));
  worker.addEventListener('message', ({ data }: MessageEvent<FromExport>) => {
    if ('problem' in data) fail(data.problem);
    else if ('file' in data) file.resolve(data.file);
    else {
      ({ taken } = data);
      onTaken(taken);
      wake();
    }
  });
  const sendAll = async (): Promise<void> => {
    await readyToDraw(pictured);
    say({ plan });
    for (const [i, frame] of plan.frames.entries()) {
      while (i - taken >= AHEAD) {
        const { promise, resolve } = Promise.withResolvers<void>();
        wake = resolve;
        await Promise.race([promise, file.promise]);
      }
      signal.throwIfAborted();
      const picture = drawPicture(pictured, frame, plan).transferToImageBitmap();
      say({ picture }, [picture]);
      await breathe();
    }
    say({ end: true });
  };
  try {
    const [made] = await Promise.all([file.promise, sendAll()]);
    return made;
  } finally {
    worker.terminate();
  }
}
