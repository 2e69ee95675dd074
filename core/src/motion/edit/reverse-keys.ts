import { extentOf } from '../../extent.ts';
import type { EaseDirection, EaseName } from '../curve/eases.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Handle, Key, Leave, MotionDocument } from '../document/schema.ts';
import { changeKeys, type Edit, type KeyRef } from '../keys/change-keys.ts';
import { type Landing, landKeys } from '../keys/land-keys.ts';

const TURNED: Record<EaseDirection, EaseDirection> = { in: 'out', out: 'in', 'in-out': 'in-out' };

/** A leave as it is played backward: slow start becomes slow finish. A hold stays a hold. */
function turnedLeave(leave: Leave): Leave {
  const match = /^([a-z]+)-(in-out|in|out)$/.exec(leave);
  return match ? (`${match[1]}-${TURNED[match[2] as EaseDirection]}` as EaseName) : leave;
}

const mirrored = ({ frames, value }: Handle): Handle => ({ frames: frames === 0 ? 0 : -frames, value });

/**
 * Plays the named keys backward in the time they take: each is mirrored about the middle of them, with its handles, and
 * every segment leaves as it arrived. Keys between them that are not named stay.
 */
export function reverseKeys(motion: MotionDocument, refs: readonly KeyRef[]): Edit {
  if (refs.length === 0) return { motion, keys: [], gaveWay: [] };
  const { low: first, high: last } = extentOf(refs.map((ref) => ref.frame));
  const turned = (frame: number): number => onGrain(first + last - frame);
  const gaveWay: KeyRef[] = [];
  const reversed = changeKeys(motion, refs, (keys, frames, ref) => {
    const named = keys.filter((key) => frames.has(key.frame));
    const backward = named.map((key, i): Key => {
      // The segment that led here leads away now; the last one keeps what it had, as on any last key.
      const leading = named[i - 1];
      return {
        ...key,
        frame: turned(key.frame),
        in: mirrored(key.out),
        out: mirrored(key.in),
        leave: leading ? turnedLeave(leading.leave) : named[named.length - 1]!.leave,
      };
    });
    const landed = landKeys(ref, [
      ...keys.filter((key) => !frames.has(key.frame)).map((key): Landing => ({ key, was: key.frame, claim: 'stays' })),
      ...backward.map((key, i): Landing => ({ key, was: named[i]!.frame, claim: 'named' })),
    ]);
    gaveWay.push(...landed.gaveWay);
    return landed.keys;
  });
  return { motion: reversed, keys: refs.map((ref) => ({ ...ref, frame: turned(ref.frame) })), gaveWay };
}
