import { type ConvertedFrame, convertedFrame } from '../../time/convert-rate.ts';
import { type FrameRange, partWithin } from '../../time/range.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { MotionDocument } from '../document/schema.ts';
import type { Edit, KeyRef } from '../keys/change-keys.ts';
import { placeKeys } from './shift-keys.ts';

export interface LengthEdit extends Edit {
  /** Every key with where it was, where it falls exactly, and its rounding to a whole frame. */
  roundings: (KeyRef & Omit<ConvertedFrame, 'roundingSeconds'>)[];
}

export interface ChangeLengthOptions {
  /** Whether keys and cues are stretched along, about the first frame; else they keep their frames. */
  withKeys: boolean;
  /** Puts stretched keys on whole frames. */
  snap?: boolean;
  /** Leaves the range as it is and stretches the keys alone, as where an exercise sets it. */
  keepRange?: boolean;
}

/**
 * Gives the motion as many frames as said. With keys they are stretched about the first frame so that what was on the
 * last frame is on the new last: the factor is that of the travel, `(n − 1)/(count − 1)`. A range of one frame has no
 * travel: its keys stay.
 */
export function changeLength(
  motion: MotionDocument,
  frames: number,
  { withKeys, snap = false, keepRange = false }: ChangeLengthOptions,
): LengthEdit {
  const { first, last } = motion.range;
  const range: FrameRange = keepRange ? motion.range : { first, last: first + frames - 1 };
  if (!withKeys || last === first || frames < 2)
    return {
      motion: { ...motion, range, workRange: partWithin(motion.workRange, range) },
      keys: [],
      gaveWay: [],
      roundings: [],
    };
  const num = frames - 1;
  const den = last - first;
  const roundings: LengthEdit['roundings'] = [];
  const stretched = placeKeys(motion, (key, ref) => {
    const place = convertedFrame(key.frame, first, { num, den });
    roundings.push({ ...ref, frame: key.frame, ...place });
    const factor = num / den;
    return {
      ...key,
      frame: snap ? place.whole : onGrain(place.to),
      in: { ...key.in, frames: key.in.frames * factor },
      out: { ...key.out, frames: key.out.frames * factor },
    };
  });
  const cues = motion.cues.map((cue) => ({ ...cue, frame: onGrain(first + ((cue.frame - first) * num) / den) }));
  return {
    motion: { ...stretched.motion, range, workRange: partWithin(motion.workRange, range), cues },
    keys: stretched.keys,
    gaveWay: stretched.gaveWay,
    roundings,
  };
}
