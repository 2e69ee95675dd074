import type { Track, TrackEvent } from '../motion/sampling/track.ts';
import { curvesOf } from './curves.ts';
import { keyedFrames } from './keyed-frames.ts';
import { type KeyMatch, matchKeys } from './match-keys.ts';
import { paceOf, shiftOf } from './offset-fits.ts';
import { partPacesOf } from './part-paces.ts';
import { passingKeys } from './passing-keys.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';
import { applyInverse, fitWhole } from './whole-fit.ts';

/** Which of the keys of two movements that are keyed are the same. */

/** What is matched, and how. */
interface BothKeyed {
  target: TrackSide;
  take: TrackSide;
  track: Track;
  time: SharedTime;
  /** How far the target's movement goes. */
  span: number;
  /** Curves may be laid on one another, which takes long. */
  mayLayOn: boolean;
}

/** A pose as near as this share of the span is reached. */
const REACHED = 0.05;

/**
 * The frame gap that counts as much as the whole span when keys are matched: two usual segments of the target.
 * One would take a run of keys that are all late by a little less than a segment for other keys of the target.
 */
function matchingFrames(events: readonly TrackEvent[]): number {
  if (events.length < 2) return 24;
  return (2 * (events.at(-1)!.frame - events[0]!.frame)) / (events.length - 1);
}

/** Keys that are late by as much as this from one another are late together. */
const TOGETHER = 0.75;

/** So large a share of keys is most of them. */
const MOSTLY = 0.75;

/** How a take's keys are compared one by one with the target's. */
interface InTurn {
  time: SharedTime;
  /** Whether one of the take's shows what one of the target's does, by the channels that have a key there. */
  isAsPosed: (asked: TrackEvent, drawn: TrackEvent) => boolean;
}

/**
 * Each key with the one that comes as its turn, where all show the same and are late by as much from one of them on, or
 * are all, or in part, at one other pace: late by a whole swing of a settle, a key lies where the next one ought to.
 */
function inTurn(
  asked: readonly TrackEvent[],
  drawn: readonly TrackEvent[],
  { time, isAsPosed }: InTurn,
): KeyMatch | null {
  if (asked.length !== drawn.length || !asked.every((event, i) => isAsPosed(event, drawn[i]!))) return null;
  const offsets = asked.map(({ frame }, i) => ({
    frame,
    off: time.toTarget(drawn[i]!.frame) - frame,
    tolerance: TOGETHER,
    isSampled: false,
    isAtEnd: false,
  }));
  return shiftOf(offsets, TOGETHER, false) || paceOf(offsets, TOGETHER, false) || partPacesOf(offsets, TOGETHER)
    ? { pairs: asked.map((_, i) => [i, i]), missing: [], extra: [] }
    : null;
}

/**
 * The same of a take that pauses once: one pose is keyed twice, and all after it are as much later than all before as
 * the pause is long. Its second key is left over.
 */
function inTurnButOne(
  asked: readonly TrackEvent[],
  drawn: readonly TrackEvent[],
  { time, isAsPosed }: InTurn,
): KeyMatch | null {
  if (drawn.length !== asked.length + 1) return null;
  const lateBy = (i: number, j: number): number => time.toTarget(drawn[j]!.frame) - asked[i]!.frame;
  const isPause = (k: number): boolean => {
    const [before, after] = [lateBy(k, k), lateBy(k, k + 1)];
    return (
      after - before > TOGETHER &&
      isAsPosed(asked[k]!, drawn[k + 1]!) &&
      asked.every((event, i) => {
        const j = i > k ? i + 1 : i;
        return isAsPosed(event, drawn[j]!) && Math.abs(lateBy(i, j) - (i > k ? after : before)) <= TOGETHER;
      })
    );
  };
  for (let k = asked.length - 2; k >= 0; k--)
    if (isPause(k)) return { pairs: asked.map((_, i) => [i, i > k ? i + 1 : i]), missing: [], extra: [k + 1] };
  return null;
}

/** Whether a key of the take shows what one of the target's does. */
function asPosed({ target, track, span }: BothKeyed): InTurn['isAsPosed'] {
  const keyed = keyedFrames(target.subject, track);
  // By the channels that have a key there.
  return ({ frame, values }, own) =>
    Math.hypot(...values.map((value, c) => (keyed[c]!.has(frame) ? own.values[c]! - value : 0))) <= REACHED * span;
}

/** The keys of two movements, by their places among the events of each. */
function matchAll(both: BothKeyed, asked: readonly TrackEvent[], drawn: readonly TrackEvent[]): KeyMatch {
  const { target, take, track, time, span, mayLayOn } = both;
  const scale = { frames: matchingFrames(asked), value: span };
  const matchBy = (toTarget: (frame: number) => number): KeyMatch =>
    matchKeys(
      asked,
      drawn.map((event) => ({ ...event, frame: toTarget(event.frame) })),
      scale,
    );
  let match = matchBy(time.toTarget);
  const left = ({ missing, extra }: KeyMatch): number => missing.length + extra.length;
  const isAsPosed = asPosed(both);
  const isOnTime = ([i, j]: [number, number]): boolean =>
    Math.abs(time.toTarget(drawn[j]!.frame) - asked[i]!.frame) <= TOGETHER && isAsPosed(asked[i]!, drawn[j]!);
  // What has all of the target's keys, and most on time, is not late as a whole.
  const isThere = (): boolean =>
    match.missing.length === 0 && match.pairs.filter(isOnTime).length >= MOSTLY * asked.length;
  if (left(match) > 0 && !isThere() && span > 0 && mayLayOn && drawn.length > 1) {
    // Work that is late, or at another pace, throughout is not other keys.
    const whole = fitWhole(curvesOf(target, take, track, time, span, asked));
    if (whole.shift !== 0 || whole.pace !== 1) {
      const shifted = matchBy((frame) => applyInverse(whole, time.toTarget(frame)));
      if (left(shifted) < left(match)) match = shifted;
    }
  }
  if (left(match) === 0) return match;
  const how = { time, isAsPosed };
  return inTurn(asked, drawn, how) ?? inTurnButOne(asked, drawn, how) ?? match;
}

/**
 * The same; those of the take's keys that it only passes are left out of it where there are more than the target has,
 * and what is left is matched better, in poses too. None of them is a key too many.
 */
export function matchKeyed(both: BothKeyed, asked: readonly TrackEvent[], drawn: readonly TrackEvent[]): KeyMatch {
  const all = matchAll(both, asked, drawn);
  if (all.extra.length === 0) return all;
  const passed = passingKeys(both.take.subject, both.track, drawn);
  if (passed.size === 0) return all;
  const match = { ...all, extra: all.extra.filter((j) => !passed.has(drawn[j]!)) };
  const places = drawn.flatMap((event, j) => (passed.has(event) ? [] : [j]));
  const left = matchAll(
    both,
    asked,
    places.map((j) => drawn[j]!),
  );
  const without: KeyMatch = {
    pairs: left.pairs.map(([i, j]) => [i, places[j]!]),
    missing: left.missing,
    extra: left.extra.map((j) => places[j]!),
  };
  const isAsPosed = asPosed(both);
  const faults = ({ pairs, missing, extra }: KeyMatch): number =>
    missing.length + extra.length + pairs.filter(([i, j]) => !isAsPosed(asked[i]!, drawn[j]!)).length;
  return faults(without) < faults(match) ? without : match;
}
