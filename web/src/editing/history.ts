import { HISTORY_LIMIT, type PatchOperation, type Work, type WorkHistory } from '@undulan/contract';
import { applyPatch, compare, type Operation } from 'fast-json-patch';

export const EMPTY_HISTORY: WorkHistory = { steps: [], done: 0 };

/** Comparing gives additions, removals and replacements only, which is what the contract takes. */
function patchBetween(before: Work, after: Work): PatchOperation[] {
  return compare(before, after) as PatchOperation[];
}

/** Adds the step from one state of the work to the next as patches both ways; what was undone before is forgotten. The oldest steps go past the limit. */
export function recordStep(history: WorkHistory, name: string, before: Work, after: Work): WorkHistory {
  const forth = patchBetween(before, after);
  if (forth.length === 0) return history;
  const steps = [...history.steps.slice(0, history.done), { name, forth, back: patchBetween(after, before) }].slice(-HISTORY_LIMIT);
  return { steps, done: steps.length };
}

function patched(work: Work, patch: PatchOperation[]): Work {
  return applyPatch(work, patch as Operation[], false, false).newDocument;
}

/** The work one step earlier; null when there is none. */
export function undoStep(history: WorkHistory, work: Work): { history: WorkHistory; work: Work } | null {
  const step = history.steps[history.done - 1];
  return step ? { work: patched(work, step.back), history: { ...history, done: history.done - 1 } } : null;
}

/** The work one undone step later; null when there is none. */
export function redoStep(history: WorkHistory, work: Work): { history: WorkHistory; work: Work } | null {
  const step = history.steps[history.done];
  return step ? { work: patched(work, step.forth), history: { ...history, done: history.done + 1 } } : null;
}
