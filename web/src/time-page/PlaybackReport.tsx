import { useCallback, useRef } from 'react';
import { useClock, useOnFrame } from '../time/index.ts';
import { fixed } from '../ui/index.ts';

/** What playing reached, in words. Kept until the clock is started again. */
export function PlaybackReport() {
  const clock = useClock();
  const text = useRef<HTMLSpanElement>(null);
  useOnFrame(
    useCallback(() => {
      const { shown, dropped, reachedFps, worstLateMs } = clock.report;
      const says =
        reachedFps === null
          ? 'not played yet'
          : `${fixed(reachedFps, 1)} fps reached · ${shown} shown · ${dropped} dropped`;
      // Writing the same words again would lay the page out anew.
      if (!text.current || text.current.textContent === says) return;
      text.current.textContent = says;
      text.current.title =
        reachedFps === null ? '' : `The latest frame came ${fixed(worstLateMs, 1)} ms after its time.`;
    }, [clock]),
  );
  return <span ref={text} data-testid="playback-report" className="figures text-xs text-faint" />;
}
