import { createChannel, createKey, findChannel } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { frameCount, type FrameRange } from '../time/range.ts';
import { counterpart } from './counterpart.ts';
import { isRecorded, moversOf, tellingOf } from './keying.ts';
import type { KeyPair, Reading, TrackReading } from './schema.ts';

/** Of longer takes it is not tried whether they are keyed otherwise. */
const MOST_FRAMES = 2000;

/** A key at an end of the range that is off by more frames than this may be there for the range's sake. */
const AT_END = 1;
/** One key too many is a fault; from so many on they are other keys. */
const SURPLUS = 2;

/** Whether some channel of a subject has so many keys more than is asked that they are other keys. */
const hasMoreKeys = (asked: Subject, drawn: Subject): boolean =>
  drawn.channels.some((channel) => {
    const own = findChannel(asked, channel.id);
    const count = own?.keys.length ?? 0;
    return count > 1 && tellingOf(channel.keys).length >= count + SURPLUS && !isRecorded(channel, own);
  });

/** Whether that is so of some subject of a take. */
export const hasSurplus = (target: MotionDocument, take: MotionDocument): boolean =>
  target.subjects.some((asked) => {
    const drawn = counterpart(take, asked);
    return drawn !== undefined && hasMoreKeys(asked, drawn);
  });

/** Whether a movement has keys that are none of the target's, and others are missing; or one is off at an end. */
function areKeysOthers({ extraFrames, missingFrames, pairs }: TrackReading, { first, last }: FrameRange): boolean {
  const isAtEnd = ({ takeFrame, offsetFrames }: KeyPair): boolean =>
    (takeFrame === first || takeFrame === last) && Math.abs(offsetFrames) > AT_END;
  return (extraFrames.length > 0 && missingFrames.length > 0) || pairs.some(isAtEnd);
}

/**
 * The take's subjects that seem to be keyed by other keys than the target, where something is said or counted off; of
 * what nothing is said only those with more keys.
 */
export function keyedOtherwise(target: MotionDocument, take: MotionDocument, reading: Reading): Subject[] {
  const isSaid = reading.findings.length > 0;
  if ((!isSaid && reading.proposedGrade === 100) || frameCount(take.range) > MOST_FRAMES) return [];
  return target.subjects.flatMap((asked) => {
    const drawn = counterpart(take, asked);
    // What is recorded throughout, or held by hand, is read as that.
    if (!drawn || moversOf(drawn).every((channel) => isRecorded(channel, findChannel(asked, channel.id)))) return [];
    const isOther =
      hasMoreKeys(asked, drawn) ||
      (isSaid && reading.tracks.some((track) => track.subjectId === asked.id && areKeysOthers(track, take.range)));
    return isOther ? [drawn] : [];
  });
}

/** A channel as if it were recorded: a key on every frame, as it is drawn without its wobble, which stays. */
function recorded({ wobble, ...channel }: Channel, { first, last }: FrameRange): Channel {
  const keys = Array.from({ length: last - first + 1 }, (_, i) =>
    createKey(first + i, sampleChannel(channel, first + i), { leave: 'linear' }),
  );
  return { ...createChannel(channel.id, channel.resting, keys), ...(wobble && { wobble }) };
}

/** A take with some of its subjects as if they were recorded over its range. */
export function asRecorded(take: MotionDocument, some: readonly Subject[]): MotionDocument {
  return {
    ...take,
    subjects: take.subjects.map((subject) => {
      if (!some.includes(subject)) return subject;
      const movers = moversOf(subject);
      const channels = subject.channels.map((channel) =>
        movers.includes(channel) ? recorded(channel, take.range) : channel,
      );
      return { ...subject, channels };
    }),
  };
}
