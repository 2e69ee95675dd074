import { formatRate, frameCount, runningSeconds, type FrameRange, type Rate } from '@undulan/core';

/** Rate, frames and running time of an exercise in a line. */
export function ExerciseFacts({ rate, range }: { rate: Rate; range: FrameRange }) {
  return (
    <span className="figures text-xs text-faint">
      {formatRate(rate)} fps · {range.first}–{range.last}, {frameCount(range)} frames · runs {runningSeconds(range, rate).toFixed(3)} s
    </span>
  );
}
