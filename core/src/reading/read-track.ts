import type { ChannelId } from '../motion/document/channels.ts';
import type { Subject } from '../motion/document/schema.ts';
import { type Track, trackEvents, trackRoles, trackValues } from '../motion/sampling/track.ts';
import { exposedFrame } from '../time/exposure.ts';
import type { PutRightAlone } from './coordinates-apart.ts';
import { drawnEvery } from './keying.ts';
import { matchEvents } from './match-events.ts';
import { noiseOf } from './moments.ts';
import { type LinesToCompare, type SegmentPath, segmentPaths, wholePath } from './path-distance.ts';
import { type Pause, pausesOf } from './pauses.ts';
import type { Explained } from './place-events.ts';
import { sampleTrack } from './sample-track.ts';
import type { FindingKind, KeyPair, SegmentReading, Tolerances, TrackReading } from './schema.ts';
import { segmentEase } from './segment-ease.ts';
import type { SharedTime } from './shared-time.ts';
import { createSignedError, errorStatistics, movingChannels, spanOf } from './track-error.ts';
import type { TrackSide } from './track-side.ts';
import { breaksOf, createWarp } from './warp.ts';

/** A read track with the samples that findings look into: one row a channel, one value a target frame. */
export interface ReadTrack {
  reading: TrackReading;
  track: Track;
  sides: { target: TrackSide; take: TrackSide };
  /** From the target's frames to the take's, by seconds. */
  toTake: (targetFrame: number) => number;
  target: Float64Array[];
  /** The take at the same seconds. */
  take: Float64Array[];
  /** The take warped onto the target's keys. */
  warped: Float64Array[];
  /** The same of the take with its subject changed. */
  warpedBy: (subject: Subject) => Float64Array[];
  /** The three with what is told apart and left out of them: coordinates that only one of the two moves. */
  whole: Record<'target' | 'take' | 'warped', Float64Array[]>;
  /** Which of the track's channels only one of the two moves. */
  lone: readonly number[];
  /** Of a channel that is told apart, how the take goes with what a finding says of it put right. */
  alone: readonly { kind: FindingKind; c: number; column: Float64Array }[];
  /**
   * Whether target and warped take are nowhere further apart than `least`, in the track's unit, from one target frame
   * to another.
   */
  isSame: (from: number, to: number, least: number) => boolean;
  /** Keys that are samples of a motion say nothing of when: where its events lie is found in its curve. */
  isSampled: boolean;
  /** It is a recording whose keys were found: a key more or less says nothing by itself. */
  areKeysFound: boolean;
  /** Where one thing explains when all of a recording is, its keys are as sure as if they told. */
  explained: Explained;
  /** What that puts beyond a recording's ends. */
  beyond: KeyPair[];
  /**
   * How much of the span the target itself would lose, at most, from one of its frames to another by being drawn as
   * seldom as a recording is, in percent; 0 where the take has keys that tell.
   */
  lostPercent: (from: number, to: number) => number;
  /** It has a key on most frames, be they samples or in-betweens: what lies between two of them is straight. */
  isByFrames: boolean;
  /** What of the span a recording's noise is, in percent; 0 where keys tell. */
  noisePercent: number;
  /**
   * How many frames a drawing of it stands, or how far its samples are apart; 1 where the target's stand as long.
   */
  held: number;
  /** Of coordinates that go their own way in a recording: where each one's own keys are found. */
  apart: ReadonlyMap<ChannelId, KeyPair[]>;
  /** How many frames a recording leaves open when something happens: 0 where keys tell. */
  blurFrames: number;
  /** The line of each segment between extremes; none unless the track moves along a trajectory. */
  paths: SegmentPath[];
  /** It goes along the target's path, and is laid out straight along it. */
  isLaid: boolean;
  /** What once round is in the track's unit where it leads back, on a path that closes and of turns; else null. */
  round: number | null;
  /** Where it stands on a key, held by another that the target does without. */
  pauses: Pause[];
  /** Keys beyond those matched. */
  leftOutKeys: number;
}

/** How a track is read. */
interface HowToRead {
  tolerances: Tolerances;
  /**
   * Both subjects with the coordinates that are told apart, which of them one of the two does not move, and which are
   * put right, each by itself; null where there are none.
   */
  whole: { target: Subject; take: Subject; lone: readonly ChannelId[]; alone: readonly PutRightAlone[] } | null;
  /** It goes along the target's path, and is laid out straight along it. */
  isLaid: boolean;
  /** What once round is in the track's unit where it leads back, on a path that closes and of turns; else null. */
  round: number | null;
  /** Of a recording whose keys were found: how many frames these leave open of when; else null. */
  foundWithin: number | null;
  /** Curves may be laid on one another, which takes long. */
  mayLayOn: boolean;
}

/** What whole frames leave open of when something happens between them. */
const WHOLE_FRAMES = 0.6;
/** What drawings held so many frames leave open. */
const openFrames = (held: number): number => held - 1 + WHOLE_FRAMES;

/** A share of the span below which two motions are the same: keyed otherwise is then no other motion. */
const SAME_MOTION = 1e-5;

/** Reads one track of a take: keys matched, raw and spacing error a frame, and the ease of each segment both have. */
export function readTrack(
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  { tolerances: { keyFrames, spacingPercent }, mayLayOn, whole: wholeSubjects, isLaid, round, foundWithin }: HowToRead,
): ReadTrack {
  const { range } = target.motion;
  const count = range.last - range.first + 1;
  const shownFrame = (i: number): number => exposedFrame(range.first + i, range.first, target.subject.exposure);
  const onOnes = target.subject.exposure === 1;
  const takeShown = (i: number): number =>
    exposedFrame(time.toTake(range.first + i), take.motion.range.first, take.subject.exposure);
  const targetOf = (subject: Subject): Float64Array[] =>
    sampleTrack(subject, track, count, { frameAt: shownFrame, breaks: onOnes ? [] : null });
  const takeOf = (subject: Subject): Float64Array[] =>
    sampleTrack(subject, track, count, { frameAt: takeShown, breaks: subject.exposure === 1 ? [] : null });
  const targetColumns = targetOf(target.subject);
  const span = spanOf(targetColumns);
  const takeColumns = takeOf(take.subject);
  const errorOf = createSignedError(targetColumns, span);
  const raw = errorOf(takeColumns);
  const moving = movingChannels(targetColumns, takeColumns);
  const everyKey = drawnEvery(trackEvents(take.subject, track), trackEvents(target.subject, track));
  const held = Math.max(take.subject.exposure, everyKey ?? 1);
  // What the target holds as long is shown on the same drawings.
  const isHeldAlike = target.subject.exposure >= held;
  const openFor = isHeldAlike ? WHOLE_FRAMES : openFrames(take.subject.exposure);
  const matched = matchEvents(target, take, track, time, {
    span,
    held,
    isSame: raw.every((gap) => Math.abs(gap) <= 100 * SAME_MOTION),
    mayLayOn,
    doubt: { frames: keyFrames + openFor, share: spacingPercent / 100 },
  });
  let { pairs } = matched;
  const points = pairs.map((pair) => ({ from: pair.targetFrame, to: pair.takeFrame }));
  const warp = createWarp(points);
  // Without a pair there is nothing to take the timing out by: seconds alone carry the frames over.
  const onTake = (frame: number): number => (pairs.length > 0 ? warp(frame) : time.toTake(frame));
  const breaks = onOnes ? breaksOf(points, range.first) : null;
  const warpedOf = (subject: Subject): Float64Array[] =>
    sampleTrack(subject, track, count, { frameAt: (i) => onTake(shownFrame(i)), breaks });
  const warped = warpedOf(take.subject);
  const whole = wholeSubjects
    ? {
        target: targetOf(wholeSubjects.target),
        take: takeOf(wholeSubjects.take),
        warped: warpedOf(wholeSubjects.take),
      }
    : { target: targetColumns, take: takeColumns, warped };
  const shownErrorOf = wholeSubjects ? createSignedError(whole.target, spanOf(whole.target)) : errorOf;
  const shownRaw = wholeSubjects ? shownErrorOf(whole.take) : raw;
  const spacing = shownErrorOf(whole.warped);

  const isSame = nowhereApart(targetColumns, warped, range.first);
  const isByFrames = matched.isSampled || everyKey !== null;
  // A key says something only where without it, or with it, the motion is another.
  const onTarget = createWarp(pairs.map((pair) => ({ from: pair.takeFrame, to: pair.targetFrame })));
  const saysNothing = (frame: number): boolean => {
    if (pairs.length === 0) return false;
    const before = pairs.findLast((pair) => pair.targetFrame < frame)?.targetFrame ?? range.first;
    const after = pairs.find((pair) => pair.targetFrame > frame)?.targetFrame ?? range.last;
    return isSame(Math.min(before, frame), Math.max(after, frame), (span * spacingPercent) / 100);
  };
  // In a recording a key that is missing, its pose being there, leaves the ways to it and from it to be judged.
  const isPosedAt = (frame: number): boolean => {
    const [asked, drawn] = [trackValues(target.subject, track, frame), trackValues(take.subject, track, onTake(frame))];
    return Math.hypot(...asked.map((value, c) => drawn[c]! - value)) <= (span * spacingPercent) / 100;
  };
  const unseen = matched.missing.filter(
    (frame) => saysNothing(frame) || (foundWithin !== null && pairs.length > 0 && isPosedAt(frame)),
  );
  if (unseen.length > 0) {
    const roles = trackRoles(target.subject, track);
    pairs = [
      ...pairs,
      ...unseen.map((frame): KeyPair => {
        const takeFrame = warp(frame);
        return {
          targetFrame: frame,
          takeFrame,
          offsetFrames: time.toTarget(takeFrame) - frame,
          role: roles.get(frame) ?? 'extreme',
        };
      }),
    ].sort((a, b) => a.targetFrame - b.targetFrame);
  }
  const paths =
    moving.length > 1
      ? segmentPaths({ target: target.subject, take: take.subject, track, range, pairs, span, isSame })
      : [];
  const asked = [...pairs.map((pair) => pair.targetFrame), ...matched.missing];
  const from = Math.max(0, Math.ceil(Math.min(range.last, ...asked) - range.first));
  const to = Math.min(count - 1, Math.floor(Math.max(range.first, ...asked) - range.first));
  return {
    track,
    sides: { target, take },
    toTake: time.toTake,
    target: targetColumns,
    take: takeColumns,
    warped,
    warpedBy: warpedOf,
    whole,
    lone: (wholeSubjects?.lone ?? []).map((id) => track.channelIds.indexOf(id)),
    alone: (wholeSubjects?.alone ?? []).map(({ kind, channel }) => {
      const c = track.channelIds.indexOf(channel.id);
      return { kind, c, column: takeOf({ ...take.subject, channels: [channel] })[c]! };
    }),
    isSame,
    isSampled: matched.isSampled,
    areKeysFound: foundWithin !== null,
    explained: matched.explained,
    beyond: matched.beyond,
    isByFrames,
    noisePercent:
      matched.isSampled && span > 0
        ? (Math.max(...takeColumns.map((column) => noiseOf(drawings(column, take.subject), 'quarter'))) / span) * 100
        : 0,
    held: isHeldAlike ? 1 : held,
    apart: matched.apart,
    lostPercent:
      matched.isSampled && span > 0 && !isHeldAlike
        ? percentLost(lostAt(targetColumns, held), range.first, span)
        : () => 0,
    blurFrames: matched.isSampled ? openFor : (foundWithin ?? 0),
    paths,
    isLaid,
    round,
    pauses: pausesOf(take.subject, track, { ...matched, pairs }, time, span),
    leftOutKeys: matched.leftOut,
    reading: {
      subjectId: target.subject.id,
      subjectName: target.subject.name,
      track: track.id,
      label: track.label,
      unit: track.unit,
      span,
      measuredOn: isLaid ? null : measuredOn(track, wholeSubjects ? movingChannels(whole.target, whole.take) : moving),
      pairs,
      missingFrames: matched.missing.filter((frame) => !unseen.includes(frame)),
      extraFrames: foundWithin !== null ? [] : matched.extra.filter((frame) => !saysNothing(onTarget(frame))),
      segments: readSegments({
        target: target.subject,
        take: take.subject,
        track,
        pairs,
        span,
        // Between its frames one that is keyed on each goes its own way, straight.
        isSame: isByFrames ? () => false : isSame,
      }),
      path: moving.length > 1 ? wholePath(paths, span) : null,
      raw: errorStatistics(shownRaw, range.first, from, to),
      spacing: errorStatistics(spacing, range.first, from, to),
      gap: { firstFrame: range.first, raw: listOf(shownRaw), spacing: listOf(spacing) },
    },
  };
}

/** The sample nearest to a frame of the target: where its drawings are held, the first that shows what is there. */
export function sampleOf({ reading, sides, target }: ReadTrack, frame: number): number {
  const at = frame - reading.gap.firstFrame;
  const { exposure } = sides.target.subject;
  if (exposure === 1) return Math.round(at);
  const shown = Math.ceil(at / exposure) * exposure;
  return shown < (target[0]?.length ?? 0) ? shown : Math.round(at);
}

/** The values of a column that are drawn anew: of each drawing the last that shows it, wherever the first begins. */
function drawings(column: Float64Array, { exposure }: Subject): Float64Array {
  return exposure === 1 ? column : column.filter((_, i) => i % exposure === exposure - 1);
}

/** As a plain list, to be written down: ten times as quick as `Array.from`. */
function listOf(values: Float64Array): number[] {
  const list = new Array<number>(values.length);
  for (let i = 0; i < values.length; i++) list[i] = values[i]!;
  return list;
}

/** Says whether two rows of columns are nowhere further apart than `least` from one frame to another. */
export function nowhereApart(
  asked: readonly Float64Array[],
  drawn: readonly Float64Array[],
  firstFrame: number,
): ReadTrack['isSame'] {
  return (from, to, least) =>
    asked.every((column, c) => {
      const own = drawn[c]!;
      const b = Math.min(column.length - 1, Math.ceil(to - firstFrame));
      for (let i = Math.max(0, Math.floor(from - firstFrame)); i <= b; i++)
        if (Math.abs(own[i]! - column[i]!) > least / asked.length) return false;
      return true;
    });
}

const measuredOn = ({ channelIds }: Track, moving: readonly number[]): TrackReading['measuredOn'] =>
  moving.length <= 1 ? channelIds[moving[0] ?? 0]! : null;

/**
 * How far the straight ways between samples held so many frames (whole ones), from the worst first drawing, are at each
 * frame from all of them at most.
 */
function lostAt(columns: readonly Float64Array[], heldFrames: number): Float64Array {
  const held = Math.ceil(heldFrames);
  const lost = new Float64Array(columns[0]?.length ?? 0);
  for (const column of columns)
    for (let i = 0; i + held < column.length; i++)
      for (let k = 1; k < held; k++) {
        const straight = (column[i]! * (held - k) + column[i + held]! * k) / held;
        lost[i + k] = Math.max(lost[i + k]!, Math.abs(column[i + k]! - straight));
      }
  return lost;
}

function percentLost(lost: Float64Array, first: number, span: number): ReadTrack['lostPercent'] {
  return (from, to) => {
    let most = 0;
    for (let i = Math.max(0, Math.floor(from - first)); i <= Math.min(lost.length - 1, Math.ceil(to - first)); i++)
      most = Math.max(most, lost[i]!);
    return (most / span) * 100;
  };
}

/** Ways that are nowhere further apart than this share of the span, on so many frames, are one way. */
const ONE_WAY = { share: 1e-12, frames: 4 };

/** How both go from one matched key to the next. */
export function readSegments({
  target,
  take,
  track,
  pairs,
  span,
  isSame,
}: Omit<LinesToCompare, 'range'>): SegmentReading[] {
  return pairs.slice(0, -1).map(({ targetFrame: firstFrame, takeFrame }, i) => {
    const next = pairs[i + 1]!;
    const lastFrame = next.targetFrame;
    const asked = segmentEase(target, track, firstFrame, lastFrame, span);
    const isOneWay =
      lastFrame - firstFrame >= ONE_WAY.frames &&
      next.takeFrame - takeFrame === lastFrame - firstFrame &&
      isSame(firstFrame, lastFrame, ONE_WAY.share * span);
    return {
      firstFrame,
      lastFrame,
      target: asked,
      take: isOneWay ? asked : segmentEase(take, track, takeFrame, next.takeFrame, span),
    };
  });
}
