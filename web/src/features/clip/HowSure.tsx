import type { ClipTrack } from '@undulan/core';
import { clsx } from 'clsx';

/** How sure it is of each picture, a bar each; pressed, that picture is shown. */
export function HowSure({
  track,
  number,
  onShow,
}: {
  track: ClipTrack;
  number: number;
  onShow: (number: number) => void;
}) {
  return (
    <div aria-hidden="true" className="flex h-9 items-end gap-px" title="How sure it is of each picture">
      {track.frames.map(({ seconds, confidence, guessed }, i) => (
        <div key={seconds} className="flex h-full min-w-0 flex-1 items-end" onPointerDown={() => onShow(i)}>
          <div
            className={clsx(
              'w-full rounded-t-xs',
              guessed ? 'bg-take' : 'bg-rule',
              i === number && 'ring-2 ring-accent ring-inset',
            )}
            style={{ height: `${Math.max(10, 100 * confidence)}%` }}
          />
        </div>
      ))}
    </div>
  );
}
