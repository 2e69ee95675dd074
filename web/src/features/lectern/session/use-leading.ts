import type { ClassPlay, ClassView, LanesLaid } from '@undulan/contract';
import { type Board, sameData } from '@undulan/core';
import { useEffect, useRef } from 'react';
import { type PlaybackClock, useClock } from '../../../time/index.ts';
import type { ClassConnection } from './class-connection.ts';

/** How often a hand that drags is shown to the class, and when it is taken to rest. */
const EVERY_MS = 33;
const REST_MS = 120;

/** What of a lead's screen is shown beside its board and its clock. */
export interface LedView {
  covered: boolean;
  alone: string | null;
  laid: LanesLaid;
  trails: boolean;
}

/** How the lanes are made that are not as a board that was sent has them; null where more than that is another. */
export function variantsSince(sent: Board, board: Board): ClassView['variants'] | null {
  if (sent.id !== board.id || sent.lanes.length !== board.lanes.length) return null;
  const before = sent.lanes;
  const { lanes } = board;
  // Notes are for who presents it: they are not sent.
  if (!sameData({ ...sent, lanes: [], notes: '' }, { ...board, lanes: [], notes: '' })) return null;
  const variants: ClassView['variants'] = {};
  for (const [i, lane] of lanes.entries()) {
    const { variant: was, ...then } = before[i]!;
    const { variant, ...own } = lane;
    if (then.id !== own.id || then.name !== own.name || then.motion !== own.motion) return null;
    if (variant !== was) variants[lane.id] = variant;
  }
  return variants;
}

function playOf(clock: PlaybackClock, line: ClassConnection): ClassPlay {
  const { speed, way } = clock.settings;
  const { frame, startMs, direction } = clock.run;
  if (clock.playing && startMs !== null) return { direction, frame, atMs: line.serverMs(startMs), speed, way };
  return { direction: 0, frame: clock.frame, atMs: 0, speed, way };
}

/** Shows the class what stands on the Lectern: the board when it is another, and how it stands whenever that is. */
export function useLeading(line: ClassConnection | null, board: Board, led: LedView): void {
  const clock = useClock();
  const sent = useRef<{ board: Board | null; view: Omit<ClassView, 'version'> | null; version: number }>({
    board: null,
    view: null,
    version: 0,
  });
  const show = useRef<() => void>(() => undefined);
  const timers = useRef<{ soon?: ReturnType<typeof setTimeout> | undefined; rest?: ReturnType<typeof setTimeout> }>({});

  useEffect(() => {
    const state = sent.current;
    const tell = (sure: boolean): void => {
      if (line?.now.status !== 'here') return;
      let variants = state.board && variantsSince(state.board, board);
      if (!variants) {
        void line.say('board', { board });
        state.board = board;
        variants = {};
      }
      const view = { boardId: board.id, ...led, variants, play: playOf(clock, line) };
      if (!sure && sameData(view, state.view)) return;
      state.view = view;
      state.version = Math.max(state.version, line.now.view?.version ?? 0) + 1;
      void line.say('view', { view: { version: state.version, ...view }, sure });
    };
    show.current = () => {
      const { soon } = timers.current;
      timers.current.soon ??= setTimeout(() => {
        timers.current.soon = undefined;
        tell(false);
      }, EVERY_MS);
      if (soon === undefined) tell(false);
      clearTimeout(timers.current.rest);
      timers.current.rest = setTimeout(() => tell(true), REST_MS);
    };
    show.current();
  }, [line, board, led, clock]);

  useEffect(() => {
    const pending = timers.current;
    let last: ClassPlay | null = null;
    const stop = clock.subscribe(() => {
      if (!line) return;
      const play = playOf(clock, line);
      // Frames that go by as it plays are no news.
      const isNews =
        last === null ||
        (play.direction === 0 ? !sameData(play, last) : clock.run.startMs !== null && !isSame(play, last));
      last = play;
      if (isNews) show.current();
    });
    const back = line?.subscribe(
      onceBack(line, () => {
        // After a lost line the class is told everything anew.
        sent.current.board = null;
        show.current();
      }),
    );
    return () => {
      stop();
      back?.();
      clearTimeout(pending.soon);
      pending.soon = undefined;
      clearTimeout(pending.rest);
    };
  }, [clock, line]);
}

/** A better estimate of the server's time makes no other run. */
const SAME_MS = 1000;

function isSame(play: ClassPlay, last: ClassPlay): boolean {
  const { atMs, ...rest } = play;
  const { atMs: lastMs, ...before } = last;
  return sameData(rest, before) && Math.abs(atMs - lastMs) < SAME_MS;
}

function onceBack(line: ClassConnection, tell: () => void): () => void {
  let { status } = line.now;
  return () => {
    const before = status;
    ({ status } = line.now);
    if (status === 'here' && before !== 'here') tell();
  };
}
