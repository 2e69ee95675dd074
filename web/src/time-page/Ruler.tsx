import { useCallback, useRef, type PointerEvent } from 'react';
import { framesPerSecond, type Cue } from '@undulan/core';
import { useClock, useOnFrame } from './clock-context.tsx';
import { labelStep } from './time-scale.ts';
import { useTimeScale } from './time-scale-context.tsx';

/** Frames under one another's strips; press or drag to go there. The shaded part is the range, flags are cues. */
export function Ruler({ cues }: { cues: readonly Cue[] }) {
  const scale = useTimeScale();
  const clock = useClock();
  const slider = useRef<HTMLDivElement>(null);
  const step = labelStep(scale.pxPerFrame, framesPerSecond(clock.rate));
  const minor = scale.pxPerFrame >= 5 ? 1 : step / (step % 4 === 0 ? 4 : 5);
  const { first, last } = clock.range;

  useOnFrame(
    useCallback((frame) => {
      slider.current?.setAttribute('aria-valuenow', String(frame));
      slider.current?.setAttribute('aria-valuetext', `frame ${frame}`);
    }, []),
  );

  const goTo = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.buttons !== 1) return;
    if (event.type === 'pointerdown') {
      event.currentTarget.setPointerCapture(event.pointerId);
      clock.stop();
    }
    const { left } = event.currentTarget.getBoundingClientRect();
    clock.seek(scale.frameAt(event.clientX - left));
  };

  const ticks: number[] = [];
  if (minor >= 1) for (let frame = scale.first; frame <= scale.last; frame += minor) ticks.push(frame);
  const isLabelled = (frame: number): boolean => (frame - first) % step === 0;

  return (
    <div
      ref={slider}
      role="slider"
      tabIndex={0}
      aria-label="Playhead"
      aria-valuemin={first}
      aria-valuemax={last}
      aria-valuenow={clock.frame}
      className="h-9 cursor-ew-resize touch-none"
      onPointerDown={goTo}
      onPointerMove={goTo}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -10, PageDown: 10 }[event.key];
        if (by) {
          event.preventDefault();
          clock.step(by);
        }
      }}
    >
      <svg width={scale.widthPx} height={36} aria-hidden="true">
        <rect x={scale.xOf(first)} y={29} width={scale.xOf(last) - scale.xOf(first)} height={5} fill="var(--accent)" opacity={0.35} />
        {ticks.map((frame) => (
          <line key={frame} x1={scale.xOf(frame)} x2={scale.xOf(frame)} y1={isLabelled(frame) ? 19 : 27} y2={35} stroke="var(--faint)" strokeWidth={isLabelled(frame) ? 1.4 : 0.8} />
        ))}
        {ticks.filter(isLabelled).map((frame) => (
          <text key={frame} x={scale.xOf(frame)} y={13} textAnchor="middle" fontSize={11} className="figures" fill="var(--ink)">
            {frame}
          </text>
        ))}
        {cues.map((cue, i) => (
          <path key={i} d={`M${scale.xOf(cue.frame)} 35v-12h7l-2.5 3.5 2.5 3.5h-7`} fill="var(--plum)" stroke="var(--plum)">
            <title>{`Cue on ${cue.frame}${cue.name && `: ${cue.name}`}`}</title>
          </path>
        ))}
      </svg>
    </div>
  );
}
