import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { isTyping, pressesControl } from '../../keyboard/index.ts';
import { sayProblem } from '../../ui/index.ts';
import { MOST_TAPS, type Run } from './planner-state.ts';

export interface TapRun {
  /** The taps of the run being acted, ms from its first; null between runs. */
  taps: Run | null;
  tap: (atMs: number) => void;
  finish: () => void;
  cancel: () => void;
}

/** Whether the key belongs to what it was pressed on: a field, a dialog, or a control that the keyboard came to. */
function isBusy(target: EventTarget | null): boolean {
  if (!(target instanceof Element) || target.closest('[data-pad]')) return false;
  return isTyping(target) || pressesControl(target) || target.closest('[role="dialog"]') !== null;
}

/**
 * Records taps of the pad or the space bar at the time the system saw them; Enter ends the run, Escape throws it away.
 */
export function useTapRun(pad: RefObject<HTMLElement | null>, onRun: (run: Run) => void): TapRun {
  const start = useRef(0);
  const [taps, setTaps] = useState<Run | null>(null);

  const tap = useCallback(
    (atMs: number) => {
      // From the first beat on the space bar is the pad's, whatever was clicked before.
      pad.current?.focus({ preventScroll: true });
      setTaps((now) => {
        if (!now) {
          start.current = atMs;
          return [0];
        }
        const next = Math.round(atMs - start.current);
        return now.length >= MOST_TAPS || next <= now.at(-1)! ? now : [...now, next];
      });
    },
    [pad],
  );
  const finish = useCallback(() => {
    if (taps && taps.length > 1) onRun(taps);
    else if (taps) sayProblem('One beat has no length: press at the first beat and at least once more.');
    setTaps(null);
  }, [taps, onRun]);
  const cancel = useCallback(() => setTaps(null), []);

  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || isBusy(event.target)) return;
      if (event.key === ' ') {
        event.preventDefault();
        if (!event.repeat) tap(event.timeStamp);
      } else if (event.key === 'Enter' && taps) {
        event.preventDefault();
        finish();
      } else if (event.key === 'Escape' && taps) cancel();
    };
    // Before anything else that plays by the space bar.
    window.addEventListener('keydown', onKeyDown, true);
    return () => window.removeEventListener('keydown', onKeyDown, true);
  }, [tap, finish, cancel, taps]);

  return { taps, tap, finish, cancel };
}
