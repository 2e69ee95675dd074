import { availableParallelism } from 'node:os';
import type { MotionDocument, Reading, Target } from '@undulan/core';
import { Piscina } from 'piscina';

const MOST_THREADS = 4;
/**
 * A reading is bounded by the core to a few seconds; one that takes longer, or more memory, is given up and its thread
 * with it.
 */
const MOST_MS = 30_000;
const MOST_MEMORY_MB = 768;

/** Threads that read takes, as many as the machine has processors (four at most). */
export interface ReaderPool {
  /** Throws where the take cannot be read within the limits. */
  read: (target: Target, motion: MotionDocument) => Promise<Reading>;
  close: () => Promise<void>;
}

export function createReaderPool(): ReaderPool {
  const isBuilt = import.meta.url.endsWith('.js');
  const pool = new Piscina<{ target: Target; motion: MotionDocument }, Reading>({
    filename: new URL(isBuilt ? './read-worker.js' : './read-worker.ts', import.meta.url).href,
    // Run from the sources, as in tests, a thread takes TypeScript once a loader is registered there.
    ...(!isBuilt && { execArgv: ['--import', 'tsx', '--conditions=source'] }),
    minThreads: 0,
    maxThreads: Math.min(MOST_THREADS, availableParallelism()),
    idleTimeout: 10_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  });
  return {
    read: (target, motion) => pool.run({ target, motion }, { signal: AbortSignal.timeout(MOST_MS) }),
    close: () => pool.destroy(),
  };
}
