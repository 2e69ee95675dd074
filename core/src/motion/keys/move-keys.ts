import type { Key, MotionDocument } from '../document/schema.ts';
import { changeKeys, type Edit, type KeyRef, onGrain } from './change-keys.ts';

export interface MoveOptions {
  /** Breakdowns and in-betweens that are not named keep their share of the span between their extremes. */
  keepShares?: boolean;
}

interface Placed {
  key: Key;
  was: number;
  moved: boolean;
}

/**
 * Where the keys that are no extremes stand when the extremes about them have moved: at the same share of the span,
 * with handles to scale.
 */
function shared(placed: readonly Placed[]): Placed[] {
  return placed.map((here, i) => {
    if (here.moved || here.key.role === 'extreme') return here;
    const a = placed.slice(0, i).findLast(({ key }) => key.role === 'extreme');
    const b = placed.slice(i + 1).find(({ key }) => key.role === 'extreme');
    if (!a || !b || (!a.moved && !b.moved) || b.key.frame <= a.key.frame) return here;
    const ratio = (b.key.frame - a.key.frame) / (b.was - a.was);
    const { key } = here;
    return {
      was: here.was,
      moved: true,
      key: {
        ...key,
        frame: onGrain(a.key.frame + (here.was - a.was) * ratio),
        in: { ...key.in, frames: key.in.frames * ratio },
        out: { ...key.out, frames: key.out.frames * ratio },
      },
    };
  });
}

/**
 * Moves the named keys by `deltaFrames` and `deltaValue`, handles and all. A key that stays and whose frame is landed
 * on gives way; the result names it.
 */
export function moveKeys(
  motion: MotionDocument,
  refs: readonly KeyRef[],
  deltaFrames: number,
  deltaValue = 0,
  { keepShares = false }: MoveOptions = {},
): Edit {
  const gaveWay: KeyRef[] = [];
  const moved = changeKeys(motion, refs, (keys, frames, ref) => {
    const direct = keys.map((key): Placed => {
      const isNamed = frames.has(key.frame);
      return {
        was: key.frame,
        moved: isNamed,
        key: isNamed ? { ...key, frame: onGrain(key.frame + deltaFrames), value: key.value + deltaValue } : key,
      };
    });
    const placed = keepShares ? shared(direct) : direct;
    const landed = new Map<number, Placed>();
    // Those that stay first and the named last: whoever comes later takes the frame.
    const rank = ({ moved, was }: Placed): number => (moved ? (frames.has(was) ? 2 : 1) : 0);
    for (const here of placed.toSorted((a, b) => rank(a) - rank(b))) {
      const there = landed.get(here.key.frame);
      if (there) gaveWay.push({ ...ref, frame: there.was });
      landed.set(here.key.frame, here);
    }
    return [...landed.values()].map(({ key }) => key).sort((a, b) => a.frame - b.frame);
  });
  const keys = refs.map((ref) => ({ ...ref, frame: onGrain(ref.frame + deltaFrames) }));
  return { motion: moved, keys, gaveWay };
}
