import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { tracksOf } from '../motion/sampling/track.ts';
import { keyedByPosition } from '../spacing/guide-move.ts';
import { frameCount, type FrameRange } from '../time/range.ts';
import { framesPerSecond } from '../time/rate.ts';
import type { Finding } from './schema.ts';

/**
 * How much of what was handed in a reading looks at: whatever the schema accepts is read in bounded time, and what is
 * left out is said. Well beyond any exercise: 40 tracks of two minutes at 24 fps.
 */

/** Frames × tracks, those of the take and of the target counted apart, shared by all targets a take is read against. */
export const MOST_SAMPLES = 160_000;
/** Keys of one track to be matched. */
export const MOST_EVENTS = 1500;
/** Tracks of a motion whose curves are laid on one another where keys do not tell; of more, keys have to do. */
export const MOST_LAID_ON = 80;
/** Findings said of one take, and findings of one check that are weighed against those of the others. */
export const MOST_FINDINGS = 400;
export const MOST_WEIGHED = 3000;

/** What a subject on a guide path costs a frame, in tracks: its places are looked up and fitted. */
const GUIDED_TRACKS = 8;

function weightOf({ subjects }: MotionDocument): number {
  return subjects.reduce(
    (sum, subject: Subject) => sum + tracksOf(subject).length + (subject.guide ? GUIDED_TRACKS : 0),
    0,
  );
}

/** The parts of two ranges that are looked at: from the start, the same seconds of both, as many as `samples` allow. */
export function rangesRead(
  target: MotionDocument,
  take: MotionDocument,
  samples: number,
): { target: FrameRange; take: FrameRange; isCut: boolean } {
  const most = Math.max(2, Math.floor(samples / Math.max(1, weightOf(target) + weightOf(take))));
  const ratio = framesPerSecond(take.rate) / framesPerSecond(target.rate);
  const cut = ({ first, last }: FrameRange, frames: number): FrameRange => ({
    first,
    last: Math.min(last, first + Math.max(2, Math.floor(frames)) - 1),
  });
  const [ofTarget, ofTake] = [cut(target.range, most / Math.max(1, ratio)), cut(take.range, most * Math.min(1, ratio))];
  return { target: ofTarget, take: ofTake, isCut: ofTarget.last < target.range.last || ofTake.last < take.range.last };
}

/** A range with as much again on either side: keys that are late, early or close a cycle lie there. */
export function withMargins({ first, last }: FrameRange): FrameRange {
  const margin = Math.min(500, last - first + 49);
  return { first: first - margin, last: last + margin };
}

/**
 * A motion keyed by position as far as a reading looks at it: what is shown beside a reading is worked out in the same
 * bounded time.
 */
export function asRead(motion: MotionDocument): MotionDocument {
  return keyedByPosition(motion, withMargins(rangesRead(motion, motion, MOST_SAMPLES).target));
}

export interface LeftOut {
  /** The range asked for and the part of it that was read; null where all of it was. */
  range: { asked: FrameRange; read: FrameRange } | null;
  /** Keys beyond those matched. */
  keys: number;
  findings: number;
}

/** Says what a reading left out; nothing where it looked at everything. */
export function findLeftOut({ range, keys, findings }: LeftOut): Finding[] {
  const parts = [
    ...(range
      ? [`only frames ${range.read.first} to ${range.read.last} of ${frameCount(range.asked)} are compared`]
      : []),
    ...(keys > 0 ? [`${keys} keys are left unmatched because there are more than ${MOST_EVENTS} on one track`] : []),
    ...(findings > 0 ? [`${findings} more findings, of less weight, are not listed`] : []),
  ];
  if (parts.length === 0) return [];
  const { first, last } = range?.read ?? { first: 0, last: 0 };
  return [
    {
      kind: 'not-all-read',
      subjectId: null,
      track: null,
      firstFrame: first,
      lastFrame: last,
      measured: range ? frameCount(range.read) : keys + findings,
      expected: range ? frameCount(range.asked) : 0,
      tolerance: 0,
      unit: range ? 'frames' : keys > 0 ? 'keys' : 'findings',
      severity: 'slight',
      sentence: `This is more than one reading looks at: ${parts.join('; ')}.`,
    },
  ];
}
