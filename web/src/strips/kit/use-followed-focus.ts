import { type RefObject, useLayoutEffect, useRef } from 'react';

/**
 * Keeps the keyboard with a key that an arrow key has moved: its target is another element on its new frame. Tell the
 * frame right after the move; once that target is there it has the focus, however long that takes, unless the focus has
 * gone elsewhere meanwhile. Where nothing came of the move, the focus stays where it is.
 */
export function useFollowedFocus<Host extends Element>(): {
  host: RefObject<Host | null>;
  follow: (frame: number) => void;
} {
  const host = useRef<Host>(null);
  const wanted = useRef<number | null>(null);
  useLayoutEffect(() => {
    if (wanted.current === null) return;
    const { activeElement: active, body } = document;
    const isElsewhere = active !== null && active !== body && !host.current?.contains(active);
    const target = host.current?.querySelector<SVGElement>(`[data-frame="${wanted.current}"]:not([data-handle])`);
    if (!isElsewhere && !target) return;
    wanted.current = null;
    if (!isElsewhere) target?.focus();
  });
  return {
    host,
    follow: (frame) => {
      wanted.current = frame;
    },
  };
}
