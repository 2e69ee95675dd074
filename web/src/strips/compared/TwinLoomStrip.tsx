import { type MotionDocument, type SegmentReading, TRACKS } from '@undulan/core';
import { useMemo } from 'react';
import { useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { Empty, fixed, useSize } from '../../ui/index.ts';
import { StripCanvas } from '../kit/index.ts';
import { railsOf } from '../loom/index.ts';
import type { ComparedTrack } from './compared-track.ts';
import { paintTwinLoom } from './paint-twin-loom.ts';
import { matchedEnds, weave } from './twin-loom.ts';

const NUMBERS_FROM_PX = 120;

interface TwinLoomStripProps {
  compared: ComparedTrack;
  target: MotionDocument;
  take: MotionDocument;
}

/**
 * The looms of target and take woven into one: where a thread of the take ends elsewhere than the target's of
 * the same move the gap between them is shaded. At the segments' ends stands how fast each is there, 1 being even.
 */
export function TwinLoomStrip({ compared, target, take }: TwinLoomStripProps) {
  const scale = useTimeScale();
  const [measure, size] = useSize();
  const rails = railsOf(Math.max(72, size?.heightPx ?? 130));
  const track = TRACKS.find((other) => other.id === compared.reading.track)!;
  const asked = useMemo(() => weave(target, compared.target, track, (frame) => frame), [compared, target, track]);
  const own = useMemo(() => weave(take, compared.take, track, compared.toTarget), [compared, take, track]);
  const ends = useMemo(() => matchedEnds(compared), [compared]);
  return (
    <Strip
      title="Loom"
      label={
        <>
          <p>{track.label}</p>
          <p className="mt-0.5">shaded: drawings that stand elsewhere</p>
          <p className="mt-0.5">
            speed at the ends, in average speeds: <span className="text-target">target</span>{' '}
            <span className="text-take-ink">take</span>
          </p>
        </>
      }
    >
      <div ref={measure} className="h-full">
        {asked.length === 0 && own.length === 0 ? (
          <Empty title="Nothing on the loom">{track.label} needs two extremes at different places.</Empty>
        ) : (
          <div role="img" aria-label="Threads of target and take" className="h-full">
            <StripCanvas
              heightPx={rails.heightPx}
              painting={{ asked, own, ends, rails, scale }}
              paint={paintTwinLoom}
            />
            <svg width={scale.widthPx} height={rails.heightPx} className="relative block">
              {compared.reading.segments.map((segment) => (
                <EndEases key={segment.firstFrame} segment={segment} y={rails.spaceY + 22} />
              ))}
            </svg>
          </div>
        )}
      </div>
    </Strip>
  );
}

/** How fast both are at the ends of a segment, where there is room to write it. */
function EndEases({ segment, y }: { segment: SegmentReading; y: number }) {
  const scale = useTimeScale();
  const [from, to] = [scale.xOf(segment.firstFrame), scale.xOf(segment.lastFrame)];
  if (to - from < NUMBERS_FROM_PX || !segment.target) return null;
  const says = (ease: number | undefined): string =>
    ease === undefined ? '–' : Number.isFinite(ease) ? fixed(ease, 2) : '∞';
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
