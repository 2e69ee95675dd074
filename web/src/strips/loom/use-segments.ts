import {
  type MotionDocument,
  type Subject,
  type TimingChart,
  timingChartAt,
  timingCharts,
  type Track,
  trackWith,
} from '@undulan/core';
import { useMemo } from 'react';
import {
  selectActiveChannel,
  selectMotion,
  selectSettledSubject,
  selectShownMotion,
  selectSubject,
} from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';

/** The track that the chosen channel is part of. */
export function useActiveTrack(): Track | undefined {
  const activeId = useAppSelector((state) => selectActiveChannel(state)?.id);
  return activeId && trackWith(activeId);
}

/** The charts of a subject's track, segment by segment; unless said otherwise with the one that closes a cycle. */
export function useSegments(
  motion: MotionDocument | null,
  subject: Subject | null | undefined,
  track: Track | undefined,
  closing = true,
): TimingChart[] {
  return useMemo(
    () => (motion && subject && track ? timingCharts(motion, subject, track, { closing }) : []),
    [motion, subject, track, closing],
  );
}

/**
 * The same of the selected subject as it is shown now: in a gesture only those of the settled ones that it changes are
 * worked out anew, and the list is another only where one is.
 */
export function useShownSegments(
  track: Track | undefined,
  charts: readonly TimingChart[],
  closing = true,
): readonly TimingChart[] {
  const [motion, subject] = [useAppSelector(selectShownMotion), useAppSelector(selectSubject)];
  const [settled, still] = [useAppSelector(selectMotion), useAppSelector(selectSettledSubject)];
  return useMemo(() => {
    if (motion === settled || !settled || !still) return charts;
    const shown =
      motion && subject && track
        ? timingCharts(motion, subject, track, { closing }, { motion: settled, subject: still, charts })
        : [];
    return shown.length === charts.length && shown.every((chart, i) => chart === charts[i]) ? charts : shown;
  }, [motion, subject, track, closing, settled, still, charts]);
}

/** The chart of the segment that a frame is in: one alone, since it is wanted at every move of a drag. */
export function useSegmentAt(
  motion: MotionDocument | null,
  subject: Subject | null | undefined,
  track: Track | undefined,
  frame: number,
): TimingChart | undefined {
  return useMemo(
    () => (motion && subject && track ? timingChartAt(motion, subject, track, frame, { closing: true }) : undefined),
    [motion, subject, track, frame],
  );
}

/** The segment that a frame is in; on the key between two, the later. */
export function segmentAt(charts: readonly TimingChart[], frame: number): TimingChart | undefined {
  return charts.findLast((chart) => frame >= chart.firstFrame && frame <= chart.lastFrame) ?? charts[0];
}
