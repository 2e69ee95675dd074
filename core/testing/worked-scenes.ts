import {
  type ChannelId,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Finding,
  type FindingKind,
  type Key,
  type MotionDocument,
  readTake,
  type Subject,
  type Target,
} from '../src/index.ts';

const LOOK = { shape: 'drawer', widthPx: 100, heightPx: 100, fill: '#9a6b00' } as const;

/** A subject with keys on some of its channels, for cases worked out by hand. */
export function subjectWith(
  id: string,
  tracks: Partial<Record<ChannelId, Key[]>>,
  more: Partial<Subject> = {},
): Subject {
  const subject = createSubject(id, id.charAt(0).toUpperCase() + id.slice(1), LOOK, { x: 0, y: 0 });
  const ids = [...new Set([...subject.channels.map((channel) => channel.id), ...(Object.keys(tracks) as ChannelId[])])];
  return {
    ...subject,
    ...more,
    channels: ids.map((channelId) => createChannel(channelId, undefined, tracks[channelId] ?? [])),
  };
}

export function sceneOf(subjects: Subject[], last = 25, more: Partial<MotionDocument> = {}): MotionDocument {
  return { ...createMotion(subjects), range: { first: 1, last }, ...more };
}

/** Straight from key to key. */
export const straight = (...keys: [frame: number, value: number][]): Key[] =>
  keys.map(([frame, value]) => createKey(frame, value, { leave: 'linear' }));

/** Held on each key, in jumps from one to the next. */
export const held = (...keys: [frame: number, value: number][]): Key[] =>
  keys.map(([frame, value]) => createKey(frame, value, { leave: 'step' }));

/** Slow into and out of every key. */
export const soft = (...keys: [frame: number, value: number][]): Key[] =>
  keys.map(([frame, value]) => createKey(frame, value, { link: 'flat' }));

/** What a reading finds of some kinds, allowing a frame and five percent. */
export function found(
  motion: MotionDocument,
  take: MotionDocument,
  kinds: readonly FindingKind[],
  more: Partial<Target> = {},
): Finding[] {
  return readTake({ motion, tolerances: { keyFrames: 1, spacingPercent: 5 }, ...more }, take).findings.filter(
    (finding) => kinds.includes(finding.kind),
  );
}
