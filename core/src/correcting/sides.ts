import { CHANNELS } from '../motion/document/channels.ts';
import { findChannel, withChannel } from '../motion/document/document.ts';
import type { Channel, Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import type { KeyRef } from '../motion/keys/change-keys.ts';
import type { TrackReading } from '../reading/schema.ts';
import type { SharedTime } from '../reading/shared-time.ts';
import { roundTo, theSubject } from '../reading/words.ts';
import { withUnit } from '../with-unit.ts';

/** A change of a take that may put it right: what is done, in words, and to how many keys. */
export interface EditOnOffer {
  sentence: string;
  keys: number;
  /** Of the take as it is when this is done; unchanged where what it speaks of is not there. */
  apply: (take: MotionDocument) => MotionDocument;
}

/** A subject of the target and the take's own, and how time runs between them. */
export interface Both {
  model: Subject;
  own: Subject;
  time: SharedTime;
  /** Of what is meant, the channels that either side keys. */
  channelIds: Channel['id'][];
}

/** What an edit is made for: one track of the reading, on both sides. */
export interface Sides extends Both {
  take: MotionDocument;
  track: TrackReading;
}

export const keysOf = (subject: Subject | undefined, id: Channel['id']): readonly Key[] =>
  (subject && findChannel(subject, id)?.keys) ?? [];

export const keyAt = (keys: readonly Key[], frame: number): Key | undefined => keys.find((key) => key.frame === frame);

/** Of a subject the named channels changed, those that are not there made. */
export function changeChannels(
  take: MotionDocument,
  subjectId: string,
  ids: readonly Channel['id'][],
  change: (keys: readonly Key[], id: Channel['id']) => readonly Key[],
): MotionDocument {
  return ids.reduce((motion, id) => {
    const subject = motion.subjects.find((other) => other.id === subjectId);
    if (!subject) return motion;
    const channel = findChannel(subject, id) ?? { id, resting: CHANNELS[id].resting, keys: [] };
    const keys = change(channel.keys, id);
    return keys === channel.keys ? motion : withChannel(motion, subjectId, { ...channel, keys: [...keys] });
  }, take);
}

export const sayValue = (id: Channel['id'], value: number): string => {
  const { label, unit } = CHANNELS[id];
  const amount = `${value < 0 ? '−' : ''}${roundTo(Math.abs(value), 2)}`;
  return `${label.toLowerCase()} ${withUnit(amount, unit)}`;
};

/** One channel of a subject in a sentence: `position x of the pea`. */
export const channelOfSubject = (id: Channel['id'], name: string): string =>
  `${CHANNELS[id].label.toLowerCase()} of ${theSubject(name)}`;

/** Of what a sentence is: its movement where the subject has several, else the subject. */
export function whose({ track, take }: Sides): string {
  const several = take.subjects.filter((subject) => !subject.locked).length > 1;
  return several ? `${track.label.toLowerCase()} of ${theSubject(track.subjectName)}` : track.label.toLowerCase();
}

/** The keys of the take's track on some of its frames. */
export function refsOn({ own, channelIds }: Both, isMeant: (frame: number) => boolean): KeyRef[] {
  return channelIds.flatMap((channelId) =>
    keysOf(own, channelId)
      .filter((key) => isMeant(key.frame))
      .map(({ frame }) => ({ subjectId: own.id, channelId, frame })),
  );
}
