import { Redo2, Undo2 } from 'lucide-react';
import { redo, selectRedoName, selectUndoName, undo } from '../../editing/index.ts';
import { useShortcuts, useShownKeys } from '../../keyboard/index.ts';
import { selectIsDirty } from '../../saving/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, useIsTyping } from '../../ui/index.ts';

interface UndoButtonsProps {
  /** What would be taken back, and what done again; null where there is nothing. */
  undoName: string | null;
  redoName: string | null;
  undo: () => void;
  redo: () => void;
}

/** Undo and redo, named by what they would take back. */
export function UndoButtons({ undoName, redoName, undo, redo }: UndoButtonsProps) {
  const keys = useShownKeys();
  useShortcuts({ undo, redo });
  return (
    <>
      <Button
        square
        aria-label="Undo"
        tip={`Undo: ${undoName} (${keys('undo')})`}
        disabledReason={undoName === null && 'Nothing to undo.'}
        onClick={undo}
      >
        <Undo2 size={15} />
      </Button>
      <Button
        square
        aria-label="Redo"
        tip={`Redo: ${redoName} (${keys('redo')})`}
        disabledReason={redoName === null && 'Nothing to redo.'}
        onClick={redo}
      >
        <Redo2 size={15} />
      </Button>
    </>
  );
}

/** Undo and redo of the work that is open. */
export function EditingActions() {
  const dispatch = useAppDispatch();
  const undoName = useAppSelector(selectUndoName);
  const redoName = useAppSelector(selectRedoName);
  return (
    <UndoButtons undoName={undoName} redoName={redoName} undo={() => dispatch(undo())} redo={() => dispatch(redo())} />
  );
}

/** Where saving stands, in words. */
export function SaveStatus() {
  const save = useAppSelector((state) => state.saving.standing);
  const saveProblem = useAppSelector((state) => state.saving.problem);
  const dirty = useAppSelector(selectIsDirty);
  const isTyping = useIsTyping();
  const says =
    save === 'unreachable'
      ? 'Server out of reach: kept in this browser, trying again'
      : save === 'failed'
        ? `Not saved: ${saveProblem}`
        : save === 'stale' || save === 'target-locked'
          ? 'Not saved yet'
          : dirty || save === 'saving'
            ? 'Saving …'
            : isTyping
              ? 'Typing …'
              : 'Saved';
  return (
    <span
      role="status"
      data-testid="save-status"
      className={save === 'unreachable' || save === 'failed' ? 'text-danger' : ''}
    >
      {says}
    </span>
  );
}
