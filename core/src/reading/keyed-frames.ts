import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import type { Track } from '../motion/sampling/track.ts';

/** Which frames each channel of a track has a key on, in the order of the channels. */
export const keyedFrames = (subject: Subject, { channelIds }: Track): ReadonlySet<number>[] =>
  channelIds.map((id) => new Set(findChannel(subject, id)?.keys.map((key) => key.frame)));
