import { capital, uncapital } from '../first-letter.ts';
import { listed } from '../listed.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { isWithinPath } from '../motion/path/within-path.ts';
import { isSamePlace } from '../motion/sampling/stands.ts';
import { type Track, trackValues } from '../motion/sampling/track.ts';
import type { FrameRange } from '../time/range.ts';
import { framesPerSecond } from '../time/rate.ts';
import { withUnit } from '../with-unit.ts';
import { jumpsOf, restsOf, turningOf } from './move-shape.ts';
import { fastestOf } from './move-speed.ts';
import { howOften, PAST, readSpacing, type SpacingLook } from './spacing-look.ts';
import { type ChartMark, keyedSegmentAt, type TimingChart } from './timing-chart.ts';
import { piecesOf } from './turn-backs.ts';
import { wayOf } from './way.ts';

/** What is said of a segment between two keyed extremes, its own turns within. */
export interface SaidMove {
  firstFrame: number;
  lastFrame: number;
  sentence: string;
}

/** Steps of less than this share of the mean one are slow, of more than that fast. */
const SLOW = 0.6;
const FAST = 1.4;
/** What is drawn goes from one frame to the next at no more than the greatest speed between, but for rounding. */
const ROUNDING = 1.02;
/** More frames than these are counted, not named. */
const MOST_NAMED = 4;
const MOST_RESTS = 2;

const figure = (value: number): string => String(value >= 100 ? Math.round(value) : Number(value.toPrecision(2)));

/** A number of times, where it is more than once. */
const times = (count: number): string => (count < 2 ? '' : ` ${howOften(count)}`);

/** A key between two frames is seen on the later one. */
function onFrames(given: readonly number[]): string {
  const frames = given.map(Math.ceil);
  if (frames.length > MOST_NAMED) return `${frames.length} times`;
  return frames.length === 1 ? `on frame ${frames[0]!}` : `on frames ${listed(frames.map(String))}`;
}

function valueText(subject: Subject, track: Track, frame: number): string {
  const values = trackValues(subject, track, frame).map((value) => String(Number(value.toFixed(1))).replace('-', '−'));
  if (track.unit === 'no.') return `no. ${values[0]!}`;
  return withUnit(values.length > 1 ? `(${values.join(', ')})` : values[0]!, track.unit);
}

/** How it stands and is elsewhere at once, on those frames. */
function jumping(jumps: readonly number[], marks: readonly ChartMark[], to: string): string {
  if (jumps.length !== 1) return `Jumps ${onFrames(jumps)}, held between.`;
  const [frame] = jumps as [number];
  if (frame === marks.at(-1)!.frame) return `Held, then jumps to ${to} ${onFrames(jumps)}.`;
  return `${frame === marks[1]!.frame ? 'Jumps' : 'Held, jumps'} to ${to} ${onFrames(jumps)} and holds.`;
}

function startOf(look: SpacingLook, atStart: number): string {
  if (look.anticipation > PAST) return 'goes back first';
  if (atStart > 0) return `bounces at its start${times(atStart)}`;
  return look.startRatio < SLOW
    ? 'starts slow'
    : look.startRatio > FAST
      ? 'starts fast'
      : 'starts at speed: no slow start';
}

function endOf(look: SpacingLook, atEnd: number): string {
  if (look.overshoot > PAST) {
    const often = times(look.timesPast);
    return `goes ${Math.round(look.overshoot * 100)} % past${often && `,${often},`} and comes back`;
  }
  if (atEnd > 0) return `bounces at its end${times(atEnd)}`;
  if (look.endRatio < SLOW) return 'finishes slow';
  return look.endRatio > FAST ? 'arrives fast: it hits' : 'arrives at speed: no slow finish';
}

/** A segment between two keyed extremes that moves, with what words for it are made of. */
interface Moving {
  motion: MotionDocument;
  subject: Subject;
  track: Track;
  chart: TimingChart;
  /** Its length in the track's unit. */
  way: number;
}

/** Of so much a frame. */
const speedText = ({ motion, track }: Moving, perFrame: number): string =>
  withUnit(figure(Math.abs(perFrame) * framesPerSecond(motion.rate)), `${track.unit}/s`);

/** Where it is fastest by its derivative; where that is beyond measure, as in a jump, between which two drawings. */
function fastest(moving: Moving): string {
  const { motion, subject, track, chart, way } = moving;
  const { firstFrame, lastFrame, marks } = chart;
  const peak = fastestOf(subject, track, firstFrame, lastFrame, motion.rate);
  const perFrame = Math.abs(peak.speed) / framesPerSecond(motion.rate);
  const steps = marks.slice(1).map(({ frame, progress }, i) => {
    const { frame: from, progress: before } = marks[i]!;
    return { from, to: frame, perFrame: (way * Math.abs(progress - before)) / (frame - from) };
  });
  const most = steps.reduce((best, step) => (step.perFrame > best.perFrame ? step : best));
  return most.perFrame > ROUNDING * perFrame
    ? `fastest between frames ${most.from} and ${most.to} (${speedText(moving, most.perFrame)})`
    : `fastest at frame ${Math.round(peak.frame * 10) / 10} (${speedText(moving, perFrame)})`;
}

/** What goes out and comes back: to where it began, or by more than its way. Null of others. */
function outAndBack({ subject, track, chart }: Moving): string | null {
  const { firstFrame, lastFrame } = chart;
  const isBack = isSamePlace(trackValues(subject, track, firstFrame), trackValues(subject, track, lastFrame));
  const { overshoot, anticipation } = readSpacing(chart);
  if (!isBack && overshoot <= 1 && anticipation <= 1) return null;
  const turns = piecesOf(subject, track, firstFrame, lastFrame).slice(0, -1);
  const [, out] = turns[0] ?? [];
  if (out === undefined) return null;
  return (
    `Goes out to ${valueText(subject, track, out)} on frame ${out} and comes back to ` +
    (isBack ? 'where it began' : valueText(subject, track, lastFrame)) +
    (turns.length > 1 ? `, turning ${turns.length} times.` : '.')
  );
}

/** What goes from one end to the other, with the rests before, within and after. */
function fromEndToEnd(moving: Moving): string {
  const { firstFrame, lastFrame, marks } = moving.chart;
  const rests = restsOf(marks);
  const until = rests[0]?.[0] === firstFrame ? rests.shift()![1] : firstFrame;
  const since = rests.at(-1)?.[1] === lastFrame ? rests.pop()![0] : lastFrame;
  const look = readSpacing({ marks: marks.filter(({ frame }) => frame >= until && frame <= since) });
  const even = speedText(moving, moving.way / (since - until));
  if (look.isEven && until === firstFrame && since === lastFrame)
    return `Even: the same way on every frame (${even}), no slow start and no slow finish.`;
  const turning = turningOf(moving.subject, moving.track, firstFrame, lastFrame);
  const within = [
    ...(rests.length > MOST_RESTS
      ? [`rests ${rests.length} times`]
      : rests.map(([from, to]) => `rests from frame ${from} to ${to}`)),
    ...(turning.onTheWay.length > 0 ? [`turns back ${onFrames(turning.onTheWay)}`] : []),
  ];
  const clauses = look.isEven
    ? [`goes evenly (${even})`]
    : [startOf(look, turning.atStart), ...within, fastest(moving), endOf(look, turning.atEnd)];
  const before = until > firstFrame ? `rests until frame ${until}, then ` : '';
  const after = since < lastFrame ? `, then rests from frame ${since} on` : '';
  const sentence = `${before}${clauses.join(', ')}${after}.`;
  return capital(sentence);
}

function sentenceOf(moving: Moving): string {
  const { subject, track, chart, way } = moving;
  const { firstFrame, lastFrame, marks } = chart;
  const frames = lastFrame - firstFrame;
  const end = valueText(subject, track, lastFrame);
  const jumps = marks.length === 2 && frames >= 2 ? [lastFrame] : jumpsOf(marks);
  if (jumps) return jumping(jumps, marks, end);
  if (marks.length === 2) return `Goes to ${end} within a frame (${speedText(moving, way / frames)}).`;
  return outAndBack(moving) ?? fromEndToEnd(moving);
}

/** Whether the picture does not follow: the travel goes beyond a path that does not close. */
function isBeyondPath({ guides }: MotionDocument, subject: Subject, track: Track, range: FrameRange): boolean {
  const path = track.id === 'travel' ? guides.find(({ id }) => id === subject.guide?.pathId) : undefined;
  return path !== undefined && !path.closed && !isWithinPath(subject, range);
}

/**
 * The segment that a frame is in, on the key between two the later, in one sentence: that it holds, that it is held and
 * jumps, where it rests or comes back, or what the eye sees of its spacing: "Starts slow, fastest at frame 15 (412
 * px/s), arrives at speed: no slow finish." Null where there are no two keyed extremes.
 */
export function describeMove(motion: MotionDocument, subject: Subject, track: Track, frame: number): SaidMove | null {
  const found = keyedSegmentAt(motion, subject, track, frame);
  if (!found) return null;
  const { firstFrame, lastFrame, chart } = found;
  const way = Math.abs(wayOf(subject, track, firstFrame, lastFrame).length);
  const sentence = chart
    ? sentenceOf({ motion, subject, track, chart, way })
    : `Holds at ${valueText(subject, track, firstFrame)}.`;
  if (!isBeyondPath(motion, subject, track, { first: firstFrame, last: lastFrame }))
    return { firstFrame, lastFrame, sentence };
  const travels = uncapital(sentence);
  return { firstFrame, lastFrame, sentence: `In the picture it stops at its path’s ends. Its travel: ${travels}` };
}
