import { extentOf } from '../extent.ts';
import { medianOf } from '../median.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Channel, Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import { extentOfKeys, isMoving } from '../motion/keys/thin-keys.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { trackWith } from '../motion/sampling/track.ts';
import { askedOf } from './counterpart.ts';
import type { Recording } from './drawn-by-keys.ts';
import { keysDrawing } from './key-search.ts';
import { isRecorded, movementsOf, moversOf } from './keying.ts';
import { noiseOf, standsWithin } from './moments.ts';
import type { Finding } from './schema.ts';
import { createSharedTime, type SharedTime } from './shared-time.ts';

/** Of longer movements no keys are sought, nor when so many samples of a take have been compared. */
const MOST = { keys: 24, samples: 600, compared: 6_000_000 };
/** Through more noise than this share of a movement no keys are seen; with less than the least it is as if without. */
const NOISE = { least: 0.001, most: 0.03 };
/** How many frames noise leaves open of when. */
const NOISE_OPENS = 0.6;

/** How near to each other keys may be found: a sample at least lies between two, or half of what the target asks. */
function leastApart(asked: readonly Channel[], drawn: readonly Channel[]): number {
  const gaps = (channels: readonly Channel[]): number[] =>
    channels.flatMap(({ keys }) => keys.slice(1).map(({ frame }, i) => frame - keys[i]!.frame));
  return Math.min(medianOf(gaps(drawn)), ...gaps(asked).map((gap) => gap / 2));
}

/**
 * What stands still is recorded with so many times the noise, or so much of how far the movement goes, at most; where
 * it ought to go somewhere, with no more than so much of that either.
 */
const STANDS = { times: 8, share: 0.004, ofAsked: 0.05 };

/** Whether a coordinate is recorded as no more than noise, beside a movement of `span`. */
function standsInNoise(asked: Channel | undefined, row: Channel, span: number): boolean {
  if (!isRecorded(row, asked)) return false;
  const extent = extentOfKeys(row.keys);
  const noise = noiseOf(row.keys.map(({ value }) => value));
  if (extent > Math.max(STANDS.times * noise, STANDS.share * span)) return false;
  return !asked || !isMoving(asked) || extent <= STANDS.ofAsked * extentOfKeys(asked.keys);
}

/** A subject with what it is recorded to do without moving on one key, at its middle. */
function withStanding(asked: Subject, drawn: Subject): Subject {
  const movers = moversOf(drawn);
  const standing = movementsOf(drawn).flatMap((ids) => {
    const span = Math.max(0, ...ids.map((id) => extentOfKeys(findChannel(asked, id)?.keys ?? [])));
    return movers.filter((row) => ids.includes(row.id) && standsInNoise(findChannel(asked, row.id), row, span));
  });
  if (standing.length === 0) return drawn;
  const channels = drawn.channels.map((channel) =>
    standing.includes(channel)
      ? { ...channel, keys: [{ ...channel.keys[0]!, value: medianOf(channel.keys.map(({ value }) => value)) }] }
      : channel,
  );
  return { ...drawn, channels };
}

/**
 * The noise of a recorded channel. What is as quick as noise, but stands exactly still between, is none: if keys draw
 * it at all, they draw it as it is.
 */
function noiseIn({ keys }: Channel, span: number): number {
  const values = keys.map(({ value }) => value);
  const noise = noiseOf(values);
  return noise > NOISE.most * span && standsWithin(values) ? 0 : noise;
}

/** The recordings of a subject's movements that keys may draw; null where one of them is no recording of it. */
function recordingsOf(
  asked: Subject,
  drawn: Subject,
  time: SharedTime,
  shared: Pick<Recording, 'about' | 'effort'>,
): Recording[] | null {
  const movers = moversOf(drawn);
  const recordings: Recording[] = [];
  for (const channelIds of movementsOf(drawn)) {
    const rows = movers.filter(({ id }) => channelIds.includes(id));
    if (rows.length === 0) continue;
    const own = rows.flatMap(({ id }) => findChannel(asked, id) ?? []);
    if (own.length < rows.length || own.some((channel) => !isMoving(channel) || isRecorded(channel))) return null;
    if (rows.some((row) => !isRecorded(row, findChannel(asked, row.id)) || row.keys.length > MOST.samples)) return null;
    if (own.some(({ keys }) => keys.length > MOST.keys)) return null;
    const span = Math.max(...own.map(({ keys }) => extentOfKeys(keys)));
    const noise = Math.max(...rows.map((row) => noiseIn(row, span)));
    if (noise > NOISE.most * span) return null;
    recordings.push({
      asked: own,
      frames: rows.map(({ keys }) => keys.map(({ frame }) => time.toTarget(frame))),
      values: rows.map(({ keys }) => keys.map(({ value }) => value)),
      span,
      noise,
      apart: leastApart(own, rows),
      ...shared,
    });
  }
  return recordings;
}

/** Keys on the target's ruler, on the take's. */
function onRuler(keys: readonly Key[], { toTake }: SharedTime): Key[] {
  const ratio = toTake(1) - toTake(0);
  const along = (handle: Key['in']): Key['in'] => ({ ...handle, frames: handle.frames * ratio });
  return keys.map((key) => ({ ...key, frame: toTake(key.frame), in: along(key.in), out: along(key.out) }));
}

/** A take with the keys found of its recordings. */
export interface KeysFound {
  take: MotionDocument;
  /** By the ids of the subjects whose keys were found: how many frames these leave open of when something happens. */
  openFrames: ReadonlyMap<string, number>;
}

/** A take with its recordings keyed as the target is, where the target's keys, changed here and there, draw them. */
export function withKeysFound(target: MotionDocument, take: MotionDocument): KeysFound {
  const openFrames = new Map<string, number>();
  const time = createSharedTime(target, take);
  const starts = target.subjects.flatMap(({ channels }) => channels.filter(isMoving).map(({ keys }) => keys[0]!.frame));
  const about = extentOf(starts).low;
  const effort = { left: MOST.compared };
  const askedBy = askedOf(target, take);
  const subjects = take.subjects.map((recorded): Subject => {
    const asked = askedBy.get(recorded);
    if (!asked) return recorded;
    const drawn = withStanding(asked, recorded);
    const recordings = recordingsOf(asked, drawn, time, { about, effort });
    if (!recordings || recordings.length === 0) return recorded;
    const keyed = new Map<string, Key[]>();
    for (const recording of recordings) {
      const keys = keysDrawing(recording);
      if (!keys) return recorded;
      recording.asked.forEach(({ id }, c) => keyed.set(id, onRuler(keys[c]!, time)));
    }
    openFrames.set(drawn.id, recordings.some(({ noise, span }) => noise > NOISE.least * span) ? NOISE_OPENS : 0);
    return {
      ...drawn,
      channels: drawn.channels.map((channel) => {
        const keys = keyed.get(channel.id);
        return keys ? { ...findChannel(asked, channel.id)!, keys } : channel;
      }),
    };
  });
  return { take: openFrames.size > 0 ? { ...take, subjects } : take, openFrames };
}

/** Those pops of a recording that the keys found for it do not draw. */
export function popsBeside(
  pops: readonly Finding[],
  recorded: MotionDocument,
  { take, openFrames }: KeysFound,
): Finding[] {
  return pops.filter(({ subjectId, track, firstFrame, tolerance }) => {
    const [own, keyed] = [recorded, take].map((motion) => motion.subjects.find(({ id }) => id === subjectId));
    if (!own || !keyed || !openFrames.has(keyed.id)) return true;
    return own.channels.some((channel) => {
      const drawn = findChannel(keyed, channel.id);
      const isOf = trackWith(channel.id)?.id === track && channel.keys.some(({ frame }) => frame === firstFrame);
      return (
        isOf && drawn && Math.abs(sampleChannel(channel, firstFrame) - sampleChannel(drawn, firstFrame)) > tolerance
      );
    });
  });
}
