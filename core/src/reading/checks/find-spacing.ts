import { trackValues } from '../../motion/sampling/track.ts';
import { framesPerSecond, sameRate } from '../../time/rate.ts';
import { eventAt } from '../own-keys.ts';
import { EASE_TOLERANCE, paceOf, PACES } from '../pace.ts';
import { cornerLoss, cornerPoseLoss, missBetween, poseMisses } from '../poses.ts';
import { withPosesPutRight } from '../poses-put-right.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, FindingKind, SegmentReading, Target, Tolerances, TrackReading } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { amount, capital, roundTo, subjectDoes } from '../words.ts';

/** So near to a corner a frame is beside it. */
const BESIDE_FRAMES = 2;
/** Where a corner that is no key may lie about the frame that is most off. */
const CORNERS = [-0.5, 0, 0.5];

/** Where a pose between two drawings is off by less than this share of what is shown there, it is in neither. */
const MUCH_LESS = 0.5;

/** The worst of a segment's frames may be off by so many times the noise. */
const NOISE_TIMES = 1;

/** Ends of a segment nearer than this share of the span are the same place. */
const NO_WAY = 1e-9;

interface SegmentResidual {
  /**
   * Worst error left in the segment once its ends' own errors are taken out, in percent of the span; negative is behind
   * on the way to its end.
   */
  worstPercent: number;
  worstFrame: number;
}

/** What is wrong between the keys, and with the poses at them, once timing is taken out. */
export function findSpacing(read: ReadTrack, { tolerances, events }: Pick<Target, 'tolerances' | 'events'>): Finding[] {
  const { reading } = read;
  if (reading.pairs.length === 0 || !(reading.span > 0)) return [];
  const putRight = withPosesPutRight(read, (tolerances.spacingPercent / 100) * reading.span);
  return [
    ...findPoses(read, tolerances, events),
    // A segment over a missing key, or over one too many, goes another way because of that key.
    ...reading.segments
      .filter(
        (segment, i) =>
          !reading.missingFrames.some((frame) => segment.firstFrame < frame && frame < segment.lastFrame) &&
          !reading.extraFrames.some(
            (frame) => reading.pairs[i]!.takeFrame < frame && frame < reading.pairs[i + 1]!.takeFrame,
          ),
      )
      .flatMap((segment) => findInSegment(read, segment, tolerances, putRight)),
  ];
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
  const matched = [
    ...reading.pairs.map((pair) => pair.targetFrame),
    ...(read.areKeysFound ? reading.missingFrames : []),
  ].sort((a, b) => a - b);
  return poseMisses(read, matched).flatMap(({ frame, miss }): Finding[] => {
    const lost = read.lostPercent(frame - read.held, frame + read.held) + NOISE_TIMES * read.noisePercent;
    const tolerance = ((tolerances.spacingPercent + lost) / 100) * reading.span + cornerPoseLoss(read, frame);
    const severity = severityOf(miss, tolerance);
    const name = eventAt({ events }, reading, frame);
    if (!severity) return [];
    return [
      {
        ...about(reading),
        kind: 'pose-off',
        firstFrame: frame,
        lastFrame: frame,
        measured: miss,
        expected: 0,
        tolerance,
        unit: reading.unit,
        severity,
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'be')} ${amount(miss, reading.unit)} away from the ` +
            `target's pose at ${name ? `the ${name}, ` : ''}frame ${frame}.`,
        ),
      },
    ];
  });
}

/**
 * The error inside a segment apart from that of its two ends, which is spread over it by the target's own progress (by
 * time where the target stands still). Of the whole segment, or of the half beside one of its ends. On a trajectory it
 * is measured along the target's line: what lies off the line is the path's.
 */
export function segmentResidual(
  read: ReadTrack,
  segment: SegmentReading,
  part: 'whole' | EaseEnd = 'whole',
): SegmentResidual {
  const { reading, target, warped, paths, blurFrames } = read;
  const first = reading.gap.firstFrame;
  // Where a recording comes to a hold and leaves it is open by a drawing.
  const open = segment.target ? 0 : Math.ceil(blurFrames * Math.max(1, perTakeFrame(read, segment)));
  const a = Math.max(0, Math.round(segment.firstFrame - first));
  const b = Math.min((target[0]?.length ?? 1) - 1, Math.round(segment.lastFrame - first));
  const middle = (a + b) / 2;
  // Beyond the range that is read there is nothing to measure.
  if (b <= a) return { worstPercent: 0, worstFrame: segment.firstFrame };
  const [start, end] = [endAt(read, segment.firstFrame, a), endAt(read, segment.lastFrame, b)];
  const line = paths.length > 0 && segment.target ? targetLine(target, a, b) : null;
  let worst = 0;
  let worstFrame = segment.firstFrame;
  const from = part === 'finish' ? Math.floor(middle) : a + Math.max(open, start.isBetween ? 1 : 0);
  const to = part === 'start' ? Math.ceil(middle) : b - Math.max(open, end.isBetween ? 1 : 0);
  for (let i = from; i <= to; i++) {
    let squared = 0;
    let along = 0;
    const place: number[] = [];
    for (let c = 0; c < target.length; c++) {
      const column = target[c]!;
      const way = end.asked[c]! - start.asked[c]!;
      const share =
        Math.abs(way) > NO_WAY * reading.span
          ? (column[i]! - start.asked[c]!) / way
          : (i - start.at) / Math.max(1, end.at - start.at);
      const miss = warped[c]![i]! - column[i]! - (start.miss[c]! * (1 - share) + end.miss[c]! * share);
      squared += miss ** 2;
      along += miss * way;
      place.push(column[i]! + miss);
    }
    let miss = (Math.sqrt(squared) / reading.span) * 100;
    // Never less than the way along the line, so only what could count is worked out.
    if (line && miss > Math.abs(worst)) {
      along = alongLine(line, place, i - a);
      miss = (Math.abs(along) / reading.span) * 100;
    }
    if (miss > Math.abs(worst) + 1e-9) {
      worst = (along < 0 ? -1 : 1) * miss;
      worstFrame = first + i;
    }
  }
  return { worstPercent: worst, worstFrame };
}

/** How many of the target's frames one of the take's is in a segment. */
function perTakeFrame({ reading: { pairs } }: ReadTrack, { firstFrame, lastFrame }: SegmentReading): number {
  const k = pairs.findIndex(({ targetFrame }) => targetFrame === firstFrame);
  const own = k < 0 ? 0 : (pairs[k + 1]?.takeFrame ?? 0) - pairs[k]!.takeFrame;
  return own > 0 ? (lastFrame - firstFrame) / own : 1;
}

/** An end of a segment: its place among the samples, the target's values there, and how far the take is from them. */
interface SegmentEnd {
  at: number;
  asked: readonly number[];
  miss: readonly number[];
  /** It is between two drawings: what is shown there is of neither. */
  isBetween: boolean;
}

/**
 * The end at a frame, `i` being the sample nearest to it: of a key beyond the range what is there, not at its edge; a
 * recording shows nothing there.
 */
function endAt(read: ReadTrack, frame: number, i: number): SegmentEnd {
  const { reading, sides, track, target, warped, isSampled } = read;
  const at = frame - reading.gap.firstFrame;
  const isBeyond = !isSampled && Math.abs(at - i) >= 1;
  const pair = isBeyond ? reading.pairs.find(({ targetFrame }) => targetFrame === frame) : undefined;
  const asked = pair ? trackValues(sides.target.subject, track, frame) : target.map((column) => column[i]!);
  const drawn = pair ? trackValues(sides.take.subject, track, pair.takeFrame) : warped.map((column) => column[i]!);
  const miss = drawn.map((value, c) => value - asked[c]!);
  const between = Math.abs(at - i) < 1 ? missBetween(read, frame) : null;
  const isBetween = between !== null && Math.hypot(...between) < MUCH_LESS * Math.hypot(...miss);
  return { at: pair ? at : i, asked, miss: isBetween ? between : miss, isBetween };
}

/** A stretch of the target's line: its places every so many frames, and the length gone at each. */
interface Line {
  places: number[][];
  gone: number[];
  everyFrames: number;
}

/** Longer lines are laid out in as many pieces: measuring along them costs a look at each. */
const MOST_PIECES = 400;

function targetLine(target: readonly Float64Array[], a: number, b: number): Line {
  const everyFrames = Math.ceil((b - a) / MOST_PIECES);
  const count = Math.ceil((b - a) / everyFrames);
  const places = Array.from({ length: count + 1 }, (_, i) =>
    target.map((column) => column[Math.min(b, a + i * everyFrames)]!),
  );
  const gone = [0];
  for (let i = 1; i < places.length; i++)
    gone.push(gone[i - 1]! + Math.hypot(...places[i]!.map((value, c) => value - places[i - 1]![c]!)));
  return { places, gone, everyFrames };
}

/** The length gone at a frame of the line, counted from its start. */
function goneAt({ gone, everyFrames }: Line, frames: number): number {
  const piece = Math.min(gone.length - 2, Math.floor(frames / everyFrames));
  const share = Math.min(1, frames / everyFrames - piece);
  return gone[piece]! * (1 - share) + gone[piece + 1]! * share;
}

/** Of pieces about as near, the one least far along counts: a line may cross itself. */
const AS_NEAR = 1.05;

/**
 * How far along the line a place is ahead of the line's own one `at` frames from its start (negative: behind), by the
 * foot of its perpendicular.
 */
function alongLine(line: Line, place: readonly number[], at: number): number {
  const { places, gone } = line;
  const here = goneAt(line, at);
  const [aparts, aheads] = [new Float64Array(places.length - 1), new Float64Array(places.length - 1)];
  let least = Infinity;
  for (let k = 0; k < aparts.length; k++) {
    const [start, end] = [places[k]!, places[k + 1]!];
    const length = gone[k + 1]! - gone[k]!;
    let along = 0;
    for (let c = 0; c < start.length; c++) along += (place[c]! - start[c]!) * (end[c]! - start[c]!);
    const share = length > 0 ? Math.max(0, Math.min(1, along / length ** 2)) : 0;
    let squared = 0;
    for (let c = 0; c < start.length; c++) squared += (place[c]! - start[c]! - (end[c]! - start[c]!) * share) ** 2;
    aparts[k] = Math.sqrt(squared);
    aheads[k] = gone[k]! + share * length - here;
    least = Math.min(least, aparts[k]!);
  }
  let best = Infinity;
  for (let k = 0; k < aparts.length; k++)
    if (aparts[k]! <= least * AS_NEAR + 1e-6 && Math.abs(aheads[k]!) < Math.abs(best)) best = aheads[k]!;
  return Number.isFinite(best) ? best : 0;
}

/** What is wrong from one key to the next; `putRight` is the same track with poses that are off put right. */
export function findInSegment(
  read: ReadTrack,
  segment: SegmentReading,
  { spacingPercent: asked }: Pick<Tolerances, 'spacingPercent'>,
  putRight: ReadTrack | null = null,
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
  const left = putRight && segmentResidual(putRight, segment);
  if (left && !severityOf(left.worstPercent, allowed(left))) return [];
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
  if (!segment.take) {
    return [
      {
        ...inPercent,
        kind: 'held-not-moving',
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'stand')} still ${between}, then a jump at the end; the target ` +
            'moves all the way.',
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

type EaseEnd = 'start' | 'finish';

interface EaseFault {
  kind: FindingKind;
  measured: number;
  expected: number;
}

function findEase(segment: SegmentReading, end: EaseEnd): EaseFault | null {
  const measured = segment.take![end];
  const expected = segment.target![end];
  if (Math.abs(measured - expected) <= EASE_TOLERANCE) return null;
  // Slower than slow and faster than fast are of the same kind: their size is left to the spacing's own sentence.
  if (paceOf(measured) === paceOf(expected)) return null;
  return { kind: measured > expected ? `${end}-not-slow` : `${end}-too-slow`, measured, expected };
}

/** The ease in words: how it is, and how the target has it. */
function easeSentence({ kind, measured, expected }: EaseFault, between: string): string {
  const end = kind.startsWith('start') ? 'start' : 'finish';
  const verb = end === 'start' ? 'leaves' : 'arrives';
  const wanted = paceOf(expected);
  return `No ${wanted.asked} ${end} ${between}: ${paceOf(measured).seen(verb)}; the target ${verb} ${wanted.how}.`;
}

/** One end is the worse if its error is so many times the other's. */
const CLEARLY = 1.25;

const isEased = ({ measured, expected }: EaseFault): boolean =>
  paceOf(measured) === PACES.slow || paceOf(expected) === PACES.slow;

/** Both ends in words. */
function bothSentence(start: EaseFault, finish: EaseFault, between: string): string {
  const [begun, ended] = [paceOf(start.expected), paceOf(finish.expected)];
  const [leaves, arrives] = [paceOf(start.measured), paceOf(finish.measured)];
  const asked = begun === ended ? `and arrives ${begun.how}` : `${begun.how} and arrives ${ended.how}`;
  const seen =
    leaves === PACES.even && arrives === PACES.even
      ? 'the spacing is even'
      : `it leaves ${leaves.how} and arrives ${arrives.how}`;
  return `No ${begun.asked} start and no ${ended.asked} finish ${between}: ${seen}; the target leaves ${asked}.`;
}
