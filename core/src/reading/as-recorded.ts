import { CHANNELS } from '../motion/document/channels.ts';
import { createChannel, createKey } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { isStill } from '../motion/keys/thin-keys.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { frameCount } from '../time/range.ts';
import { counterpart } from './counterpart.ts';
import type { TrackReading } from './schema.ts';

/** Of longer takes it is not tried whether they are keyed otherwise. */
const MOST_FRAMES = 2000;

/** A key at an end of the range that is off by more frames than this may be there for the range's sake. */
const AT_END = 1;

/**
 * The take's subjects that seem to be keyed by other keys than the target: of a movement there are keys too many, and
 * more than one of them or others missing; or a key is off that stands at an end of the range.
 */
export function keyedOtherwise(
  target: MotionDocument,
  take: MotionDocument,
  tracks: readonly TrackReading[],
): Subject[] {
  const { first, last } = take.range;
  if (frameCount(take.range) > MOST_FRAMES) return [];
  const isOther = ({ extraFrames, missingFrames, pairs }: TrackReading): boolean =>
    (extraFrames.length > 0 && extraFrames.length + missingFrames.length > 1) ||
    pairs.some(
      ({ takeFrame, offsetFrames }) =>
        (takeFrame === first || takeFrame === last) && Math.abs(offsetFrames) > AT_END,
    );
  return target.subjects.flatMap((asked) => {
    const isAsked = tracks.some((track) => track.subjectId === asked.id && isOther(track));
    const drawn = isAsked ? counterpart(take, asked) : undefined;
    return drawn ? [drawn] : [];
  });
}

/** A take with some of its subjects as if they were recorded: a key on every frame of its range, as it is drawn. */
export function asRecorded(take: MotionDocument, some: readonly Subject[]): MotionDocument {
  const { first, last } = take.range;
  const recorded = (channel: Channel): Channel =>
    CHANNELS[channel.id].blend || channel.keys.length < 2 || isStill(channel)
      ? channel
      : createChannel(
          channel.id,
          channel.resting,
          Array.from({ length: last - first + 1 }, (_, i) =>
            createKey(first + i, sampleChannel(channel, first + i), { leave: 'linear' }),
          ),
        );
  return {
    ...take,
    subjects: take.subjects.map((subject) =>
      some.includes(subject) ? { ...subject, channels: subject.channels.map(recorded) } : subject,
    ),
  };
}
