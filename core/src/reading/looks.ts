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

/** One look of a subject in target and take, a value a target frame, and how far apart they are there. */
export interface Look {
  id: LookId;
  label: string;
  subjectId: string;
  subjectName: string;
  firstFrame: number;
  asked: Float64Array;
  /** The take at the same seconds. */
  drawn: Float64Array;
  /** Two values of it as far apart as may be, or more: 1 is the tolerance, 0 the same. */
  apart: (one: number, other: number) => number;
  /** A value in words: `drawing 8`, `#cc3300`. */
  says: (value: number) => string;
}

const distanceOf = (one: number, other: number): number => {
  if (one === other) return 0;
  const [a, b] = [toOklab(one), toOklab(other)];
  return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) / COLOUR_TOLERANCE;
};

const MEASURES: Record<LookId, Pick<Look, 'apart' | 'says'>> = {
  drawing: { apart: (one, other) => (one === other ? 0 : 4), says: (value) => `drawing ${value}` },
  fill: { apart: distanceOf, says: unpackColour },
  stroke: { apart: distanceOf, says: unpackColour },
};

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
  return LOOK_IDS.filter((id) => isKeyed(target.subject, id) || isKeyed(take.subject, id)).map((id) => ({
    id,
    label: CHANNELS[id].label,
    subjectId: target.subject.id,
    subjectName: target.subject.name,
    firstFrame: first,
    asked: sampled(target, id, count, (i) => first + i),
    drawn: sampled(take, id, count, (i) => time.toTake(first + i)),
    ...MEASURES[id],
  }));
}

/** A stretch of frames on which a look is another; indices, both included. */
export interface OtherRun {
  from: number;
  to: number;
  worst: number;
  worstAt: number;
}

/** The stretches on which asked and drawn are further apart than they may be, the take read `shift` frames later. */
export function otherRuns({ asked, drawn, apart }: Look, shift = 0): OtherRun[] {
  const runs: OtherRun[] = [];
  const end = asked.length - 1;
  for (let i = Math.max(0, -shift); i <= Math.min(end, end - shift); i++) {
    const by = apart(asked[i]!, drawn[i + shift]!);
    if (by <= 1) continue;
    const run = runs.at(-1);
    // One wrong drawing is another run than the next one.
    if (run?.to === i - 1 && (apart(drawn[i - 1 + shift]!, drawn[i + shift]!) <= 1 || by < 4)) {
      run.to = i;
      if (by > run.worst) [run.worst, run.worstAt] = [by, i];
    } else runs.push({ from: i, to: i, worst: by, worstAt: i });
  }
  return runs;
}
