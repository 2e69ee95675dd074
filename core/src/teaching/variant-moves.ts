import { extentOf } from '../extent.ts';
import { createKey } from '../motion/document/document.ts';
import type { Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import { rippleKeys, stretchAbout } from '../motion/edit/index.ts';
import { type KeyRef, setEase } from '../motion/keys/index.ts';
import type { CurveShape } from '../motion/sampling/ease-shape.ts';
import { trackRoles, tracksOf } from '../motion/sampling/track.ts';
import { drawSpacing, type Spacing } from '../spacing/index.ts';

const isMoving = (subject: Subject): boolean => subject.channels.some(({ keys }) => keys.length > 1);

/** Every key of a motion. */
export function allKeys(motion: MotionDocument): KeyRef[] {
  return motion.subjects.flatMap((subject) =>
    subject.channels.flatMap((channel) =>
      channel.keys.map(({ frame }) => ({ subjectId: subject.id, channelId: channel.id, frame })),
    ),
  );
}

/** Its first and last key's frames; null of a motion without any. */
export function keyedSpan(motion: MotionDocument): { first: number; last: number } | null {
  const keyed = allKeys(motion).map(({ frame }) => frame);
  if (keyed.length === 0) return null;
  const { low, high } = extentOf(keyed);
  return { first: low, last: high };
}

/** How far the reach of a handle goes from an even third to half the segment as an end is eased in full. */
const reach = (amount: number): number => 1 / 3 + amount / 6;

/** A curve whose ends go at a share of the even speed: amounts 0 (even) to 1 (a full stop). */
export function easedEnds(start: number, finish: number): CurveShape & { leave: 'curve' } {
  const [x1, x2] = [reach(start), 1 - reach(finish)];
  return { leave: 'curve', x1, y1: (1 - start) * x1, x2, y2: 1 - (1 - finish) * (1 - x2) };
}

/** All that moves, its ends eased by so much each (0 to 1). */
export function easedMotion(motion: MotionDocument, start: number, finish: number): MotionDocument {
  return setEase(motion, allKeys(motion), easedEnds(start, finish)).motion;
}

/** Fast at both ends, and at amount 1 standing for a moment at the middle. */
export function hungMiddle(amount: number): CurveShape & { leave: 'curve' } {
  return { leave: 'curve', x1: 1 / 3, y1: (1 + 2 * amount) / 3, x2: 2 / 3, y2: (2 - 2 * amount) / 3 };
}

/** Draws every stretch between two keys of a track by a spacing for its number of frames. */
export function spaced(motion: MotionDocument, spacing: (n: number) => Spacing): MotionDocument {
  let result = motion;
  for (const subject of motion.subjects) {
    for (const track of tracksOf(subject)) {
      if (track.id === 'drawing') continue;
      const stops = [...trackRoles(subject, track).keys()];
      for (let i = 1; i < stops.length; i++) {
        const [firstFrame, lastFrame] = [stops[i - 1]!, stops[i]!];
        if (!Number.isInteger(firstFrame) || !Number.isInteger(lastFrame)) continue;
        const segment = { subjectId: subject.id, trackId: track.id, firstFrame, lastFrame };
        result = drawSpacing(result, segment, spacing(lastFrame - firstFrame)).motion;
      }
    }
  }
  return result;
}

/** The range with as many frames after the last key as it had. */
function withTail(motion: MotionDocument, was: MotionDocument): MotionDocument {
  const [now, before] = [keyedSpan(motion), keyedSpan(was)];
  if (!now || !before) return motion;
  const last = Math.max(was.range.first, Math.ceil(now.last) + Math.max(0, was.range.last - Math.ceil(before.last)));
  return { ...motion, range: { first: motion.range.first, last }, workRange: null };
}

export function stretched(motion: MotionDocument, factor: number): MotionDocument {
  const span = keyedSpan(motion);
  return span ? withTail(stretchAbout(motion, allKeys(motion), span.first, factor).motion, motion) : motion;
}

export function shifted(motion: MotionDocument, by: number): MotionDocument {
  return withTail(rippleKeys(motion, -Infinity, by).motion, motion);
}

/** How many carry a subject, one by the other. */
function depthIn(motion: MotionDocument, { parentId }: Subject, most = motion.subjects.length): number {
  const carrier = motion.subjects.find(({ id }) => id === parentId);
  return carrier && most > 0 ? 1 + depthIn(motion, carrier, most - 1) : 0;
}

/** Each part sets off some frames after the one it follows: the one that carries it, or is listed before it. */
export function lagging(motion: MotionDocument, by: number): MotionDocument {
  const moving = motion.subjects.filter(isMoving);
  const isCarried = moving.some((subject) => moving.some(({ id }) => id === subject.parentId));
  const startOf = (subject: Subject): number =>
    Math.min(...subject.channels.flatMap(({ keys }) => keys.map(({ frame }) => frame)));
  const ranked = moving
    .map((subject, i) => ({ subject, rank: isCarried ? depthIn(motion, subject) : i }))
    .sort((a, b) => a.rank - b.rank);
  const leader = ranked[0];
  if (!leader) return motion;
  let result = motion;
  for (const { subject, rank } of ranked) {
    const later = startOf(leader.subject) + by * (rank - leader.rank) - startOf(subject);
    const own = subject.channels.map(({ id }) => ({ subjectId: subject.id, channelId: id }));
    if (later !== 0) result = rippleKeys(result, -Infinity, later, own).motion;
  }
  return withTail(result, motion);
}

/** Of the last stretch that moves, so much of its time is spent beyond its end. */
const COMES_BACK = 0.35;

function overshootingKeys(keys: Key[], amount: number): Key[] {
  const last = keys.findLastIndex((key, k) => k > 0 && key.value !== keys[k - 1]!.value);
  const [from, to] = [keys[last - 1], keys[last]];
  if (!from || !to || to.frame - from.frame < 4) return keys;
  const frame = to.frame - Math.max(2, Math.round((to.frame - from.frame) * COMES_BACK));
  return [
    ...keys.slice(0, last - 1),
    { ...from, leave: 'sine-out' },
    createKey(frame, to.value + amount * (to.value - from.value), { leave: 'sine-in-out' }),
    to,
    ...keys.slice(last + 1),
  ];
}

export function overshooting(motion: MotionDocument, amount: number): MotionDocument {
  if (amount === 0) return motion;
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) => ({ ...channel, keys: overshootingKeys(channel.keys, amount) })),
    })),
  };
}

export function exposed(motion: MotionDocument, exposure: number): MotionDocument {
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => (isMoving(subject) ? { ...subject, exposure } : subject)),
  };
}
