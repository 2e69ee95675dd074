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
        <SideTargets side={track.target} y={MODEL_Y} name="Model" odd={missingFrames} oddWord="missing in the take" />
        <SideTargets side={track.take} y={TAKE_Y} name="Take" odd={extraFrames} oddWord="extra" />
      </svg>
    </Strip>
  );
}

interface SideTargetsProps {
  side: ComparedSide;
  y: number;
  name: string;
  /** Frames of keys without a match, and the word for that. */
  odd: readonly number[];
  oddWord: string;
}

/** What of one side's keys can be pressed, unseen: it goes to the key's frame. */
function SideTargets({ side, y, name, odd, oddWord }: SideTargetsProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const goTo = (frame: number): void => {
    clock.stop();
    clock.seek(frame);
  };
  return side.events.map((event) => {
    const unmatched = odd.includes(event.frame);
    return (
      <g
        key={event.frame}
        role="button"
        tabIndex={0}
        aria-label={`${name}: key on frame ${event.frame}, ${event.role}${unmatched ? `, ${oddWord}` : ''}`}
        onClick={() => goTo(event.rulerFrame)}
        onKeyDown={(press) => {
          if (press.key !== 'Enter') return;
          press.preventDefault();
          goTo(event.rulerFrame);
        }}
      >
        <rect x={scale.xOf(event.rulerFrame) - 12} y={y - ROW_PX / 2} width={24} height={ROW_PX} fill="transparent" />
        {unmatched && <title>{oddWord}</title>}
      </g>
    );
  });
}
