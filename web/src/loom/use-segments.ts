import { useMemo } from 'react';
import { timingChartAt, timingCharts, TRACKS, type MotionDocument, type Subject, type TimingChart, type Track } from '@undulan/core';
import { useAppSelector } from '../app/store.ts';
import { selectActiveChannel, selectShownMotion } from '../editing/index.ts';

/** The track that the chosen channel is part of. */
export function useActiveTrack(): Track | undefined {
  const active = useAppSelector(selectActiveChannel);
  return TRACKS.find((track) => active && track.channelIds.includes(active.id));
}

/** The charts of a subject's track as it is shown now, segment by segment. */
export function useSegments(subject: Subject | null | undefined, track: Track | undefined, of?: MotionDocument | null): TimingChart[] {
  const shown = useAppSelector(selectShownMotion);
  const motion = of === undefined ? shown : of;
  return useMemo(() => (motion && subject && track ? timingCharts(motion, subject, track, { closing: true }) : []), [motion, subject, track]);
}

/** The chart of the segment that a frame is in, as it is shown now: one alone, since it is wanted at every move of a drag. */
export function useSegmentAt(subject: Subject | null | undefined, track: Track | undefined, frame: number): TimingChart | undefined {
  const motion = useAppSelector(selectShownMotion);
  return useMemo(() => (motion && subject && track ? timingChartAt(motion, subject, track, frame, { closing: true }) : undefined), [motion, subject, track, frame]);
}

/** The segment that a frame is in; on the key between two, the later. */
export function segmentAt(charts: readonly TimingChart[], frame: number): TimingChart | undefined {
  return charts.findLast((chart) => frame >= chart.firstFrame && frame <= chart.lastFrame) ?? charts[0];
}
