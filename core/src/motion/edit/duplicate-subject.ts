import { CoreError } from '../../core-error.ts';
import { findSubject } from '../document/document.ts';
import type { Channel, MotionDocument, Subject } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';
import { sampleChannel } from '../sampling/sample.ts';

/** How far beside the first a still copy stands, so that it is seen. */
const BESIDE_PX = 24;

/**
 * A copy of a subject in front of it: with its keys, so that it moves the same way; or without, standing as the first
 * does on `frame`, a little beside. Throws `unknown-subject`.
 */
export function duplicateSubject(
  motion: MotionDocument,
  subjectId: string,
  { id, name, withKeys, frame }: { id: string; name: string; withKeys: boolean; frame: number },
): Edit {
  const at = motion.subjects.findIndex((subject) => subject.id === subjectId);
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  const still = (channel: Channel): Channel => {
    const beside = channel.id === 'position.x' || channel.id === 'position.y' ? BESIDE_PX : 0;
    return { id: channel.id, resting: sampleChannel(channel, frame) + beside, keys: [] };
  };
  const copy: Subject = {
    ...subject,
    id,
    name,
    channels: withKeys ? subject.channels : subject.channels.map(still),
  };
  return { motion: { ...motion, subjects: motion.subjects.toSpliced(at + 1, 0, copy) }, keys: [], gaveWay: [] };
}
