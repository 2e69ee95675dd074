import type { FrameRange, Rate } from '@undulan/core';
import {
  createContext,
  type ReactNode,
  use,
  useCallback,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import { readStored, useStored } from '../ui/index.ts';
import { PLAIN_PLAY, PlaybackClock, type PlaySettings } from './playback-clock.ts';

const ClockContext = createContext<PlaybackClock | null>(null);

const SETTINGS = 'playback';

interface ClockProviderProps {
  range: FrameRange;
  rate: Rate;
  workRange?: FrameRange | null;
  /** The loop closes by keys one past the last frame. */
  closes?: boolean;
  children: ReactNode;
}

/** One clock for everything inside: pictures, ruler and strips. */
export function ClockProvider({ range, rate, workRange = null, closes = false, children }: ClockProviderProps) {
  const [clock] = useState(() => {
    const made = new PlaybackClock(range, rate);
    made.set({ ...PLAIN_PLAY, ...readStored(SETTINGS, PLAIN_PLAY) });
    return made;
  });
  useEffect(() => clock.configure(range, rate, workRange, closes), [clock, range, rate, workRange, closes]);
  useEffect(() => () => clock.stop(), [clock]);
  return <ClockContext value={clock}>{children}</ClockContext>;
}

/** The clock; renders anew when its range or rate is another, not when the playhead moves. */
export function useClock(): PlaybackClock {
  const clock = use(ClockContext);
  if (!clock) throw new Error('This part needs a ClockProvider around it.');
  useSyncExternalStore(clock.subscribeSetup, () => clock.setup);
  return clock;
}

/** Calls `draw` with the frame now and whenever the playhead moves, outside React's rendering. */
export function useOnFrame(draw: (frame: number) => void): void {
  const clock = useClock();
  const latest = useRef(draw);
  useEffect(() => {
    latest.current = draw;
    draw(clock.frame);
  }, [clock, draw]);
  useEffect(() => clock.subscribe(() => latest.current(clock.frame)), [clock]);
}

/**
 * The frame the playhead rests on: while it plays or is dragged it stays what it was, so that nothing renders at that
 * rate.
 */
export function useRestingFrame(): number {
  const clock = useClock();
  const resting = useRef(clock.frame);
  return useSyncExternalStore(clock.subscribe, () => {
    if (!clock.moving) resting.current = clock.frame;
    return resting.current;
  });
}

/** Whether and which way the clock plays: 0 when it stands. */
export function usePlaying(): 1 | -1 | 0 {
  const clock = useClock();
  return useSyncExternalStore(clock.subscribe, () => (clock.playing ? clock.direction : 0));
}

/** Whether the playhead is under way, played or dragged. */
export function useMoving(): boolean {
  const clock = useClock();
  return useSyncExternalStore(clock.subscribe, () => clock.moving);
}

/** How the motion is looked at, remembered in this browser. */
export function usePlaySettings(): [PlaySettings, (settings: Partial<PlaySettings>) => void] {
  const clock = useClock();
  const [, store] = useStored(SETTINGS, PLAIN_PLAY);
  const settings = useSyncExternalStore(clock.subscribe, () => clock.settings);
  const change = useCallback(
    (next: Partial<PlaySettings>) => {
      clock.set(next);
      store(clock.settings);
    },
    [clock, store],
  );
  return [settings, change];
}
