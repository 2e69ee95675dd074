import { type MotionDocument, type SegmentReading, timingCharts, type Track, TRACKS } from '@undulan/core';
import { useMemo } from 'react';
import { useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { Empty, useSize } from '../../ui/index.ts';
import { type Rails, railsOf } from '../loom/index.ts';
import type { ComparedSide, ComparedTrack } from './compared-track.ts';

/** A segment of one side with its drawings laid on the shared ruler. */
interface WovenSegment {
  from: number;
  to: number;
  threads: { frame: number; foot: number; isKey: boolean }[];
}

const NUMBERS_FROM_PX = 120;

function weave(
  motion: MotionDocument,
  { subject }: ComparedSide,
  track: Track,
  toRuler: (frame: number) => number,
): WovenSegment[] {
  if (!subject) return [];
  return timingCharts(motion, subject, track).map((chart) => {
    const [from, to] = [toRuler(chart.firstFrame), toRuler(chart.lastFrame)];
    return {
      from,
      to,
      threads: chart.marks.map((mark) => ({
        frame: toRuler(mark.frame),
        foot: from + mark.progress * (to - from),
        isKey: mark.role !== 'inbetween',
      })),
    };
  });
}

/** Where a segment's thread from a ruler frame would end; null outside of it. */
function footAt({ threads }: WovenSegment, frame: number): number | null {
  const after = threads.findIndex((thread) => thread.frame >= frame - 1e-9);
  const b = threads[after];
  if (!b) return null;
  const a = threads[after - 1];
  if (!a) return Math.abs(b.frame - frame) < 1e-6 ? b.foot : null;
  const t = (frame - a.frame) / (b.frame - a.frame);
  return a.foot * (1 - t) + b.foot * t;
}

interface TwinLoomStripProps {
  compared: ComparedTrack;
  target: MotionDocument;
  take: MotionDocument;
}

/**
 * The looms of target and take woven into one: where a thread of the take ends elsewhere than the target's the gap
 * between them is shaded. At the segments' ends stands how fast each is there, 1 being even.
 */
export function TwinLoomStrip({ compared, target, take }: TwinLoomStripProps) {
  const scale = useTimeScale();
  const [measure, size] = useSize();
  const rails = railsOf(Math.max(72, size?.heightPx ?? 130));
  const track = TRACKS.find((other) => other.id === compared.reading.track)!;
  const asked = useMemo(() => weave(target, compared.target, track, (frame) => frame), [compared, target, track]);
  const own = useMemo(() => weave(take, compared.take, track, compared.toTarget), [compared, take, track]);
  return (
    <Strip
      title="Loom"
      label={
        <>
          <p>{track.label}</p>
          <p className="mt-0.5">shaded: ends elsewhere</p>
          <p className="mt-0.5">
            ends: speed ÷ mean, <span className="text-target">target</span> <span className="text-take-ink">take</span>
          </p>
        </>
      }
    >
      <div ref={measure} className="h-full">
        {asked.length === 0 && own.length === 0 ? (
          <Empty title="Nothing on the loom">{track.label} needs two extremes at different places.</Empty>
        ) : (
          <svg
            width={scale.widthPx}
            height={rails.heightPx}
            className="block"
            role="img"
            aria-label="Threads of target and take"
          >
            {asked.map((segment) => (
              <Gaps key={segment.from} segment={segment} own={own} rails={rails} />
            ))}
            {asked.map((segment) => (
              <Threads key={segment.from} segment={segment} rails={rails} tone="target" />
            ))}
            {own.map((segment) => (
              <Threads key={segment.from} segment={segment} rails={rails} tone="take" />
            ))}
            {compared.reading.segments.map((segment) => (
              <EndEases key={segment.firstFrame} segment={segment} y={rails.spaceY + 22} />
            ))}
          </svg>
        )}
      </div>
    </Strip>
  );
}

function Threads({
  segment,
  rails: { timeY, spaceY },
  tone,
}: {
  segment: WovenSegment;
  rails: Rails;
  tone: 'take' | 'target';
}) {
  const scale = useTimeScale();
  const colour = `var(--${tone})`;
  const ends = [segment.threads[0]!, segment.threads.at(-1)!];
  const railY = tone === 'target' ? spaceY : spaceY + 4;
  return (
    <g className="pointer-events-none">
      {tone === 'target' && (
        <line x1={scale.xOf(segment.from)} x2={scale.xOf(segment.to)} y1={timeY} y2={timeY} stroke="var(--faint)" />
      )}
      <line
        x1={scale.xOf(segment.from)}
        x2={scale.xOf(segment.to)}
        y1={railY}
        y2={railY}
        stroke={colour}
        strokeWidth={1.6}
        strokeDasharray={tone === 'take' ? '6 4' : undefined}
      />
      {segment.threads.map((thread) => (
        <line
          key={thread.frame}
          x1={scale.xOf(thread.frame)}
          x2={scale.xOf(thread.foot)}
          y1={timeY}
          y2={spaceY}
          stroke={colour}
          strokeWidth={thread.isKey ? 1.8 : 1}
          strokeDasharray={tone === 'take' ? '5 3' : undefined}
          opacity={thread.isKey ? 1 : 0.7}
        />
      ))}
      {ends.map((thread) => (
        <circle
          key={`end ${thread.frame}`}
          cx={scale.xOf(thread.foot)}
          cy={railY}
          r={tone === 'target' ? 5 : 3.5}
          fill="var(--paper)"
          stroke={colour}
          strokeWidth={2}
        />
      ))}
    </g>
  );
}

/** The wedges between the threads of target and take that begin at one frame. */
function Gaps({
  segment,
  own,
  rails: { timeY, spaceY },
}: {
  segment: WovenSegment;
  own: readonly WovenSegment[];
  rails: Rails;
}) {
  const scale = useTimeScale();
  return (
    <g className="pointer-events-none" fill="var(--ochre)" opacity={0.28}>
      {segment.threads.map(({ frame, foot }) => {
        const other = own.map((candidate) => footAt(candidate, frame)).find((found) => found !== null);
        if (other === undefined || other === null) return null;
        const x = scale.xOf(frame);
        return <path key={frame} d={`M${x} ${timeY}L${scale.xOf(foot)} ${spaceY}L${scale.xOf(other)} ${spaceY}Z`} />;
      })}
    </g>
  );
}

/** How fast both are at the ends of a segment, where there is room to write it. */
function EndEases({ segment, y }: { segment: SegmentReading; y: number }) {
  const scale = useTimeScale();
  const [from, to] = [scale.xOf(segment.firstFrame), scale.xOf(segment.lastFrame)];
  if (to - from < NUMBERS_FROM_PX || !segment.target) return null;
  const says = (ease: number | undefined): string =>
    ease === undefined ? '–' : Number.isFinite(ease) ? ease.toFixed(2) : '∞';
  return (
    <g fontSize={11} className="figures pointer-events-none">
      {(['start', 'finish'] as const).map((end) => (
        <text key={end} x={end === 'start' ? from + 8 : to - 8} y={y} textAnchor={end === 'start' ? 'start' : 'end'}>
          <tspan fill="var(--target)">{says(segment.target?.[end])}</tspan>
          <tspan fill="var(--take-ink)" dx={6}>
            {says(segment.take?.[end])}
          </tspan>
        </text>
      ))}
    </g>
  );
}
