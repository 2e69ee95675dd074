import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { samplerBetween } from '../motion/sampling/sample.ts';
import type { Track } from '../motion/sampling/track.ts';
import type { SegmentEase } from './schema.ts';

/**
 * Share of the segment over which its end speed is measured: one part in ten thousand keeps the difference's error
 * below 1e-3.
 */
const PROBE = 1e-4;

/** Below this share of the track's span a segment stands still. */
const STILL = 1e-6;

/**
 * How a track leaves frame `from` and arrives at frame `to`: speed at the end ÷ mean speed over the way between the two
 * keys. Null where it stands still, held keys included.
 */
export function segmentEase(
  subject: Subject,
  track: Track,
  from: number,
  to: number,
  span: number,
): SegmentEase | null {
  const length = to - from;
  const probe = length * PROBE;
  // Just before the end: the jump that ends a held key is not a way travelled inside the segment. Just after the start
  // likewise: the exponential family leaves it by a step of a thousandth.
  const end = to - probe;
  const middle = (from + to) / 2;
  let [first, second, leaving, arriving] = [0, 0, 0, 0];
  for (const id of track.channelIds) {
    const channel = findChannel(subject, id);
    if (!channel || channel.keys.length === 0) continue;
    const at = samplerBetween(channel, from, to);
    const atStart = at(from);
    const atMiddle = at(middle);
    const atEnd = at(end);
    first += (atMiddle - atStart) ** 2;
    second += (atEnd - atMiddle) ** 2;
    leaving += (at(from + 2 * probe) - at(from + probe)) ** 2;
    arriving += (atEnd - at(to - 2 * probe)) ** 2;
  }
  const way = Math.sqrt(first) + Math.sqrt(second);
  if (!(way > span * STILL)) return null;
  const mean = way / (length - probe);
  return { start: Math.sqrt(leaving) / probe / mean, finish: Math.sqrt(arriving) / probe / mean };
}
