import { CoreError } from '../../core-error.ts';
import { findChannel, findSubject, withChannel } from '../document/document.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import type { Edit, KeyRef } from '../keys/change-keys.ts';
import { type Landing, landKeys } from '../keys/land-keys.ts';
import { type TrackId, TRACKS, trackValues } from '../sampling/track.ts';
import { withKeyAt } from './insert-key.ts';

/**
 * Retimes the keys of a track between two of its keys so that the speed along the motion is the same all the way: each
 * key goes to the time that its share of the way takes, which may be between frames, and leaves straight; what is keyed
 * of the track is keyed on all of them, so that poses stay. The way is that of the motion that results, from pose to
 * pose. Keys driven onto one frame (no way between them) give way to the later. Throws `unknown-subject`.
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
  const track = TRACKS.find((other) => other.id === trackId)!;
  const inside = (key: Key): boolean => key.frame >= first && key.frame <= last;
  const channels = track.channelIds
    .flatMap((id) => findChannel(subject, id) ?? [])
    .filter((channel) => channel.keys.some(inside));
  const keyed = channels.flatMap((channel) => channel.keys.filter(inside).map((key) => key.frame));
  const frames = [...new Set([first, ...keyed, last])].sort((a, b) => a - b);
  const poses = frames.map((frame) => trackValues(subject, track, frame));
  const gone = [0];
  for (let i = 1; i < frames.length; i++)
    gone.push(gone[i - 1]! + Math.hypot(...poses[i]!.map((value, c) => value - poses[i - 1]![c]!)));
  const whole = gone.at(-1)!;
  if (!(whole > 0)) return { motion, keys: [], gaveWay: [] };
  const placeOf = new Map(frames.map((frame, i) => [frame, onGrain(first + ((last - first) * gone[i]!) / whole)]));
  const keys: KeyRef[] = [];
  const gaveWay: KeyRef[] = [];
  let result = motion;
  for (const channel of channels) {
    const ref = { subjectId, channelId: channel.id };
    const all = frames.reduce((now, frame) => withKeyAt(now, frame), channel);
    const landings = all.keys.map((key): Landing => {
      if (!inside(key)) return { key, was: key.frame, claim: 'stays' };
      const frame = placeOf.get(key.frame)!;
      keys.push({ ...ref, frame });
      const placed = { ...key, frame, ...(key.frame < last && { leave: 'linear' as const }) };
      return { key: placed, was: key.frame, claim: 'named' };
    });
    const landed = landKeys(ref, landings);
    gaveWay.push(...landed.gaveWay);
    result = withChannel(result, subjectId, { ...channel, keys: landed.keys });
  }
  return { motion: result, keys, gaveWay };
}
