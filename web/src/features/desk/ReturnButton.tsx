import type { ReviewedTake } from '@undulan/contract';
import { useState } from 'react';
import { Button, Dialog, sayDone, sayProblem } from '../../ui/index.ts';
import type { ReviewWriter } from './use-review-writer.ts';

interface ReturnButtonProps {
  view: ReviewedTake;
  writer: ReviewWriter;
  onGradeMissing: () => void;
}

/** Gives the review to the learner, after a word: from then on it stays as it is. */
export function ReturnButton({ view, writer, onGradeMissing }: ReturnButtonProps) {
  /** The grade it would be returned with, while that is asked. */
  const [asking, setAsking] = useState<number | null>(null);
  const notes = view.review?.notes.length ?? 0;
  const ask = async (): Promise<void> => {
    const { grade } = await writer.settled();
    setAsking(grade);
    if (grade === null) onGradeMissing();
  };
  const confirm = async (again: boolean): Promise<void> => {
    setAsking(null);
    if (await writer.giveBack(again))
      sayDone(again ? `Returned to ${view.learner.name}, for another take.` : `Returned to ${view.learner.name}.`);
    else sayProblem('It was not returned. Try again.');
  };
  return (
    <>
      <Button kind="main" onClick={() => void ask()}>
        Return with {notes === 0 ? 'no notes' : notes === 1 ? '1 note' : `${notes} notes`}
      </Button>
      <Dialog
        open={asking !== null}
        onClose={() => setAsking(null)}
        title={`Return take ${view.number} to ${view.learner.name}?`}
        actions={
          <>
            <Button onClick={() => setAsking(null)}>Not yet</Button>
            <Button onClick={() => void confirm(true)}>Return for another take</Button>
            <Button kind="main" onClick={() => void confirm(false)}>
              Return it
            </Button>
          </>
        }
      >
        <p>
          Grade {asking}, {notes === 0 ? 'no notes' : notes === 1 ? 'one note' : `${notes} notes`}. The learner sees the
          review and the findings at once; after that it stays as it is.
        </p>
      </Dialog>
    </>
  );
}
