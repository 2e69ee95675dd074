import { type ConvertedFrame, convertFrame, convertRange, type RatePolicy } from '../../time/convert-rate.ts';
import { type FrameRange, partWithin } from '../../time/range.ts';
import { framesPerSecond, type Rate } from '../../time/rate.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Cue, Handle, MotionDocument } from '../document/schema.ts';
import type { Edit, KeyRef } from '../keys/change-keys.ts';
import { type Landing, landKeys } from '../keys/land-keys.ts';

export interface RateEdit extends Edit {
  /** Every key with where it was, where it falls exactly, and its rounding to a whole frame. */
  roundings: (KeyRef & ConvertedFrame)[];
}

export interface ChangeRateOptions {
  /** Puts keys on whole frames; `roundings` says by how much each moves. */
  snap?: boolean;
  /** The range to have afterwards; without it the converted one. */
  range?: FrameRange;
  /** Cues to have afterwards; without them the ones there are carried over. */
  cues?: Cue[];
}

function stretched(handle: Handle, ratio: number): Handle {
  return { frames: handle.frames * ratio, value: handle.value };
}

/**
 * Gives the motion another rate. With seconds kept, keys, handles, cues and range are renumbered about the first frame;
 * with frame numbers kept the running time changes. Of two keys that snapping puts on one frame the earlier gives way.
 */
export function changeRate(
  motion: MotionDocument,
  to: Rate,
  policy: RatePolicy,
  { snap = false, range, cues }: ChangeRateOptions = {},
): RateEdit {
  const change = { from: motion.rate, to, policy, first: motion.range.first };
  const ratio = policy === 'keep-seconds' ? framesPerSecond(to) / framesPerSecond(motion.rate) : 1;
  const roundings: RateEdit['roundings'] = [];
  const gaveWay: KeyRef[] = [];
  const subjects = motion.subjects.map((subject) => ({
    ...subject,
    channels: subject.channels.map((channel) => {
      const ref = { subjectId: subject.id, channelId: channel.id };
      const landings = channel.keys.map((key): Landing => {
        const place = convertFrame(key.frame, change);
        roundings.push({ ...ref, frame: key.frame, ...place });
        const frame = snap ? place.whole : place.to;
        const carried = { ...key, frame, in: stretched(key.in, ratio), out: stretched(key.out, ratio) };
        return { key: carried, was: key.frame, claim: 'named' };
      });
      const landed = landKeys(ref, landings);
      gaveWay.push(...landed.gaveWay);
      return { ...channel, keys: landed.keys };
    }),
  }));
  const carried = motion.cues.map((cue) => ({ ...cue, frame: onGrain(convertFrame(cue.frame, change).to) }));
  const nextRange = range ?? convertRange(motion.range, change).range;
  const work = motion.workRange && {
    first: convertFrame(motion.workRange.first, change).whole,
    last: convertFrame(motion.workRange.last, change).whole,
  };
  return {
    motion: {
      ...motion,
      rate: to,
      range: nextRange,
      workRange: partWithin(work, nextRange),
      cues: cues ?? carried,
      subjects,
    },
    keys: [],
    gaveWay,
    roundings,
  };
}
