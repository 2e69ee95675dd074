import type { Assignment } from '@undulan/contract';
import { isPast } from 'date-fns';
import { formatDue } from '../ui/index.ts';

/** Whether a take handed in now is marked late, or refused. */
export function isLate({ dueAt, latePolicy }: Assignment): boolean {
  return latePolicy !== 'accept' && dueAt !== null && isPast(dueAt);
}

export function takesLeft({ takeLimit, takes }: Assignment): number {
  return takeLimit === null ? Infinity : Math.max(0, takeLimit - takes.length);
}

/** Why no take can be handed in any more. */
export function closedReason(assignment: Assignment): string | null {
  if (takesLeft(assignment) === 0)
    return (
      `The exercise allows ${assignment.takeLimit} ${assignment.takeLimit === 1 ? 'take' : 'takes'}, ` +
      'and you have handed in as many.'
    );
  return isLate(assignment) && assignment.latePolicy === 'refuse'
    ? `It was due ${formatDue(assignment.dueAt!)}; takes are no longer accepted.`
    : null;
}
