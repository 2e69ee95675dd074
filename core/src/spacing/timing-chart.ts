import { findChannel } from '../motion/document.ts';
import { sampleChannel } from '../motion/sample.ts';
import { CHANNELS } from '../motion/channels.ts';
import type { KeyRole, MotionDocument, Subject } from '../motion/schema.ts';
import { trackEvents, type Track } from '../motion/track.ts';
import { exposedFrame } from '../time/exposure.ts';
import { progressInto } from './progress.ts';

/** One drawing on a timing chart. */
export interface ChartMark {
  frame: number;
  role: KeyRole;
  /** How far along from the chart's first extreme to its last: 0 to 1, beyond on anticipation and overshoot. */
  progress: number;
}

/** The chart of one segment of a track: its two extremes and a mark a frame between them. */
export interface TimingChart {
  firstFrame: number;
  lastFrame: number;
  marks: ChartMark[];
}

/** Samples a frame for measuring arc length: keeps the error of a curved trajectory's length under a thousandth. */
const SUBSAMPLES = 8;

/** Progress of the track at each whole frame from `firstFrame` to `lastFrame`. */
export function trackProgress(subject: Subject, track: Track, firstFrame: number, lastFrame: number): Float64Array {
  const frames = Math.max(1, Math.round((lastFrame - firstFrame) * SUBSAMPLES));
  const columns = track.channelIds.map((id) => {
    const channel = findChannel(subject, id);
    return Float64Array.from({ length: frames + 1 }, (_, i) =>
      channel ? sampleChannel(channel, firstFrame + i / SUBSAMPLES) : CHANNELS[id].resting,
    );
  });
  const fine = progressInto(new Float64Array(frames + 1), columns);
  return Float64Array.from({ length: Math.floor(frames / SUBSAMPLES) + 1 }, (_, i) => fine[i * SUBSAMPLES]!);
}

/** Way gone from each whole frame to the next from `firstFrame` to `lastFrame`, as a share of the whole: progress at f minus that at f − 1. */
export function trackSpacing(subject: Subject, track: Track, firstFrame: number, lastFrame: number): Float64Array {
  const progress = trackProgress(subject, track, firstFrame, lastFrame);
  return progress.subarray(1).map((value, i) => value - progress[i]!);
}

/** The timing charts of a track, one from each extreme to the next; in-betweens stand on every drawing of its subject's exposure. A track that stands still between two extremes has no chart there. */
export function timingCharts(motion: MotionDocument, subject: Subject, track: Track): TimingChart[] {
  const inRange = trackEvents(subject, track).filter(
    (event) => event.frame >= motion.range.first && event.frame <= motion.range.last,
  );
  const extremes = inRange.filter((event) => event.role === 'extreme');
  const charts: TimingChart[] = [];
  for (let i = 0; i + 1 < extremes.length; i++) {
    const from = extremes[i]!.frame;
    const to = extremes[i + 1]!.frame;
    const progress = trackProgress(subject, track, from, to);
    if (progress.every((value) => value === 0)) continue;
    const roleAt = new Map(inRange.map((event) => [event.frame, event.role]));
    const all = Array.from(progress, (value, n): ChartMark => {
      const frame = from + n;
      return { frame, role: frame === from || frame === to ? 'extreme' : (roleAt.get(frame) ?? 'inbetween'), progress: value };
    });
    const marks = all.filter(({ frame, role }) => role !== 'inbetween' || exposedFrame(frame, motion.range.first, subject.exposure) === frame);
    charts.push({ firstFrame: from, lastFrame: to, marks });
  }
  return charts;
}
