import type { ChannelId } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import { channelValue, placeOf } from '../motion/path/pose.ts';
import { segmentCurve } from '../motion/sampling/segment.ts';
import { framesPerSecond } from '../time/rate.ts';

export type Path = 'translation' | 'rotation' | 'scale' | 'weights';
type Interpolation = 'STEP' | 'LINEAR' | 'CUBICSPLINE';

/** Values over time, some numbers each; of a cubic spline each with the slopes before and after it. */
export interface Track {
  path: Path;
  interpolation: Interpolation;
  seconds: number[];
  values: number[][];
}

/** The channel of each part of a property, and what a value of it is in the file. */
type Parts = readonly (readonly [id: ChannelId, factor: number] | null)[];

const CHANNELS_OF: Record<Path, readonly ChannelId[]> = {
  translation: ['position.x', 'position.y', 'depth', 'travel'],
  rotation: ['rotation'],
  scale: ['scale.x', 'scale.y'],
  weights: ['morph'],
};

export const PATHS = Object.keys(CHANNELS_OF) as Path[];

/** The motion's plane is glTF's x and y, in metres, y upward; depth goes away from who looks. */
export function valueOf(motion: MotionDocument, subject: Subject, path: Path, frame: number): number[] {
  const perMetre = motion.stage.pixelsPerMetre;
  const { x, y, turn } = placeOf(motion, subject, frame);
  if (path === 'translation') return [x / perMetre, -y / perMetre, -channelValue(subject, 'depth', frame)];
  if (path === 'weights') return [channelValue(subject, 'morph', frame)];
  if (path === 'scale') return [channelValue(subject, 'scale.x', frame), channelValue(subject, 'scale.y', frame), 1];
  const half = (-(channelValue(subject, 'rotation', frame) + turn) * Math.PI) / 360;
  return [0, 0, Math.sin(half), Math.cos(half)];
}

/** Keys of all channels of a property, if they are on the same frames and every stretch is left in one way. */
function sharedKeys(subject: Subject, path: Path, leave: Key['leave']): number[] | null {
  const keyed = CHANNELS_OF[path].flatMap((id) => {
    const channel = findChannel(subject, id);
    return channel && channel.keys.length > 1 ? [channel] : [];
  });
  const [first] = keyed;
  if (!first || keyed.some(({ wobble, before, after }) => wobble || before || after)) return null;
  const frames = first.keys.map(({ frame }) => frame);
  const alike = keyed.every(
    ({ keys }) =>
      keys.length === frames.length &&
      keys.every((key, i) => key.frame === frames[i] && (i === keys.length - 1 || key.leave === leave)),
  );
  return alike ? frames : null;
}

/** As near to a third of a stretch, a handle is one that a cubic polynomial in time has. */
const THIRD = 1e-6;

/**
 * Keys of a property as a cubic spline: where all its channels are keyed on the same frames, curve, and their handles
 * are a third of each stretch long, so that values are cubic in time. Null where they are not.
 */
function splineOf(motion: MotionDocument, subject: Subject, path: 'translation' | 'scale'): Track | null {
  const frames = sharedKeys(subject, path, 'curve');
  const { first, last } = motion.range;
  if (!frames || subject.guide || frames[0]! < first || frames.at(-1)! > last) return null;
  const per = motion.stage.pixelsPerMetre;
  const parts: Parts =
    path === 'scale'
      ? [['scale.x', 1], ['scale.y', 1], null]
      : [
          ['position.x', 1 / per],
          ['position.y', -1 / per],
          ['depth', -1],
        ];
  const fps = framesPerSecond(motion.rate);
  const rows = frames.map((frame) => ({ frame, in: parts.map(() => 0), out: parts.map(() => 0) }));
  for (const [c, part] of parts.entries()) {
    const keys = part && findChannel(subject, part[0])?.keys;
    if (!part || !keys || keys.length < 2) continue;
    for (let i = 0; i < keys.length - 1; i++) {
      const { x1, x2, v1, v2 } = segmentCurve(keys, i);
      if (Math.abs(x1 - 1 / 3) > THIRD || Math.abs(x2 - 2 / 3) > THIRD) return null;
      const slope = (by: number): number => (3 * part[1] * by * fps) / (keys[i + 1]!.frame - keys[i]!.frame);
      rows[i]!.out[c] = slope(v1 - keys[i]!.value);
      rows[i + 1]!.in[c] = slope(keys[i + 1]!.value - v2);
    }
  }
  const still = (frame: number) => ({ frame, in: parts.map(() => 0), out: parts.map(() => 0) });
  if (frames[0]! > first) rows.unshift(still(first));
  if (frames.at(-1)! < last) rows.push(still(last));
  return {
    path,
    interpolation: 'CUBICSPLINE',
    seconds: rows.map(({ frame }) => (frame - first) / fps),
    values: rows.flatMap((row) => [row.in, valueOf(motion, subject, path, row.frame), row.out]),
  };
}

/** Less than so much of a property's extent between two samples is as good as exact. */
const NEAR = 1e-3;
/** Samples a frame, at most. */
const FINEST = 16;
/** From a key to the next it turns less than this, else the short way round is another. */
const HALF_TURN = 170;

/** How far the middles of straight ways between samples are from where it goes, as a share of its extent. */
function missOf(at: (frame: number) => number[], first: number, last: number, parts: number): number {
  let [worst, extent] = [0, 1e-9];
  const start = at(first);
  for (let i = 0; i < (last - first) * parts; i++) {
    const [from, to] = [first + i / parts, first + (i + 1) / parts];
    const [a, b, middle] = [at(from), at(to), at((from + to) / 2)];
    for (const [c, value] of middle.entries()) {
      worst = Math.max(worst, Math.abs(value - (a[c]! + b[c]!) / 2));
      extent = Math.max(extent, Math.abs(value - start[c]!));
    }
  }
  return worst / extent;
}

/** How a property goes over time, by keys where glTF has such; null where it does not move. Says what was sampled. */
export function trackOf(motion: MotionDocument, subject: Subject, path: Path, sampled: string[]): Track | null {
  const moves = CHANNELS_OF[path].some((id) => (findChannel(subject, id)?.keys.length ?? 0) > 1);
  const turned =
    path === 'rotation' && subject.guide !== null && (findChannel(subject, 'travel')?.keys.length ?? 0) > 1;
  if (!moves && !turned) return null;
  const { first, last } = motion.range;
  const fps = framesPerSecond(motion.rate);
  const at = (frame: number): number[] => valueOf(motion, subject, path, frame);
  const made = (interpolation: Interpolation, frames: number[]): Track => ({
    path,
    interpolation,
    seconds: frames.map((frame) => (frame - first) / fps),
    values: frames.map(at),
  });
  const within = (frames: readonly number[]): number[] => [
    ...new Set([first, ...frames.filter((frame) => frame > first && frame < last), last]),
  ];
  const held = sharedKeys(subject, path, 'step');
  if (held && !subject.guide) return made('STEP', within(held));
  const straight = sharedKeys(subject, path, 'linear');
  const angle = findChannel(subject, 'rotation');
  const turnsLittle =
    path !== 'rotation' ||
    !angle ||
    angle.keys.every((key, i) => i === 0 || Math.abs(key.value - angle.keys[i - 1]!.value) < HALF_TURN);
  if (straight && !subject.guide && turnsLittle) return made('LINEAR', within(straight));
  const spline = path === 'rotation' || path === 'weights' ? null : splineOf(motion, subject, path);
  if (spline) return spline;
  let parts = 1;
  while (parts < FINEST && missOf(at, first, last, parts) > NEAR) parts *= 2;
  sampled.push(`the ${path} of ${subject.name}`);
  return made(
    'LINEAR',
    Array.from({ length: (last - first) * parts + 1 }, (_, i) => first + i / parts),
  );
}
