import { CoreError } from '../../core-error.ts';
import { channelOf, findSubject, withChannel } from '../document.ts';
import type { MotionDocument } from '../schema.ts';
import type { Edit, KeyRef } from './edit.ts';
import { withKeyAt } from './insert-key.ts';

const AXES = ['position.x', 'position.y'] as const;

function setJoined(motion: MotionDocument, subjectId: string, positionJoined: boolean): MotionDocument {
  if (!findSubject(motion, subjectId)) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return { ...motion, subjects: motion.subjects.map((subject) => (subject.id === subjectId ? { ...subject, positionJoined } : subject)) };
}

/** Lets position x and y be keyed apart. No key changes. Throws `unknown-subject`. */
export function splitPosition(motion: MotionDocument, subjectId: string): Edit {
  return { motion: setJoined(motion, subjectId, false), keys: [], gaveWay: [] };
}

/** Keys position x and y together again: wherever one has a key the other gets one that leaves its motion as it is (a named ease cut in two: nearly). Throws `unknown-subject`. */
export function joinPosition(motion: MotionDocument, subjectId: string): Edit {
  let joined = setJoined(motion, subjectId, true);
  const frames = new Set(AXES.flatMap((axis) => channelOf(motion, subjectId, axis).keys.map((key) => key.frame)));
  const keys: KeyRef[] = [];
  for (const channelId of AXES) {
    let channel = channelOf(joined, subjectId, channelId);
    for (const frame of [...frames].sort((a, b) => a - b)) {
      const cut = withKeyAt(channel, frame);
      if (cut !== channel) keys.push({ subjectId, channelId, frame });
      channel = cut;
    }
    joined = withChannel(joined, subjectId, channel);
  }
  return { motion: joined, keys, gaveWay: [] };
}
