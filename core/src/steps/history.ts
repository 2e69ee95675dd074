import * as z from 'zod';
import { applyChanges } from './apply-changes.ts';
import { invertChanges, Step } from './change.ts';
import { changesBetween } from './changes-between.ts';

/** How many steps back are kept. */
export const HISTORY_LIMIT = 200;

/** Numbers of steps stay below this: no one makes so many, and a table's column holds them. */
const StepNumber = z.int().min(0).max(1_000_000_000);

/**
 * The steps that are kept, and how many of them are done; those after are undone and can be redone. `first` older ones
 * were let go: a step's number counts them too.
 */
export const History = z
  .object({ first: StepNumber, steps: z.array(Step).max(HISTORY_LIMIT), done: z.int().min(0) })
  .refine((history) => history.done <= history.steps.length, {
    path: ['done'],
    message: 'More steps done than there are.',
  });
export type History = z.infer<typeof History>;

export const EMPTY_HISTORY: History = { first: 0, steps: [], done: 0 };

/**
 * Adds the step from one state of a document to the next; what was undone before is forgotten, and the oldest steps go
 * past the limit. No difference is no step.
 */
export function recordStep(history: History, name: string, before: unknown, after: unknown): History {
  const changes = changesBetween(before, after);
  if (changes.length === 0) return history;
  const all = [...history.steps.slice(0, history.done), { name, changes }];
  const steps = all.slice(-HISTORY_LIMIT);
  return { first: history.first + all.length - steps.length, steps, done: steps.length };
}

interface Moved<T> {
  history: History;
  work: T;
}

/** The document one step earlier; null when there is none. */
export function undoStep<T>(history: History, work: T): Moved<T> | null {
  const step = history.steps[history.done - 1];
  const earlier = step && applyChanges(work, invertChanges(step.changes));
  return earlier?.ok ? { work: earlier.value, history: { ...history, done: history.done - 1 } } : null;
}

/** The document one undone step later; null when there is none. */
export function redoStep<T>(history: History, work: T): Moved<T> | null {
  const step = history.steps[history.done];
  const later = step && applyChanges(work, step.changes);
  return later?.ok ? { work: later.value, history: { ...history, done: history.done + 1 } } : null;
}

/**
 * How one state of a history becomes a later one, by the numbers of its steps: those up to `keep` stay, `add` follow,
 * and `done` are done.
 */
export const HistoryChange = z.object({ keep: StepNumber, add: z.array(Step).max(HISTORY_LIMIT), done: StepNumber });
export type HistoryChange = z.infer<typeof HistoryChange>;

/** What is new in a history since an earlier state of it. Steps that both have are the same objects. */
export function historyChange(before: History, after: History): HistoryChange {
  let keep = after.first;
  const stepAt = ({ first, steps }: History, number: number): Step | undefined => steps[number - first];
  while (stepAt(after, keep) !== undefined && stepAt(after, keep) === stepAt(before, keep)) keep++;
  return { keep, add: after.steps.slice(keep - after.first), done: after.first + after.done };
}

/**
 * A history with what is new in it, of which so much may be that nothing known is left; null where the two do not
 * belong together. Older steps that only this one has stay, as far as the limit lets them.
 */
export function withHistoryChange(history: History, { keep, add, done }: HistoryChange): History | null {
  if (keep < history.first) return null;
  if (keep > history.first + history.steps.length)
    return withHistoryChange({ first: keep, steps: [], done: 0 }, { keep, add, done });
  const all = [...history.steps.slice(0, keep - history.first), ...add];
  const steps = all.slice(-HISTORY_LIMIT);
  const first = history.first + all.length - steps.length;
  return done >= first && done <= first + steps.length ? { first, steps, done: done - first } : null;
}
