import type { ChannelId } from '../../motion/document/channels.ts';
import { findChannel } from '../../motion/document/document.ts';
import type { Key } from '../../motion/document/schema.ts';
import { sampleChannel } from '../../motion/sampling/sample.ts';
import type { Track } from '../../motion/sampling/track.ts';
import { exposedFrame } from '../../time/exposure.ts';
import { tellingOf } from '../keying.ts';
import { toldPauses } from '../pauses.ts';
import { nowhereApart, readSegments, type ReadTrack } from '../read-track.ts';
import { sampleTrack } from '../sample-track.ts';
import { type Finding, FINDING_KINDS, type KeyPair, type Target } from '../schema.ts';
import { segmentResidual } from '../segment-residual.ts';
import { breaksOf, createWarp } from '../warp.ts';
import { inCoordinate } from '../words.ts';
import { type BothRead, type Found, isAbout } from './check.ts';
import { findInSegment, findPoses } from './find-spacing.ts';
import { findTiming } from './find-timing.ts';

/**
 * What one coordinate of a place does by itself between its own keys, where it passes keys of the other: a way across
 * that is uneven, or begins late, while the way up and down is right.
 */
export function findCoordinates({ target, tracks }: BothRead, arcs: readonly Finding[]): Found {
  const coordinates = tracks.flatMap((read) => coordinatesOf(read, target));
  // Where the whole is nowhere off, nothing of it is, however it is keyed.
  const isOff = ({ whole: { isSame, reading } }: Coordinate, { from, to }: OwnFinding): boolean =>
    !isSame(from, to, (target.tolerances.spacingPercent / 200) * reading.span);
  const own = coordinates
    .flatMap((one) => findIn(one, target).filter((finding) => isOff(one, finding)))
    .filter((one) => !arcs.some((arc) => isSignOf(one, arc) && arc.measured >= MOSTLY * one.miss));
  return {
    findings: own.map(({ finding }) => finding),
    explains: (finding) =>
      own.some((one) => isSignOf(one, finding)) || coordinates.some((one) => isPoseOf(one, finding)),
  };
}

/** A coordinate of a track as a movement of its own. */
interface Coordinate {
  read: ReadTrack;
  whole: ReadTrack;
  /** Its place among the track's channels. */
  c: number;
  /** The target's frames of those of its keys that the take has elsewhere than the other coordinate's. */
  moved: ReadonlySet<number>;
  /** Those of them on which the other coordinate is where it ought to be. */
  apart: ReadonlySet<number>;
}

interface OwnFinding {
  finding: Finding;
  /** How far it is off by itself at most, in the track's unit. */
  miss: number;
  /** Where it shows, in the target's frames and in the take's. */
  from: number;
  to: number;
  fromTake: number;
  toTake: number;
  /** Where lines that stray most between the two begin: what is elsewhere on time leads them there. */
  strays: readonly number[];
}

/** What leaves the arc by half of what a coordinate is off is told as that: it is what is seen. */
const MOSTLY = 0.5;

function coordinatesOf(read: ReadTrack, target: Target): Coordinate[] {
  const { track, reading, sides } = read;
  const isKeyed = (id: ChannelId): boolean =>
    [sides.target, sides.take].some(({ subject }) => (findChannel(subject, id)?.keys.length ?? 0) > 0);
  // Of one coordinate alone all is told as it is.
  if (!(reading.span > 0) || track.channelIds.filter(isKeyed).length < 2) return [];
  return track.channelIds.flatMap((id, c): Coordinate[] => {
    const asked = findChannel(sides.target.subject, id)?.keys ?? [];
    const drawn = tellingOf(findChannel(sides.take.subject, id)?.keys ?? []);
    const frames = new Set(asked.map(({ frame }) => frame));
    const pairs = reading.pairs.filter(({ targetFrame }) => frames.has(targetFrame));
    const passed = reading.pairs.map((pair) => pair.targetFrame).filter((frame) => !frames.has(frame));
    if (pairs.length < 2 || drawn.length < 2) return [];
    const least = (target.tolerances.spacingPercent / 100) * reading.span;
    const placed = read.isSampled
      ? foundApart(pairs, read.apart.get(id) ?? [], read.blurFrames)
      : putApart(read, c, pairs, drawn, least);
    const moved = placed.filter((pair, k) => pair !== pairs[k]).map((pair) => pair.targetFrame);
    if (passed.length === 0 && moved.length === 0) return [];
    const movedFrames = new Set(moved);
    const isRight = (frame: number): boolean => {
      const i = Math.round(frame - reading.gap.firstFrame);
      const off = read.target.map((column, k) => (k === c ? 0 : (read.warped[k]![i] ?? 0) - (column[i] ?? 0)));
      return Math.hypot(...off) <= least;
    };
    return [
      {
        read: alone(
          read,
          c,
          placed,
          ({ targetFrame: from }, { targetFrame: to }) =>
            movedFrames.has(from) || movedFrames.has(to) || passed.some((frame) => from < frame && frame < to),
        ),
        whole: read,
        c,
        moved: movedFrames,
        apart: new Set(moved.filter(isRight)),
      },
    ];
  });
}

/** The pairs of one coordinate's keys in a recording: where it has them by itself, if that is elsewhere. */
const foundApart = (pairs: readonly KeyPair[], own: readonly KeyPair[], open: number): KeyPair[] =>
  pairs.map((pair) => {
    const there = own.find(({ targetFrame }) => targetFrame === pair.targetFrame);
    return there && Math.abs(there.takeFrame - pair.takeFrame) > open ? there : pair;
  });

/** Whether a key is between others of its value, or none: it shows no more than a standstill. */
function standsAbout(keys: readonly Key[], k: number): boolean {
  return [keys[k - 1], keys[k + 1]].every((beside) => !beside || beside.value === keys[k]!.value);
}

/**
 * The pairs of one coordinate's keys: where the take has no key of it on the frame of the other's, the nearest one
 * between its neighbours that shows the same, or the only one there is.
 */
function putApart(
  { sides, track, toTake }: ReadTrack,
  c: number,
  pairs: readonly KeyPair[],
  drawn: readonly Key[],
  least: number,
): KeyPair[] {
  const id = track.channelIds[c]!;
  const [asked, own] = [findChannel(sides.target.subject, id)!, findChannel(sides.take.subject, id)!];
  const known = new Set(drawn.map(({ frame }) => frame));
  const telling = drawn.filter((_, k) => !standsAbout(drawn, k)).map(({ frame }) => frame);
  const taken = new Set(pairs.map((pair) => pair.takeFrame));
  const perFrame = toTake(1) - toTake(0);
  return pairs.map((pair, k) => {
    if (known.has(pair.takeFrame)) return pair;
    const [before, after] = [pairs[k - 1]?.takeFrame ?? -Infinity, pairs[k + 1]?.takeFrame ?? Infinity];
    const value = sampleChannel(asked, pair.targetFrame);
    const free = telling.filter((frame) => before < frame && frame < after && !taken.has(frame));
    const alike =
      free.length === 1 ? free : free.filter((frame) => Math.abs(sampleChannel(own, frame) - value) <= least);
    const [nearest] = alike.toSorted((a, b) => Math.abs(a - pair.takeFrame) - Math.abs(b - pair.takeFrame));
    if (nearest === undefined) return pair;
    const offsetFrames = pair.offsetFrames + (nearest - pair.takeFrame) / perFrame;
    return { ...pair, takeFrame: nearest, offsetFrames };
  });
}

/** One channel of a read track as if there were no other, by its own pairs and those of its segments that are meant. */
function alone(
  read: ReadTrack,
  c: number,
  pairs: KeyPair[],
  isMeant: (start: KeyPair, end: KeyPair) => boolean,
): ReadTrack {
  const { reading, sides, track } = read;
  const own: Track = { ...track, channelIds: [track.channelIds[c]!] };
  const first = reading.gap.firstFrame;
  const points = pairs.map((pair) => ({ from: pair.targetFrame, to: pair.takeFrame }));
  const warp = createWarp(points);
  const column = read.target[c]!;
  const { exposure } = sides.target.subject;
  const warped = sampleTrack(sides.take.subject, own, column.length, {
    frameAt: (i) => warp(exposedFrame(first + i, first, exposure)),
    breaks: exposure === 1 ? breaksOf(points, first) : null,
  });
  const columns = { target: [column], take: [read.take[c]!], warped };
  const isSame = nowhereApart(columns.target, warped, first);
  const [target, take] = [sides.target.subject, sides.take.subject];
  return {
    ...read,
    ...columns,
    whole: columns,
    track: own,
    paths: [],
    isSame,
    reading: {
      ...reading,
      pairs,
      missingFrames: [],
      extraFrames: [],
      segments: pairs.slice(1).flatMap((end, k) => {
        const ends = [pairs[k]!, end];
        return isMeant(pairs[k]!, end)
          ? readSegments({ target, take, track: own, pairs: ends, span: reading.span, isSame })
          : [];
      }),
    },
  };
}

function findIn({ read, whole, c, moved }: Coordinate, target: Target): OwnFinding[] {
  const { pairs } = read.reading;
  const said = (finding: Finding): Finding => ({ ...finding, sentence: inCoordinate(c, finding.sentence) });
  const between = (a: number, b: number) => {
    const [start, end] = [pairs[Math.max(0, a)]!, pairs[Math.min(pairs.length - 1, b)]!];
    return { from: start.targetFrame, to: end.targetFrame, fromTake: start.takeFrame, toTake: end.takeFrame };
  };
  const { tolerances } = target;
  const { missingFrames, extraFrames } = whole.reading;
  const left = [...extraFrames, ...toldPauses(whole, tolerances).map(({ takeFrame }) => takeFrame)];
  const uneven = read.reading.segments.flatMap((segment): OwnFinding[] => {
    const k = pairs.findIndex(({ targetFrame }) => targetFrame === segment.firstFrame);
    const where = between(k, k + 1);
    const isInside = (frame: number): boolean => where.from < frame && frame < where.to;
    const isTold =
      missingFrames.some(isInside) ||
      left.some(
        (frame) => where.fromTake < frame && frame < where.toTake && !pairs.some((pair) => pair.takeFrame === frame),
      );
    if (isTold) return [];
    return findInSegment(read, segment, tolerances).map((finding) => {
      const miss = (Math.abs(segmentResidual(read, segment).worstPercent) / 100) * whole.reading.span;
      return { finding: said(finding), miss, ...where, strays: [] };
    });
  });
  if (moved.size === 0) return uneven;
  const late = findTiming(read, target)
    .filter(({ kind, expected }) => (kind === 'key-late' || kind === 'key-early') && moved.has(expected))
    .map((finding): OwnFinding => {
      const k = pairs.findIndex(({ targetFrame }) => targetFrame === finding.expected);
      const where = between(k - 1, k + 1);
      const strays = whole.paths
        .filter(({ worstFrame }) => where.from <= worstFrame && worstFrame <= where.to)
        .map(({ firstFrame }) => firstFrame);
      return { finding: said(finding), miss: Infinity, ...where, strays };
    });
  const posed = findPoses(read, tolerances, target.events)
    .filter(({ firstFrame }) => moved.has(firstFrame))
    .map((finding): OwnFinding => {
      const [from, to] = [finding.firstFrame, finding.lastFrame].map((frame) =>
        pairs.findIndex(({ targetFrame }) => targetFrame === frame),
      ) as [number, number];
      return { finding: said(finding), miss: Infinity, ...between(from, to), strays: [] };
    });
  return [...late, ...posed, ...uneven];
}

/** Whether a pose of the whole movement is off by a coordinate alone whose own key lies elsewhere. */
const isPoseOf = ({ whole, apart }: Coordinate, finding: Finding): boolean =>
  finding.kind === 'pose-off' && isAbout(finding, whole.reading) && apart.has(finding.firstFrame);

const SIGNS: ReadonlySet<string> = new Set(['spacing', 'path']);

/** Whether a finding of the whole movement shows no more than what a coordinate of it does by itself. */
function isSignOf({ finding: own, from, to, fromTake, toTake, strays }: OwnFinding, finding: Finding): boolean {
  if (!isAbout(finding, { subjectId: own.subjectId!, track: own.track! }) || finding.kind === 'pose-off') return false;
  if (finding.kind === 'arc-off' && strays.includes(finding.firstFrame)) return true;
  if (finding.kind === 'key-extra') return fromTake <= finding.firstFrame && finding.firstFrame <= toTake;
  return SIGNS.has(FINDING_KINDS[finding.kind]) && from <= finding.firstFrame && finding.lastFrame <= to;
}
