import { exposedDrawings } from '../../time/exposure.ts';
import { CHANNELS } from '../document/channels.ts';
import { channelOf, createKey, findSubject, withChannel } from '../document/document.ts';
import type { MotionDocument } from '../document/schema.ts';
import type { ChannelRef, Edit } from '../keys/change-keys.ts';
import { sampleChannel } from '../sampling/sample.ts';

/**
 * Writes a channel down as a key on every drawing of the range at its subject's exposure: straight from frame to frame
 * on ones, held on twos and more. Its wobble and what it does outside its keys are in the values then, and go. Keys
 * that were there give way to the drawn ones. Throws `unknown-subject`.
 */
export function bakeKeys(motion: MotionDocument, { subjectId, channelId }: ChannelRef): Edit {
  const channel = channelOf(motion, subjectId, channelId);
  const exposure = findSubject(motion, subjectId)!.exposure;
  const roles = new Map(channel.keys.map((key) => [key.frame, key.role]));
  const leave = exposure > 1 || CHANNELS[channelId].blend === 'held' ? ('step' as const) : ('linear' as const);
  const drawn = exposedDrawings(motion.range, exposure).map(({ frame }) =>
    createKey(frame, sampleChannel(channel, frame), { leave, role: roles.get(frame) ?? 'inbetween' }),
  );
  const frames = new Set(drawn.map((key) => key.frame));
  return {
    motion: withChannel(motion, subjectId, { id: channelId, resting: channel.resting, keys: drawn }),
    keys: drawn.map((key) => ({ subjectId, channelId, frame: key.frame })),
    gaveWay: channel.keys
      .filter((key) => !frames.has(key.frame))
      .map((key) => ({ subjectId, channelId, frame: key.frame })),
  };
}
