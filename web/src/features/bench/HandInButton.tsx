import type { Assignment, Draft } from '@undulan/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { saveWork } from '../../saving/index.ts';
import { explain, isProblem, useHandInMutation } from '../../server-data/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog, formatDue, sayProblem } from '../../ui/index.ts';

function isLate({ dueAt, latePolicy }: Assignment): boolean {
  return latePolicy !== 'accept' && dueAt !== null && new Date(dueAt) < new Date();
}

function takesLeft({ takeLimit, takes }: Assignment): number {
  return takeLimit === null ? Infinity : Math.max(0, takeLimit - takes.length);
}

/** Why no take can be handed in any more. */
function closedReason(assignment: Assignment): string | null {
  if (takesLeft(assignment) === 0)
    return (
      `The exercise allows ${assignment.takeLimit} ${assignment.takeLimit === 1 ? 'take' : 'takes'}, ` +
      'and you have handed in as many.'
    );
  return isLate(assignment) && assignment.latePolicy === 'refuse'
    ? `It was due ${formatDue(assignment.dueAt!)}; takes are no longer accepted.`
    : null;
}

/** Hands the draft in as the next take, once everything is on the server and the person has said so. */
export function HandInButton({ draft, assignment }: { draft: Draft; assignment: Assignment }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const motion = useAppSelector(selectMotion)!;
  const version = useAppSelector((state) => state.saving.version);
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  const [asking, setAsking] = useState(false);
  const [beyond, setBeyond] = useState<string | null>(null);
  const [handIn, { isLoading }] = useHandInMutation();
  const isEmpty = motion.subjects.every((subject) => subject.channels.every((channel) => channel.keys.length === 0));

  const ask = async (): Promise<void> => {
    if (await dispatch(saveWork())) setAsking(true);
    else sayProblem('Not everything is saved yet. Try again in a moment.');
  };
  const confirm = async (): Promise<void> => {
    const answer = await handIn({ id: draft.id, handIn: { version } });
    setAsking(false);
    if (answer.data) await navigate(`/takes/${answer.data.id}`);
    else if (isProblem(answer.error, 'beyond-limits')) setBeyond(explain(answer.error));
    else sayProblem(explain(answer.error));
  };
  const bringBack = (): void => {
    dispatch(applyEdit({ operation: 'bringWithin', args: [assignment.start, assignment.mayChange] }));
    setBeyond(null);
  };

  return (
    <>
      <Button
        kind="main"
        disabledReason={closedReason(assignment) ?? (isEmpty && 'There is no key yet: nothing to hand in.')}
        onClick={() => void ask()}
      >
        Hand in take {draft.nextTakeNumber}
      </Button>
      <Dialog
        open={asking}
        onClose={() => setAsking(false)}
        title={`Hand in take ${draft.nextTakeNumber}?`}
        actions={
          <>
            <Button onClick={() => setAsking(false)}>Keep working</Button>
            <Button kind="main" disabled={isLoading} onClick={() => void confirm()}>
              Hand in
            </Button>
          </>
        }
      >
        <p>
          It is read against the target and goes to your instructor. A take stays as it was handed in; the next one can
          start from it.
        </p>
        {isLate(assignment) && (
          <p className="mt-2 text-danger">It is past the due date: the take will be marked as late.</p>
        )}
        {assignment.takeLimit !== null && (
          <p className="mt-2">
            {takesLeft(assignment)} of {assignment.takeLimit} takes {takesLeft(assignment) === 1 ? 'is' : 'are'} left,
            this one among them.
          </p>
        )}
        {unkeyed.length > 0 && (
          <p className="mt-2 text-danger">
            {unkeyed.length === 1 ? 'One change is' : `${unkeyed.length} changes are`} not keyed and will not be part of
            it.
          </p>
        )}
      </Dialog>
      <Dialog
        open={beyond !== null}
        onClose={() => setBeyond(null)}
        title="Beyond what the exercise leaves to you"
        actions={
          <>
            <Button onClick={() => setBeyond(null)}>Keep working</Button>
            <Button kind="main" onClick={bringBack}>
              Bring it back within
            </Button>
          </>
        }
      >
        <p>{beyond}</p>
        <p className="mt-2">
          The exercise was changed after this draft was begun. Bringing it back takes what the exercise sets from there
          and keeps your keys on the channels that are yours; it can be undone.
        </p>
      </Dialog>
    </>
  );
}
