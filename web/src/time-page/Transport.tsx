import {
  ArrowLeftRight,
  ArrowRightToLine,
  ChevronFirst,
  ChevronLast,
  ChevronLeft,
  ChevronRight,
  Play,
  Repeat,
  SkipBack,
  SkipForward,
  Square,
} from 'lucide-react';
import { useShortcuts, useShownKeys } from '../keyboard/index.ts';
import { PLAY_WAYS, type PlayWay, useClock, usePlaying, usePlaySettings } from '../time/index.ts';
import { Button } from '../ui/index.ts';
import { FrameField } from './FrameField.tsx';
import { type KeyStepping, PlaybackPopover } from './PlaybackPopover.tsx';
import type { RangeControls } from './RangeLane.tsx';
import { RangePopover } from './RangePopover.tsx';

interface TransportProps {
  /** Frames that have keys, in order: where key stepping stops. */
  keyFrames: readonly number[];
  stepping: KeyStepping | undefined;
  ranges: RangeControls | undefined;
}

const WAYS: Record<PlayWay, { label: string; icon: typeof Repeat }> = {
  loop: { label: 'Loop', icon: Repeat },
  'there-and-back': { label: 'There and back', icon: ArrowLeftRight },
  once: { label: 'Once', icon: ArrowRightToLine },
};

/** Start, stop and step the clock; what it plays, and how fast. */
export function Transport({ keyFrames, stepping, ranges }: TransportProps) {
  const clock = useClock();
  const playing = usePlaying();
  const keys = useShownKeys();
  const [settings, change] = usePlaySettings();
  const { range } = clock;
  const goTo = (frame: number | undefined): void => {
    if (frame === undefined) return;
    clock.stop();
    clock.seek(frame, { between: true });
  };
  const toKeyBack = (): void => goTo(keyFrames.findLast((frame) => frame < clock.frame));
  const toKeyOn = (): void => goTo(keyFrames.find((frame) => frame > clock.frame));
  const { label: wayLabel, icon: WayIcon } = WAYS[settings.way];
  const nextWay = PLAY_WAYS[(PLAY_WAYS.indexOf(settings.way) + 1) % PLAY_WAYS.length]!;
  const turnWay = (): void => change({ way: nextWay });
  const here = (): number => Math.round(clock.frame);
  useShortcuts({
    play: () => clock.toggle(),
    playReversed: () => clock.toggle(-1),
    frameBack: () => clock.step(-1),
    frameOn: () => clock.step(1),
    keyBack: toKeyBack,
    keyOn: toKeyOn,
    toStart: () => goTo(range.first),
    toEnd: () => goTo(range.last),
    loop: turnWay,
    ...(ranges?.onRange && {
      rangeFrom: () => ranges.onRange!({ first: Math.min(here(), range.last), last: range.last }),
      rangeTo: () => ranges.onRange!({ first: range.first, last: Math.max(here(), range.first) }),
    }),
    ...(ranges && {
      workFrom: () => ranges.onWorkRange({ first: here(), last: Math.max(here(), clock.playRange.last) }),
      workTo: () => ranges.onWorkRange({ first: Math.min(here(), clock.playRange.first), last: here() }),
    }),
  });
  const noKeys = keyFrames.length === 0 && 'There are no keys yet.';
  const scope = stepping ? ` of ${stepping.choices.find((choice) => choice.id === stepping.chosen)?.label ?? ''}` : '';

  return (
    <div role="toolbar" aria-label="Transport" className="@container py-2">
      <div className="flex items-center gap-1">
        <Button
          square
          aria-label="To the first frame"
          tip={`First frame (${keys('toStart')})`}
          className="w-7!"
          onClick={() => goTo(range.first)}
        >
          <ChevronFirst size={16} />
        </Button>
        <Button
          square
          aria-label="Key back"
          tip={`Key back${scope} (${keys('keyBack')})`}
          disabledReason={noKeys}
          className="w-7!"
          onClick={toKeyBack}
        >
          <SkipBack size={14} />
        </Button>
        <Button
          square
          aria-label="Frame back"
          tip={`Frame back (${keys('frameBack')})`}
          className="w-7!"
          onClick={() => clock.step(-1)}
        >
          <ChevronLeft size={16} />
        </Button>
        <Button
          square
          aria-label={playing === -1 ? 'Stop reverse' : 'Play in reverse'}
          tip={`Play in reverse (${keys('playReversed')})`}
          className="w-7!"
          onClick={() => clock.toggle(-1)}
        >
          {playing === -1 ? <Square size={12} fill="currentColor" /> : <Play size={13} className="rotate-180" />}
        </Button>
        <Button
          kind="main"
          className="w-8 px-0! @min-[43rem]:w-[74px]"
          aria-label={playing === 1 ? 'Stop' : 'Play'}
          tip={`Play or stop (${keys('play')})`}
          onClick={() => clock.toggle()}
        >
          {playing === 1 ? <Square size={12} fill="currentColor" /> : <Play size={13} fill="currentColor" />}
          <span className="hidden @min-[43rem]:inline">{playing === 1 ? 'Stop' : 'Play'}</span>
        </Button>
        <Button
          square
          aria-label="Frame on"
          tip={`Frame on (${keys('frameOn')})`}
          className="w-7!"
          onClick={() => clock.step(1)}
        >
          <ChevronRight size={16} />
        </Button>
        <Button
          square
          aria-label="Key on"
          tip={`Key on${scope} (${keys('keyOn')})`}
          disabledReason={noKeys}
          className="w-7!"
          onClick={toKeyOn}
        >
          <SkipForward size={14} />
        </Button>
        <Button
          square
          aria-label="To the last frame"
          tip={`Last frame (${keys('toEnd')})`}
          className="w-7!"
          onClick={() => goTo(range.last)}
        >
          <ChevronLast size={16} />
        </Button>
        <Button
          square
          aria-label={`Plays: ${wayLabel}`}
          tip={`${wayLabel}; click for ${WAYS[nextWay].label.toLowerCase()} (${keys('loop')})`}
          className="w-7!"
          onClick={turnWay}
        >
          <WayIcon size={14} />
        </Button>
        <PlaybackPopover stepping={stepping} />
        <FrameField />
        <RangePopover ranges={ranges} />
      </div>
    </div>
  );
}
