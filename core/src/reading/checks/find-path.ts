import type { Subject } from '../../motion/document/schema.ts';
import { type Track, trackRoles, trackValues } from '../../motion/sampling/track.ts';
import { noiseOf } from '../moments.ts';
import type { SegmentPath } from '../path-distance.ts';
import { poseMisses } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { createWarp } from '../warp.ts';
import { amount, capital, roundTo, subjectDoes } from '../words.ts';
import { aboutTrack, type BothRead, type Found } from './check.ts';

/** Degrees a path may turn at a key beyond what the target turns there. */
const KINK_DEGREES = 25;
/** A corner of a motion by keys is there however near to the key it is looked for: in frames. */
const KINK_FRAMES = 0.05;
/** The target's corner may be so many frames from the take's. */
const NEAR = 1.5;

/** What a line may be off by, in percent: also what of it lies between the drawings of a recording. */
const allowed = (
  read: ReadTrack,
  { firstFrame, lastFrame }: { firstFrame: number; lastFrame: number },
  tolerance: number,
): number => tolerance + read.lostPercent(firstFrame, lastFrame) + read.noisePercent;

/** Where a trajectory leaves the target's arc, and where it is kinked although it stays near it. */
export function findPath({ target, tracks }: BothRead): Found {
  const tolerance = target.tolerances.spacingPercent;
  const off: Finding[] = [];
  const kinked: Finding[] = [];
  for (const read of tracks) {
    const { reading } = read;
    if (read.paths.length === 0 || !(reading.span > 0)) continue;
    const strayed = read.paths.filter(
      (path) =>
        moves(read, path.firstFrame, path.lastFrame) &&
        severityOf((path.worst / reading.span) * 100, allowed(read, path, tolerance)) &&
        !isOfMissing(read, path),
    );
    for (const { firstFrame, lastFrame, worst, worstFrame } of strayed) {
      const percent = (worst / reading.span) * 100;
      off.push({
        ...aboutTrack(reading),
        kind: 'arc-off',
        firstFrame,
        lastFrame,
        measured: worst,
        expected: 0,
        tolerance: (tolerance / 100) * reading.span,
        unit: reading.unit,
        severity: severityOf(percent, allowed(read, { firstFrame, lastFrame }, tolerance))!,
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'leave')} the arc by up to ${amount(worst, reading.unit)} ` +
            `from ${firstFrame} to ${lastFrame}, most near frame ${worstFrame}.`,
        ),
      });
    }
    kinked.push(
      ...findKinks(read).filter(
        ({ firstFrame }) => !strayed.some((path) => path.firstFrame <= firstFrame && firstFrame <= path.lastFrame),
      ),
    );
  }
  const within = (finding: Finding): Finding | undefined =>
    off.find(
      (arc) =>
        arc.subjectId === finding.subjectId &&
        arc.track === finding.track &&
        arc.firstFrame <= finding.firstFrame &&
        finding.lastFrame <= arc.lastFrame,
    );
  const tells = (finding: Finding): boolean => {
    const arc = within(finding);
    if (!arc) return false;
    // A pose off the arc between its ends is the arc's; at its ends it is the pose's own, and the arc is measured
    // without it.
    if (finding.kind === 'pose-off') return arc.firstFrame < finding.firstFrame && finding.firstFrame < arc.lastFrame;
    // What is off the line is thrown along it too, by less.
    return (
      finding.kind === 'key-extra' ||
      (finding.kind === 'spacing-off' && finding.measured / finding.tolerance <= arc.measured / arc.tolerance)
    );
  };
  return { findings: [...off, ...kinked], explains: tells };
}

/** Whether a line strays because a key on it is missing, which is told, and leaves its pose further off. */
function isOfMissing(read: ReadTrack, { firstFrame, lastFrame, worst }: SegmentPath): boolean {
  const missing = read.reading.missingFrames.filter((frame) => firstFrame < frame && frame < lastFrame);
  return poseMisses(read, missing).some(({ miss }) => miss >= worst);
}

/** Whether both move on the way: one that stands still has another fault. */
function moves({ reading }: ReadTrack, first: number, last: number): boolean {
  return reading.segments
    .filter((segment) => segment.firstFrame >= first && segment.lastFrame <= last)
    .every((segment) => segment.target && segment.take);
}

/**
 * By how many degrees a track's path turns at a frame, to one side or (negative) the other; 0 where it hardly moves
 * before or after.
 */
function turnAt(subject: Subject, track: Track, frame: number, least: number, reach: number): number {
  const [before, at, after] = [-reach, 0, reach].map((off) => trackValues(subject, track, frame + off)) as [
    number[],
    number[],
    number[],
  ];
  const into = at.map((value, c) => value - before[c]!);
  const outOf = after.map((value, c) => value - at[c]!);
  const [a, b] = [Math.hypot(...into), Math.hypot(...outOf)];
  if (a < least || b < least || !Number.isFinite(a + b)) return 0;
  // Each of length 1: products of great steps are no numbers.
  const [one, other] = [into.map((value) => value / a), outOf.map((value) => value / b)];
  const cosine = one.reduce((sum, value, c) => sum + value * other[c]!, 0);
  const side = one[0]! * (other[1] ?? 0) - (one[1] ?? 0) * other[0]!;
  return (Math.sign(side || 1) * Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;
}

/**
 * By how much more a path turns at a key than at those right beside it: in a row of them an arc turns at each, a zigzag
 * to the other side. Of a motion by keys as near to the key as may be, of a recording from drawing to drawing.
 */
function cornerAt(subject: Subject, track: Track, frame: number, least: number, reach: number): number {
  const turn = (at: number): number => turnAt(subject, track, at, least * reach, reach);
  const here = turn(frame);
  if (Math.abs(here) <= KINK_DEGREES) return 0;
  const beside = Math.max(1, reach);
  const along = (at: number): number => Math.max(0, turn(at) * Math.sign(here));
  return Math.max(0, Math.abs(here) - Math.max(along(frame - beside), along(frame + beside)));
}

/** A step of so many times the noise turns by a few degrees for it at most. */
const OF_NOISE = 24;

/** Lines nearer than this share of the span turn alike. */
const SAME_LINE = 1e-9;

function findKinks({ reading, sides, track, take, isSampled, isSame }: ReadTrack): Finding[] {
  const toTarget = createWarp(reading.pairs.map((pair) => ({ from: pair.takeFrame, to: pair.targetFrame })));
  // Slower than this a frame the direction says nothing to the eye.
  const least = reading.span * 0.004;
  // Through noise nor does that of a short step.
  const noise = isSampled ? Math.max(...take.map((column) => noiseOf(column))) : 0;
  const drawn = [...trackRoles(sides.take.subject, track).keys()];
  const asked = [...trackRoles(sides.target.subject, track).keys()];
  let from = 0;
  return drawn.slice(1, -1).flatMap((frame, k): Finding[] => {
    // From sample to sample a line is straight: its turns are those of the drawings.
    const reach = isSampled ? Math.max(1, Math.round(drawn[k + 2]! - frame)) : KINK_FRAMES;
    // Where both go alike from the key before to the key after there is nothing to find.
    if (!isSampled && isSame(toTarget(drawn[k]!), toTarget(drawn[k + 2]!), SAME_LINE * reading.span)) return [];
    const measured = cornerAt(sides.take.subject, track, frame, Math.max(2 * least, OF_NOISE * noise), reach);
    if (measured <= KINK_DEGREES) return [];
    const onTarget = toTarget(frame);
    // Both go on in order.
    while (from < asked.length && asked[from]! < onTarget - NEAR) from++;
    let to = from;
    while (to < asked.length && asked[to]! <= onTarget + NEAR) to++;
    // The target's corner lies by its keys, which need not be on whole frames; slow there, it shows from drawing to
    // drawing only.
    const near = [...[-1, 0, 1].map((off) => onTarget + off), ...asked.slice(from, to)];
    const expected = Math.max(
      ...[KINK_FRAMES, 1, Math.max(1, reach)].flatMap((by) =>
        near.map((at) => Math.abs(turnAt(sides.target.subject, track, at, least * by, by))),
      ),
    );
    const severity = severityOf(Math.max(0, measured - expected), KINK_DEGREES);
    if (!severity) return [];
    const at = roundTo(onTarget, 1);
    return [
      {
        ...aboutTrack(reading),
        kind: 'arc-kinked',
        firstFrame: at,
        lastFrame: at,
        measured,
        expected,
        tolerance: KINK_DEGREES,
        unit: '°',
        severity,
        sentence:
          `The arc has a corner at frame ${at}: the path turns by ${Math.round(measured)}° there, ` +
          `the target by ${Math.round(expected)}°.`,
      },
    ];
  });
}
