import { CHANNELS, type TrackReading } from '@undulan/core';

export type GapKind = 'raw' | 'timing' | 'spacing';

/** The sign that makes an error point up where the take's curve is drawn above the target's. */
const upward = ({ measuredOn }: TrackReading): 1 | -1 => (measuredOn && CHANNELS[measuredOn].pointsDown ? -1 : 1);

/**
 * How far the take is from the target on each frame, in percent of the track's span, up being more. What timing alone
 * makes is what is left when the keys are laid on each other.
 */
export function gapsOf(reading: TrackReading, kind: GapKind): number[] {
  const { raw, spacing } = reading.gap;
  const errors = kind === 'timing' ? raw.map((percent, i) => percent - (spacing[i] ?? 0)) : reading.gap[kind];
  return errors.map((percent) => percent * upward(reading));
}

/** The index of the first of the widest gaps; 0 where there are none. */
export const worstOf = (gaps: readonly number[]): number =>
  gaps.reduce((worst, gap, i) => (Math.abs(gap) > Math.abs(gaps[worst]!) + SAME ? i : worst), 0);

/** Gaps nearer to each other than this, in percent, are as wide. */
const SAME = 1e-9;
