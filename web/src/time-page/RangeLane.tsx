import { type FrameRange } from '@undulan/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useState } from 'react';
import { useClock, useTimeScale } from '../time/index.ts';
import { ownRange, usePointerDrag } from '../ui/index.ts';

/** How the ranges of a motion may be set on the time page. */
export interface RangeControls {
  workRange: FrameRange | null;
  onWorkRange: (range: FrameRange) => void;
  /** Without it the range is fixed, for the reason given. */
  onRange?: (range: FrameRange) => void;
  fixedReason?: string;
  /** Puts a cue mark on a frame. */
  onCue?: (frame: number) => void;
  /** What another range would leave behind, each a sentence. */
  warningsOf: (range: FrameRange) => string[];
}

type End = 'first' | 'last';

/** A range with one end elsewhere: whole frames, within limits, at least one frame long. */
function withEnd(range: FrameRange, end: End, frame: number, limits: FrameRange | null): FrameRange {
  const whole = Math.min(Math.max(Math.round(frame), limits?.first ?? -Infinity), limits?.last ?? Infinity);
  return end === 'first'
    ? { ...range, first: Math.min(whole, range.last) }
    : { ...range, last: Math.max(whole, range.first) };
}

/**
 * Under the ruler: the range as a thin band, the work range as a thick one, both with ends to drag where they may be
 * set.
 */
export function RangeLane({ controls }: { controls: RangeControls | undefined }) {
  const clock = useClock();
  const scale = useTimeScale();
  const [moving, setMoving] = useState<{ of: 'range' | 'work'; range: FrameRange } | null>(null);
  const range = moving?.of === 'range' ? moving.range : clock.range;
  const work = moving?.of === 'work' ? moving.range : clock.playRange;
  const warnings = moving?.of === 'range' ? (controls?.warningsOf(moving.range) ?? []) : [];
  const isPart = work.first !== clock.range.first || work.last !== clock.range.last;
  const grips = (
    of: 'range' | 'work',
    shown: FrameRange,
    commit: (next: FrameRange) => void,
    limits: FrameRange | null,
  ) =>
    (['first', 'last'] as const).map((end) => (
      <Grip
        key={`${of}-${end}`}
        outside={of === 'range'}
        end={end}
        label={`${of === 'range' ? 'Range' : 'Work range'}, ${end} frame`}
        frame={shown[end]}
        onMove={(frame) => setMoving({ of, range: withEnd(shown, end, frame, limits) })}
        onEnd={(frame) => {
          setMoving(null);
          commit(withEnd(of === 'range' ? clock.range : clock.playRange, end, frame, limits));
        }}
        onCancel={() => setMoving(null)}
      />
    ));
  return (
    <div className="relative h-[18px] overflow-hidden" data-testid="range-lane">
      <svg width={scale.widthPx} height={18} aria-hidden="true" className="absolute inset-0">
        <rect
          x={scale.xOf(range.first)}
          y={1}
          width={scale.xOf(range.last) - scale.xOf(range.first)}
          height={3}
          fill="var(--accent)"
          opacity={0.4}
        />
        {controls && (
          <rect
            x={scale.xOf(work.first)}
            y={7}
            width={Math.max(2, scale.xOf(work.last) - scale.xOf(work.first))}
            height={8}
            rx={2}
            fill="var(--accent)"
            opacity={isPart ? 0.75 : 0.18}
          />
        )}
      </svg>
      {controls && grips('work', work, controls.onWorkRange, clock.range)}
      {controls?.onRange && grips('range', range, controls.onRange, null)}
      {moving && (
        <span
          role="status"
          className={clsx(
            'figures pointer-events-none absolute top-0 z-20 rounded bg-ink px-1.5 text-[11px]',
            'leading-[17px] text-page',
          )}
          style={{
            left: Math.min(scale.xOf(moving.range.last) + 14, scale.widthPx - (warnings.length > 0 ? 330 : 90)),
          }}
        >
          {[ownRange(moving.range), ...warnings].join(' · ')}
        </span>
      )}
    </div>
  );
}

interface GripProps {
  end: End;
  /** Beside the frame, away from the range, or on it. */
  outside: boolean;
  label: string;
  frame: number;
  onMove: (frame: number) => void;
  onEnd: (frame: number) => void;
  onCancel: () => void;
}

function Grip({ end, outside, label, frame, onMove, onEnd, onCancel }: GripProps) {
  const scale = useTimeScale();
  const at = (from: number, dxPx: number): number => from + dxPx / scale.pxPerFrame;
  const drag = usePointerDrag<number>({
    onMove: (from, { dxPx }) => onMove(at(from, dxPx)),
    onEnd: (from, { dxPx }) => onEnd(at(from, dxPx)),
    onCancel,
  });
  const type = (event: KeyboardEvent): void => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    onEnd(frame + by * (event.shiftKey ? 10 : 1));
  };
  const shift = end === 'first' ? (outside ? -13 : -1) : outside ? 2 : -9;
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={frame}
      title={`${label}: drag, or arrow keys`}
      onPointerDown={(event) => drag(event, frame)}
      onKeyDown={type}
      className={clsx(
        'absolute top-[3px] h-[15px] w-2.5 cursor-ew-resize touch-none border-2 border-accent',
        end === 'first' ? 'rounded-l border-r-0' : 'rounded-r border-l-0',
        outside ? 'opacity-60' : 'bg-accent',
      )}
      style={{ left: scale.xOf(frame) + shift }}
    />
  );
}
