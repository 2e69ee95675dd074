import { channelOf } from '../document/document.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import {
  type CurveShape,
  type EaseAmounts,
  easeAmounts,
  type EaseShape,
  easeShapeOf,
  STRAIGHT,
  turnedShape,
} from '../sampling/ease-shape.ts';
import { changeKeys, type Edit, type KeyRef } from './change-keys.ts';
import { settled } from './hold-poses.ts';
import { effectiveHandles } from './set-handles.ts';

/** Both handles of a key written down, so that changing one leaves the other as it is. */
function unlinked(keys: readonly Key[], index: number): Key {
  return { ...keys[index]!, ...effectiveHandles(keys, index), link: 'broken' };
}

/** The keys with the segment from `keys[index]` to the next going by an ease; nothing else moves. */
export function withEase(keys: readonly Key[], index: number, shape: EaseShape): Key[] {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  if (shape.leave !== 'curve') return keys.with(index, { ...settled(from), leave: shape.leave });
  const { x1, y1, x2, y2 } = shape;
  const span = to.frame - from.frame;
  const rise = to.value - from.value;
  const leaving: Key = {
    ...settled(unlinked(keys, index)),
    leave: 'curve',
    out: { frames: x1 * span, value: y1 * rise },
  };
  return keys
    .with(index, leaving)
    .with(index + 1, { ...unlinked(keys, index + 1), in: { frames: (x2 - 1) * span, value: (y2 - 1) * rise } });
}

/** Changes the segment that each named key begins; a last key begins none. */
function changeSegments(
  motion: MotionDocument,
  refs: readonly KeyRef[],
  change: (keys: Key[], index: number) => Key[],
): Edit {
  const changed = changeKeys(motion, refs, (keys, frames) =>
    keys.reduce(
      (result, key, index) => (frames.has(key.frame) && index + 1 < keys.length ? change(result, index) : result),
      keys,
    ),
  );
  return { motion: changed, keys: [...refs], gaveWay: [] };
}

/** Lets the segment that each named key begins go by an ease; its frames and values stay. */
export function setEase(motion: MotionDocument, refs: readonly KeyRef[], shape: EaseShape): Edit {
  return changeSegments(motion, refs, (keys, index) => withEase(keys, index, shape));
}

/** Turns the ease of the segment that each named key begins about: a slow start becomes a slow finish. */
export function swapEases(motion: MotionDocument, refs: readonly KeyRef[]): Edit {
  return changeSegments(motion, refs, (keys, index) => withEase(keys, index, turnedShape(easeShapeOf(keys, index))));
}

/** A segment's own reaches where it is a curve whose handles have one; else a third, as a straight line has. */
function reachesOf(shape: EaseShape): Pick<CurveShape, 'x1' | 'x2'> {
  const { x1, x2 } = shape.leave === 'curve' ? shape : STRAIGHT;
  return { x1: x1 > 0 ? x1 : STRAIGHT.x1, x2: x2 < 1 ? x2 : STRAIGHT.x2 };
}

/**
 * Sets how much the segment that each named key begins is eased at its start, its finish, or both: 0 even, 1 a full
 * stop. It becomes a curve by handles where it is none; handles keep their reach, and an end that is not named its
 * amount (a held segment's is 0).
 */
export function setEaseAmount(motion: MotionDocument, refs: readonly KeyRef[], amounts: Partial<EaseAmounts>): Edit {
  return changeSegments(motion, refs, (keys, index) => {
    const { x1, x2 } = reachesOf(easeShapeOf(keys, index));
    const now = easeAmounts(keys, index) ?? { start: 0, finish: 0 };
    const finite = (amount: number): number => (Number.isFinite(amount) ? amount : 0);
    const { start = finite(now.start), finish = finite(now.finish) } = amounts;
    return withEase(keys, index, { leave: 'curve', x1, y1: (1 - start) * x1, x2, y2: 1 - (1 - finish) * (1 - x2) });
  });
}

/**
 * Eases the motion into the named keys, out of them, or both: the segment before arrives slowly, the one after leaves
 * slowly. A side without a segment stays.
 */
export function easeAtKeys(motion: MotionDocument, refs: readonly KeyRef[], side: 'into' | 'out' | 'both'): Edit {
  const before = refs.flatMap((ref): KeyRef[] => {
    const { keys } = channelOf(motion, ref.subjectId, ref.channelId);
    const earlier = keys.findLast((key) => key.frame < ref.frame);
    return earlier ? [{ ...ref, frame: earlier.frame }] : [];
  });
  const into = side === 'out' ? motion : setEaseAmount(motion, before, { finish: 1 }).motion;
  const eased = side === 'into' ? into : setEaseAmount(into, refs, { start: 1 }).motion;
  return { motion: eased, keys: [...refs], gaveWay: [] };
}
