import type { MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import type { Ref, SVGProps } from 'react';

interface StageOverlayProps extends Omit<SVGProps<SVGSVGElement>, 'ref'> {
  ref?: Ref<SVGSVGElement>;
  stage: MotionDocument['stage'];
  label: string;
  /** All of it takes the pointer; else only what in it says so, and marks may go beyond the stage. */
  takesPointer?: boolean;
}

/** What lies over the picture, in the stage's pixels. */
export function StageOverlay({ ref, stage, label, takesPointer, className, children, ...rest }: StageOverlayProps) {
  return (
    <svg
      ref={ref}
      viewBox={`0 0 ${stage.widthPx} ${stage.heightPx}`}
      role={takesPointer ? 'img' : 'group'}
      aria-label={label}
      className={clsx(
        'absolute inset-0 h-full w-full',
        takesPointer ? 'cursor-crosshair touch-none' : 'pointer-events-none overflow-visible',
        className,
      )}
      {...rest}
    >
      {children}
    </svg>
  );
}
