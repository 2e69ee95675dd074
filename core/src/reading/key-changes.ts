import { EASE_NAMES } from '../motion/curve/eases.ts';
import { createKey } from '../motion/document/document.ts';
import type { Key, Leave } from '../motion/document/schema.ts';
import { settled } from '../motion/keys/hold-poses.ts';

/** The keys of a movement, a row a channel. */
export type Keys = readonly Key[][];

/** What a change is of; of one coordinate alone is less plain than of all. */
export const FAMILIES = ['time', 'pose', 'ease', 'left out'] as const;
/** A pause more is for where none of these draws it; with a key more nearly anything can be drawn: that comes last. */
export type Family = (typeof FAMILIES)[number] | 'paused' | 'put in';

export interface Change {
  keys: Keys;
  /** Only one of several coordinates has it. */
  isLone: boolean;
  /** Of all of it, where that is changed. */
  pace?: number;
}

/** Keys are tried so many frames late or early. */
const MOST_FRAMES = 16;

/** Of fewer moments a pace is no more than where they lie. */
const LEAST_PACED = 3;
/** Frames of found keys lie on quarters, finer than which nobody asks. */
const GRAIN = 4;

const EASES: readonly Leave[] = ['linear', 'step', ...EASE_NAMES];

const onQuarters = (frame: number): number => Math.round(frame * GRAIN) / GRAIN;

/** Whether keys are in order, and no two of a channel nearer to each other than that. */
export function areApart(keys: Keys, least: number): boolean {
  for (const own of keys)
    for (let i = 1; i < own.length; i++) if (!(own[i]!.frame - own[i - 1]!.frame >= least - 1e-9)) return false;
  return true;
}

/** The frames that have a key, in order. */
export const framesOf = (keys: Keys): number[] =>
  [...new Set(keys.flatMap((own) => own.map(({ frame }) => frame)))].sort((a, b) => a - b);

/** Keys from one frame to another later. They are in order. */
export function later(keys: Keys, from: number, to: number, by: number): Keys {
  return keys.map((own) => {
    let start = 0;
    while (start < own.length && own[start]!.frame < from) start++;
    let end = start;
    while (end < own.length && own[end]!.frame <= to) end++;
    if (start === end) return own;
    const moved = own.slice();
    for (let i = start; i < end; i++) moved[i] = { ...own[i]!, frame: own[i]!.frame + by };
    return moved;
  });
}

/** Keys at another pace about a frame, and so much later. */
function paced(keys: Keys, about: number, pace: number, shift: number): Keys {
  return keys.map((own) =>
    own.map((key) => ({
      ...key,
      frame: onQuarters(about + (key.frame - about) * pace + shift),
      in: { ...key.in, frames: key.in.frames * pace },
      out: { ...key.out, frames: key.out.frames * pace },
    })),
  );
}

/** The same change of all coordinates; and, of several, of each by itself. */
function* eachAlone(keys: Keys, change: (keys: Keys) => Keys): Generator<Change> {
  yield { keys: change(keys), isLone: false };
  if (keys.length < 2) return;
  for (let c = 0; c < keys.length; c++)
    yield { keys: keys.map((own, k) => (k === c ? change([own])[0]! : own)), isLone: true };
}

function* otherTimes(keys: Keys): Generator<Change> {
  const frames = framesOf(keys);
  const last = frames.at(-1)!;
  for (let far = 1; far <= MOST_FRAMES; far++)
    for (const by of [far, -far])
      for (const from of frames) {
        yield* eachAlone(keys, (own) => later(own, from, last, by));
        if (from < last) yield* eachAlone(keys, (own) => later(own, from, from, by));
      }
  // All the way to the key beside it: what starts far too late, or is there far too soon.
  const first = frames[0]!;
  const widest = Math.max(...keys.flatMap((own) => own.slice(1).map(({ frame }, i) => frame - own[i]!.frame)));
  for (let far = MOST_FRAMES + 1; far < widest; far++) {
    yield* eachAlone(keys, (own) => later(own, first, first, far));
    yield* eachAlone(keys, (own) => later(own, last, last, -far));
  }
}

/** Paces from one to another, each so many times the one before. */
interface Paces {
  least: number;
  most: number;
  ratio: number;
}

export const ROUGH_PACES: Paces = { least: 0.5, most: 2, ratio: 1.02 };
export const paceAbout = (pace: number): Paces => ({ least: pace / 1.02, most: pace * 1.02, ratio: 1.002 });

/** Other paces of all, about a frame, each on time and so much late or early. */
export function* otherPaces(keys: Keys, about: number, { least, most, ratio }: Paces): Generator<Change> {
  if (framesOf(keys).length < LEAST_PACED) return;
  for (let pace = least; pace <= most; pace *= ratio)
    for (let shift = 0; shift <= MOST_FRAMES; shift++)
      for (const by of shift === 0 ? [0] : [shift, -shift])
        yield { keys: paced(keys, about, pace, by), isLone: false, pace };
}

function* otherEases(keys: Keys): Generator<Change> {
  const leftBy = (leave: Leave, isMeant: (key: Key) => boolean) => (own: Keys) =>
    own.map((row) =>
      row.some((key) => isMeant(key) && key.leave !== leave)
        ? row.map((key) => (isMeant(key) ? { ...settled(key), leave } : key))
        : row,
    );
  for (const frame of framesOf(keys))
    for (const leave of EASES)
      yield* eachAlone(
        keys,
        leftBy(leave, (key) => key.frame === frame),
      );
  // One ease for all that is not held, or for all that is eased alike.
  const known = new Set(keys.flatMap((own) => own.map((key) => key.leave)));
  for (const leave of EASES) {
    yield { keys: leftBy(leave, (key) => key.leave !== 'step')(keys), isLone: false };
    for (const other of known) yield { keys: leftBy(leave, (key) => key.leave === other)(keys), isLone: false };
  }
}

/** One key left out, but the first; or all after one, as of what was never finished. */
function* leftOut(keys: Keys): Generator<Change> {
  const without = (own: Keys, isLeftOut: (frame: number) => boolean): Keys =>
    own.map((row) => (row.some(({ frame }) => isLeftOut(frame)) ? row.filter(({ frame }) => !isLeftOut(frame)) : row));
  for (const at of framesOf(keys).slice(1)) {
    yield* eachAlone(keys, (own) => without(own, (frame) => frame === at));
    yield* eachAlone(keys, (own) => without(own, (frame) => frame >= at));
  }
}

/** All that is on a frame stands there so many frames, and what follows is as late. */
function paused(keys: Keys, at: number, by: number): Keys {
  return keys.map((own) =>
    own.flatMap((key): Key[] => {
      if (key.frame < at) return [key];
      const after = { ...key, frame: key.frame + by };
      return key.frame > at ? [after] : [{ ...settled(key), leave: 'step' }, after];
    }),
  );
}

/** A pause on a key that others follow; where it stood before, all from there on would be late instead. */
function* pausedOnce(keys: Keys): Generator<Change> {
  const isMet = (at: number): boolean =>
    keys.some((own) => own.some(({ frame, value }, i) => frame === at && i > 0 && own[i - 1]!.value !== value));
  for (const at of framesOf(keys).slice(0, -1).filter(isMet))
    for (let by = 1; by <= MOST_FRAMES; by++) yield { keys: paused(keys, at, by), isLone: false };
}

/** A key that comes so much later, and on its frame another where the recording is: past its pose, or short of it. */
function* gonePast(keys: Keys, apart: number, drawnAt: (c: number, frame: number) => number): Generator<Change> {
  for (const [c, own] of keys.entries())
    for (const [i, key] of own.entries()) {
      if (i === 0) continue;
      const most = Math.min(MOST_FRAMES, (own[i + 1]?.frame ?? Infinity) - apart - key.frame);
      const past = createKey(key.frame, drawnAt(c, key.frame), { link: 'flat' });
      for (let by = Math.max(1, Math.ceil(apart)); by <= most; by++)
        yield { keys: keys.with(c, own.toSpliced(i, 1, past, { ...key, frame: key.frame + by })), isLone: false };
    }
}

/** A key more on a frame between two, where the recording is: slowing down there, or going through. */
function* putIn(keys: Keys, apart: number, drawnAt: (c: number, frame: number) => number): Generator<Change> {
  for (const [c, own] of keys.entries())
    for (const [i, key] of own.slice(0, -1).entries())
      for (let frame = Math.ceil(key.frame + apart); frame <= own[i + 1]!.frame - apart; frame++)
        for (const link of ['flat', 'auto'] as const) {
          const more = createKey(frame, drawnAt(c, frame), { link });
          yield { keys: keys.with(c, own.toSpliced(i + 1, 0, more)), isLone: false };
        }
}

/** A weight a key: how much of a change of poses it has. */
export type Weights = number[][];

/** Which poses are changed together: one key's, those of a rest, all from one on, and all about the first. */
function* otherPoses(keys: Keys, posed: (weights: Weights) => Keys): Generator<Change> {
  const none = keys.map((own) => own.map(() => 0));
  const isLone = false;
  for (const [c, own] of keys.entries()) {
    const only = (weigh: (key: Key, i: number) => number): Change => ({
      keys: posed(none.with(c, own.map(weigh))),
      isLone,
    });
    for (let from = 0; from < own.length; from++) {
      yield only((_, i) => (i === from ? 1 : 0));
      let to = from;
      while (own[to + 1]?.value === own[from]!.value) to++;
      if (to > from) yield only((_, i) => (i >= from && i <= to ? 1 : 0));
      yield only((_, i) => (i >= from ? 1 : 0));
    }
  }
  yield { keys: posed(keys.map((own) => own.map(({ value }) => value - own[0]!.value))), isLone };
}

/** Every single change of some keys that is tried of a family; a change of poses is as large as leaves least. */
export function* changesOf(
  keys: Keys,
  family: Family,
  {
    posed,
    apart,
    drawnAt,
  }: { posed: (weights: Weights) => Keys; apart: number; drawnAt: (c: number, frame: number) => number },
): Generator<Change> {
  if (family === 'time') yield* otherTimes(keys);
  if (family === 'pose') yield* otherPoses(keys, posed);
  if (family === 'ease') yield* otherEases(keys);
  if (family === 'left out') yield* leftOut(keys);
  if (family === 'paused') yield* pausedOnce(keys);
  if (family === 'put in') {
    yield* putIn(keys, apart, drawnAt);
    yield* gonePast(keys, apart, drawnAt);
  }
}
