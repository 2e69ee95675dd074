import { extentOf } from '../extent.ts';
import type { Subject } from '../motion/document/schema.ts';
import { moves } from '../motion/sampling/stands.ts';
import { bakeTrack, type Track } from '../motion/sampling/track.ts';
import { turnsOf } from '../turns.ts';
import { progressInto } from './progress.ts';
import { PAST } from './spacing-look.ts';
import type { ChartMark } from './timing-chart.ts';
import { piecesOf } from './turn-backs.ts';

/** Shares of the way nearer than this are the same. */
const SAME = 1e-6;
/** Samples a frame where a turn between two frames is looked for, and at most. */
const SAMPLES = 16;
const MOST_SAMPLES = 40_000;
/** A turn nearer than this share of the way to an end is at that end. */
const NEAR = 0.03;

/** A stretch of frames. */
export type Stretch = readonly [from: number, to: number];

/** Whether a track moves from each mark to the next. */
const movesAfter = (marks: readonly ChartMark[]): boolean[] =>
  marks.slice(1).map(({ progress }, i) => Math.abs(progress - marks[i]!.progress) > SAME);

/**
 * The frames on which a track that stands otherwise is in another place at once; null where it moves from drawing to
 * drawing.
 */
export function jumpsOf(marks: readonly ChartMark[]): number[] | null {
  const steps = movesAfter(marks);
  const isJumping = steps.length > 1 && steps.every((isStep, i) => !isStep || !steps[i + 1]);
  return isJumping ? steps.flatMap((isStep, i) => (isStep ? [marks[i + 1]!.frame] : [])) : null;
}

/** The stretches of two frames or more in which it stands, in order. */
export function restsOf(marks: readonly ChartMark[]): Stretch[] {
  const ends = [-1, ...movesAfter(marks).flatMap((isStep, i) => (isStep ? [i] : [])), marks.length - 1];
  return ends
    .slice(1)
    .map((to, k): Stretch => [marks[ends[k]! + 1]!.frame, marks[to]!.frame])
    .filter(([from, to]) => to - from >= 2);
}

/** Where a track turns back between two frames, told by what it turns at. */
export interface Turning {
  /** How often it comes to its end, or back to its start, and turns there, no further. */
  atEnd: number;
  atStart: number;
  /** Frames of the turns that are neither this nor beyond an end. */
  onTheWay: number[];
}

/**
 * The turns of a track between two frames, as its whole frames show them. Of one moving channel: those at its ends (a
 * bounce), between two such ones, and beyond the ends are told apart from those on the way, by how far it comes between
 * the frames beside a turn; of a path all are on the way.
 */
export function turningOf(subject: Subject, track: Track, firstFrame: number, lastFrame: number): Turning {
  const perFrame = Math.max(1, Math.min(SAMPLES, Math.floor(MOST_SAMPLES / (lastFrame - firstFrame))));
  const count = Math.round((lastFrame - firstFrame) * perFrame) + 1;
  const columns = bakeTrack(subject, track, firstFrame, 1 / perFrame, count);
  if (columns.filter(moves).length !== 1) {
    const inner = piecesOf(subject, track, firstFrame, lastFrame).slice(0, -1);
    return { atEnd: 0, atStart: 0, onTheWay: inner.map(([, to]) => to) };
  }
  const progress = progressInto(new Float64Array(count), columns);
  const drawn = progress.filter((_, i) => i % perFrame === 0);
  const turns = turnsOf(drawn, PAST)
    .filter((n) => n > 0 && n < drawn.length - 1)
    .map((n, k, all) => {
      const isHigh = drawn[n]! > drawn[all[k - 1] ?? 0]!;
      const { low, high } = extentOf(progress.subarray((n - 1) * perFrame, (n + 1) * perFrame + 1));
      const at = isHigh ? high : low;
      return { frame: firstFrame + n, isHigh, drawn: drawn[n]!, end: at >= 1 - NEAR ? 1 : at <= NEAR ? 0 : null };
    });
  const ends = [0, ...turns.map(({ end }) => end), 1];
  return {
    atEnd: turns.filter(({ end, isHigh, ...turn }) => end === 1 && isHigh && turn.drawn <= 1 + PAST).length,
    atStart: turns.filter(({ end, isHigh, ...turn }) => end === 0 && !isHigh && turn.drawn >= -PAST).length,
    onTheWay: turns
      .filter(({ end }, k) => end === null && (ends[k] === null || ends[k] !== ends[k + 2]))
      .map(({ frame }) => frame),
  };
}
