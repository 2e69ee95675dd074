import { type PointerEvent as ReactPointerEvent, useEffect, useRef } from 'react';

export interface DragMove {
  dxPx: number;
  dyPx: number;
  /** Where the pointer is, in the window. */
  xPx: number;
  yPx: number;
  shiftKey: boolean;
  altKey: boolean;
}

interface DragHandlers<T> {
  onMove: (subject: T, move: DragMove) => void;
  /** The drag ended where the last move was. */
  onEnd: (subject: T, move: DragMove) => void;
  /** It was pressed and let go where it was. */
  onClick?: (subject: T) => void;
  /** Escape, or the system took the pointer away: nothing is to change. */
  onCancel: () => void;
}

/** A press that moves less than this is a click. */
const THRESHOLD_PX = 3;

/**
 * A drag of some subject with mouse, pen or finger: many moves, one end. Escape cancels, and so does the going of what
 * it was begun in: nothing half done stays behind. Give the result to `onPointerDown`.
 */
export function usePointerDrag<T>(handlers: DragHandlers<T>): (event: ReactPointerEvent, subject: T) => void {
  const latest = useRef(handlers);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => {
    latest.current = handlers;
  });
  useEffect(() => () => stop.current?.(), []);

  return (event, subject) => {
    if (event.button !== 0) return;
    stop.current?.();
    const { clientX, clientY, pointerId } = event;
    let dragging = false;
    const moveOf = (to: PointerEvent): DragMove => ({
      dxPx: to.clientX - clientX,
      dyPx: to.clientY - clientY,
      xPx: to.clientX,
      yPx: to.clientY,
      shiftKey: to.shiftKey,
      altKey: to.altKey,
    });
    const onMove = (to: PointerEvent): void => {
      if (to.pointerId !== pointerId) return;
      // Nothing else is to follow the pointer meanwhile: what it passes over would light up, and cost time.
      to.stopPropagation();
      const move = moveOf(to);
      dragging ||= Math.hypot(move.dxPx, move.dyPx) >= THRESHOLD_PX;
      if (dragging) latest.current.onMove(subject, move);
    };
    const onUp = (to: PointerEvent): void => {
      if (to.pointerId !== pointerId) return;
      finish();
      if (dragging) latest.current.onEnd(subject, moveOf(to));
      else latest.current.onClick?.(subject);
    };
    const cancel = (): void => {
      finish();
      if (dragging) latest.current.onCancel();
    };
    const onKeyDown = (key: KeyboardEvent): void => {
      if (key.key !== 'Escape') return;
      key.preventDefault();
      cancel();
    };
    const finish = (): void => {
      window.removeEventListener('pointermove', onMove, true);
      window.removeEventListener('pointerup', onUp);
      window.removeEventListener('pointercancel', cancel);
      window.removeEventListener('keydown', onKeyDown, true);
      stop.current = null;
    };
    window.addEventListener('pointermove', onMove, true);
    window.addEventListener('pointerup', onUp);
    window.addEventListener('pointercancel', cancel);
    window.addEventListener('keydown', onKeyDown, true);
    stop.current = cancel;
  };
}
