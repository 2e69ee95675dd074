import { Redo2, Undo2 } from 'lucide-react';
import { redo, selectRedoName, selectUndoName, undo } from '../../editing/index.ts';
import { useShortcuts, useShownKeys } from '../../keyboard/index.ts';
import { selectIsDirty } from '../../saving/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, useIsTyping } from '../../ui/index.ts';

/** Takes back what was done last, named. */
export function UndoButton({ name, onUndo }: { name: string | null; onUndo: () => void }) {
  const keys = useShownKeys();
  useShortcuts({ undo: onUndo });
  return (
    <Button
      square
      aria-label="Undo"
      tip={`Undo: ${name} (${keys('undo')})`}
      disabledReason={name === null && 'Nothing to undo.'}
      onClick={onUndo}
    >
      <Undo2 size={15} />
    </Button>
  );
}

/** Undo and redo, named by what they would take back. */
export function EditingActions() {
  const dispatch = useAppDispatch();
  const undoName = useAppSelector(selectUndoName);
  const redoName = useAppSelector(selectRedoName);
  const keys = useShownKeys();
  useShortcuts({ redo: () => dispatch(redo()) });
  return (
    <>
      <UndoButton name={undoName} onUndo={() => dispatch(undo())} />
      <Button
        square
        aria-label="Redo"
        tip={`Redo: ${redoName} (${keys('redo')})`}
        disabledReason={redoName === null && 'Nothing to redo.'}
        onClick={() => dispatch(redo())}
      >
        <Redo2 size={15} />
      </Button>
    </>
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
