import { onGrain } from '../document/frame-grain.ts';
import type { MotionDocument } from '../document/schema.ts';
import { changeKeys, type Edit, type KeyRef } from './change-keys.ts';
import { type Landing, landKeys } from './land-keys.ts';

export interface MoveOptions {
  /** Breakdowns and in-betweens that are not named keep their share of the span between their extremes. */
  keepShares?: boolean;
}

/** A key of the channel that is moved, with where it was. */
type Placed = Landing & { was: number };

/**
 * Where the keys that are no extremes stand when the extremes about them have moved: at the same share of the span,
 * with handles to scale.
 */
function shared(placed: readonly Placed[]): Placed[] {
  return placed.map((here, i) => {
    if (here.claim !== 'stays' || here.key.role === 'extreme') return here;
    const a = placed.slice(0, i).findLast(({ key }) => key.role === 'extreme');
    const b = placed.slice(i + 1).find(({ key }) => key.role === 'extreme');
    if (!a || !b || (a.claim === 'stays' && b.claim === 'stays') || b.key.frame <= a.key.frame) return here;
    const ratio = (b.key.frame - a.key.frame) / (b.was - a.was);
    const { key } = here;
    return {
      was: here.was,
      claim: 'goes-along',
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
 * on gives way (see `landKeys`).
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
      const was = key.frame;
      if (!frames.has(was)) return { key, was, claim: 'stays' };
      return {
        key: { ...key, frame: onGrain(was + deltaFrames), value: key.value + deltaValue },
        was,
        claim: 'named',
      };
    });
    const placed = landKeys(ref, keepShares ? shared(direct) : direct);
    gaveWay.push(...placed.gaveWay);
    return placed.keys;
  });
  const keys = refs.map((ref) => ({ ...ref, frame: onGrain(ref.frame + deltaFrames) }));
  return { motion: moved, keys, gaveWay };
}
