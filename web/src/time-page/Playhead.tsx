import { useCallback, useRef } from 'react';
import { useOnFrame } from './clock-context.tsx';
import { LABEL_PX } from './Strip.tsx';
import { useTimeScale } from './time-scale-context.tsx';

/** The line through all strips at the frame now. Moved by the clock, not by React. */
export function Playhead() {
  const line = useRef<HTMLDivElement>(null);
  const { xOf, shows } = useTimeScale();
  useOnFrame(
    useCallback(
      (frame) => {
        if (line.current) {
          line.current.style.transform = `translateX(${LABEL_PX + xOf(frame)}px)`;
          line.current.style.visibility = shows(frame, 0) ? 'visible' : 'hidden';
        }
      },
      [xOf, shows],
    ),
  );
  return (
    <div ref={line} aria-hidden="true" className="pointer-events-none absolute inset-y-0 left-0 z-10 w-0 will-change-transform">
      <div className="absolute top-[22px] -left-[6px] h-0 w-0 border-x-[6px] border-t-[9px] border-x-transparent border-t-ink" />
      <div className="absolute top-[26px] bottom-0 -left-px w-[1.5px] bg-ink/80" />
    </div>
  );
}
