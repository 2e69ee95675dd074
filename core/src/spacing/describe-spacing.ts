import { extentOf } from '../extent.ts';
import { stepsOf } from './builders.ts';
import type { SpeedPoint } from './move-speed.ts';
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
const PAST = 0.01;
const SLOW = 0.6;
const FAST = 1.4;

/** Reads a chart whose marks stand on every frame. */
export function readSpacing({ marks }: TimingChart): SpacingLook {
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

const figure = (value: number): string => String(value >= 100 ? Math.round(value) : Number(value.toPrecision(2)));

/** How often, where it is more than once. */
const times = (count: number): string => (count < 2 ? '' : count === 2 ? ', twice,' : `, ${count} times,`);

/**
 * Says it in a sentence: "Starts slow, fastest at frame 15 (412 px/s), arrives at speed: no slow finish." Where it is
 * fastest, and how fast, is measured apart, in units per second.
 */
export function describeSpacing(chart: TimingChart, peak: SpeedPoint, unit: string): string {
  const look = readSpacing(chart);
  const speed = `${figure(Math.abs(peak.speed))} ${unit}/s`;
  if (look.isEven) return `Even: the same way on every frame (${speed}), no slow start and no slow finish.`;
  const start =
    look.anticipation > PAST
      ? 'Goes back first'
      : look.startRatio < SLOW
        ? 'Starts slow'
        : look.startRatio > FAST
          ? 'Starts fast'
          : 'Starts at speed: no slow start';
  const end =
    look.overshoot > PAST
      ? `goes ${Math.round(look.overshoot * 100)} % past${times(look.timesPast)} and comes back`
      : look.endRatio < SLOW
        ? 'finishes slow'
        : look.endRatio > FAST
          ? 'arrives fast: it hits'
          : 'arrives at speed: no slow finish';
  return `${start}, fastest at frame ${Math.round(peak.frame * 10) / 10} (${speed}), ${end}.`;
}
