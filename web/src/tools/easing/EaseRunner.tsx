import { useEffect, useRef } from 'react';

const RUN_MS = 1100;
const REST_MS = 350;
const STEPS = 48;
/** Room at both ends for what goes past them, in percent of the width. */
const ENDS_PERCENT = 16;

/**
 * A dot that goes the way of an ease again and again, above ticks a frame apart; still where people ask for less
 * motion.
 */
export function EaseRunner({ progress }: { progress: ((t: number) => number) | null }) {
  const dot = useRef<HTMLDivElement>(null);
  const place = (share: number): number => ENDS_PERCENT + share * (100 - 2 * ENDS_PERCENT);
  useEffect(() => {
    if (!dot.current || !progress) return undefined;
    const at = (t: number): string => `${ENDS_PERCENT + progress(t) * (100 - 2 * ENDS_PERCENT)}%`;
    if (matchMedia('(prefers-reduced-motion: reduce)').matches || !dot.current.animate) return undefined;
    const whole = RUN_MS + REST_MS;
    const frames = Array.from({ length: STEPS + 1 }, (_, i) => ({
      left: at(i / STEPS),
      offset: ((i / STEPS) * RUN_MS) / whole,
    }));
    const run = dot.current.animate([...frames, { left: at(1), offset: 1 }], { duration: whole, iterations: Infinity });
    // Ending it is no failure.
    run.finished.catch(() => undefined);
    return () => run.cancel();
  }, [progress]);
  return (
    <div aria-hidden="true" className="relative h-7 overflow-hidden rounded-md bg-shade">
      {progress &&
        Array.from({ length: 13 }, (_, i) => (
          <span
            key={i}
            className="absolute bottom-0.5 h-1.5 w-px bg-faint"
            style={{ left: `${place(progress(i / 12))}%` }}
          />
        ))}
      <div
        ref={dot}
        className="absolute top-1.5 -ml-1.5 h-3 w-3 rounded-full bg-ink"
        style={{ left: `${place(0)}%` }}
      />
    </div>
  );
}
