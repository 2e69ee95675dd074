import type { KeyboardEvent, PointerEvent } from 'react';
import { fractionOf, shareWords, type ChartMark, type TimingChart } from '@undulan/core';
import { useTimeScale } from '../time-page/index.ts';

/** Where the two rails of a loom lie. */
export interface Rails {
  heightPx: number;
  timeY: number;
  spaceY: number;
}

export function railsOf(heightPx: number): Rails {
  return { heightPx, timeY: 16, spaceY: heightPx - 30 };
}

const FRACTION_ROOM_PX = 24;
const NUDGE = 0.01;

interface LoomThreadsProps {
  chart: TimingChart;
  rails: Rails;
  tone: 'take' | 'target';
  /** Frames of the drawings chosen together. */
  chosen: readonly number[];
  onGrab: (event: PointerEvent, mark: ChartMark) => void;
  onNudge: (mark: ChartMark, share: number) => void;
  /** Adds a drawing to those chosen, or takes it out. */
  onChoose: (mark: ChartMark) => void;
}

/** One segment on the loom: its threads, extremes ringed, breakdowns underlined, fractions where there is room, and a foot to grab on each drawing between. */
export function LoomThreads({ chart, rails, tone, chosen, onGrab, onNudge, onChoose }: LoomThreadsProps) {
  const scale = useTimeScale();
  const { timeY, spaceY } = rails;
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const [from, to] = [scale.xOf(chart.firstFrame), scale.xOf(chart.lastFrame)];
  const footOf = (mark: ChartMark): number => from + mark.progress * (to - from);
  const feet = chart.marks.map(footOf);
  const low = Math.min(...feet);
  const high = Math.max(...feet);
  const between = chart.marks.filter((mark) => mark.role !== 'extreme');
  const written = labelled(between, footOf);
  return (
    <g>
      <line x1={from} x2={to} y1={timeY} y2={timeY} stroke="var(--faint)" strokeWidth={1} />
      <line x1={low} x2={high} y1={spaceY} y2={spaceY} stroke={colour} strokeWidth={1.6} />
      {chart.marks.map((mark, i) => (
        <line
          key={mark.frame}
          className="pointer-events-none"
          x1={scale.xOf(mark.frame)}
          x2={feet[i]}
          y1={timeY}
          y2={spaceY}
          stroke={colour}
          strokeWidth={mark.role === 'inbetween' ? 1 : 1.8}
          strokeDasharray={tone === 'take' && mark.role === 'inbetween' ? '5 3' : undefined}
          opacity={mark.role === 'inbetween' ? 0.75 : 1}
        />
      ))}
      {[chart.marks[0]!, chart.marks.at(-1)!].map((mark) => (
        <g key={`end-${mark.frame}`} className="pointer-events-none">
          <circle cx={scale.xOf(mark.frame)} cy={timeY} r={4.5} fill="var(--paper)" stroke={colour} strokeWidth={2} />
          <circle cx={footOf(mark)} cy={spaceY} r={6} fill="var(--paper)" stroke={colour} strokeWidth={2} />
        </g>
      ))}
      {between.map((mark) => {
        const x = footOf(mark);
        return (
          <g
            key={`foot-${mark.frame}`}
            role="slider"
            tabIndex={0}
            aria-label={`Drawing ${mark.frame} of ${chart.firstFrame} to ${chart.lastFrame}`}
            aria-valuenow={Math.round(mark.progress * 1000) / 10}
            aria-valuetext={`${shareWords(mark.progress)} of the way`}
            className="cursor-ew-resize"
            aria-description="Arrow keys move it; the space bar, or a press with Shift, chooses several."
            onPointerDown={(event) => (event.shiftKey ? onChoose(mark) : onGrab(event, mark))}
            onKeyDown={(event: KeyboardEvent) => {
              const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
              if (event.key === ' ') {
                event.preventDefault();
                onChoose(mark);
              }
              if (!way) return;
              event.preventDefault();
              onNudge(mark, way * NUDGE * (event.shiftKey ? 10 : 1));
            }}
          >
            <title>{`Frame ${mark.frame}: ${shareWords(mark.progress)} of the way`}</title>
            <rect x={x - 5} y={spaceY - 12} width={10} height={24} rx={3} fill={chosen.includes(mark.frame) ? 'var(--accent)' : 'transparent'} fillOpacity={0.25} stroke={chosen.includes(mark.frame) ? 'var(--accent)' : 'none'} />
            <line x1={x} x2={x} y1={spaceY - 6} y2={spaceY + 6} stroke={colour} strokeWidth={mark.role === 'breakdown' ? 3 : 2} />
            {mark.role === 'breakdown' && <line x1={x - 6} x2={x + 6} y1={spaceY + 9} y2={spaceY + 9} stroke={colour} strokeWidth={2} />}
            {written.has(mark.frame) && (
              <text x={x} y={spaceY + 23} textAnchor="middle" fontSize={10} className="figures" fill="var(--ink)">
                {fractionOf(mark.progress)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The drawings whose fraction has room beside the others. */
function labelled(marks: readonly ChartMark[], footOf: (mark: ChartMark) => number): Set<number> {
  const frames = new Set<number>();
  let last = -Infinity;
  for (const mark of marks.toSorted((a, b) => footOf(a) - footOf(b))) {
    const x = footOf(mark);
    if (!fractionOf(mark.progress) || x - last < FRACTION_ROOM_PX) continue;
    frames.add(mark.frame);
    last = x;
  }
  return frames;
}
