import {
  channelValue,
  exposedFrame,
  extentOf,
  findChannel,
  framesPerSecond,
  type LaneChart,
  mainMovement,
  mixColours,
  type MotionDocument,
  trackValues,
  unpackColour,
} from '@undulan/core';

/** A line of numbers over a lane's frames. */
export interface LaneLine {
  label: string;
  unit: string;
  points: { frame: number; value: number }[];
  low: number;
  high: number;
  /** Keyed extremes. */
  keys: number[];
}

/** A line has so many points at most. */
const MOST_POINTS = 480;

function framesOf({ range: { first, last } }: MotionDocument): number[] {
  const step = Math.max(1, (last - first) / MOST_POINTS);
  return Array.from({ length: Math.floor((last - first) / step) + 1 }, (_, i) => first + i * step);
}

/** What moves most of a lane's first movement, or how fast it goes, over its frames as they are shown. */
export function laneLine(motion: MotionDocument, chart: Extract<LaneChart, 'curve' | 'speed'>): LaneLine | null {
  const moved = mainMovement(motion);
  if (!moved) return null;
  const { subject, track, events } = moved;
  const frames = framesOf(motion);
  const rows = frames.map((frame) =>
    trackValues(subject, track, exposedFrame(frame, motion.range.first, subject.exposure)),
  );
  const line = (unit: string, label: string, values: number[]): LaneLine => ({
    label,
    unit,
    points: frames.map((frame, i) => ({ frame, value: values[i]! })),
    ...extentOf(values),
    keys: events,
  });
  if (chart === 'speed') {
    const fps = framesPerSecond(motion.rate);
    const speeds = frames.map((frame, i) => {
      const [now, next] = [rows[i]!, rows[i + 1] ?? rows[i]!];
      const apart = (frames[i + 1] ?? frame + 1) - frame;
      return (Math.hypot(...now.map((value, c) => next[c]! - value)) / apart) * fps;
    });
    const { low, ...rest } = line(`${track.unit}/s`, `Speed of ${track.label.toLowerCase()}`, speeds);
    return { ...rest, low: Math.min(0, low) };
  }
  const spans = track.channelIds.map((_, c) => {
    const { low, high } = extentOf(rows.map((row) => row[c]!));
    return high - low;
  });
  const widest = spans.indexOf(Math.max(...spans));
  return line(
    track.unit,
    track.label,
    rows.map((row) => row[widest]!),
  );
}

export interface GradientStop {
  /** Share of the lane's time. */
  at: number;
  colour: string;
}

/** Time as a band of value: what shows colour in its own, all else from light (least) to dark (most). */
export function laneGradient(motion: MotionDocument): { stops: GradientStop[]; keys: number[]; says: string } | null {
  const { first, last } = motion.range;
  const subject =
    motion.subjects.find((other) => !other.locked && (findChannel(other, 'fill')?.keys.length ?? 0) > 1) ??
    mainMovement(motion)?.subject;
  if (!subject) return null;
  const fill = findChannel(subject, 'fill');
  const at = (frame: number): number => (frame - first) / Math.max(1, last - first);
  const shown = (frame: number): number => exposedFrame(frame, first, subject.exposure);
  if (fill && fill.keys.length > 1)
    return {
      stops: framesOf(motion).map((frame) => ({
        at: at(frame),
        colour: unpackColour(channelValue(subject, 'fill', shown(frame))),
      })),
      keys: fill.keys.map(({ frame }) => at(frame)),
      says: 'Fill',
    };
  const opacity = findChannel(subject, 'opacity');
  if (opacity && opacity.keys.length > 1)
    return {
      stops: framesOf(motion).map((frame) => {
        const share = Math.round(Math.min(100, Math.max(0, channelValue(subject, 'opacity', shown(frame)))));
        return { at: at(frame), colour: `color-mix(in srgb, ${subject.look.fill} ${share}%, transparent)` };
      }),
      keys: opacity.keys.map(({ frame }) => at(frame)),
      says: 'Opacity',
    };
  const line = laneLine(motion, 'curve');
  if (!line) return null;
  const [light, dark] = [0xe9e2d2, 0x22303c];
  return {
    stops: line.points.map(({ frame, value }) => ({
      at: at(frame),
      colour: unpackColour(mixColours(light, dark, (value - line.low) / Math.max(line.high - line.low, 1e-9))),
    })),
    keys: line.keys.map(at),
    says: line.label,
  };
}
