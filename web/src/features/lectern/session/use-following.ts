import { type Board } from '@undulan/core';
import { useEffect, useMemo } from 'react';
import { useClock } from '../../../time/index.ts';
import type { ClassConnection, ClassNow } from './class-connection.ts';

/** A board as it stands in a session: its lanes made as the lead has dragged them. */
export function useLedBoard({ board, view }: Pick<ClassNow, 'board' | 'view'>): Board | null {
  const variants = view?.variants;
  return useMemo(() => {
    if (!board || !variants || Object.keys(variants).length === 0) return board;
    return {
      ...board,
      lanes: board.lanes.map((lane) => (variants[lane.id] ? { ...lane, variant: variants[lane.id]! } : lane)),
    };
  }, [board, variants]);
}

/** Keeps this page's clock with the class's, unless one looks around by oneself. */
export function useFollowing(line: ClassConnection, follows: boolean): void {
  const clock = useClock();
  useEffect(() => {
    if (!follows) return undefined;
    const keep = (): void => {
      const play = line.now.view?.play;
      if (!play) return;
      const { speed, way } = play;
      if (clock.settings.speed !== speed || clock.settings.way !== way || clock.settings.everyFrame)
        clock.set({ speed, way, everyFrame: false, smooth: false });
      const run = line.runOf(play);
      if (run) {
        clock.playAlong(run);
        return;
      }
      clock.stop();
      if (clock.frame !== play.frame) clock.seek(play.frame, { between: true });
    };
    keep();
    const stop = [line.subscribe(keep), clock.subscribeSetup(keep)];
    return () => stop.forEach((end) => end());
  }, [line, clock, follows]);
}
