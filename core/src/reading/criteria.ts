import type { Criterion, Tolerances, TrackReading } from './schema.ts';

/** 100 at no error, 50 at the tolerance, 0 at four times it, straight between. */
export function criterionScore(error: number, tolerance: number): number {
  const times = Math.abs(error) / tolerance;
  if (times <= 1) return 100 - 50 * times;
  return Math.max(0, 50 - (50 / 3) * (times - 1));
}

function rootMeanSquare(values: readonly number[]): number {
  return values.length === 0 ? 0 : Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / values.length);
}

/** The criteria of a reading, equally weighted. A missing or extra key counts as four tolerances off. */
export function scoreCriteria(tracks: readonly TrackReading[], tolerances: Tolerances): Criterion[] {
  const strayed = 4 * tolerances.keyFrames;
  const offsets = tracks.flatMap((track) => [
    ...track.pairs.map((pair) => pair.offsetFrames),
    ...[...track.missingFrames, ...track.extraFrames].map(() => strayed),
  ]);
  const timing = rootMeanSquare(offsets);
  const spacing = rootMeanSquare(tracks.map((track) => track.spacing.rmsPercent));
  return [
    {
      id: 'timing',
      label: 'Timing',
      score: criterionScore(timing, tolerances.keyFrames),
      error: timing,
      tolerance: tolerances.keyFrames,
      unit: 'frames',
    },
    {
      id: 'spacing',
      label: 'Spacing',
      score: criterionScore(spacing, tolerances.spacingPercent),
      error: spacing,
      tolerance: tolerances.spacingPercent,
      unit: '%',
    },
  ];
}

/** The proposed grade, 0 to 100: the mean of the criteria. */
export function proposeGrade(criteria: readonly Criterion[]): number {
  return Math.round(criteria.reduce((sum, criterion) => sum + criterion.score, 0) / criteria.length);
}
