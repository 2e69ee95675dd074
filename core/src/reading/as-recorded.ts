import { medianOf } from '../median.ts';
import { createChannel, createKey, findChannel } from '../motion/document/document.ts';
import type { Channel, Leave, MotionDocument, Subject } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { frameCount, type FrameRange } from '../time/range.ts';
import { askedOf, counterpart } from './counterpart.ts';
import { isRecorded, movementsOf, moversOf, regularGap, tellingOf } from './keying.ts';
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

/** Whether something of a subject has a key on most frames, be they samples or in-betweens. */
export const isKeyedByFrames = (subject: Subject): boolean =>
  moversOf(subject).some(({ keys }) => regularGap(keys) !== null);

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
    const own = reading.tracks.filter(({ subjectId }) => subjectId === asked.id);
    const isOther =
      hasMoreKeys(asked, drawn) ||
      (isSaid && own.some((track) => areKeysOthers(track, take.range))) ||
      // Of in-betweens on every frame some may have been a key.
      (own.some(({ missingFrames }) => missingFrames.length > 0) && isKeyedByFrames(drawn));
    return isOther ? [drawn] : [];
  });
}

/**
 * A gap so many times as wide as most of a recording's has samples left out: a few may be lost where it is straight,
 * and of what was there nothing is known; more, or where it is eased or held, it is keyed so.
 */
const OPEN_TIMES = { keyed: 1.5, straight: 4 };

/** The frames of a recording, and as many more where it has none: between them, and where it stands beyond them. */
function framesThroughout({ keys, before, after }: Channel, range: FrameRange): number[] {
  const every = medianOf(keys.slice(1).map(({ frame }, i) => frame - keys[i]!.frame));
  // So near to each other that they would be far too many.
  if (range.last - range.first > MOST_FRAMES * every) return keys.map(({ frame }) => frame);
  const first = keys[0]!.frame;
  const lead = before ? 0 : Math.max(0, Math.floor((first - range.first) / every));
  const frames = Array.from({ length: lead }, (_, i) => first - (lead - i) * every);
  keys.forEach(({ frame, leave }, i) => {
    const isLast = i + 1 === keys.length;
    const next = isLast ? range.last + every : keys[i + 1]!.frame;
    const most = leave === 'linear' ? OPEN_TIMES.straight : OPEN_TIMES.keyed;
    const isOpen = isLast ? !after : next - frame > most * every;
    const more = isOpen ? Math.max(0, Math.ceil((next - frame) / every - 1e-9) - 1) : 0;
    for (let k = 0; k <= more; k++) frames.push(frame + k * every);
  });
  return frames;
}

/** A channel with a key on each of some frames, drawn as it is. */
function keyedOn({ wobble, ...channel }: Channel, frames: readonly number[]): Channel {
  const own = new Map(channel.keys.map((key) => [key.frame, key]));
  let leave: Leave = 'linear';
  const keys = frames.map((frame, i) => {
    const key = own.get(frame) ?? createKey(frame, sampleChannel(channel, frame));
    const isBesideOwn = own.has(frame) && (i + 1 === frames.length || own.has(frames[i + 1]!));
    if (own.has(frame)) leave = key.leave === 'step' ? 'step' : 'linear';
    return isBesideOwn ? key : { ...key, leave };
  });
  return { ...channel, keys, ...(wobble && { wobble }) };
}

/**
 * A take whose recordings are recorded throughout: what is keyed between their samples, or beside them, and what
 * stands before and after them, is sampled as they are. Not where the target is such a recording itself.
 */
export function recordedThroughout(target: MotionDocument, take: MotionDocument): MotionDocument {
  if (frameCount(take.range) > MOST_FRAMES) return take;
  const askedBy = askedOf(target, take);
  let isAny = false;
  const subjects = take.subjects.map((subject): Subject => {
    const asked = askedBy.get(subject);
    const recordings = asked ? subject.channels.filter((row) => isRecorded(row, findChannel(asked, row.id))) : [];
    if (recordings.length === 0 || asked!.channels.some((channel) => isRecorded(channel))) return subject;
    const movers = moversOf(subject);
    const changed = new Map<Channel, Channel>();
    for (const ids of movementsOf(subject)) {
      const rows = movers.filter(({ id }) => ids.includes(id));
      const like = rows.find((row) => recordings.includes(row));
      for (const row of like ? rows : []) {
        const isOwn = recordings.includes(row);
        const frames = framesThroughout(isOwn ? row : like!, take.range);
        if (frames.length <= MOST_FRAMES && (!isOwn || frames.length > row.keys.length))
          changed.set(row, keyedOn(row, frames));
      }
    }
    if (changed.size === 0) return subject;
    isAny = true;
    return { ...subject, channels: subject.channels.map((channel) => changed.get(channel) ?? channel) };
  });
  return isAny ? { ...take, subjects } : take;
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
