import type { MotionDocument } from '../document/schema.ts';
import type { ChannelRef } from './change-keys.ts';
import { isStill } from './thin-keys.ts';

/** The channels that a model moves, subject by subject: what whoever works after it has to key. */
export function movedChannels(model: MotionDocument): ChannelRef[] {
  return model.subjects
    .filter((subject) => !subject.locked)
    .flatMap((subject) =>
      subject.channels
        .filter((channel) => channel.keys.length > 0 && !isStill(channel))
        .map((channel) => ({ subjectId: subject.id, channelId: channel.id })),
    );
}
