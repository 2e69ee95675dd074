import { extentOf } from '../extent.ts';
import { channelOf, findChannel, withChannel } from '../motion/document/document.ts';
import type { Key, MotionDocument } from '../motion/document/schema.ts';
import { withKeyAt } from '../motion/edit/index.ts';
import { trackValues } from '../motion/sampling/track.ts';
import { DRILL_FAULTS, type DrillFault, easedMotion, mainMovement } from '../teaching/index.ts';

/** A move as it should be, and the same with a fault. */
export interface Pair {
  clean: MotionDocument;
  faulty: MotionDocument;
}

interface FaultMove {
  /** Percent of ease or of the way, whole frames, or degrees; the last cannot be missed. */
  sizes: readonly number[];
  /** Whether a move can have it. */
  fits: (motion: MotionDocument) => boolean;
  /** `draw` gives numbers in [0, 1) from the trial's seed. */
  make: (motion: MotionDocument, size: number, draw: () => number) => Pair;
}

/** As much ease as is left where there is no fault. */
const EASE = 0.8;
/** Frames that it stands at its end, or should. */
const STANDS = 18;
/** A pose is moved at most so many frames, with two left to the next one. */
const LATEST = 6;
/** A pop is seen where it is fast: of its longest step at least so much. */
const FAST_STEP = 0.5;

const steps = (step: number, most: number): number[] => Array.from({ length: most / step }, (_, i) => step * (i + 1));
const eased = (motion: MotionDocument): MotionDocument => easedMotion(motion, EASE, EASE);

/** Poses between the first and the last that can come later. */
function movablePoses(motion: MotionDocument): number[] {
  const events = mainMovement(motion)?.events ?? [];
  return events.filter((frame, i) => i > 0 && i < events.length - 1 && events[i + 1]! - frame >= LATEST + 2);
}

/** Every key of the main subject from a frame on that frame alone, moved by whole frames. */
function poseMoved(motion: MotionDocument, frame: number, by: number): MotionDocument {
  const moved = mainMovement(motion)!;
  return {
    ...motion,
    subjects: motion.subjects.map((subject) =>
      subject.id === moved.subject.id
        ? {
            ...subject,
            channels: subject.channels.map((channel) => ({
              ...channel,
              keys: channel.keys.map((key) => (key.frame === frame ? { ...key, frame: key.frame + by } : key)),
            })),
          }
        : subject,
    ),
  };
}

/** Its last key some frames later, all else as it is. */
export function landingLater(motion: MotionDocument, frames: number): MotionDocument {
  const last = mainMovement(motion)?.events.at(-1);
  return last === undefined ? motion : poseMoved(motion, last, frames);
}

/** How far its keys reach from their end, the way it comes there. */
function wayTo(keys: readonly Key[]): number {
  const end = keys.at(-1)!.value;
  const from = keys.findLast(({ value }) => value !== end)?.value ?? end;
  return Math.sign(end - from) * extentOf(keys.map(({ value }) => Math.abs(end - value))).high;
}

/** Standing after its end, but creeping on by a share of its way. */
function creeping(motion: MotionDocument, share: number): Pair {
  const { subject, track, events } = mainMovement(motion)!;
  const [first, last] = [events[0]!, events.at(-1)!];
  let [clean, faulty] = [motion, motion];
  for (const channelId of track.channelIds) {
    const channel = findChannel(subject, channelId);
    if (!channel || channel.keys.length < 2) continue;
    const standing = withKeyAt(withKeyAt(channel, last), last + STANDS);
    const way = wayTo(channel.keys);
    const keys = standing.keys.map((key) => (key.frame === last ? { ...key, leave: 'linear' as const } : key));
    clean = withChannel(clean, subject.id, { ...standing, keys });
    faulty = withChannel(faulty, subject.id, {
      ...standing,
      keys: keys.map((key) => (key.frame === last + STANDS ? { ...key, value: key.value + share * way } : key)),
    });
  }
  return { clean: standingTo(clean, first, last), faulty: standingTo(faulty, first, last) };
}

const standingTo = (motion: MotionDocument, first: number, last: number): MotionDocument => ({
  ...motion,
  range: { first: Math.min(motion.range.first, first), last: last + STANDS },
});

/** Frames in the middle half of a move along its way, where it is fast. */
function stepsOf(motion: MotionDocument): { frame: number; x: number; y: number }[] {
  const moved = mainMovement(motion);
  if (!moved || moved.track.id !== 'position') return [];
  const [first, last] = [Math.ceil(moved.events[0]!), Math.floor(moved.events.at(-1)!)];
  const frames = Array.from({ length: Math.max(0, last - first - 3) }, (_, i) => first + 2 + i);
  const all = frames.map((frame) => {
    const [before, after] = [frame - 1, frame + 1].map((at) => trackValues(moved.subject, moved.track, at));
    return { frame, x: (after![0]! - before![0]!) / 2, y: (after![1]! - before![1]!) / 2 };
  });
  const { high } = extentOf(all.map(({ x, y }) => Math.hypot(x, y)));
  return high > 0 ? all.filter(({ x, y }) => Math.hypot(x, y) >= FAST_STEP * high) : [];
}

/** One drawing beside its arc: the step to it leaves the way by an angle. */
function popped(motion: MotionDocument, degrees: number, draw: () => number): Pair {
  const { subject } = mainMovement(motion)!;
  const can = stepsOf(motion);
  const { frame, x, y } = can[Math.floor(draw() * can.length)]!;
  const beside = Math.tan((degrees * Math.PI) / 180) * (draw() < 0.5 ? 1 : -1);
  // A right angle from the way there, as far as the angle has it for one step.
  const offsets = { 'position.x': -y * beside, 'position.y': x * beside };
  let [clean, faulty] = [motion, motion];
  for (const [channelId, offset] of Object.entries(offsets) as ['position.x' | 'position.y', number][]) {
    const channel = channelOf(motion, subject.id, channelId);
    const cut = [frame - 1, frame, frame + 1].reduce(withKeyAt, channel);
    const keys = cut.keys.map((key) =>
      key.frame === frame || key.frame === frame - 1 ? { ...key, leave: 'linear' as const } : key,
    );
    clean = withChannel(clean, subject.id, { ...cut, keys });
    faulty = withChannel(faulty, subject.id, {
      ...cut,
      keys: keys.map((key) => (key.frame === frame ? { ...key, value: key.value + offset } : key)),
    });
  }
  return { clean, faulty };
}

/** Whether it comes down on something: more down than aside, in one go. */
function falls(motion: MotionDocument): boolean {
  const moved = mainMovement(motion);
  if (!moved || moved.track.id !== 'position' || moved.events.length !== 2) return false;
  const [from, to] = moved.events.map((frame) => trackValues(moved.subject, moved.track, frame));
  return to![1]! - from![1]! > Math.abs(to![0]! - from![0]!);
}

/** Between keys of a move there is room for an ease to be seen; a pose on each frame has none. */
const LEAST_ROOM = 5;

/** Whether its stretches can be eased without stopping at each drawing: by all its keys, whatever their roles. */
export function isEasable(motion: MotionDocument): boolean {
  const moved = mainMovement(motion);
  const keyed = (moved?.track.channelIds ?? []).map((id) => findChannel(moved!.subject, id)?.keys ?? []);
  return keyed.every((keys) => keys.every((key, i) => i === 0 || key.frame - keys[i - 1]!.frame >= LEAST_ROOM));
}

export const FAULT_MOVES: Record<DrillFault, FaultMove> = {
  float: {
    sizes: steps(5, 100),
    fits: falls,
    make: (motion, size) => ({
      clean: easedMotion(motion, EASE, 0),
      faulty: easedMotion(motion, EASE, size / 100),
    }),
  },
  'hard-stop': {
    sizes: steps(5, 100),
    fits: isEasable,
    make: (motion, size) => ({ clean: eased(motion), faulty: easedMotion(motion, EASE, EASE * (1 - size / 100)) }),
  },
  drift: {
    sizes: [0.25, 0.5, 0.75, 1, 1.5, 2, 3, 4, 6, 8, 12],
    fits: () => true,
    make: (motion, size) => creeping(isEasable(motion) ? eased(motion) : motion, size / 100),
  },
  'late-pose': {
    sizes: steps(1, LATEST),
    fits: (motion) => movablePoses(motion).length > 0,
    make: (motion, size, draw) => {
      const poses = movablePoses(motion);
      return { clean: motion, faulty: poseMoved(motion, poses[Math.floor(draw() * poses.length)]!, size) };
    },
  },
  'popped-arc': { sizes: steps(4, 72), fits: (motion) => stepsOf(motion).length > 0, make: popped },
  'missing-ease': {
    sizes: steps(5, 100),
    fits: isEasable,
    make: (motion, size) => {
      const left = EASE * (1 - size / 100);
      return { clean: eased(motion), faulty: easedMotion(motion, left, left) };
    },
  },
};

export const FAULT_SIZES = Object.fromEntries(DRILL_FAULTS.map((fault) => [fault, FAULT_MOVES[fault].sizes])) as Record<
  DrillFault,
  readonly number[]
>;
