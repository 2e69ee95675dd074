import { clsx } from 'clsx';
import { useCallback, useRef } from 'react';
import { useOnFrame, useTimeScale } from '../time/index.ts';
import { LABEL_PX } from './Strip.tsx';

/**
 * The line through all strips at the frame now; they begin so far from the left. Moved by the clock, not by React: by
 * scrolling a box of its own layer, which no part of the page is painted anew for (moving it by a transform sorts the
 * page into layers again, each time).
 */
export function Playhead({ leftPx = LABEL_PX }: { leftPx?: number }) {
  const box = useRef<HTMLDivElement>(null);
  const { xOf, shows, widthPx } = useTimeScale();
  useOnFrame(
    useCallback(
      (frame) => {
        // Scrolled by the whole width the line is out of sight, as it is beyond what is in view.
        if (box.current) box.current.scrollLeft = shows(frame, 0) ? widthPx - xOf(frame) : 2 * widthPx;
      },
      [xOf, shows, widthPx],
    ),
  );
  return (
    <div
      ref={box}
      aria-hidden="true"
      className={clsx(
        'pointer-events-none absolute inset-y-0 right-0 z-10 overflow-x-scroll overflow-y-hidden',
        '[scrollbar-width:none] will-change-transform',
      )}
      style={{ left: leftPx }}
    >
      <div className="relative h-full" style={{ width: 3 * widthPx }}>
        <div className="absolute inset-y-0" style={{ left: widthPx }}>
          <div
            className={clsx(
              'absolute top-[22px] -left-[6px] h-0 w-0 border-x-[6px] border-t-[9px]',
              'border-x-transparent border-t-ink',
            )}
          />
          <div className="absolute top-[26px] -left-px h-[30px] w-0.5 bg-ink/80" />
          {/* Over the strips so thin that the number of a key beneath it is read. */}
          <div className="absolute top-[56px] bottom-0 left-[-0.5px] w-px bg-ink/70" />
        </div>
      </div>
    </div>
  );
}
