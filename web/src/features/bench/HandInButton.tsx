import type { Assignment, Draft } from '@undulan/contract';
import { useState } from 'react';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { closedReason } from '../../reviewing/index.ts';
import { useOnceSaved } from '../../saving/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog } from '../../ui/index.ts';
import { HandInDialog } from './HandInDialog.tsx';

/** Hands the draft in as the next take, once everything is on the server and the person has said so. */
export function HandInButton({ draft, assignment }: { draft: Draft; assignment: Assignment }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const [asking, setAsking] = useState(false);
  const [beyond, setBeyond] = useState<string | null>(null);
  const isEmpty = motion.subjects.every((subject) => subject.channels.every((channel) => channel.keys.length === 0));

  const onceSaved = useOnceSaved();
  const bringBack = (): void => {
    dispatch(applyEdit({ operation: 'bringWithin', args: [assignment.start, assignment.mayChange] }));
    setBeyond(null);
  };

  return (
    <>
      <Button
        kind="main"
        data-walk="hand-in"
        disabledReason={closedReason(assignment) ?? (isEmpty && 'There is no key yet: nothing to hand in.')}
        onClick={() => void onceSaved(() => setAsking(true))}
      >
        Hand in take {draft.nextTakeNumber}
      </Button>
      {asking && (
        <HandInDialog draft={draft} assignment={assignment} onClose={() => setAsking(false)} onBeyond={setBeyond} />
      )}
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
