import { framesPerSecond, type Rate } from '@undulan/core';
import { clsx } from 'clsx';
import type { RefObject } from 'react';
import { Button, fixed } from '../../ui/index.ts';
import type { TapRun } from './use-tap-run.ts';

interface TapPadProps {
  pad: RefObject<HTMLButtonElement | null>;
  tapRun: TapRun;
  rate: Rate;
  /** No further run can be kept. */
  isFull: boolean;
}

/** What is pressed at each beat, and how far the run is. */
export function TapPad({ pad, tapRun, rate, isFull }: TapPadProps) {
  const { taps, tap, finish, cancel } = tapRun;
  const seconds = (taps?.at(-1) ?? 0) / 1000;
  return (
    <>
      <button
        ref={pad}
        type="button"
        data-pad
        disabled={isFull && !taps}
        onPointerDown={(event) => {
          if (event.button === 0) tap(event.timeStamp);
        }}
        className={clsx(
          'grid h-36 w-full touch-none place-items-center rounded-xl border-2 text-center',
          'select-none active:scale-[0.99] active:border-accent active:bg-shade disabled:opacity-50',
          taps ? 'border-take bg-page' : 'border-dashed border-faint bg-page hover:border-accent',
        )}
      >
        <span>
          <span className="block font-display text-2xl font-bold">
            {taps ? `Beat ${taps.length}` : isFull ? 'Delete a run to act another' : 'Press at the first beat'}
          </span>
          <span className={clsx('block text-sm text-faint', taps ? 'figures' : '')}>
            {taps
              ? `${fixed(seconds, 3)} s · ${fixed(seconds * framesPerSecond(rate), 1)} frames since the first`
              : 'here, or with the space bar'}
          </span>
        </span>
      </button>
      {taps && (
        <div className="mt-2 flex items-center gap-2">
          <Button kind="main" onClick={finish}>
            Done (Enter)
          </Button>
          <Button onClick={cancel}>Throw away (Esc)</Button>
        </div>
      )}
    </>
  );
}
