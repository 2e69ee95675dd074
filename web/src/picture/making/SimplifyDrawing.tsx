import { drawingUp, type Subject } from '@undulan/core';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { Button } from '../../ui/index.ts';
import { simplifyLine } from './fit-line.ts';

/** The lines of the drawing that is up, by fewer points. */
export function SimplifyDrawing({ subject, percent }: { subject: Subject; percent: number }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const frame = useRestingFrame();
  const motion = useAppSelector(selectMotion)!;
  const up = drawingUp(motion, subject.id, frame);
  const lines = subject.look.drawings?.[up - 1]?.lines ?? [];
  const simplify = (): void => {
    clock.stop();
    const simple = lines.map((line) => simplifyLine(line, percent));
    dispatch(applyEdit({ operation: 'setDrawing', args: [subject.id, up, simple] }));
  };
  const count = lines.reduce((sum, { points }) => sum + points.length, 0);
  return (
    <Button
      small
      tip={`The ${count} points of this drawing become fewer; further off, the greater the percentage`}
      disabledReason={up === 0 && 'No drawing is up here.'}
      onClick={simplify}
    >
      Simplify {count} points
    </Button>
  );
}
