import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { type Track, trackRoles, tracksOf, trackValues } from '../motion/sampling/track.ts';
import { fastestOf, readSpacing, type SpacingLook, timingCharts } from '../spacing/index.ts';
import { exposedFrame } from '../time/exposure.ts';

/** What a lane shows of one movement, in its own frames. */
export interface Seen {
  motion: MotionDocument;
  subject: Subject;
  track: Track;
  /** Keyed extremes, each on its frame. */
  events: number[];
  /** The stretches between turns, with what the eye sees of each. */
  segments: SeenSegment[];
  /** From the first to the last event. */
  whole: SeenWhole;
}

export interface SeenSegment {
  firstFrame: number;
  lastFrame: number;
  look: SpacingLook;
  isHeld: boolean;
}

export interface SeenWhole {
  /** The frame on which it has set off, and that from which it stays where it ends. */
  setsOff: number;
  arrives: number;
  /** From its first place to its last, a number a channel. */
  step: number[];
  /** How far from its first place it comes. */
  reach: number;
  /** Beyond its last place and its first, as shares of the step, and how often it is past the last. */
  past: number;
  back: number;
  timesPast: number;
  /** Where it is fastest, and how fast, in units a second. */
  peak: { frame: number; speed: number };
}

/** Of the way, less is no movement. */
const STILL = 0.005;
export const PAST = 0.01;

function wholeOf(motion: MotionDocument, subject: Subject, track: Track, events: readonly number[]): SeenWhole {
  const [first, last] = [events[0]!, events.at(-1)!];
  const { range, rate } = motion;
  const shown = (frame: number): number[] =>
    trackValues(subject, track, exposedFrame(frame, range.first, subject.exposure));
  const [start, end] = [trackValues(subject, track, first), trackValues(subject, track, last)];
  const step = end.map((value, c) => value - start[c]!);
  const size = Math.hypot(...step);
  let [reach, past, back, timesPast, isPast] = [0, 0, 0, 0, false];
  const frames = Array.from({ length: Math.floor(last) - Math.ceil(first) + 1 }, (_, i) => Math.ceil(first) + i);
  const apart = (frame: number, from: readonly number[]): number =>
    Math.hypot(...shown(frame).map((value, c) => value - from[c]!));
  for (const frame of frames) {
    reach = Math.max(reach, apart(frame, start));
    if (size === 0) continue;
    const along = shown(frame).reduce((sum, value, c) => sum + (value - start[c]!) * step[c]!, 0) / size ** 2;
    past = Math.max(past, along - 1);
    back = Math.max(back, -along);
    if (along > 1 + PAST && !isPast) timesPast++;
    isPast = along > 1 + PAST;
  }
  const still = STILL * Math.max(reach, size);
  return {
    setsOff: frames.find((frame) => apart(frame, start) > still) ?? first,
    arrives: (frames.findLast((frame) => apart(frame, end) > still) ?? first - 1) + 1,
    step,
    reach,
    past,
    back,
    timesPast,
    peak: fastestOf(subject, track, first, last, rate),
  };
}

/** Whether it stands until it is on its last frame at once. */
const isJump = (progress: readonly number[]): boolean =>
  progress.length > 2 && progress.slice(0, -1).every((value) => Math.abs(value) < STILL);

function seen(motion: MotionDocument, subject: Subject, track: Track): Seen | null {
  const events = [...trackRoles(subject, track)].filter(([, role]) => role === 'extreme').map(([frame]) => frame);
  if (events.length < 2) return null;
  const range = { first: Math.min(motion.range.first, events[0]!), last: Math.max(motion.range.last, events.at(-1)!) };
  const charts = timingCharts({ ...motion, range }, subject, track);
  if (charts.length === 0) return null;
  return {
    motion,
    subject,
    track,
    events,
    segments: charts.map((chart) => ({
      firstFrame: chart.firstFrame,
      lastFrame: chart.lastFrame,
      look: readSpacing(chart),
      isHeld: isJump(chart.marks.map(({ progress }) => progress)),
    })),
    whole: wholeOf(motion, subject, track, events),
  };
}

/** A lane is looked at for its chart, its words and those of every other: once for all of them. */
const seenOf = new WeakMap<MotionDocument, Seen[]>();

/** The movements of a motion: of every subject that is not scenery, each track that goes somewhere. */
export function movements(motion: MotionDocument): Seen[] {
  const known = seenOf.get(motion);
  if (known) return known;
  const made = motion.subjects
    .filter((subject) => !subject.locked)
    .flatMap((subject) =>
      tracksOf(subject)
        .filter(({ id }) => id !== 'drawing')
        .flatMap((track) => seen(motion, subject, track) ?? []),
    );
  seenOf.set(motion, made);
  return made;
}

const SLOW = 0.6;
const FAST = 1.4;
export type Pace = 'slowly' | 'at speed' | 'fast';

export const paceOf = (ratio: number): Pace => (ratio < SLOW ? 'slowly' : ratio > FAST ? 'fast' : 'at speed');

/** How a stretch leaves and arrives, in a word each; what is even is told as that. */
export function endsOf({ look, isHeld }: SeenSegment): string {
  if (isHeld) return 'held, then jumps';
  if (look.isEven) return 'the same way on every frame';
  return `leaves ${paceOf(look.startRatio)}, arrives ${paceOf(look.endRatio)}`;
}

const HANGS = 0.35;

/** The frame between its ends on which a stretch goes slowest, where it nearly stands there. */
export function hangsAt({ motion, subject, track }: Seen, { firstFrame, lastFrame }: SeenSegment): number | null {
  const chart = timingCharts({ ...motion, range: { first: firstFrame, last: lastFrame } }, subject, track)[0];
  if (!chart || chart.marks.length < 6) return null;
  const mean = 1 / (lastFrame - firstFrame);
  const speeds = chart.marks
    .slice(1)
    .map((mark, i) => (mark.progress - chart.marks[i]!.progress) / (mark.frame - chart.marks[i]!.frame));
  const inner = speeds.slice(2, -2);
  const least = Math.min(...inner);
  const at = inner.indexOf(least) + 2;
  const isBetween = Math.max(...speeds.slice(0, at)) > mean && Math.max(...speeds.slice(at + 1)) > mean;
  return least < HANGS * mean && isBetween ? (chart.marks[at]!.frame + chart.marks[at + 1]!.frame) / 2 : null;
}

/** What a lane's chart is of: the first thing that moves in it. */
export function mainMovement(motion: MotionDocument): Pick<Seen, 'subject' | 'track' | 'events'> | null {
  return movements(motion)[0] ?? null;
}
