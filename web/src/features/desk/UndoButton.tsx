import { Undo2 } from 'lucide-react';
import { useShortcuts, useShownKeys } from '../../keyboard/index.ts';
import { Button } from '../../ui/index.ts';
import type { DeskUndo } from './use-desk-undo.ts';

/** Takes back what was done to the review last, named. */
export function UndoButton({ undo: { name, undo } }: { undo: DeskUndo }) {
  const keys = useShownKeys();
  useShortcuts({ undo });
  return (
    <Button
      square
      aria-label="Undo"
      tip={`Undo: ${name} (${keys('undo')})`}
      disabledReason={name === null && 'Nothing to undo.'}
      onClick={undo}
    >
      <Undo2 size={15} />
    </Button>
  );
}
