import { findChannel } from '../motion/document/document.ts';
import { keptOf } from '../motion/sampling/track.ts';

/** Which frames each channel of a track has a key on, in the order of the channels. */
export const keyedFrames = keptOf((subject, { channelIds }): readonly ReadonlySet<number>[] =>
  channelIds.map((id) => new Set(findChannel(subject, id)?.keys.map((key) => key.frame))),
);
