import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { isMoving } from '../motion/keys/thin-keys.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import type { Track, TrackEvent } from '../motion/sampling/track.ts';
import { keyedFrames } from './keyed-frames.ts';

/** Frames to either side of a key over which its speed is taken. */
const BESIDE = 0.01;
/** Speeds before and after that differ by less than this share of the greater are one. */
const ONE_SPEED = 0.15;
/** Slower than this share of the mean from the key before, or to the one after, a key is come to, not passed. */
const MOVES = 0.1;

/**
 * The breakdowns that a movement only passes: between two others, each coordinate keyed there at one speed before and
 * after. They say how it goes from one to the other, as its ease does, and nothing of when.
 */
export function passingKeys(subject: Subject, track: Track, events: readonly TrackEvent[]): ReadonlySet<TrackEvent> {
  const channels = track.channelIds.map((id) => findChannel(subject, id));
  const frames = keyedFrames(subject, track);
  const isPassedBy = (c: number, i: number): boolean => {
    const [{ frame, values }, before, after] = [events[i]!, events[i - 1]!, events[i + 1]!];
    const channel = channels[c]!;
    const value = values[c]!;
    const [came, goes] = [-BESIDE, BESIDE].map((off) => (sampleChannel(channel, frame + off) - value) / off) as [
      number,
      number,
    ];
    const means = [before, after].map((other) => Math.abs((other.values[c]! - value) / (other.frame - frame)));
    return (
      Math.min(Math.abs(came), Math.abs(goes)) >= MOVES * Math.min(...means) &&
      Math.abs(goes - came) <= ONE_SPEED * Math.max(Math.abs(came), Math.abs(goes))
    );
  };
  const isPassed = ({ frame, role }: TrackEvent, i: number): boolean => {
    if (role !== 'breakdown' || i === 0 || i + 1 === events.length) return false;
    const keyed = channels.flatMap((channel, c) => (channel && isMoving(channel) && frames[c]!.has(frame) ? [c] : []));
    return keyed.length > 0 && keyed.every((c) => isPassedBy(c, i));
  };
  return new Set(events.filter(isPassed));
}
