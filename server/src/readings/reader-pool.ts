import { once } from 'node:events';
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import type { MotionDocument, Reading, Target } from '@undulan/core';

const MOST_WORKERS = 4;

/** One thread that reads takes. */
export interface Reader {
  /** Throws where the take cannot be read. */
  read: (target: Target, motion: MotionDocument) => Promise<Reading>;
}

/** Starts the worker's own file; run from the sources (in tests) it is TypeScript, which a thread only takes once a loader is registered there. */
function startWorker(): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL('./read-worker.js', import.meta.url));
  const file = JSON.stringify(new URL('./read-worker.ts', import.meta.url).href);
  return new Worker(`import('tsx/esm/api').then(({ register }) => { register(); return import(${file}); });`, { eval: true, execArgv: ['--conditions=source'] });
}

function startReader(): Reader & { stop: () => Promise<unknown> } {
  const worker = startWorker();
  let lost: Error | null = null;
  worker.on('error', (error: Error) => {
    lost = error;
  });
  return {
    read: async (target, motion) => {
      if (lost) throw lost;
      worker.postMessage({ target, motion });
      const [answer] = (await once(worker, 'message')) as [{ reading?: Reading; failed?: string }];
      if (!answer.reading) throw new Error(answer.failed);
      return answer.reading;
    },
    stop: () => worker.terminate(),
  };
}

/** Lets as many threads as the machine has processors (four at most) work through a list, each on its next item, and ends them. */
export async function withReaders<T>(items: readonly T[], work: (reader: Reader, item: T) => Promise<void>): Promise<void> {
  const waiting = [...items];
  const readers = Array.from({ length: Math.min(MOST_WORKERS, availableParallelism(), items.length) }, startReader);
  try {
    await Promise.all(
      readers.map(async (reader) => {
        for (let item = waiting.shift(); item !== undefined; item = waiting.shift()) await work(reader, item);
      }),
    );
  } finally {
    await Promise.all(readers.map((reader) => reader.stop()));
  }
}
