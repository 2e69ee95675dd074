import { CoreError } from '../../core-error.ts';
import { findChannel, findSubject, withChannel } from '../document/document.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import type { Edit, KeyRef } from '../keys/change-keys.ts';
import { type Landing, landKeys } from '../keys/land-keys.ts';
import { type TrackId, TRACKS, trackValues } from '../sampling/track.ts';

/** Samples a frame along the way whose length is measured. */
const SAMPLES_PER_FRAME = 32;

/** Length of the track's way from frame `first` to each of `frames` (rising). */
function lengthsTo(
  motion: MotionDocument,
  subjectId: string,
  trackId: TrackId,
  first: number,
  frames: readonly number[],
): number[] {
  const subject = findSubject(motion, subjectId)!;
  const track = TRACKS.find((other) => other.id === trackId)!;
  let at = first;
  let here = trackValues(subject, track, at);
  let length = 0;
  return frames.map((frame) => {
    const steps = Math.max(1, Math.ceil((frame - at) * SAMPLES_PER_FRAME));
    const from = at;
    for (let i = 1; i <= steps; i++) {
      at = from + ((frame - from) * i) / steps;
      const next = trackValues(subject, track, at);
      length += Math.hypot(...next.map((value, c) => value - here[c]!));
      here = next;
    }
    return length;
  });
}

/**
 * Retimes the keys of a track between two of its keys so that the speed along the motion is the same all the way: each
 * key goes to the time that its share of the way takes, and leaves straight. Poses stay. Keys driven onto one frame (no
 * way between them) give way to the later. Throws `unknown-subject`.
 */
export function evenKeys(
  motion: MotionDocument,
  subjectId: string,
  trackId: TrackId,
  first: number,
  last: number,
): Edit {
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  const { channelIds } = TRACKS.find((track) => track.id === trackId)!;
  const inside = (key: Key): boolean => key.frame >= first && key.frame <= last;
  const frames = [
    ...new Set(
      channelIds.flatMap(
        (id) =>
          findChannel(subject, id)
            ?.keys.filter(inside)
            .map((key) => key.frame) ?? [],
      ),
    ),
  ].sort((a, b) => a - b);
  const lengths = lengthsTo(motion, subjectId, trackId, first, [
    ...frames.filter((frame) => frame > first && frame < last),
    last,
  ]);
  const whole = lengths.at(-1)!;
  if (!(whole > 0)) return { motion, keys: [], gaveWay: [] };
  const middle = frames.filter((frame) => frame > first && frame < last);
  const placeOf = new Map(middle.map((frame, i) => [frame, onGrain(first + ((last - first) * lengths[i]!) / whole)]));
  const keys: KeyRef[] = [];
  const gaveWay: KeyRef[] = [];
  let result = motion;
  for (const channelId of channelIds) {
    const channel = findChannel(subject, channelId);
    if (!channel?.keys.some(inside)) continue;
    const landings = channel.keys.map((key): Landing => {
      if (!inside(key)) return { key, was: key.frame, claim: 'stays' };
      const frame = placeOf.get(key.frame) ?? key.frame;
      keys.push({ subjectId, channelId, frame });
      const placed = { ...key, frame, ...(key.frame < last && { leave: 'linear' as const }) };
      return { key: placed, was: key.frame, claim: 'named' };
    });
    const landed = landKeys({ subjectId, channelId }, landings);
    gaveWay.push(...landed.gaveWay);
    result = withChannel(result, subjectId, { ...channel, keys: landed.keys });
  }
  return { motion: result, keys, gaveWay };
}
