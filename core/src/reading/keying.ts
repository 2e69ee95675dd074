import { extentOf } from '../extent.ts';
import { medianOf } from '../median.ts';
import { type ChannelId, CHANNELS } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Channel, Key, KeyRole, MotionDocument, Subject } from '../motion/document/schema.ts';
import { isMoving, isStill } from '../motion/keys/thin-keys.ts';
import { type TrackEvent, tracksOf, trackWith } from '../motion/sampling/track.ts';
import { askedOf } from './counterpart.ts';

/** From so many keys on, most of them as far apart as may be, a run of keys is a recording or drawings held by hand. */
const LEAST_KEYS = 7;
const MOST_APART = 4;
/** The share of gaps that have to be alike. */
const ALIKE = 0.75;

/** How far apart most keys are, if it is so little that they are samples; else null. They are in order. */
export function regularGap(keys: readonly Pick<Key, 'frame'>[]): number | null {
  if (keys.length < LEAST_KEYS) return null;
  // The middle gap is none of these where they are so many: told by counting, without sorting.
  let wide = 0;
  for (let i = 1; i < keys.length; i++) if (keys[i]!.frame - keys[i - 1]!.frame > MOST_APART) wide++;
  if (wide >= Math.ceil((keys.length - 1) / 2)) return null;
  const gaps = keys.slice(1).map(({ frame }, i) => frame - keys[i]!.frame);
  const middle = gaps.toSorted((a, b) => a - b)[Math.floor(gaps.length / 2)]!;
  const alike = gaps.filter((gap) => Math.abs(gap - middle) < 0.01).length;
  return alike >= ALIKE * gaps.length ? middle : null;
}

/** A key, with the values of its track's channels. */
type Sample = Pick<TrackEvent, 'frame' | 'values' | 'role'>;

/** Keys that turn back by more than this share of how far a channel goes, and so many of them, are extremes. */
const TURNS = { by: 0.05, share: 0.6 };

/** Whether most of the keys are extremes of one of their channels. */
function areExtremes(keys: readonly Sample[]): boolean {
  return keys[0]!.values.some((_, c) => {
    const { low, high } = extentOf(keys.map(({ values }) => values[c]!));
    const least = TURNS.by * (high - low);
    const step = (i: number): number => keys[i + 1]!.values[c]! - keys[i]!.values[c]!;
    let turns = 0;
    for (let i = 1; i + 1 < keys.length; i++)
      if (step(i - 1) * step(i) < 0 && Math.min(Math.abs(step(i - 1)), Math.abs(step(i))) > least) turns++;
    return turns >= TURNS.share * (keys.length - 2);
  });
}

/** Whether some are extremes and some breakdowns: someone told them apart. */
const areToldApart = (keys: readonly Sample[]): boolean => keys.some(({ role }) => role !== keys[0]!.role);

/** Nearer to each other than this what is there twice is a drawing on twos, or on fours. */
const LEAST_HELD = 3;

/** Whether each pose is there twice, held for as long: a key more amid each hold. */
function isEachThereTwice(keys: readonly Sample[], every: number): boolean {
  if (every < LEAST_HELD) return false;
  const changes = keys
    .filter(({ values }, i) => i === 0 || values.some((value, c) => value !== keys[i - 1]!.values[c]))
    .map(({ frame }) => frame);
  const gaps = changes.slice(1).map((frame, i) => frame - changes[i]!);
  return gaps.length > 1 && gaps.filter((gap) => gap === 2 * every).length >= ALIKE * gaps.length;
}

/**
 * How far apart most of the keys are, if they are samples; else null. On every frame all are; extremes that are a few
 * frames apart are none, nor are extremes and breakdowns, nor poses that are each there twice.
 */
export function sampledEvery(keys: readonly Sample[]): number | null {
  const every = regularGap(keys);
  const areMeant = every !== null && every > 1 && (areToldApart(keys) || areExtremes(keys));
  return areMeant || (every !== null && isEachThereTwice(keys, every)) ? null : every;
}

/**
 * The same of a take's keys: those that are no more than the target has, each of them meant, are no samples; nor are
 * those some frames apart that have in-betweens of their own: with these they are so many keys in all.
 */
export function drawnEvery(
  drawn: readonly Sample[],
  asked: readonly Sample[],
  inAll: number = drawn.length,
): number | null {
  if (drawn.length <= asked.length && sampledEvery(asked) === null) return null;
  const every = sampledEvery(drawn);
  return every !== null && every > 1 && drawn.length < ALIKE * inAll ? null : every;
}

/** Those that are more than in-betweens; all where none is more. */
export function tellingOf<T extends { role: KeyRole }>(all: readonly T[]): T[] {
  const telling = all.filter(({ role }) => role !== 'inbetween');
  return telling.length > 0 ? telling : [...all];
}

const sampleOf = ({ frame, value, role }: Key): Sample => ({ frame, values: [value], role });

/** Whether a channel has a key on most frames: it is a recording of what is asked, or drawings held by hand. */
export function isRecorded({ keys }: Channel, asked?: Channel): boolean {
  const telling = tellingOf(keys);
  if (regularGap(telling) === null) return false;
  return drawnEvery(telling.map(sampleOf), tellingOf(asked?.keys ?? []).map(sampleOf), keys.length) !== null;
}

/** The channels of a subject that move and are read as movements. */
export const moversOf = ({ channels }: Subject): Channel[] =>
  channels.filter((channel) => isMoving(channel) && isRead(channel));

const SIZES: readonly ChannelId[] = ['scale.x', 'scale.y'];

/** What is keyed together: the coordinates of a place, and both sizes. */
export function movementsOf(subject: Subject): ChannelId[][] {
  const ids = tracksOf(subject).map(({ channelIds }) => [...channelIds]);
  const isSize = ([id]: ChannelId[]): boolean => SIZES.includes(id!);
  return [...ids.filter((own) => !isSize(own)), ids.filter(isSize).flat()];
}

/** The frames of keys that are other than the one before. */
const changesOf = (keys: readonly Key[]): number[] =>
  keys.filter(({ value }, i) => i > 0 && value !== keys[i - 1]!.value).map(({ frame }) => frame);

/** So many changes at least show how long drawings are there. */
const LEAST_CHANGES = 4;

/**
 * Of a channel with a key on every frame how many frames most drawings are there, all of them so many or a multiple of
 * it; else null. What changes by a rounded digit at a time is no drawing anew.
 */
function sameFor({ keys }: Channel): number | null {
  if (regularGap(keys) !== 1) return null;
  const changes = changesOf(keys);
  if (changes.length < LEAST_CHANGES) return null;
  const gaps = changes.slice(1).map((frame, i) => frame - changes[i]!);
  const every = Math.min(...gaps);
  if (every < 2 || every > MOST_APART || gaps.some((gap) => gap % every !== 0)) return null;
  if (gaps.filter((gap) => gap === every).length < ALIKE * gaps.length) return null;
  const steps = keys.slice(1).map(({ value }, i) => Math.abs(value - keys[i]!.value));
  return isDigit(medianOf(steps.filter((step) => step > 0))) ? null : every;
}

/** Whether a number is 1, 0.1, 0.01 …, but for rounding. */
function isDigit(step: number): boolean {
  const power = Math.log10(step);
  return power < 0.5 && Math.abs(power - Math.round(power)) < 1e-6;
}

/** A channel with a key on every frame with one on every drawing. */
function keyedByDrawing(channel: Channel, every: number): Channel {
  const [first] = changesOf(channel.keys);
  const isDrawn = ({ frame }: Key): boolean => (frame - first!) % every === 0;
  return { ...channel, keys: channel.keys.filter(isDrawn) };
}

/**
 * Whether a channel is drawn anew every so many frames and held between, all by hand, or with each drawing keyed again
 * on every frame it is there; then how many, also one.
 */
function heldEvery(channel: Channel): number | null {
  if (CHANNELS[channel.id].blend === 'held' || channel.keys.length < LEAST_KEYS || isStill(channel)) return null;
  const same = sameFor(channel);
  if (same !== null) return same;
  const held = channel.keys.filter(
    (key, i) => key.leave === 'step' || i === channel.keys.length - 1 || key.value === channel.keys[i + 1]!.value,
  );
  if (held.length < channel.keys.length) return null;
  // Drawings that are there twice are one that is held longer.
  const drawn = channel.keys.filter(
    (key, i) => i === 0 || key.leave === 'step' || key.value !== channel.keys[i - 1]!.value,
  );
  const every = regularGap(drawn);
  if (every === null || !Number.isInteger(every)) return null;
  return isEachThereTwice(drawn.map(sampleOf), every) ? null : every;
}

/** Whether two channels that hold each value jump on the same frames: whatever is keyed between says nothing. */
function jumpsAlike(channel: Channel, other: Channel | undefined): boolean {
  const jumps = ({ keys }: Channel): string | null =>
    keys.slice(0, -1).every(({ leave }) => leave === 'step')
      ? keys.flatMap(({ frame, value }, i) => (i === 0 || value === keys[i - 1]!.value ? [] : [frame])).join()
      : null;
  const own = jumps(channel);
  return own !== null && other !== undefined && own === jumps(other);
}

/**
 * A take whose drawings are held on ones, twos, threes or fours by hand, as one that is shown so: what goes on beneath
 * is read as what is on ones. Where the target itself is drawn like that, it stays as it is.
 */
export function withHeldDrawings(take: MotionDocument, target: MotionDocument): MotionDocument {
  let isAny = false;
  const askedBy = askedOf(target, take);
  const subjects = take.subjects.map((subject): Subject => {
    const asked = askedBy.get(subject);
    if (!asked) return subject;
    const movers = moversOf(subject);
    const every = movers[0] ? heldEvery(movers[0]) : null;
    if (every === null || movers.some((channel) => heldEvery(channel) !== every)) return subject;
    if (subject.exposure > 1 && subject.exposure !== every) return subject;
    if (asked.channels.some((channel) => heldEvery(channel) === every)) return subject;
    if (movers.every((channel) => jumpsAlike(channel, findChannel(asked, channel.id)))) return subject;
    isAny = true;
    return {
      ...subject,
      exposure: every,
      channels: subject.channels.map((channel) => {
        if (!movers.includes(channel)) return channel;
        const own = sameFor(channel) === null ? channel : keyedByDrawing(channel, every);
        return { ...own, keys: own.keys.map((key) => ({ ...key, leave: 'linear' as const })) };
      }),
    };
  });
  return isAny ? { ...take, subjects } : take;
}

function isRead({ id }: Channel): boolean {
  return CHANNELS[id].blend !== 'held' && trackWith(id) !== undefined;
}
