import { keyFramesOf, type MotionDocument } from '@undulan/core';
import { useCallback, useMemo, useRef } from 'react';
import { createTimeScale, TimeScaleProvider, useClock, useOnFrame, useRulerUnit } from '../../time/index.ts';
import { Playhead, Ruler, Transport } from '../../time-page/index.ts';
import { useSize } from '../../ui/index.ts';

/** What moves the one clock of all lanes: transport, and a ruler with the playhead. Key steps are the first lane's. */
export function LecternTime({ motion }: { motion: MotionDocument }) {
  const clock = useClock();
  const [measure, size] = useSize();
  const [unit, setUnit] = useRulerUnit();
  const { first, last } = clock.range;
  const width = size?.widthPx ?? 0;
  const scale = useMemo(() => createTimeScale(first, last, width), [first, last, width]);
  const keyFrames = useMemo(() => keyFramesOf(motion.subjects.flatMap(({ channels }) => channels)), [motion]);
  const mark = useRef<HTMLDivElement>(null);
  useOnFrame(
    useCallback(() => {
      if (mark.current) mark.current.dataset['beganAt'] = String(clock.beganAt ?? '');
    }, [clock]),
  );
  return (
    <section aria-label="Time" className="border-t border-rule px-4">
      <Transport keyFrames={keyFrames} stepping={undefined} ranges={undefined} />
      <div ref={measure} className="relative h-10">
        <div ref={mark} data-testid="playhead" aria-hidden="true" />
        {width > 0 && (
          <TimeScaleProvider value={scale}>
            <Ruler cues={[]} unit={unit} onUnit={setUnit} ranges={undefined} />
            <Playhead leftPx={0} />
          </TimeScaleProvider>
        )}
      </div>
    </section>
  );
}
