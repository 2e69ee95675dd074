import { type Cue, framesPerSecond, type RulerUnitName } from '@undulan/core';
import { type PointerEvent, useCallback, useRef } from 'react';
import {
  formatFrames,
  formatPlace,
  LABEL_ROOM_PX,
  labelStep,
  useClock,
  useOnFrame,
  useTimeScale,
} from '../time/index.ts';
import { ContextMenu } from '../ui/index.ts';
import type { RangeControls } from './RangeLane.tsx';
import { useRulerMenu } from './use-ruler-menu.ts';

/** Cue marks within this many px of the playhead take it when it is dragged. */
const CUE_REACH_PX = 5;

interface RulerProps {
  cues: readonly Cue[];
  unit: RulerUnitName;
  onUnit: (unit: RulerUnitName) => void;
  ranges: RangeControls | undefined;
}

/**
 * Frames over the strips; press or drag to go there, with Alt also between frames. Flags are cue marks, which the
 * playhead snaps to.
 */
export function Ruler({ cues, unit, onUnit, ranges }: RulerProps) {
  const offersAt = useRulerMenu({ ranges, unit, onUnit });
  const scale = useTimeScale();
  const clock = useClock();
  const slider = useRef<HTMLDivElement>(null);
  const { range, rate } = clock;
  const { first, last } = range;
  const step = labelStep(scale.pxPerFrame, framesPerSecond(rate), LABEL_ROOM_PX[unit]);
  const minor = scale.pxPerFrame >= 5 ? 1 : step / (step % 4 === 0 ? 4 : 5);
  useOnFrame(
    useCallback(
      (frame) => {
        slider.current?.setAttribute('aria-valuenow', String(frame));
        slider.current?.setAttribute(
          'aria-valuetext',
          `frame ${formatFrames(frame)}${unit === 'frames' ? '' : `, ${formatPlace(frame, unit, range, rate)}`}`,
        );
      },
      [unit, range, rate],
    ),
  );

  const goTo = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.buttons !== 1) return;
    if (event.type === 'pointerdown') {
      event.currentTarget.setPointerCapture(event.pointerId);
      clock.stop();
    }
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const cue = event.altKey ? undefined : cues.find((other) => Math.abs(scale.xOf(other.frame) - x) <= CUE_REACH_PX);
    clock.scrub(cue ? cue.frame : scale.frameAt(x), { between: event.altKey || cue !== undefined });
  };
  const ticks: number[] = [];
  const start = first + Math.floor((scale.first - first) / minor) * minor;
  if (minor >= 1)
    for (let frame = start; frame <= scale.last + minor; frame += minor) if (scale.shows(frame, 0)) ticks.push(frame);
  const isLabelled = (frame: number): boolean => (frame - first) % step === 0;
  return (
    <ContextMenu offersAt={offersAt}>
      <div
        ref={slider}
        data-ruler
        role="slider"
        tabIndex={0}
        aria-label="Playhead"
        aria-description="Arrow keys go by a frame, with Alt by a tenth; Page keys by ten."
        aria-valuemin={first}
        aria-valuemax={clock.lastPlace}
        aria-valuenow={clock.frame}
        className="h-9 cursor-ew-resize touch-none overflow-hidden"
        onPointerDown={goTo}
        onPointerMove={goTo}
        onLostPointerCapture={() => clock.rest()}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -10, PageDown: 10 }[event.key];
          if (!by) return;
          event.preventDefault();
          if (!event.altKey) {
            clock.step(by);
            return;
          }
          clock.stop();
          clock.seek(clock.frame + by / 10, { between: true });
        }}
      >
        <svg width={scale.widthPx} height={36} aria-hidden="true">
          {ticks.map((frame) => (
            <line
              key={frame}
              x1={scale.xOf(frame)}
              x2={scale.xOf(frame)}
              y1={isLabelled(frame) ? 19 : 27}
              y2={35}
              stroke="var(--faint)"
              strokeWidth={isLabelled(frame) ? 1.4 : 0.8}
              opacity={frame < first || frame > last ? 0.45 : 1}
            />
          ))}
          {ticks.filter(isLabelled).map((frame) => (
            <text
              key={frame}
              x={scale.xOf(frame)}
              y={13}
              textAnchor="middle"
              fontSize={11}
              className="figures"
              fill={frame < first || frame > last ? 'var(--faint)' : 'var(--ink)'}
            >
              {formatPlace(frame, unit, range, rate)}
            </text>
          ))}
          {cues.map((cue, i) => (
            <path
              key={i}
              d={`M${scale.xOf(cue.frame)} 35v-12h7l-2.5 3.5 2.5 3.5h-7`}
              fill="var(--plum)"
              stroke="var(--plum)"
            >
              <title>{`Cue on ${cue.frame}${cue.name && `: ${cue.name}`}`}</title>
            </path>
          ))}
        </svg>
      </div>
    </ContextMenu>
  );
}
