import { framesPerSecond, type Rate } from '@undulan/core';
import { type ReactNode, useCallback, useRef } from 'react';
import { createTimeScale, labelStep, type TimeScale } from '../../time/index.ts';
import { useSize } from '../../ui/index.ts';
import { type Stopwatch, useOnTick } from './stopwatch.ts';

interface FrameRulerProps {
  rate: Rate;
  /** Frames shown, from 0. */
  frames: number;
  heightPx: number;
  watch: Stopwatch;
  /** Seconds after which the playhead starts over; null to go on. */
  roundSeconds: number | null;
  label: string;
  children: (scale: TimeScale) => ReactNode;
}

const RULER_PX = 40;

/** A ruler of seconds and frames from 0, a playhead that a stopwatch moves, and what lies beneath. */
export function FrameRuler({ rate, frames, heightPx, watch, roundSeconds, label, children }: FrameRulerProps) {
  const [measure, size] = useSize();
  const widthPx = size?.widthPx ?? 600;
  const scale = createTimeScale(0, Math.max(1, frames), widthPx);
  const fps = framesPerSecond(rate);
  const step = labelStep(scale.pxPerFrame, fps);
  const ticks = scale.pxPerFrame >= 5 ? 1 : step;
  const head = useRef<SVGLineElement>(null);

  useOnTick(
    watch,
    useCallback(
      (seconds: number) => {
        const shown = roundSeconds ? seconds % roundSeconds : seconds;
        const x = scale.xOf(Math.min(shown * fps, frames));
        head.current?.setAttribute('x1', String(x));
        head.current?.setAttribute('x2', String(x));
        head.current?.setAttribute('opacity', watch.running ? '1' : '0');
      },
      [scale, fps, frames, roundSeconds, watch],
    ),
  );

  const all = Array.from({ length: Math.floor(frames / ticks) + 1 }, (_, i) => i * ticks);
  return (
    <div ref={measure} className="w-full">
      <svg width={widthPx} height={RULER_PX + heightPx} role="group" aria-label={label} className="block">
        <line x1={scale.xOf(0)} x2={scale.xOf(frames)} y1={RULER_PX - 1} y2={RULER_PX - 1} stroke="var(--faint)" />
        {all.map((frame) => {
          const labelled = frame % step === 0;
          return (
            <line
              key={frame}
              x1={scale.xOf(frame)}
              x2={scale.xOf(frame)}
              y1={labelled ? RULER_PX - 16 : RULER_PX - 8}
              y2={RULER_PX - 1}
              stroke="var(--faint)"
              strokeWidth={labelled ? 1.3 : 0.7}
            />
          );
        })}
        {all
          .filter((frame) => frame % step === 0)
          .map((frame) => (
            <text
              key={frame}
              x={scale.xOf(frame)}
              y={12}
              textAnchor="middle"
              fontSize={11}
              className="figures"
              fill="var(--ink)"
            >
              {frame}
              {frame > 0 && Math.abs((frame / fps) % 1) < 1e-9 && <tspan fill="var(--faint)"> {frame / fps} s</tspan>}
            </text>
          ))}
        <g transform={`translate(0 ${RULER_PX})`}>{children(scale)}</g>
        <line ref={head} y1={RULER_PX - 18} y2={RULER_PX + heightPx} stroke="var(--ink)" strokeWidth={2} opacity={0} />
      </svg>
    </div>
  );
}
