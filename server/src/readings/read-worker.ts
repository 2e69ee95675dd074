import { parentPort } from 'node:worker_threads';
import { readTake, type MotionDocument, type Target } from '@undulan/core';

/** Reads takes off the main thread, one message each. */
parentPort!.on('message', ({ target, motion }: { target: Target; motion: MotionDocument }) => {
  try {
    parentPort!.postMessage({ reading: readTake(target, motion) });
  } catch (error) {
    parentPort!.postMessage({ failed: String(error) });
  }
});
