import type { TakeView } from '@undulan/contract';
import type { ReactNode } from 'react';
import { ReadAllAgain } from '../../reviewing/index.ts';
import { explain, useReadAgainMutation } from '../../server-data/index.ts';
import { Button, sayDone, sayProblem } from '../../ui/index.ts';

/**
 * Where the reading of a take stands, if it is not simply there: it is coming, could not be made, or is against a
 * target that was changed since; with what to do about it.
 */
export function ReadingStatus({
  view: { id, exerciseId, readingState, reading, notReadBecause, targetChanged },
}: {
  view: TakeView;
}) {
  if (readingState === 'coming')
    return (
      <Line>
        {reading
          ? 'The take is being read again; until that is done you see its older reading.'
          : 'The take is being read against its target; the findings come in a moment.'}
      </Line>
    );
  if (readingState === 'not-read') {
    return (
      <Line>
        Not read: {notReadBecause ?? 'It could not be read.'} The take is there all the same.
        <ReadAgain takeId={id} says="It is being read again." />
      </Line>
    );
  }
  if (!targetChanged) return null;
  return (
    <Line>
      The target was changed after this take was read. What you see is the reading against the target of that time.
      <ReadAgain takeId={id} says="It is being read against the target as it is now. The older reading is kept." />
      <ReadAllAgain exerciseId={exerciseId} label="Read all takes again" />
    </Line>
  );
}

function Line({ children }: { children: ReactNode }) {
  return (
    <p role="status" className="flex items-center gap-3 border-b border-rule bg-shade px-4 py-1.5 text-sm">
      {children}
    </p>
  );
}

function ReadAgain({ takeId, says }: { takeId: string; says: string }) {
  const [readAgain, { isLoading }] = useReadAgainMutation();
  const read = async (): Promise<void> => {
    const answer = await readAgain(takeId);
    if (answer.error) sayProblem(explain(answer.error));
    else sayDone(says);
  };
  return (
    <Button small disabled={isLoading} onClick={() => void read()}>
      Read again
    </Button>
  );
}
