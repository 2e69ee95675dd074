import { findChannel } from '../motion/document/document.ts';
import { onGrain } from '../motion/document/frame-grain.ts';
import type { Channel, Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import { withEase } from '../motion/keys/ease-keys.ts';
import { settled } from '../motion/keys/hold-poses.ts';
import { easeShapeOf } from '../motion/sampling/ease-shape.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { counterpart } from './counterpart.ts';
import type { Reading, TrackReading } from './schema.ts';
import { createSharedTime } from './shared-time.ts';
import { createWarp } from './warp.ts';

type ChannelChange = (channel: Channel, track: TrackReading) => Channel;

/** Changes each channel of the take that belongs to a track with matched keys. */
function changeTracks(
  target: MotionDocument,
  take: MotionDocument,
  reading: Pick<Reading, 'tracks'>,
  change: (channel: Channel, track: TrackReading, model: Subject) => Channel,
): MotionDocument {
  return reading.tracks.reduce((motion, track) => {
    const model = target.subjects.find((subject) => subject.id === track.subjectId);
    const subject = model && counterpart(motion, model);
    if (!subject || track.pairs.length === 0) return motion;
    const ids: readonly string[] = TRACKS.find((other) => other.id === track.track)?.channelIds ?? [];
    const channels = subject.channels.map((channel) =>
      ids.includes(channel.id) ? change(channel, track, model) : channel,
    );
    return {
      ...motion,
      subjects: motion.subjects.map((other) => (other === subject ? { ...subject, channels } : other)),
    };
  }, take);
}

/** Keys put on other frames in the same order; handles keep their share of the segment they reach into. */
function retimed(keys: readonly Key[], at: (frame: number) => number): Key[] {
  const frames = keys.map((key) => onGrain(at(key.frame)));
  const ratio = (i: number): number => {
    const [a, b] = [keys[i], keys[i + 1]];
    return a && b ? (frames[i + 1]! - frames[i]!) / (b.frame - a.frame) : 1;
  };
  return keys.map((key, i) => ({
    ...key,
    frame: frames[i]!,
    in: { ...key.in, frames: key.in.frames * ratio(i - 1) },
    out: { ...key.out, frames: key.out.frames * ratio(i) },
  }));
}

/**
 * The take with its keys on the target's frames: those that match exactly there, the others between them in proportion.
 * Values and eases stay the take's. Both motions keyed by position.
 */
export function withTargetTiming(
  target: MotionDocument,
  take: MotionDocument,
  reading: Pick<Reading, 'tracks'>,
): MotionDocument {
  const time = createSharedTime(target, take);
  const change: ChannelChange = (channel, { pairs }) => {
    const warp = createWarp(pairs.map((pair) => ({ from: time.toTarget(pair.takeFrame), to: pair.targetFrame })));
    return { ...channel, keys: retimed(channel.keys, (frame) => time.toTake(warp(time.toTarget(frame)))) };
  };
  return changeTracks(target, take, reading, change);
}

/**
 * The take going between its matched keys as the target does: the target's breakdowns in proportion, its eases; what
 * else the take had there is gone. When and where the matched keys are stays the take's. Both motions keyed by
 * position.
 */
export function withTargetSpacing(
  target: MotionDocument,
  take: MotionDocument,
  reading: Pick<Reading, 'tracks'>,
): MotionDocument {
  return changeTracks(target, take, reading, (channel, track, model) => {
    const asked = findChannel(model, channel.id);
    return asked ? { ...channel, keys: spacedAs(asked.keys, channel.keys, track) } : channel;
  });
}

function spacedAs(asked: readonly Key[], own: readonly Key[], { pairs }: TrackReading): Key[] {
  const matched = pairs
    .map(({ targetFrame, takeFrame }) => ({
      model: asked.findIndex((key) => key.frame === targetFrame),
      take: own.findIndex((key) => key.frame === takeFrame),
    }))
    .filter(({ model, take }) => model >= 0 && take >= 0);
  let keys = [...own];
  for (const [i, from] of matched.entries()) {
    const to = matched[i + 1];
    if (to) keys = withSegment(keys, own[from.take]!, own[to.take]!, asked, from.model, to.model);
  }
  return keys;
}

/** The keys with everything between two of them as it is between two keys of the model, scaled to fit. */
function withSegment(keys: readonly Key[], from: Key, to: Key, asked: readonly Key[], a: number, b: number): Key[] {
  const [start, end] = [asked[a]!, asked[b]!];
  const pace = (to.frame - from.frame) / (end.frame - start.frame);
  const rise = end.value - start.value;
  // Where the model comes back to where it was there is no proportion to keep: its way is taken as it is.
  const scale = rise === 0 ? 1 : (to.value - from.value) / rise;
  const inner = asked.slice(a + 1, b).map((key): Key => ({
    ...settled(key),
    frame: onGrain(from.frame + (key.frame - start.frame) * pace),
    value: from.value + (key.value - start.value) * scale,
  }));
  const first = keys.findIndex((key) => key.frame === from.frame);
  const last = keys.findIndex((key) => key.frame === to.frame);
  let result = [...keys.slice(0, first + 1), ...inner, ...keys.slice(last)];
  for (let k = 0; k <= inner.length; k++) result = withEase(result, first + k, easeShapeOf(asked, a + k));
  return result;
}
