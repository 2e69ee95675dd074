import { availableParallelism } from 'node:os';
import type { ClipTrack, LeastEdits, MotionDocument, Reading, Registration, Target } from '@undulan/core';
import { Piscina } from 'piscina';

const MOST_THREADS = 4;
/**
 * A reading is bounded by the core to a few seconds; one that takes longer, or more memory, is given up and its thread
 * with it.
 */
const MOST_MS = 30_000;
const MOST_MEMORY_MB = 768;

/** What was followed in the clip of a take. */
export interface Followed {
  track: ClipTrack;
  registration: Registration;
}

interface Task {
  target: Target;
  motion: MotionDocument;
  dismissed?: readonly string[];
  followed?: Followed | null;
}

/** Threads that read takes, as many as the machine has processors (four at most). */
export interface ReaderPool {
  /** Throws where the take cannot be read within the limits. */
  read: (target: Target, motion: MotionDocument, followed?: Followed | null) => Promise<Reading>;
  /** Throws where they cannot be found within the limits. */
  leastEdits: (target: Target, motion: MotionDocument, dismissed: readonly string[]) => Promise<LeastEdits>;
  close: () => Promise<void>;
}

export function createReaderPool(): ReaderPool {
  const isBuilt = import.meta.url.endsWith('.js');
  const pool = new Piscina<Task, unknown>({
    filename: new URL(isBuilt ? './read-worker.js' : './read-worker.ts', import.meta.url).href,
    // Run from the sources, as in tests, a thread takes TypeScript once a loader is registered there.
    ...(!isBuilt && { execArgv: ['--import', 'tsx', '--conditions=source'] }),
    minThreads: 0,
    maxThreads: Math.min(MOST_THREADS, availableParallelism()),
    idleTimeout: 10_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  });
  const run = async <T>(name: string, task: Task): Promise<T> =>
    (await pool.run(task, { name, signal: AbortSignal.timeout(MOST_MS) })) as T;
  return {
    read: (target, motion, followed) => run<Reading>('default', { target, motion, followed }),
    leastEdits: (target, motion, dismissed) => run<LeastEdits>('leastEdits', { target, motion, dismissed }),
    close: () => pool.destroy(),
  };
}

/** Which limit of the pool an error is of, in words; null where it is another. */
export function limitMet(error: unknown): string | null {
  const { name, code } = error as { name?: string; code?: string };
  if (name === 'AbortError') return 'Reading it took too long.';
  return code === 'ERR_WORKER_OUT_OF_MEMORY' ? 'Reading it took too much memory.' : null;
}
