import { CHANNELS } from '../document/channels.ts';
import { createChannel, findChannel, restingOf } from '../document/document.ts';
import { type Channel, type MotionDocument, type Subject, VALUE_LIMIT } from '../document/schema.ts';
import { placeOf } from '../path/pose.ts';
import { sampleChannel } from '../sampling/sample.ts';

/** What goes on beyond its keys may go further than a value may be. */
function withinLimits(value: number): number {
  return Math.min(VALUE_LIMIT, Math.max(-VALUE_LIMIT, value));
}

/** The scene an exercise starts from: the motion's subjects standing as on its first frame, with no keys at all. */
export function startingScene(motion: MotionDocument): MotionDocument {
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) =>
        createChannel(channel.id, withinLimits(sampleChannel(channel, motion.range.first))),
      ),
    })),
  };
}

/** What of an exercise's scene is its learners' to have while its model is hidden from them. */
interface Given {
  /** Whether the paths are the exercise's, so that they must be known; else they would show the way the model goes. */
  paths: boolean;
}

/**
 * The starting scene without what tells of the motion: no cues, no work range, of channels only the basic ones and
 * those that are not at rest; subjects stand where their paths put them, and the paths are given only where they are
 * not the learner's to make.
 */
export function bareScene(motion: MotionDocument, { paths }: Given): MotionDocument {
  const scene = startingScene(motion);
  const subjects = scene.subjects.map((subject): Subject => {
    const standing = paths ? subject : offItsPath(motion, subject);
    return {
      ...standing,
      positionJoined: true,
      channels: standing.channels.filter(
        (channel) => CHANNELS[channel.id].basic || channel.resting !== restingOf(subject, channel.id),
      ),
    };
  });
  return { ...scene, subjects, cues: [], workRange: null, seed: 1, guides: paths ? scene.guides : [] };
}

function offItsPath(motion: MotionDocument, subject: Subject): Subject {
  if (!subject.guide) return subject;
  const moving = motion.subjects.find((other) => other.id === subject.id)!;
  const { x, y, turn } = placeOf(motion, moving, motion.range.first);
  const rotation = (findChannel(subject, 'rotation')?.resting ?? 0) + turn;
  const at: Partial<Record<Channel['id'], number>> = { 'position.x': x, 'position.y': y, rotation };
  return {
    ...subject,
    guide: null,
    channels: subject.channels
      .filter(({ id }) => id !== 'travel')
      .map((channel) => createChannel(channel.id, withinLimits(at[channel.id] ?? channel.resting))),
  };
}
