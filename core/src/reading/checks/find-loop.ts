import { findChannel } from '../../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../../motion/document/schema.ts';
import { type LoopReading, readLoop } from '../../motion/sampling/loop.ts';
import { channelSpeed } from '../../motion/sampling/sample.ts';
import { sameRate } from '../../time/rate.ts';
import { withUnit } from '../../with-unit.ts';
import { withoutRounds } from '../laid-along.ts';
import { missAtEnd } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, Target, Tolerances } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import { aboutTrack, type BothRead, type Found, isAbout } from './check.ts';

const OF_TIME: ReadonlySet<Finding['kind']> = new Set(['key-late', 'key-early', 'tempo-differs']);

/** How far speed may be off where a cycle closes, as a share of the mean speed of its way there and back. */
const JERK = 0.5;
/** More is as much. */
const MOST_JERK = 1e6;

function channelsOf(subject: Subject, read: ReadTrack): Channel[] {
  return read.track.channelIds
    .flatMap((id) => findChannel(subject, id) ?? [])
    .filter((channel) => channel.keys.length > 1);
}

/**
 * Whether a target plays in a loop: as it says, or because each moving channel has its closing key one frame past the
 * range.
 */
export function playsInLoop(target: Target): boolean {
  if (target.loops !== undefined) return target.loops;
  const { range, subjects } = target.motion;
  const moving = subjects
    .filter((subject) => !subject.locked)
    .flatMap((subject) => subject.channels.filter((channel) => channel.keys.length > 1));
  return moving.length > 0 && moving.every((channel) => channel.keys.at(-1)!.frame === range.last + 1);
}

/** What is left of a gap where once round closes it. */
const unclosed = (gap: number, round: number | null): number => Math.abs(withoutRounds(gap, round));

/** How far a track is from closing, in percent of its span: the greatest of its channels'. */
export function loopGapPercent(read: ReadTrack): number {
  const { reading, track, sides, round } = read;
  const { range, rate } = sides.take.motion;
  if (read.isByFrames) return reading.span > 0 ? (recordedGap(read) / reading.span) * 100 : 0;
  const asked = sides.target.motion;
  const gaps = track.channelIds
    .flatMap((id) => findChannel(sides.take.subject, id) ?? [])
    .map((channel) => {
      const model = findChannel(sides.target.subject, channel.id);
      const own = unclosed(readLoop(channel, range, rate).valueGap, round);
      return Math.max(0, own - (model ? unclosed(readLoop(model, asked.range, asked.rate).valueGap, round) : 0));
    });
  return reading.span > 0 ? (Math.max(0, ...gaps) / reading.span) * 100 : 0;
}

/**
 * How far a recording is from closing: by how much more it jumps from its last frame to its first than it steps beside
 * them, or its target jumps.
 */
function recordedGap(read: ReadTrack): number {
  const { target, take, sides, round } = read;
  const last = (take[0]?.length ?? 1) - 1;
  const step = (columns: readonly Float64Array[], from: number, to: number): number =>
    Math.hypot(...columns.map((column) => unclosed(column[to]! - column[from]!, round)));
  if (last < 1) return 0;
  const closing = missAtEnd(read, sides.target.motion.range.last + 1) ?? 0;
  // From drawing to drawing: held ones do not step in between.
  const near = Math.min(last, 2 * sides.take.subject.exposure);
  let usual = step(target, last, 0);
  for (let i = 0; i < near; i++) usual = Math.max(usual, step(take, last - i - 1, last - i), step(take, i, i + 1));
  return Math.max(0, step(take, last, 0) - usual, closing);
}

/**
 * A loop that does not close in value or in speed, or that holds its closing drawing twice. What keys and spacing at
 * its ends already say is not said again.
 */
export function findLoop({ target, tracks }: BothRead, others: readonly Finding[]): Found {
  if (!playsInLoop(target)) return { findings: [] };
  const findings = tracks.flatMap((read) => {
    const { first, last } = target.motion.range;
    const atAnEnd = (finding: Finding): boolean =>
      (isAbout(finding, read.reading) || (finding.subjectId === null && OF_TIME.has(finding.kind))) &&
      finding.kind !== 'key-extra' &&
      (finding.firstFrame <= first || finding.lastFrame >= last);
    return others.some(atAnEnd) ? [] : findOpenEnd(read, target.tolerances);
  });
  return { findings };
}

/** How far keys at the ends, off by what is no fault, make the loop close elsewhere, at the target's quicker end. */
function wayOfOffsets({ reading, target, sides }: ReadTrack): number {
  const count = target[0]?.length ?? 0;
  if (count < 2 || sides.target.subject.exposure > 1) return 0;
  const { first, last } = sides.target.motion.range;
  const ends = reading.pairs.filter(({ targetFrame }) => targetFrame <= first || targetFrame >= last);
  const steps = [1, count - 1].map((i) => Math.hypot(...target.map((column) => column[i]! - column[i - 1]!)));
  return ends.reduce((sum, { offsetFrames }) => sum + Math.abs(offsetFrames), 0) * Math.max(...steps);
}

/** How far speed is off where a channel closes, by its own first and last keys if these lie near enough to the ends. */
function speedGapOf(
  channel: Channel,
  { speedGap }: LoopReading,
  { range, rate }: MotionDocument,
  keyFrames: number,
): number {
  const [start, end] = [channel.keys[0]!.frame, channel.keys.at(-1)!.frame];
  const isNear = Math.abs(start - range.first) <= keyFrames && Math.abs(end - range.last - 1) <= keyFrames;
  const own = channelSpeed(channel, end, rate).left - channelSpeed(channel, start, rate).right;
  return Math.min(Math.abs(speedGap), isNear && Number.isFinite(own) ? Math.abs(own) : Infinity);
}

function findOpenEnd(read: ReadTrack, { spacingPercent, keyFrames }: Tolerances): Finding[] {
  const { reading, track, sides, round } = read;
  const { range, rate } = sides.take.motion;
  const asked = sides.target.motion;
  const about = { ...aboutTrack(reading), firstFrame: asked.range.last, lastFrame: asked.range.last };
  const closes = (verb: string): string => capital(subjectDoes(reading.subjectName, verb));
  for (const channel of channelsOf(sides.take.subject, { track } as ReadTrack)) {
    const loop = readLoop(channel, range, rate);
    const model = findChannel(sides.target.subject, channel.id);
    const modelLoop = model ? readLoop(model, asked.range, asked.rate) : null;
    // Keys that are off by what is no fault close as much earlier or later.
    const tolerance = (spacingPercent / 100) * reading.span + wayOfOffsets(read);
    const own = read.isByFrames ? recordedGap(read) : unclosed(loop.valueGap, round);
    const asks = unclosed(modelLoop?.valueGap ?? 0, round);
    const severity = severityOf(Math.max(0, own - (read.isByFrames ? 0 : asks)), tolerance);
    if (severity) {
      const gap = roundTo(own, 1);
      return [
        {
          ...about,
          kind: 'loop-open',
          measured: own,
          expected: asks,
          tolerance,
          unit: reading.unit,
          severity,
          sentence:
            `${closes('jump')} by ${withUnit(gap, reading.unit)} where the loop closes, from frame ` +
            `${asked.range.last} to ${asked.range.first}.`,
        },
      ];
    }
    if (read.isByFrames) continue;
    // At another rate keys are on the nearest frames.
    if (loop.playsClosingFrame && !modelLoop?.playsClosingFrame && sameRate(asked.rate, rate)) {
      return [
        {
          ...about,
          kind: 'loop-hitches',
          measured: 2,
          expected: 1,
          tolerance: 0,
          unit: 'frames',
          severity: 'slight',
          sentence:
            `${closes('stand')} for two frames where the loop closes: frame ${asked.range.last} is ` +
            `the drawing of frame ${asked.range.first} again. Its closing key belongs one frame past ` +
            'the range.',
        },
      ];
    }
    // Straight from drawing to drawing, it has no speed of its own where it closes.
    if (read.isByFrames) continue;
    const meanSpeed =
      reading.span > 0 ? (2 * reading.span) / ((range.last - range.first + 1) / (rate.num / rate.den)) : 0;
    const gap = speedGapOf(channel, loop, sides.take.motion, keyFrames) - Math.abs(modelLoop?.speedGap ?? 0);
    const jerk = meanSpeed > 0 ? Math.min(MOST_JERK, Math.max(0, gap / meanSpeed)) : 0;
    const jerkSeverity = severityOf(jerk, JERK);
    if (jerkSeverity) {
      return [
        {
          ...about,
          kind: 'loop-jerks',
          measured: jerk,
          expected: 0,
          tolerance: JERK,
          unit: '× average speed',
          severity: jerkSeverity,
          sentence:
            'The loop closes in place and not in speed: ' +
            `${subjectDoes(reading.subjectName, 'change')} speed by ${roundTo(jerk * 100, 0)} % of its average ` +
            `between frame ${asked.range.last} and ${asked.range.first}.`,
        },
      ];
    }
  }
  return [];
}
