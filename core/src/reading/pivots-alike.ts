import type { ChannelId } from '../motion/document/channels.ts';
import { createChannel, findChannel, restingOf, shiftedChannel } from '../motion/document/document.ts';
import type { Point } from '../motion/document/geometry.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { applyTo, channelValue, localPose } from '../motion/path/pose.ts';
import { frameCount } from '../time/range.ts';
import { askedOf } from './counterpart.ts';
import { byFrames, mayMove, MOST_PLACES } from './frame-by-frame.ts';

/**
 * Where a subject is said to be is where its pivot is: one with its pivot elsewhere in its look may be the same picture
 * all the same. A take is read by the target's pivots.
 */

const PLACE_IDS = ['position.x', 'position.y'] as const;
/** What turns a look about its pivot, or makes it larger. */
const SHAPE_IDS: readonly ChannelId[] = ['rotation', 'scale.x', 'scale.y', 'skew.x', 'skew.y'];

/** A subject placed by another point of its look, and the same to the eye. */
function placedBy(motion: MotionDocument, subject: Subject, pivot: Point): Subject {
  const { first, last } = motion.range;
  const placeAt = (frame: number): Point => applyTo(localPose(motion, subject, frame), pivot);
  const isShaped = SHAPE_IDS.some((id) => mayMove(findChannel(subject, id)));
  const places = isShaped ? Array.from({ length: last - first + 1 }, (_, i) => placeAt(first + i)) : [placeAt(first)];
  const placed = PLACE_IDS.map((id): Channel => {
    const values = places.map(({ x, y }) => (id === 'position.x' ? x : y));
    if (isShaped) return byFrames(id, first, values);
    const own = findChannel(subject, id) ?? createChannel(id, restingOf(subject, id));
    return shiftedChannel(own, values[0]! - channelValue(subject, id, first));
  });
  const others = subject.channels.filter(({ id }) => !PLACE_IDS.some((other) => other === id));
  return { ...subject, pivot, channels: [...placed, ...others] };
}

/** A take with its subjects placed by the pivots that their counterparts in the target have. */
export function withPivotsOf(target: MotionDocument, take: MotionDocument): MotionDocument {
  const askedBy = askedOf(target, take);
  const frames = frameCount(take.range);
  let places = 0;
  const subjects = take.subjects.map((subject): Subject => {
    const pivot = askedBy.get(subject)?.pivot;
    // On a guide path it is the pivot that goes along it.
    if (!pivot || subject.guide !== null || (pivot.x === subject.pivot.x && pivot.y === subject.pivot.y))
      return subject;
    places += frames;
    return places > MOST_PLACES ? subject : placedBy(take, subject, pivot);
  });
  return places > 0 ? { ...take, subjects } : take;
}
