import { type ClipTrack, sureOnFrames } from '@undulan/core';
import { useMemo } from 'react';
import { useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { useSize } from '../../ui/index.ts';

/** A bar is at least this high: that it was not seen is seen, too. */
const LEAST_PX = 3;

interface SureStripProps {
  track: ClipTrack;
  /** The take's first frame. */
  first: number;
  /** The take's frame at a frame of the ruler. */
  toTake: (frame: number) => number;
}

/** How sure it is where the subject is on each frame of a clip; what is guessed stands out. */
export function SureStrip({ track, first, toTake }: SureStripProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const [measure, size] = useSize();
  const heightPx = Math.max(24, size?.heightPx ?? 48) - 6;
  const sure = useMemo(() => sureOnFrames(track), [track]);
  const width = Math.max(2, scale.pxPerFrame * 0.8);
  const frames = Array.from(
    { length: Math.max(0, Math.ceil(scale.last) - Math.floor(scale.first) + 1) },
    (_, i) => Math.floor(scale.first) + i,
  );
  return (
    <Strip title="How sure" label={<p className="mt-0.5 text-[11px] leading-tight">red: guessed, and not judged</p>}>
      <div ref={measure} className="h-full">
        <svg width={scale.widthPx} height={heightPx} className="block" role="group" aria-label="How sure it is a frame">
          {frames.map((frame) => {
            const own = sure[Math.round(toTake(frame)) - first];
            if (!own) return null;
            const high = Math.max(LEAST_PX, own.confidence * heightPx);
            return (
              <rect
                key={frame}
                x={scale.xOf(frame) - width / 2}
                width={width}
                y={heightPx - high}
                height={high}
                fill={own.guessed ? 'var(--take)' : 'var(--rule)'}
                className="cursor-pointer"
                onClick={() => clock.seek(frame)}
              >
                <title>
                  frame {frame}: {own.guessed ? 'guessed' : `${Math.round(100 * own.confidence)} % sure`}
                </title>
              </rect>
            );
          })}
        </svg>
      </div>
    </Strip>
  );
}
