import type { SeeingTrial } from '@undulan/core';
import { clsx } from 'clsx';
import { useCallback, useEffect } from 'react';
import { drawScene, StageView } from '../../picture/stage/index.ts';
import { ClockProvider, useClock } from '../../time/index.ts';

interface TrialPicturesProps {
  trial: SeeingTrial;
  /** Rises each time both are to be played once more. */
  round: number;
  /** Once it is answered: which side it was. */
  revealed: boolean;
}

/** Both sides of a trial on one clock, at the set rate: played once, as they are seen. */
export function TrialPictures({ trial, round, revealed }: TrialPicturesProps) {
  const { range, rate } = trial.left;
  return (
    <ClockProvider range={range} rate={rate}>
      <PlayOnce round={round} />
      <div className="grid min-h-0 flex-1 grid-cols-2 gap-8">
        {(['left', 'right'] as const).map((side) => (
          <Side key={side} side={side} trial={trial} marked={revealed && trial.answer === side} />
        ))}
      </div>
    </ClockProvider>
  );
}

function PlayOnce({ round }: { round: number }) {
  const clock = useClock();
  useEffect(() => {
    clock.set({ way: 'once', speed: 100, everyFrame: false, smooth: false });
    clock.stop();
    clock.seek(clock.range.first);
    clock.play();
  }, [clock, round]);
  return null;
}

function Side({ side, trial, marked }: { side: 'left' | 'right'; trial: SeeingTrial; marked: boolean }) {
  const motion = trial[side];
  const draw = useCallback(
    (context: CanvasRenderingContext2D, frame: number) => drawScene(context, motion, frame),
    [motion],
  );
  return (
    <div className={clsx('min-h-0 rounded-lg p-1', marked && 'outline-3 outline-target')}>
      <StageView stage={motion.stage} draw={draw} label={`The ${side} one`} />
    </div>
  );
}
