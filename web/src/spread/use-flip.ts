import { findChannel } from '@undulan/core';
import { useEffect, useRef } from 'react';
import { selectSettledSubject } from '../editing/index.ts';
import { useShortcuts } from '../keyboard/index.ts';
import { useAppSelector } from '../state/index.ts';
import { useClock } from '../time/index.ts';

/** While its key is held the drawing before is shown, as paper is flipped; let go, this one is there again. */
export function useFlip(): void {
  const clock = useClock();
  const subject = useAppSelector(selectSettledSubject);
  const from = useRef<number | null>(null);
  useShortcuts({
    flip: () => {
      if (from.current !== null) return;
      clock.stop();
      const { frame } = clock;
      const keys = (subject && findChannel(subject, 'drawing')?.keys) ?? [];
      const up = keys.findLastIndex((key) => key.frame <= frame);
      const before = keys.length > 1 ? keys[up - 1]?.frame : frame - (subject?.exposure ?? 1);
      if (before === undefined || before < clock.range.first) return;
      from.current = frame;
      clock.seek(before, { between: true });
    },
  });
  useEffect(() => {
    const back = (): void => {
      if (from.current === null) return;
      clock.seek(from.current, { between: true });
      from.current = null;
    };
    window.addEventListener('keyup', back);
    window.addEventListener('blur', back);
    return () => {
      window.removeEventListener('keyup', back);
      window.removeEventListener('blur', back);
    };
  }, [clock]);
}
