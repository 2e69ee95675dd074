import { CoreError } from '../../core-error.ts';
import { BASIC_CHANNELS, CHANNEL_IDS, type ChannelId, CHANNELS } from './channels.ts';
import { packColour } from './colour.ts';
import { type Look, pileOf, USUAL_STROKE, USUAL_STROKE_PX } from './look.ts';
import type { Channel, Handle, Key, MotionDocument, Subject } from './schema.ts';
import { MOTION_VERSION } from './upgrade.ts';

const NO_HANDLE: Handle = { frames: 0, value: 0 };

/** A key as it is made by hand: an extreme that curves on without overshoot, unless told otherwise. */
export function createKey(frame: number, value: number, options: Partial<Omit<Key, 'frame' | 'value'>> = {}): Key {
  return { frame, value, role: 'extreme', leave: 'curve', in: NO_HANDLE, out: NO_HANDLE, link: 'auto', ...options };
}

/** A channel without keys, at the given resting value (its kind's own unless said). */
export function createChannel(id: ChannelId, resting: number = CHANNELS[id].resting, keys: Key[] = []): Channel {
  return { id, resting, keys };
}

/** What a channel that a subject does not have yet is at: its kind's resting value, or what its look says. */
export function restingOf({ look }: Subject, id: ChannelId): number {
  if (id === 'fill') return packColour(look.fill);
  if (id === 'stroke') return packColour(look.stroke ?? USUAL_STROKE);
  if (id === 'stroke.width') return look.strokePx ?? USUAL_STROKE_PX;
  return CHANNELS[id].resting;
}

/** Whether a subject has any use for a channel: a colour of what is not seen, say, has none. */
export function hasUseFor({ look, guide }: Subject, id: ChannelId): boolean {
  const isSeen = look.shape !== 'group' && look.shape !== 'camera';
  switch (id) {
    case 'travel':
      return guide !== null;
    case 'drawing':
      return pileOf(look) > 0;
    case 'morph':
      return look.morphTo !== undefined;
    case 'fill':
      return isSeen && look.shape !== 'picture' && look.shape !== 'line';
    case 'stroke':
    case 'stroke.width':
    case 'opacity':
      return isSeen;
    case 'skew.x':
    case 'skew.y':
    case 'scale.y':
      return look.shape !== 'camera';
    default:
      return true;
  }
}

/** All channels a subject has or could be keyed on, in their order. */
export function channelsFor(subject: Subject): Channel[] {
  return CHANNEL_IDS.flatMap((id): Channel[] => {
    const own = findChannel(subject, id);
    if (own && (own.keys.length > 0 || hasUseFor(subject, id))) return [own];
    return hasUseFor(subject, id) ? [createChannel(id, restingOf(subject, id))] : [];
  });
}

/** A subject with the basic channels at rest, standing at `at` in stage pixels. */
export function createSubject(id: string, name: string, look: Look, at: { x: number; y: number }): Subject {
  const resting = { 'position.x': at.x, 'position.y': at.y } as Partial<Record<ChannelId, number>>;
  const channels = BASIC_CHANNELS.map((channelId) => createChannel(channelId, resting[channelId]));
  return {
    id,
    name,
    look,
    locked: false,
    visible: true,
    parentId: null,
    pivot: { x: 0, y: 0 },
    positionJoined: true,
    guide: null,
    exposure: 1,
    channels,
  };
}

/** A subject made, with keys on some of its basic channels. */
export function createKeyedSubject(
  ...[id, name, look, at, keys]: [...Parameters<typeof createSubject>, Partial<Record<ChannelId, Key[]>>]
): Subject {
  const subject = createSubject(id, name, look, at);
  return { ...subject, channels: subject.channels.map((channel) => ({ ...channel, keys: keys[channel.id] ?? [] })) };
}

/** An empty motion: 24 fps, frames 1 to 25 (one second of travel), on a stage of 960 × 540 px. */
export function createMotion(subjects: Subject[] = []): MotionDocument {
  return {
    format: 'undulan-motion',
    version: MOTION_VERSION,
    rate: { num: 24, den: 1 },
    range: { first: 1, last: 25 },
    workRange: null,
    restFrame: null,
    stage: { widthPx: 960, heightPx: 540, background: '#fffdf8', pixelsPerMetre: 100 },
    subjects,
    guides: [],
    cues: [],
    seed: 1,
  };
}

export function findSubject(motion: MotionDocument, subjectId: string): Subject | undefined {
  return motion.subjects.find((subject) => subject.id === subjectId);
}

export function findChannel(subject: Subject, channelId: ChannelId): Channel | undefined {
  // Asked for a dozen times a subject a frame: a loop takes a fifth of what `find` does.
  for (const channel of subject.channels) if (channel.id === channelId) return channel;
  return undefined;
}

/**
 * The channel an edit names. Throws `unknown-subject`. A channel the subject does not have yet is at its resting value.
 */
export function channelOf(motion: MotionDocument, subjectId: string, channelId: ChannelId): Channel {
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return findChannel(subject, channelId) ?? createChannel(channelId, restingOf(subject, channelId));
}

/** A channel with all its values more by so much, at rest too. */
export function shiftedChannel(channel: Channel, by: number): Channel {
  return {
    ...channel,
    resting: channel.resting + by,
    keys: channel.keys.map((key) => ({ ...key, value: key.value + by })),
  };
}

/** A channel with all its values so many times as large, with how it goes from one to the next. */
export function scaledChannel(channel: Channel, times: number): Channel {
  return {
    ...channel,
    resting: channel.resting * times,
    ...(channel.wobble && { wobble: { ...channel.wobble, amplitude: channel.wobble.amplitude * times } }),
    keys: channel.keys.map((key) => ({
      ...key,
      value: key.value * times,
      in: { ...key.in, value: key.in.value * times },
      out: { ...key.out, value: key.out.value * times },
    })),
  };
}

/**
 * The motion with one channel replaced (or added); everything else is shared with the old one. Throws
 * `unknown-subject`.
 */
export function withChannel(motion: MotionDocument, subjectId: string, channel: Channel): MotionDocument {
  channelOf(motion, subjectId, channel.id);
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => {
      if (subject.id !== subjectId) return subject;
      const known = subject.channels.some((other) => other.id === channel.id);
      const channels = known
        ? subject.channels.map((other) => (other.id === channel.id ? channel : other))
        : [...subject.channels, channel];
      return { ...subject, channels };
    }),
  };
}
