import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { WorkSource } from '../../editing/index.ts';
import { keepAsCopy, keepMine, takeTheirs } from '../../saving/index.ts';
import { explain } from '../../server-data/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog, sayProblem, sayToStay } from '../../ui/index.ts';

const KINDS: Record<WorkSource['kind'], string> = {
  draft: 'draft',
  exercise: 'exercise',
  lane: 'lesson',
  trial: 'trial',
};

/** Asks what to do when the same work was changed elsewhere. Nothing is lost until one of the three is chosen. */
export function ConflictDialog() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const save = useAppSelector((state) => state.saving.standing);
  const source = useAppSelector((state) => state.document.source);
  const work = useAppSelector((state) => state.document.work);
  const history = useAppSelector((state) => state.document.history);
  const [busy, setBusy] = useState(false);

  const choose = (act: () => Promise<void>) => async (): Promise<void> => {
    setBusy(true);
    try {
      await act();
    } catch (error) {
      sayProblem(explain(error));
    } finally {
      setBusy(false);
    }
  };
  const keepBoth = async (): Promise<void> => {
    const page = await keepAsCopy(dispatch, source!, work!, history);
    await dispatch(takeTheirs());
    await navigate(page);
    sayToStay('Yours is kept as a copy, open here. The other one stays as it was changed.');
  };

  return (
    <Dialog
      open={save === 'stale'}
      title="This was changed elsewhere"
      actions={
        <>
          <Button disabled={busy} onClick={() => void choose(() => dispatch(takeTheirs()))()}>
            Take theirs
          </Button>
          <Button disabled={busy} onClick={() => void choose(() => dispatch(keepMine()))()}>
            Keep mine
          </Button>
          <Button kind="main" disabled={busy} onClick={() => void choose(keepBoth)()}>
            Keep both, mine as a copy
          </Button>
        </>
      }
    >
      <p>
        While you worked here, the same {KINDS[source?.kind ?? 'draft']} was saved from another window or by someone
        else. Your changes are safe in this one; choose what becomes of the two.
      </p>
    </Dialog>
  );
}
