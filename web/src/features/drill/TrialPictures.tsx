import type { MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { useEffect, useMemo } from 'react';
import { LanePicture, markOf, movingPart } from '../../panels/lanes/index.ts';
import { useClock } from '../../time/index.ts';

export interface TrialSide {
  name: string;
  motion: MotionDocument;
  /** It is the one that was asked for, and may be known. */
  marked: boolean;
}

interface TrialPicturesProps {
  sides: readonly TrialSide[];
  /** Ways are drawn under them once it is answered. */
  revealed: boolean;
}

const itself = (frame: number): number => frame;

/** What a trial shows, side by side on one clock and as large as each other. */
export function TrialPictures({ sides, revealed }: TrialPicturesProps) {
  const part = useMemo(() => movingPart(sides.map(({ motion }) => motion)), [sides]);
  return (
    <div className={clsx('grid min-h-0 flex-1 gap-8', sides.length > 1 && 'grid-cols-2')}>
      {sides.map((side, i) => (
        <Side key={i} side={side} part={part} revealed={revealed} />
      ))}
    </div>
  );
}

function Side({
  side: { name, motion, marked },
  part,
  revealed,
}: {
  side: TrialSide;
  part: ReturnType<typeof movingPart>;
  revealed: boolean;
}) {
  const lanes = useMemo(
    () => [{ name, motion, mark: markOf(marked ? 2 : 1), frameOf: itself }],
    [name, motion, marked],
  );
  return (
    <div className={clsx('min-h-0 rounded-lg', marked && 'outline-3 outline-offset-2 outline-take')}>
      <LanePicture lanes={lanes} part={part} label={name} trails={revealed} />
    </div>
  );
}

/** Plays all of it once, at the set rate: as it is seen. Again each time `round` is another. */
export function PlayOnce({ round }: { round: number }) {
  const clock = useClock();
  useEffect(() => {
    clock.set({ way: 'once', speed: 100, everyFrame: false, smooth: false });
    clock.stop();
    clock.seek(clock.range.first);
    clock.play();
  }, [clock, round]);
  return null;
}
