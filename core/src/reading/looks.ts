import { CHANNELS } from '../motion/document/channels.ts';
import { toOklab, unpackColour } from '../motion/document/colour.ts';
import { findChannel, restingOf } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { exposedFrame } from '../time/exposure.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';

/** What of a subject is no movement but a look: there is no way between two of it to be spaced. */
export const LOOK_IDS = ['drawing', 'fill', 'stroke'] as const;
export type LookId = (typeof LOOK_IDS)[number];

/** Distance in OKLab up to which two colours pass for the same beside each other: twice what is just seen. */
export const COLOUR_TOLERANCE = 0.04;
/** Another drawing is as wrong as what is four times the tolerance off. */
const ANOTHER = 4;

/** A stretch of frames on which a look is another; indices, both included. */
export interface OtherRun {
  from: number;
  to: number;
  worst: number;
  worstAt: number;
}

/** One look of a subject in target and take, a value a target frame. */
export interface Look {
  id: LookId;
  label: string;
  subjectId: string;
  subjectName: string;
  firstFrame: number;
  asked: Float64Array;
  /** The take at the same seconds. */
  drawn: Float64Array;
  /** How far the target at one index is from the take at another: 1 is the tolerance, 0 the same. */
  apart: (asked: number, drawn: number) => number;
  /** The same of two values. */
  differ: (one: number, other: number) => number;
  /** A value in words: `drawing 8`, `#cc3300`. */
  says: (value: number) => string;
  /** The stretches on which the two are further apart than they may be. */
  runs: OtherRun[];
  /** By how many frames it is late throughout (negative: early); 0 where it is not. */
  shift: number;
}

/** A look before it is read. */
type BothLooks = Omit<Look, 'runs' | 'shift'>;

type Triple = ReturnType<typeof toOklab>;

const distanceOf = (a: Triple, b: Triple): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) / COLOUR_TOLERANCE;

/** How values of a look are compared, and said. */
function measureOf(id: LookId, asked: Float64Array, drawn: Float64Array): Pick<BothLooks, 'apart' | 'differ' | 'says'> {
  if (id === 'drawing') {
    const differ = (one: number, other: number): number => (one === other ? 0 : ANOTHER);
    return { apart: (i, k) => differ(asked[i]!, drawn[k]!), differ, says: (value) => `drawing ${value}` };
  }
  const [one, other] = [Array.from(asked, toOklab), Array.from(drawn, toOklab)];
  return {
    apart: (i, k) => distanceOf(one[i]!, other[k]!),
    differ: (a, b) => distanceOf(toOklab(a), toOklab(b)),
    says: unpackColour,
  };
}

function isKeyed(subject: Subject, id: LookId): boolean {
  return (findChannel(subject, id)?.keys.length ?? 0) > 0;
}

function sampled({ subject, motion }: TrackSide, id: LookId, count: number, at: (i: number) => number): Float64Array {
  const channel = findChannel(subject, id);
  const resting = restingOf(subject, id);
  return Float64Array.from({ length: count }, (_, i) =>
    channel ? sampleChannel(channel, exposedFrame(at(i), motion.range.first, subject.exposure)) : resting,
  );
}

/** The looks of a subject that either side keys. */
export function looksOf(target: TrackSide, take: TrackSide, time: SharedTime): Look[] {
  const { first, last } = target.motion.range;
  const count = last - first + 1;
  return LOOK_IDS.filter((id) => isKeyed(target.subject, id) || isKeyed(take.subject, id)).map((id) => {
    const asked = sampled(target, id, count, (i) => first + i);
    const drawn = sampled(take, id, count, (i) => time.toTake(first + i));
    const both: BothLooks = {
      id,
      label: CHANNELS[id].label,
      subjectId: target.subject.id,
      subjectName: target.subject.name,
      firstFrame: first,
      asked,
      drawn,
      ...measureOf(id, asked, drawn),
    };
    const runs = otherRuns(both);
    return { ...both, runs, shift: runs.length > 0 ? shiftOf(both) : 0 };
  });
}

/** What changes by more than this share of the tolerance from one frame to the next changes. */
const STEPS = 0.1;

/** The stretches on which asked and drawn are further apart than they may be. */
function otherRuns({ id, asked, drawn, apart, differ }: BothLooks): OtherRun[] {
  const runs: OtherRun[] = [];
  // A colour that goes over to another jumps nowhere.
  const isGoing = (i: number): boolean => id !== 'drawing' && i > 0 && differ(drawn[i - 1]!, drawn[i] ?? NaN) > STEPS;
  const isJump = (i: number): boolean => differ(drawn[i - 1]!, drawn[i]!) > 1 && !isGoing(i - 1) && !isGoing(i + 1);
  for (let i = 0; i < asked.length; i++) {
    const by = apart(i, i);
    if (by <= 1) continue;
    const run = runs.at(-1);
    // One wrong drawing is another run than the next one.
    if (run?.to === i - 1 && (by < ANOTHER || !isJump(i))) {
      run.to = i;
      if (by > run.worst) [run.worst, run.worstAt] = [by, i];
    } else runs.push({ from: i, to: i, worst: by, worstAt: i });
  }
  return runs;
}

/** So many frames late or early is sought at most, and in looks of no more frames than these. */
const MOST_SHIFT = 24;
const MOST_FRAMES = 20_000;
/** Of the frames on which a look is wrong a shift may leave this share wrong and still be what happened. */
const LEFT_WRONG = 0.1;

/** On how many frames a look is wrong, and how far off it is on average, the take read `shift` frames later. */
function offBy({ asked, apart }: BothLooks, shift: number): { wrong: number; mean: number } {
  const [from, to] = [Math.max(0, -shift), Math.min(asked.length, asked.length - shift)];
  let [wrong, sum] = [0, 0];
  for (let i = from; i < to; i++) {
    const by = apart(i, i + shift);
    if (by > 1) wrong++;
    sum += by;
  }
  return { wrong, mean: sum / Math.max(1, to - from) };
}

/** How often a look is another from one frame to the next. */
export function changesIn(values: Float64Array): number {
  return values.reduce((count, value, i) => count + (i > 0 && value !== values[i - 1] ? 1 : 0), 0);
}

/** By how many frames a look that changes twice or more is late throughout (negative: early); 0 where it is not. */
function shiftOf(look: BothLooks): number {
  const { asked } = look;
  if (changesIn(asked) < 2 || asked.length > MOST_FRAMES) return 0;
  let best = { shift: 0, wrong: Infinity, mean: Infinity };
  const most = Math.min(MOST_SHIFT, Math.floor(asked.length / 3));
  for (let size = 1; size <= most; size++)
    for (const shift of [size, -size]) {
      const { wrong, mean } = offBy(look, shift);
      if (wrong < best.wrong || (wrong === best.wrong && mean < best.mean)) best = { shift, wrong, mean };
    }
  return best.wrong <= LEFT_WRONG * offBy(look, 0).wrong ? best.shift : 0;
}
