import { ChevronFirst, ChevronLast, ChevronLeft, ChevronRight, Play, Repeat, SkipBack, SkipForward, Square } from 'lucide-react';
import { formatRate, frameCount, runningSeconds, travelSeconds } from '@undulan/core';
import { useShortcuts } from '../app/shortcuts.ts';
import { Button, Tip, Toggle } from '../ui/index.ts';
import { useClock, useLoop, usePlaying } from './clock-context.tsx';
import { FrameField } from './FrameField.tsx';

interface TransportProps {
  /** Frames that have keys, in order: where key stepping stops. */
  keyFrames: readonly number[];
}

/** Start, stop and step the clock; what it plays, and how fast. */
export function Transport({ keyFrames }: TransportProps) {
  const clock = useClock();
  const playing = usePlaying();
  const loop = useLoop();
  const { range, rate } = clock;

  const goTo = (frame: number | undefined): void => {
    if (frame === undefined) return;
    clock.stop();
    clock.seek(frame);
  };
  const toKeyBack = (): void => goTo(keyFrames.findLast((frame) => frame < clock.frame));
  const toKeyOn = (): void => goTo(keyFrames.find((frame) => frame > clock.frame));

  useShortcuts({
    play: () => clock.toggle(),
    frameBack: () => clock.step(-1),
    frameOn: () => clock.step(1),
    keyBack: toKeyBack,
    keyOn: toKeyOn,
    toStart: () => goTo(range.first),
    toEnd: () => goTo(range.last),
    loop: () => clock.setLoop(!clock.loop),
  });
  const noKeys = keyFrames.length === 0 && 'There are no keys yet.';
  const count = frameCount(range);

  return (
    <div role="toolbar" aria-label="Transport" className="@container py-2">
      <div className="flex items-center gap-1">
        <Button square aria-label="To the first frame" tip="First frame (Home)" onClick={() => goTo(range.first)}>
          <ChevronFirst size={16} />
        </Button>
        <Button square aria-label="Key back" tip="Key back ( [ )" disabledReason={noKeys} onClick={toKeyBack}>
          <SkipBack size={14} />
        </Button>
        <Button square aria-label="Frame back" tip="Frame back ( , )" onClick={() => clock.step(-1)}>
          <ChevronLeft size={16} />
        </Button>
        <Button kind="main" className="w-8 px-0! @min-[41.5rem]:w-[78px]" aria-label={playing ? 'Stop' : 'Play'} tip="Play or stop (Space)" onClick={() => clock.toggle()}>
          {playing ? <Square size={12} fill="currentColor" /> : <Play size={13} fill="currentColor" />}
          <span className="hidden @min-[41.5rem]:inline">{playing ? 'Stop' : 'Play'}</span>
        </Button>
        <Button square aria-label="Frame on" tip="Frame on ( . )" onClick={() => clock.step(1)}>
          <ChevronRight size={16} />
        </Button>
        <Button square aria-label="Key on" tip="Key on ( ] )" disabledReason={noKeys} onClick={toKeyOn}>
          <SkipForward size={14} />
        </Button>
        <Button square aria-label="To the last frame" tip="Last frame (End)" onClick={() => goTo(range.last)}>
          <ChevronLast size={16} />
        </Button>
        <Toggle on={loop} aria-label="Loop" tip="Loop (L)" square onClick={() => clock.setLoop(!loop)}>
          <Repeat size={14} />
        </Toggle>
        <FrameField />
        <div className="ml-auto">
          <Tip says={`${count} frames are on screen for ${runningSeconds(range, rate).toFixed(3)} s; from the first to the last it is ${travelSeconds(range.first, range.last, rate).toFixed(3)} s of travel.`}>
            <p tabIndex={0} className="figures text-right text-[11.5px] leading-[15px] whitespace-nowrap text-faint">
              <b className="font-semibold text-ink">
                {formatRate(rate)} fps · {range.first}–{range.last}
              </b>
              <br />
              runs {runningSeconds(range, rate).toFixed(3)} s · travel {travelSeconds(range.first, range.last, rate).toFixed(3)} s
            </p>
          </Tip>
        </div>
      </div>
    </div>
  );
}
