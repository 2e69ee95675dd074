import { createContext, use, useEffect, useRef, useState, useSyncExternalStore, type ReactNode } from 'react';
import type { FrameRange, Rate } from '@undulan/core';
import { PlaybackClock } from './playback-clock.ts';

const ClockContext = createContext<PlaybackClock | null>(null);

/** One clock for everything inside: pictures, ruler and strips. */
export function ClockProvider({ range, rate, children }: { range: FrameRange; rate: Rate; children: ReactNode }) {
  const [clock] = useState(() => new PlaybackClock(range, rate));
  useEffect(() => clock.configure(range, rate), [clock, range, rate]);
  useEffect(() => () => clock.stop(), [clock]);
  return <ClockContext value={clock}>{children}</ClockContext>;
}

export function useClock(): PlaybackClock {
  const clock = use(ClockContext);
  if (!clock) throw new Error('This part needs a ClockProvider around it.');
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

/** The frame the playhead rests on: while playing it stays what it was, so that nothing renders at playback rate. */
export function useRestingFrame(): number {
  const clock = useClock();
  const resting = useRef(clock.frame);
  return useSyncExternalStore(clock.subscribe, () => {
    if (!clock.playing) resting.current = clock.frame;
    return resting.current;
  });
}

export function usePlaying(): boolean {
  const clock = useClock();
  return useSyncExternalStore(clock.subscribe, () => clock.playing);
}

export function useLoop(): boolean {
  const clock = useClock();
  return useSyncExternalStore(clock.subscribe, () => clock.loop);
}
