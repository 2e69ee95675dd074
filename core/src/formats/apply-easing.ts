import { createKey } from '../motion/document/document.ts';
import { onGrain } from '../motion/document/frame-grain.ts';
import type { Key, MotionDocument } from '../motion/document/schema.ts';
import { changeKeys, type Edit, type KeyRef } from '../motion/keys/change-keys.ts';
import { setEase } from '../motion/keys/ease-keys.ts';
import { settled } from '../motion/keys/hold-poses.ts';
import { type CssEasing, easingSpacing } from './css-easing.ts';

/**
 * Lets the segment that each named key begins go by an easing. A curve becomes its handles; points become drawings a
 * frame apart, straight from one to the next.
 */
export function applyEasing(motion: MotionDocument, refs: readonly KeyRef[], easing: CssEasing): Edit {
  if (easing.kind === 'curve') return setEase(motion, refs, { leave: 'curve', ...easing.shape });
  const made: KeyRef[] = [];
  const changed = changeKeys(motion, refs, (keys, frames, ref) =>
    keys.flatMap((from, index): Key[] => {
      const to = keys[index + 1];
      if (!frames.has(from.frame) || !to) return [from];
      const spacing = easingSpacing(easing, Math.max(1, Math.round(to.frame - from.frame)));
      const drawn = spacing
        .slice(1, -1)
        .map((share, k) =>
          createKey(
            onGrain(from.frame + ((to.frame - from.frame) * (k + 1)) / (spacing.length - 1)),
            from.value * (1 - share) + to.value * share,
            { role: 'inbetween', leave: 'linear' },
          ),
        );
      made.push(...drawn.map(({ frame }) => ({ ...ref, frame })));
      return [{ ...settled(from), leave: 'linear' }, ...drawn];
    }),
  );
  return { motion: changed, keys: [...refs, ...made], gaveWay: [] };
}
