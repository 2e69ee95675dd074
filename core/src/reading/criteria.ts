import { type BothRead, isAbout } from './checks/check.ts';
import { errorsOfLooks } from './checks/find-looks.ts';
import { loopGapPercent, playsInLoop } from './checks/find-loop.ts';
import { offsetsOf } from './coordinates-apart.ts';
import { isBeyond } from './off-beyond.ts';
import { toleranceAt } from './own-keys.ts';
import { askedFrames, poseMisses } from './poses.ts';
import type { ReadTrack } from './read-track.ts';
import {
  type Criterion,
  CRITERION_IDS,
  type CriterionId,
  type Finding,
  type SegmentReading,
  type TrackReading,
} from './schema.ts';
import { segmentEase } from './segment-ease.ts';

/** 100 at no error, 50 at the tolerance, 0 at four times it, straight between. */
export function criterionScore(error: number, tolerance: number): number {
  const times = Math.abs(error) / tolerance;
  if (times <= 1) return 100 - 50 * times;
  return Math.max(0, 50 - (50 / 3) * (times - 1));
}

function rootMeanSquare(values: readonly number[]): number {
  return values.length === 0 ? 0 : Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / values.length);
}

/**
 * What a criterion counts unless the exercise says otherwise: timing, poses and spacing whole, what only some motions
 * have half, economy nothing.
 */
export const DEFAULT_WEIGHTS: Record<CriterionId, number> = {
  timing: 1,
  pose: 1,
  spacing: 1,
  path: 0.5,
  holds: 0.5,
  loop: 0.5,
  economy: 0,
};

export const CRITERION_LABELS: Record<CriterionId, string> = {
  timing: 'Timing',
  pose: 'Poses',
  spacing: 'Spacing',
  path: 'Path',
  holds: 'Holds',
  loop: 'Loop',
  economy: 'Economy of keys',
};

/** Keys too many or doing nothing, as percent of the target's keys, that score 50. */
const ECONOMY_TOLERANCE = 25;

interface Measured {
  error: number;
  tolerance: number;
  unit: string;
}

const FINDINGS_OF_ECONOMY: ReadonlySet<Finding['kind']> = new Set([
  'key-extra',
  'keys-idle',
  'channel-idle',
  'track-extra',
]);

/**
 * The error of each criterion that the target gives something to judge by. A missing or extra key, and a hold that is
 * not there, count as four tolerances off.
 */
function measure(read: BothRead, findings: readonly Finding[]): Partial<Record<CriterionId, Measured>> {
  const { target, tracks, looks } = read;
  const { tolerances } = target;
  const readings = tracks.map((read) => read.reading);
  const share = { tolerance: tolerances.spacingPercent, unit: '%' };
  const ofLooks = errorsOfLooks(looks);
  // Each key by its own tolerance, said in the exercise's.
  const offsets = readings.flatMap((track) => [
    ...track.pairs.map(
      (pair) => (pair.offsetFrames / toleranceAt(target, track, pair.targetFrame)) * tolerances.keyFrames,
    ),
    ...[...track.missingFrames, ...track.extraFrames].map(() => 4 * tolerances.keyFrames),
  ]);
  const told = offAsTold(findings, readings, tolerances.spacingPercent);
  offsets.push(...ofLooks.frames, ...told.frames);
  for (const { reading, sides } of tracks)
    for (const finding of findings) if (isAbout(finding, reading)) offsets.push(...offsetsOf(finding, sides.target));
  const poses = tracks
    .filter(({ reading }) => reading.span > 0)
    .flatMap((read) =>
      poseMisses(asAWhole(read), askedFrames(read)).map(({ miss }) => (miss / read.reading.span) * 100),
    );
  poses.push(...ofLooks.tolerances.map((times) => times * tolerances.spacingPercent));
  const arcs = readings.flatMap((track) => (track.path ? [track.path.worstPercent] : []));
  const holds = tracks.flatMap(holdDrifts).map((percent) => percent ?? 4 * tolerances.spacingPercent);
  poses.push(...told.poses);
  holds.push(...told.holds);
  const keys = readings.reduce((sum, track) => sum + track.pairs.length + track.missingFrames.length, 0);
  const idle = findings
    .filter((finding) => FINDINGS_OF_ECONOMY.has(finding.kind))
    .reduce((sum, finding) => sum + Math.abs(finding.measured - finding.expected), 0);
  return {
    timing: { error: rootMeanSquare(offsets), tolerance: tolerances.keyFrames, unit: 'frames' },
    ...(poses.length > 0 && { pose: { error: rootMeanSquare(poses), ...share } }),
    spacing: { error: rootMeanSquare(readings.map((track) => track.spacing.rmsPercent)), ...share },
    ...(arcs.length > 0 && { path: { error: rootMeanSquare(arcs), ...share } }),
    ...(holds.length > 0 && { holds: { error: rootMeanSquare(holds), ...share } }),
    ...(playsInLoop(target) && { loop: { error: Math.max(0, ...tracks.map(loopGapPercent)), ...share } }),
    economy: { error: keys > 0 ? (idle / keys) * 100 : 0, tolerance: ECONOMY_TOLERANCE, unit: '% of the keys' },
  };
}

/**
 * What is off that no key of a movement is asked for, as it is told. In frames what comes on stage or leaves it; poses
 * and holds, in percent: what stands throughout or is never shown, moves where the target stands, or goes on beyond the
 * keys.
 */
function offAsTold(
  findings: readonly Finding[],
  readings: readonly TrackReading[],
  spacingPercent: number,
): Record<'frames' | 'poses' | 'holds', number[]> {
  const [frames, poses, holds]: [number[], number[], number[]] = [[], [], []];
  for (const finding of findings) {
    const { kind, track, measured, tolerance } = finding;
    const own = readings.find((reading) => isAbout(finding, reading));
    if (kind === 'on-stage-off') frames.push(measured - finding.expected);
    else if (kind === 'track-extra') holds.push(4 * spacingPercent);
    else if (kind === 'subject-missing' && !readings.some(({ subjectId }) => subjectId === finding.subjectId))
      poses.push(4 * spacingPercent);
    else if (!own && track !== null && kind === 'pose-off')
      poses.push((Math.abs(measured) / tolerance) * spacingPercent);
    else if (own && own.span > 0 && finding.unit === own.unit && isBeyond(finding, own))
      (kind === 'hold-moves' ? holds : poses).push((measured / own.span) * 100);
  }
  return { frames, poses, holds };
}

/** A track with the coordinates that are told apart. */
const asAWhole = (read: ReadTrack): ReadTrack =>
  read.whole.target === read.target && read.whole.take === read.take ? read : { ...read, ...read.whole };

/**
 * How far each of the target's holds drifts in the take, in percent of the span; null where nothing of the take can be
 * that hold.
 */
function holdDrifts(read: ReadTrack): (number | null)[] {
  const { reading, sides, track, target, warped } = read;
  const first = reading.gap.firstFrame;
  if (!(reading.span > 0)) return [];
  const known = new Map(reading.segments.map((segment) => [segment.firstFrame, segment]));
  const easeOf = (from: number, to: number): SegmentReading['target'] => {
    const segment = known.get(from);
    return segment?.lastFrame === to
      ? segment.target
      : segmentEase(sides.target.subject, track, from, to, reading.span);
  };
  return askedFrames(read).flatMap((from, k, frames) => {
    const to = frames[k + 1];
    if (to === undefined || easeOf(from, to)) return [];
    if (reading.pairs.length === 0) return [null];
    const [a, b] = [
      Math.max(0, Math.round(from - first)),
      Math.min((target[0]?.length ?? 1) - 1, Math.round(to - first) - 1),
    ];
    // What the model drifts itself is not the take's.
    const most = warped.map((column, c) => {
      let drift = 0;
      for (let i = a; i <= b; i++)
        drift = Math.max(drift, Math.abs(column[i]! - column[a]! - (target[c]![i]! - target[c]![a]!)));
      return drift;
    });
    return [(Math.hypot(...most) / reading.span) * 100];
  });
}

/** The criteria of a reading that count, with their scores. */
export function scoreCriteria(read: BothRead, findings: readonly Finding[]): Criterion[] {
  const measured = measure(read, findings);
  return CRITERION_IDS.flatMap((id): Criterion[] => {
    const weight = read.target.weights?.[id] ?? DEFAULT_WEIGHTS[id];
    const part = measured[id];
    return part && weight > 0
      ? [{ id, label: CRITERION_LABELS[id], weight, score: criterionScore(part.error, part.tolerance), ...part }]
      : [];
  });
}

/** The weighted mean of the criteria, 0 to 100, not rounded; 100 where nothing counts. */
export function weightedScore(criteria: readonly Pick<Criterion, 'score' | 'weight'>[]): number {
  const weights = criteria.reduce((sum, criterion) => sum + criterion.weight, 0);
  return weights > 0 ? criteria.reduce((sum, criterion) => sum + criterion.score * criterion.weight, 0) / weights : 100;
}
