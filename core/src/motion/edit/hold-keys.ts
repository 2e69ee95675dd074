import { onGrain } from '../document/frame-grain.ts';
import type { MotionDocument } from '../document/schema.ts';
import { changeKeys, type Edit, type KeyRef } from '../keys/change-keys.ts';

/**
 * Makes each named key a hold of some frames: it stays until a second key of its value, from which the motion goes on
 * as it did. With `ripple` the keys after it on its channel move later by as much; else keys within the hold give way.
 */
export function makeHold(
  motion: MotionDocument,
  refs: readonly KeyRef[],
  frames: number,
  { ripple = false }: { ripple?: boolean } = {},
): Edit {
  const keys: KeyRef[] = [];
  const gaveWay: KeyRef[] = [];
  const held = changeKeys(motion, refs, (channelKeys, named, ref) => {
    let result = channelKeys;
    for (const frame of [...named].sort((a, b) => b - a)) {
      const start = result.find((key) => key.frame === frame);
      if (!start) continue;
      const end = onGrain(frame + frames);
      if (ripple)
        result = result.map((key) => (key.frame > frame ? { ...key, frame: onGrain(key.frame + frames) } : key));
      else
        for (const key of result) if (key.frame > frame && key.frame <= end) gaveWay.push({ ...ref, frame: key.frame });
      const until = { ...start, frame: end };
      result = [
        ...result.filter((key) => key.frame < frame || key.frame > end),
        { ...start, leave: 'step' as const },
        until,
      ].sort((a, b) => a.frame - b.frame);
      if (ripple)
        for (const key of keys)
          if (key.subjectId === ref.subjectId && key.channelId === ref.channelId)
            key.frame = onGrain(key.frame + frames);
      keys.push({ ...ref, frame }, { ...ref, frame: end });
    }
    return result;
  });
  return { motion: held, keys, gaveWay };
}
