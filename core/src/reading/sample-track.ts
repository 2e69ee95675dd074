import { CHANNELS } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { bakeChannelInto } from '../motion/sampling/bake.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import type { Track } from '../motion/sampling/track.ts';

/** Which frame of a subject is looked at for each sample: straight from one break (an index) to the next. */
export interface FrameRuns {
  frameAt: (i: number) => number;
  /**
   * Indices at which a new run begins, in order. Null where no run is straight, as with drawings held for several
   * frames.
   */
  breaks: readonly number[] | null;
}

/** Samples a track, one row a channel. Straight runs are baked. */
export function sampleTrack(
  subject: Subject,
  track: Track,
  count: number,
  { frameAt, breaks }: FrameRuns,
): Float64Array[] {
  return track.channelIds.map((id) => {
    const column = new Float64Array(count);
    const channel = findChannel(subject, id);
    if (!channel) return column.fill(CHANNELS[id].resting);
    if (!breaks) {
      for (let i = 0; i < count; i++) column[i] = sampleChannel(channel, frameAt(i));
      return column;
    }
    const inside = breaks.filter((at) => at > 0 && at < count);
    for (let run = 0; run <= inside.length; run++) {
      const [from, to] = [inside[run - 1] ?? 0, inside[run] ?? count];
      if (to <= from) continue;
      const first = frameAt(from);
      const step = to - from > 1 ? (frameAt(to - 1) - first) / (to - from - 1) : 1;
      // A step that is one but for rounding would come to a key a trifle too early.
      bakeChannelInto(column.subarray(from, to), channel, first, Math.abs(step - 1) < 1e-9 ? 1 : step);
    }
    return column;
  });
}
