import type { TrackReading } from '@undulan/core';
import { useMemo } from 'react';
import { useClock, useTimeScale } from '../../time/index.ts';
import { ROW_PX, Strip } from '../../time-page/index.ts';
import { StripCanvas } from '../kit/index.ts';
import type { ComparedSide, ComparedTrack } from './compared-track.ts';
import { HEIGHT_PX, marksOf, type MatchPainting, MODEL_Y, paintMatch, TAKE_Y } from './paint-match.ts';

/**
 * The keys of model and take above each other; an arrow from each to its match, with how many frames late (+) or early
 * (−) it is.
 */
export function MatchStrip({ track, targetName }: { track: ComparedTrack; targetName: string }) {
  const scale = useTimeScale();
  const { pairs, missingFrames, extraFrames } = track.reading;
  const painting = useMemo((): MatchPainting => {
    const takeFrameOnRuler = (frame: number): number =>
      track.take.events.find((event) => event.frame === frame)?.rulerFrame ?? frame;
    return {
      pairs: pairs.map(({ targetFrame, takeFrame, offsetFrames }) => ({
        fromX: scale.xOf(targetFrame),
        toX: scale.xOf(takeFrameOnRuler(takeFrame)),
        offsetFrames,
      })),
      rows: [
        { marks: marksOf(track.target, missingFrames, scale), y: MODEL_Y, colour: 'var(--target)', dashed: false },
        { marks: marksOf(track.take, extraFrames, scale), y: TAKE_Y, colour: 'var(--take)', dashed: true },
      ],
    };
  }, [track, pairs, missingFrames, extraFrames, scale]);
  return (
    <Strip
      title="Keys"
      rows={[
        { name: targetName, colour: 'var(--target)' },
        { name: 'frames off' },
        { name: 'take', colour: 'var(--take-ink)' },
      ]}
    >
      <StripCanvas heightPx={HEIGHT_PX} painting={painting} paint={paintMatch} />
      <svg
        width={scale.widthPx}
        height={HEIGHT_PX}
        role="group"
        aria-label="Keys of model and take"
        className="relative"
      >
        <SideTargets
          side={track.target}
          y={MODEL_Y}
          name="Model"
          saysOf={(frame) => (missingFrames.includes(frame) ? 'missing in the take' : null)}
        />
        <SideTargets
          side={track.take}
          y={TAKE_Y}
          name="Take"
          saysOf={(frame) =>
            extraFrames.includes(frame) ? 'extra' : offWords(pairs.find((pair) => pair.takeFrame === frame))
          }
        />
      </svg>
    </Strip>
  );
}

/** How far a matched key is off, in words; null where it is not. */
function offWords(pair: TrackReading['pairs'][number] | undefined): string | null {
  const off = Math.round((pair?.offsetFrames ?? 0) * 100) / 100;
  if (off === 0) return null;
  return `${Math.abs(off)} ${Math.abs(off) === 1 ? 'frame' : 'frames'} ${off > 0 ? 'late' : 'early'}`;
}

interface SideTargetsProps {
  side: ComparedSide;
  y: number;
  name: string;
  /** What is to be said of a key beside the other side's; null where nothing is. */
  saysOf: (frame: number) => string | null;
}

/** What of one side's keys can be pressed, unseen: it goes to the key's frame. */
function SideTargets({ side, y, name, saysOf }: SideTargetsProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const goTo = (frame: number): void => {
    clock.stop();
    clock.seek(frame);
  };
  return side.events.map((event) => {
    const says = saysOf(event.frame);
    return (
      <g
        key={event.frame}
        role="button"
        tabIndex={0}
        aria-label={`${name}: key on frame ${event.frame}, ${event.role}${says ? `, ${says}` : ''}`}
        onClick={() => goTo(event.rulerFrame)}
        onKeyDown={(press) => {
          if (press.key !== 'Enter') return;
          press.preventDefault();
          goTo(event.rulerFrame);
        }}
      >
        <rect x={scale.xOf(event.rulerFrame) - 12} y={y - ROW_PX / 2} width={24} height={ROW_PX} fill="transparent" />
        {says && <title>{says}</title>}
      </g>
    );
  });
}
