import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { type Track, trackValues } from '../motion/sampling/track.ts';
import { describeSpacing } from './describe-spacing.ts';
import { fastestOf } from './move-speed.ts';
import { keyedSegmentAt, type TimingChart } from './timing-chart.ts';
import { piecesOf } from './turn-backs.ts';
import { wayOf } from './way.ts';

/** What is said of a segment between two keyed extremes, its own turns within. */
export interface SaidMove {
  firstFrame: number;
  lastFrame: number;
  sentence: string;
}

/** Shares of the way nearer than this are the same. */
const SAME = 1e-6;

function valueText(subject: Subject, track: Track, frame: number): string {
  const values = trackValues(subject, track, frame).map((value) => String(Number(value.toFixed(1))).replace('-', '−'));
  return `${values.length > 1 ? `(${values.join(', ')})` : values[0]!} ${track.unit}`;
}

/** Whether it stands until it is on its last frame at once. */
function isJump({ marks }: TimingChart): boolean {
  return marks.length > 1 && marks.slice(0, -1).every(({ progress }) => Math.abs(progress) < SAME);
}

/**
 * The segment that a frame is in, on the key between two the later, in one sentence: that it holds, that it is held and
 * jumps, where it comes back, or what the eye sees of its spacing. Null where there are no two keyed extremes.
 */
export function describeMove(motion: MotionDocument, subject: Subject, track: Track, frame: number): SaidMove | null {
  const found = keyedSegmentAt(motion, subject, track, frame);
  if (!found) return null;
  const { firstFrame, lastFrame, chart } = found;
  const said = (sentence: string): SaidMove => ({ firstFrame, lastFrame, sentence });
  if (!chart) return said(`Holds at ${valueText(subject, track, firstFrame)}.`);
  if (lastFrame - firstFrame >= 2 && isJump(chart))
    return said(`Held, then jumps to ${valueText(subject, track, lastFrame)} on frame ${lastFrame}.`);
  const [start, end] = [trackValues(subject, track, firstFrame), trackValues(subject, track, lastFrame)];
  const turns = piecesOf(subject, track, firstFrame, lastFrame)
    .slice(0, -1)
    .map(([, to]) => to);
  const { length } = wayOf(subject, track, firstFrame, lastFrame);
  if (turns.length > 0 && start.every((value, c) => Math.abs(value - end[c]!) <= SAME * Math.abs(length)))
    return said(
      `Goes out to ${valueText(subject, track, turns[0]!)} on frame ${turns[0]!} and comes back to where it began` +
        (turns.length > 1 ? `, turning ${turns.length} times.` : '.'),
    );
  const peak = fastestOf(subject, track, firstFrame, lastFrame, motion.rate);
  return said(describeSpacing(chart, peak, track.unit));
}
