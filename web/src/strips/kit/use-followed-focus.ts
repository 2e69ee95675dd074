import { type RefObject, useLayoutEffect, useRef } from 'react';

/**
 * Keeps the keyboard with a key that an arrow key has moved: its target is another element on its new frame. Tell the
 * frame right after the move; where nothing came of that, the focus stays where it is.
 */
export function useFollowedFocus<Host extends Element>(): {
  host: RefObject<Host | null>;
  follow: (frame: number) => void;
} {
  const host = useRef<Host>(null);
  const wanted = useRef<number | null>(null);
  useLayoutEffect(() => {
    if (wanted.current === null) return;
    const target = host.current?.querySelector<SVGElement>(`[data-frame="${wanted.current}"]:not([data-handle])`);
    wanted.current = null;
    target?.focus();
  });
  return {
    host,
    follow: (frame) => {
      wanted.current = frame;
      requestAnimationFrame(() => (wanted.current = null));
    },
  };
}
