import { framesPerSecond, sameRate } from '../../time/rate.ts';
import { withoutRounds } from '../laid-along.ts';
import { eventAt } from '../own-keys.ts';
import { EASE_TOLERANCE } from '../pace.ts';
import { toldPauses } from '../pauses.ts';
import {
  askedFrames,
  cornerLoss,
  cornerPoseLoss,
  isBeyondCorner,
  isRoundBehind,
  type PoseMiss,
  poseMisses,
} from '../poses.ts';
import { withPosesPutRight } from '../poses-put-right.ts';
import { type ReadTrack, sampleOf } from '../read-track.ts';
import type { Finding, SegmentReading, Target, Tolerances, TrackReading } from '../schema.ts';
import { type SegmentResidual, segmentResidual } from '../segment-residual.ts';
import { severityOf } from '../severity.ts';
import { amount, capital, roundTo, standsFor, subjectDoes } from '../words.ts';
import { bothSentence, easeSentence, findEase, isEased } from './ease-faults.ts';

/** So near to a corner a frame is beside it. */
const BESIDE_FRAMES = 2;
/** Where a corner that is no key may lie about the frame that is most off. */
const CORNERS = [-0.5, 0, 0.5];

/** One end is the worse if its error is so many times the other's. */
const CLEARLY = 1.25;

/** The worst of a segment's frames may be off by so many times the noise. */
const NOISE_TIMES = 1;

/** What is wrong between the keys, and with the poses at them, once timing is taken out. */
export function findSpacing(read: ReadTrack, { tolerances, events }: Pick<Target, 'tolerances' | 'events'>): Finding[] {
  const { reading } = read;
  if (reading.pairs.length === 0 || !(reading.span > 0)) return [];
  let known: { read: ReadTrack | null } | null = null;
  const putRight = (): ReadTrack | null => {
    known ??= { read: withPosesPutRight(read, (tolerances.spacingPercent / 100) * reading.span) };
    return known.read;
  };
  const surplus = [...reading.extraFrames, ...toldPauses(read, tolerances).map(({ takeFrame }) => takeFrame)];
  return [
    ...findPoses(read, tolerances, events),
    ...findPauses(read, tolerances),
    // A segment over a missing key, or over one too many, goes another way because of that key.
    ...reading.segments
      .filter(
        (segment, i) =>
          !reading.missingFrames.some((frame) => segment.firstFrame < frame && frame < segment.lastFrame) &&
          !surplus.some((frame) => reading.pairs[i]!.takeFrame < frame && frame < reading.pairs[i + 1]!.takeFrame),
      )
      .flatMap((segment) => findInSegment(read, segment, tolerances, putRight)),
  ];
}

/** Where the take stands at a key, and the target goes on. */
function findPauses(read: ReadTrack, tolerances: Tolerances): Finding[] {
  const { reading, blurFrames } = read;
  const tolerance = tolerances.keyFrames + blurFrames;
  return toldPauses(read, tolerances).map((pause): Finding => ({
    ...about(reading),
    kind: 'held-not-moving',
    firstFrame: pause.targetFrame,
    lastFrame: reading.segments.find(({ firstFrame }) => firstFrame === pause.targetFrame)!.lastFrame,
    measured: pause.frames,
    expected: 0,
    tolerance,
    unit: 'frames',
    severity: severityOf(pause.frames, tolerance)!,
    sentence: capital(`${standsFor(reading.subjectName, pause)}; the target goes on.`),
  }));
}

function about(reading: TrackReading): Pick<Finding, 'subjectId' | 'track'> {
  return { subjectId: reading.subjectId, track: reading.track };
}

export function findPoses(
  read: ReadTrack,
  tolerances: Pick<Tolerances, 'spacingPercent'>,
  events: Target['events'],
): Finding[] {
  const { reading } = read;
  // What closes a cycle one past the range, and is missing from a recording, is seen on the last frame.
  const { last } = read.sides.target.motion.range;
  const matched = read.areKeysFound
    ? askedFrames(read).map((frame) => (reading.missingFrames.includes(frame) ? Math.min(frame, last) : frame))
    : reading.pairs.map((pair) => pair.targetFrame);
  const least = (tolerances.spacingPercent / 100) * reading.span;
  const misses = poseMisses(read, matched).filter(({ miss }) => miss > least);
  const toleranceOf = (frame: number): number => {
    const isLost = !isBeyondCorner(read, frame);
    const lost = isLost ? read.lostPercent(frame - read.held, frame + read.held) : 0;
    const percent = tolerances.spacingPercent + lost + NOISE_TIMES * read.noisePercent;
    return (percent / 100) * reading.span + (isLost ? cornerPoseLoss(read, frame) : 0);
  };
  return heldAlike(read, misses).flatMap(({ frame, miss, lastFrame }): Finding[] => {
    const tolerance = toleranceOf(frame);
    const severity = severityOf(miss, tolerance);
    if (!severity) return [];
    const name = eventAt({ events }, reading, frame);
    const at = `${name ? `the ${name}, ` : ''}frame ${frame}`;
    const when =
      lastFrame === frame ? `at ${at}` : `${name ? `at the ${name}, ` : ''}from frame ${frame} to ${lastFrame}`;
    return [
      {
        ...about(reading),
        kind: 'pose-off',
        firstFrame: frame,
        lastFrame,
        measured: miss,
        expected: 0,
        tolerance,
        unit: reading.unit,
        severity,
        sentence: capital(
          roundsOff(read, frame, tolerance, at) ??
            `${subjectDoes(reading.subjectName, 'be')} ${amount(miss, reading.unit)} away from the ` +
              `target's pose ${when}.`,
        ),
      },
    ];
  });
}

/** So much of the span a pose that is held may change by. */
const HELD = 0.02;

/** Poses that are off, one that both hold from key to key told once, up to the last of these keys. */
function heldAlike({ reading }: ReadTrack, misses: readonly PoseMiss[]): (PoseMiss & { lastFrame: number })[] {
  const all: (PoseMiss & { lastFrame: number })[] = [];
  for (const pose of misses) {
    const before = all.at(-1);
    const hold = reading.segments.find(({ lastFrame }) => lastFrame === pose.frame);
    const isHeld =
      before?.lastFrame === hold?.firstFrame &&
      hold?.target === null &&
      hold.take === null &&
      Math.abs(pose.miss - before!.miss) <= HELD * reading.span;
    if (isHeld) before!.lastFrame = pose.frame;
    else all.push({ ...pose, lastFrame: pose.frame });
  }
  return all;
}

/** In words that a take is in the target's pose at a frame, but whole rounds on or back; null where it is not. */
function roundsOff(read: ReadTrack, frame: number, tolerance: number, when: string): string | null {
  const { reading, target, warped, round } = read;
  const at = sampleOf(read, frame);
  const [asked, drawn] = [target[0]?.[at], warped[0]?.[at]];
  if (round === null || asked === undefined || drawn === undefined) return null;
  const rounds = Math.round((drawn - asked) / round);
  if (rounds === 0 || Math.abs(withoutRounds(drawn - asked, round)) > tolerance) return null;
  const before = reading.pairs.findLast(({ targetFrame }) => targetFrame < frame);
  const came = asked - (before ? (target[0]![Math.max(0, sampleOf(read, before.targetFrame))] ?? asked) : asked);
  const count = Math.abs(rounds) === 1 ? 'one round' : `${Math.abs(rounds)} rounds`;
  const than = came * rounds < 0 ? 'too few' : 'too many';
  return `${subjectDoes(reading.subjectName, 'go')} ${count} ${than} by ${when}.`;
}

/** What is wrong from one key to the next; `putRight` gives the same track with poses that are off put right. */
export function findInSegment(
  read: ReadTrack,
  segment: SegmentReading,
  { spacingPercent: asked }: Pick<Tolerances, 'spacingPercent'>,
  putRight: () => ReadTrack | null = () => null,
): Finding[] {
  const { reading } = read;
  const tolerances = {
    spacingPercent: asked + read.lostPercent(segment.firstFrame, segment.lastFrame) + NOISE_TIMES * read.noisePercent,
  };
  // Laying the ends on each other moves a frame by at most what an end is off. Where no frame is off by more than half
  // the tolerance, what is left is at most ½ + ½ of it: nothing to find.
  if (read.isSame(segment.firstFrame, segment.lastFrame, (tolerances.spacingPercent / 200) * reading.span)) return [];
  const residual = segmentResidual(read, segment);
  /** Beside a corner that the recording has no drawing of, and on frames of another rate, more may be off. */
  const allowed = ({ worstFrame }: SegmentResidual): number =>
    tolerances.spacingPercent +
    roundingPercent(read, worstFrame) +
    unseenPercent(read, segment, worstFrame) +
    [
      ...[segment.firstFrame, segment.lastFrame].filter((end) => Math.abs(end - worstFrame) <= BESIDE_FRAMES),
      ...CORNERS.map((by) => worstFrame + by),
    ].reduce((most, corner) => Math.max(most, (cornerLoss(read, corner) / reading.span) * 100), 0);
  const severity = severityOf(residual.worstPercent, allowed(residual));
  if (!severity) return [];
  // What goes when a pose beside it is put right comes of that.
  const right = putRight();
  const left = right ? segmentResidual(right, segment) : residual;
  if (!severityOf(left.worstPercent, allowed(left))) return [];
  const between = `from ${segment.firstFrame} to ${segment.lastFrame}`;
  const common = { ...about(reading), firstFrame: segment.firstFrame, lastFrame: segment.lastFrame };
  const worst = roundTo(Math.abs(residual.worstPercent), 1);
  const inPercent = {
    ...common,
    measured: Math.abs(residual.worstPercent),
    expected: 0,
    tolerance: tolerances.spacingPercent,
    unit: '%',
    severity,
  };
  if (!segment.target) {
    return [
      {
        ...inPercent,
        kind: 'hold-moves',
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'move')} during the hold ${between}, by up to ${worst} % of the travel.`,
        ),
      },
    ];
  }
  const isAtSamePlace = isRoundBehind(read, segment.lastFrame);
  if (!segment.take || isAtSamePlace) {
    const then = isAtSamePlace ? '' : ', then a jump at the end';
    return [
      {
        ...inPercent,
        kind: 'held-not-moving',
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'stand')} still ${between}${then}; the target moves all the way.`,
        ),
      },
    ];
  }
  const eases = (['start', 'finish'] as const).flatMap((end) => {
    const ease = findEase(segment, end);
    const half = segmentResidual(read, segment, end);
    const halfSeverity = severityOf(half.worstPercent, allowed(half));
    return ease && halfSeverity ? [{ ease, half, severity: halfSeverity }] : [];
  });
  if (eases.length === 0) {
    const side = residual.worstPercent < 0 ? 'behind' : 'ahead of';
    return [
      {
        ...inPercent,
        kind: 'spacing-off',
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'be')} up to ${worst} % ${side} the target's spacing ` +
            `${between}, most at frame ${residual.worstFrame}.`,
        ),
      },
    ];
  }
  // Both ends of one segment are one thing to say: of the end that is clearly the worse, else of the one that is eased.
  const {
    ease,
    half,
    severity: worse,
  } = eases.reduce((most, other) => {
    const times = Math.abs(other.half.worstPercent) / Math.abs(most.half.worstPercent);
    return times > CLEARLY || (times * CLEARLY > 1 && isEased(other.ease) && !isEased(most.ease)) ? other : most;
  });
  const [one, other] = eases.map((found) => found.ease);
  return [
    {
      ...common,
      ...ease,
      tolerance: EASE_TOLERANCE,
      unit: '× average speed',
      severity: worse,
      sentence:
        `${other ? bothSentence(one!, other, between) : easeSentence(one!, between)} The spacing is up to ` +
        `${roundTo(Math.abs(half.worstPercent), 1)} % off, most at frame ${half.worstFrame}.`,
    },
  ];
}

/** At another rate drawings stand on other frames: what half a frame of the take is of the way there, in percent. */
function roundingPercent(read: ReadTrack, frame: number): number {
  const [asked, own] = [read.sides.target.motion.rate, read.sides.take.motion.rate];
  return sameRate(asked, own) ? 0 : (percentPerFrame(read, frame) * framesPerSecond(asked)) / framesPerSecond(own) / 2;
}

/** How far the target goes in a frame, in percent of the span. */
function percentPerFrame({ reading, target }: ReadTrack, frame: number): number {
  const i = frame - reading.gap.firstFrame;
  const perFrame = target.map((column) => ((column[i + 1] ?? column[i]!) - (column[i - 1] ?? column[i]!)) / 2);
  return (Math.hypot(...perFrame) / reading.span) * 100;
}

/** When the key beyond the range was reached a recording does not show: half a frame of it is open. */
function unseenPercent(read: ReadTrack, { lastFrame }: SegmentReading, frame: number): number {
  const isBeyond = lastFrame - read.reading.gap.firstFrame >= read.target[0]!.length;
  return read.isSampled && isBeyond ? percentPerFrame(read, frame) / 2 : 0;
}
