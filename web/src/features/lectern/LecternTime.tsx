import { useCallback, useMemo, useRef } from 'react';
import { createTimeScale, TimeScaleProvider, useClock, useOnFrame } from '../../time/index.ts';
import { Ruler, Transport } from '../../time-page/index.ts';
import { useSize } from '../../ui/index.ts';

const HEAD = 'absolute top-[17px] -left-[6px] h-0 w-0 border-x-[6px] border-t-[9px] border-x-transparent border-t-ink';

/** What moves the one clock of all lanes: transport, and a ruler with the playhead. */
export function LecternTime({ keyFrames, children }: { keyFrames: readonly number[]; children?: React.ReactNode }) {
  const clock = useClock();
  const [measure, size] = useSize();
  const { first, last } = clock.range;
  const width = size?.widthPx ?? 0;
  const scale = useMemo(() => createTimeScale(first, last, width), [first, last, width]);
  const line = useRef<HTMLDivElement>(null);
  useOnFrame(
    useCallback(
      (frame) => {
        if (!line.current) return;
        line.current.style.transform = `translateX(${scale.xOf(frame)}px)`;
        line.current.dataset['beganAt'] = String(clock.beganAt ?? '');
      },
      [scale, clock],
    ),
  );
  return (
    <section aria-label="Time" className="border-t border-rule px-4">
      <div className="flex items-center gap-3">
        <div className="min-w-0 flex-1">
          <Transport keyFrames={keyFrames} stepping={undefined} ranges={undefined} />
        </div>
        {children}
      </div>
      <div ref={measure} className="relative h-10">
        {width > 0 && (
          <TimeScaleProvider value={scale}>
            <Ruler cues={[]} unit="frames" onUnit={() => undefined} ranges={undefined} />
          </TimeScaleProvider>
        )}
        <div
          ref={line}
          data-testid="playhead"
          aria-hidden="true"
          className="pointer-events-none absolute top-0 left-0 h-9 w-0"
        >
          <div className={HEAD} />
          <div className="absolute top-5 bottom-0 -left-px w-0.5 bg-ink" />
        </div>
      </div>
    </section>
  );
}
