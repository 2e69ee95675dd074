import { useSyncExternalStore } from 'react';

/** A file that is being made. It outlives the screen it was asked for on. */
export interface ExportJob {
  id: number;
  name: string;
  done: number;
  of: number;
  /** When it was first told how far it is, by the page's clock, and how far that was; null before. */
  since: { at: number; done: number } | null;
  cancel: () => void;
}

let jobs: readonly ExportJob[] = [];
let made = 0;
const watchers = new Set<() => void>();

function change(next: readonly ExportJob[]): void {
  jobs = next;
  for (const watch of watchers) watch();
}

function subscribe(watch: () => void): () => void {
  watchers.add(watch);
  return () => watchers.delete(watch);
}

export const useExportJobs = (): readonly ExportJob[] => useSyncExternalStore(subscribe, () => jobs);

/** Puts a job among those that are shown; gives how to say how far it is, and that it is over. */
export function addJob(job: Pick<ExportJob, 'name' | 'of' | 'cancel'>): {
  tell: (done: number) => void;
  end: () => void;
} {
  const id = ++made;
  change([...jobs, { ...job, id, done: 0, since: null }]);
  return {
    tell: (done) =>
      change(
        jobs.map((one) =>
          one.id === id ? { ...one, done, since: one.since ?? { at: performance.now(), done } } : one,
        ),
      ),
    end: () => change(jobs.filter((one) => one.id !== id)),
  };
}
