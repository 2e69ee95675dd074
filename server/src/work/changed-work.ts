import { type ChangeWork, Work } from '@undulan/contract';
import { applyChanges } from '@undulan/core';
import { issuesOf } from '../http/parse-body.ts';
import { ProblemError } from '../http/problem-error.ts';

/** The work after changes. Throws `does-not-fit`, or `invalid-request` where what comes of them is no valid work. */
export function changedWork(work: Work, changes: ChangeWork['changes']): Work {
  const changed = applyChanges(work, changes);
  if (!changed.ok) throw new ProblemError('does-not-fit', changed.issues[0]!.message);
  const parsed = Work.safeParse(changed.value);
  if (!parsed.success)
    throw new ProblemError('invalid-request', parsed.error.issues[0]?.message, issuesOf(parsed.error));
  return parsed.data;
}
