import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { PlaybackClock } from './playback-clock.ts';
import { createTimeScale, type TimeScale, type TimeView, viewWithin, zoomedView } from './time-scale.ts';

export interface TimeViewing {
  /** What is in view; the whole when nothing is zoomed. */
  view: TimeView;
  whole: TimeView;
  zoomed: boolean;
  fitAll: () => void;
  fit: (first: number, last: number) => void;
  zoom: (factor: number, aboutFrame?: number) => void;
  pan: (frames: number) => void;
}

/** Share of what is fitted that is left free at both ends. */
const FIT_ROOM = 0.08;
const ZOOM_PER_WHEEL_PX = 1.0025;

/**
 * Which stretch of the whole the time page shows. Opens fitted; a playhead that plays out of view brings the view
 * along.
 */
export function useTimeView(whole: TimeView, clock: PlaybackClock): TimeViewing {
  const [chosen, setChosen] = useState<TimeView | null>(null);
  const view = chosen ? viewWithin(chosen, whole) : whole;
  const latest = useRef({ view, whole, zoomed: false });
  useEffect(() => {
    latest.current = { view, whole, zoomed: chosen !== null };
  });
  const choose = useCallback((next: TimeView): void => {
    const { whole: all } = latest.current;
    setChosen(next.first <= all.first && next.last >= all.last ? null : next);
  }, []);
  useEffect(
    () =>
      clock.subscribe(() => {
        const { view: seen, whole: all, zoomed } = latest.current;
        if (!zoomed || (clock.frame >= seen.first && clock.frame <= seen.last)) return;
        const length = seen.last - seen.first;
        const first =
          clock.frame > seen.last
            ? clock.frame - length * (clock.playing ? 0.1 : 0.9)
            : clock.frame - length * (clock.playing ? 0.9 : 0.1);
        choose(viewWithin({ first, last: first + length }, all));
      }),
    [clock, choose],
  );
  return {
    view,
    whole,
    zoomed: chosen !== null,
    fitAll: useCallback(() => setChosen(null), []),
    fit: useCallback(
      (first, last) => {
        const room = Math.max((last - first) * FIT_ROOM, 1);
        choose(viewWithin({ first: first - room, last: last + room }, latest.current.whole));
      },
      [choose],
    ),
    zoom: useCallback(
      (factor, about) => choose(zoomedView(latest.current.view, about ?? clock.frame, factor, latest.current.whole)),
      [choose, clock],
    ),
    pan: useCallback(
      (frames) => {
        const { view: seen, whole: all } = latest.current;
        choose(viewWithin({ first: seen.first + frames, last: seen.last + frames }, all));
      },
      [choose],
    ),
  };
}

/**
 * Wheel and middle button over the strips: with Ctrl (or over the ruler) the wheel zooms about the pointer; sideways or
 * with Shift it pans, as does dragging with the middle button.
 */
export function useWheelAndPan(
  area: RefObject<HTMLElement | null>,
  leftPx: number,
  viewing: TimeViewing,
  scale: TimeScale,
): void {
  const latest = useRef({ viewing, scale });
  useEffect(() => {
    latest.current = { viewing, scale };
  });
  useEffect(() => {
    const element = area.current;
    if (!element) return undefined;
    const xOf = (event: MouseEvent): number => event.clientX - element.getBoundingClientRect().left - leftPx;
    const onWheel = (event: WheelEvent): void => {
      const { viewing: now, scale: at } = latest.current;
      const overRuler = event.target instanceof Element && event.target.closest('[data-ruler]') !== null;
      const sideways = event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY);
      if (event.ctrlKey || event.metaKey || (overRuler && !sideways)) {
        event.preventDefault();
        now.zoom(ZOOM_PER_WHEEL_PX ** -event.deltaY, at.frameAt(xOf(event)));
      } else if (sideways) {
        event.preventDefault();
        now.pan((event.deltaX || event.deltaY) / at.pxPerFrame);
      }
    };
    const onMiddle = (event: PointerEvent): void => {
      if (event.button !== 1) return;
      event.preventDefault();
      let x = event.clientX;
      const move = (to: PointerEvent): void => {
        latest.current.viewing.pan((x - to.clientX) / latest.current.scale.pxPerFrame);
        x = to.clientX;
      };
      const up = (): void => {
        window.removeEventListener('pointermove', move);
        window.removeEventListener('pointerup', up);
      };
      window.addEventListener('pointermove', move);
      window.addEventListener('pointerup', up);
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    element.addEventListener('pointerdown', onMiddle);
    return () => {
      element.removeEventListener('wheel', onWheel);
      element.removeEventListener('pointerdown', onMiddle);
    };
  }, [area, leftPx]);
}

/** The scale of a view in a width. */
export const scaleOf = ({ view, whole }: TimeViewing, widthPx: number): TimeScale =>
  createTimeScale(view.first, view.last, widthPx, whole);
