import { extentOf } from '../extent.ts';
import { stepsOf } from './builders.ts';
import type { TimingChart } from './timing-chart.ts';

/** What the eye sees of a segment's spacing, in figures. */
export interface SpacingLook {
  /** The first and last step as shares of the mean one: 1 is even, near 0 slow, above 1 fast. */
  startRatio: number;
  endRatio: number;
  /** Every step is the mean one, within what the eye tells apart. */
  isEven: boolean;
  /** How far beyond either extreme it goes, as shares of the way; 0 within. */
  anticipation: number;
  overshoot: number;
  /** How often it does so at its end. */
  timesPast: number;
}

/** Steps within this share of the mean look the same. */
const EVEN = 0.08;
/** Beyond its end by less than this share of the way is not past it. */
export const PAST = 0.01;

/** Reads the marks of a chart, or of a part of one. */
export function readSpacing({ marks }: Pick<TimingChart, 'marks'>): SpacingLook {
  const steps = stepsOf(marks.map((mark) => mark.progress)).map(
    (step, i) => step / (marks[i + 1]!.frame - marks[i]!.frame),
  );
  const mean = 1 / (marks.at(-1)!.frame - marks[0]!.frame);
  const { low, high } = extentOf(marks.map((mark) => mark.progress));
  return {
    startRatio: steps[0]! / mean,
    endRatio: steps.at(-1)! / mean,
    isEven: steps.every((step) => Math.abs(step - mean) <= EVEN * mean),
    anticipation: Math.max(0, -low),
    overshoot: Math.max(0, high - 1),
    timesPast: marks.filter(({ progress }, i) => progress > 1 + PAST && (i === 0 || marks[i - 1]!.progress <= 1 + PAST))
      .length,
  };
}

/** Twice, or so many times. */
export const howOften = (count: number): string => (count === 2 ? 'twice' : `${count} times`);
