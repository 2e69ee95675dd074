import { findSubject, type MotionDocument, type TimingChart, type Track, trackAlike, tracksOf } from '@undulan/core';
import { memo, useMemo, useState } from 'react';
import { selectMotion, selectSettledSubject } from '../../editing/index.ts';
import { WhatIsThis } from '../../help/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useSegments, useShownSegments } from '../../strips/loom/index.ts';
import { useRestingFrame } from '../../time/index.ts';
import { TimingChartFigure } from './TimingChartFigure.tsx';
import { TurnOffer } from './TurnOffer.tsx';

interface OwnChartsProps {
  tone: 'take' | 'target';
  target: MotionDocument | null;
}

/**
 * The timing charts of the selected subject as it moves now, each under the target's chart of the same place in the
 * order.
 */
export function OwnCharts({ tone, target }: OwnChartsProps) {
  const subject = useAppSelector(selectSettledSubject);
  const tracks = useMemo(() => {
    const asked = subject && target ? findSubject(target, subject.id) : undefined;
    return subject ? tracksOf(asked ?? subject) : [];
  }, [subject, target]);
  return (
    <section aria-label="Timing charts" className="mt-4 not-has-[figure]:hidden">
      <div className="flex items-center gap-1">
        <h3 className="text-[15px]">Timing charts</h3>
        <WhatIsThis of="Timing charts" />
      </div>
      {tracks.map((track) => (
        <TrackCharts key={track.id} track={track} tone={tone} target={target} subjectId={subject!.id} />
      ))}
    </section>
  );
}

/** More charts of a track than this are shown on request: a long motion has hundreds. */
const SHOWN = 12;
/** Of those so many before the one at the playhead. */
const SHOWN_BEFORE = 4;

interface TrackChartsProps extends OwnChartsProps {
  subjectId: string;
  track: Track;
}

function TrackCharts({ subjectId, track: asked, tone, target }: TrackChartsProps) {
  const subject = useAppSelector(selectSettledSubject);
  // What the target does by position may be done along a path, and the other way round.
  const track = subject ? trackAlike(subject, asked) : asked;
  // In a gesture the charts from before are drawn, over which what becomes of them is painted.
  const drawn = useSegments(useAppSelector(selectMotion), subject, track, false);
  const own = useShownSegments(track, drawn, false);
  const aims = useSegments(target, target && findSubject(target, subjectId), asked, false);
  const frame = useRestingFrame();
  const [all, setAll] = useState(false);
  const lives = useMemo(() => livesOf(drawn, own), [drawn, own]);
  const count = Math.max(drawn.length, aims.length);
  if (count === 0) return null;
  const here = (drawn.length > 0 ? drawn : aims).findLastIndex((chart) => chart.firstFrame <= frame);
  const first = all ? 0 : Math.max(0, Math.min(here - SHOWN_BEFORE, count - SHOWN));
  const last = all ? count : Math.min(count, first + SHOWN);
  return (
    <div>
      <p className="text-xs text-faint">
        {track.label}: a tick a frame, where the subject is on its way from extreme to extreme
      </p>
      <TurnOffer track={track} charts={drawn} />
      <ChartPairs tone={tone} drawn={drawn} lives={lives} aims={aims} first={first} last={last} />
      {count > SHOWN && <HowMany count={count} all={all} onAll={setAll} />}
    </div>
  );
}

interface HowManyProps {
  count: number;
  all: boolean;
  onAll: (all: boolean) => void;
}

const HowMany = memo(function HowMany({ count, all, onAll }: HowManyProps) {
  return (
    <p className="py-1 text-xs text-faint">
      {all ? `All ${count} charts. ` : `${SHOWN} of ${count} charts, about the playhead. `}
      <button type="button" className="rounded-sm text-accent hover:underline" onClick={() => onAll(!all)}>
        {all ? 'Show those about the playhead' : `Show all ${count}`}
      </button>
    </p>
  );
});

/**
 * What becomes of each drawn chart: where extremes come or go in a gesture, the chart that still begins, or else ends,
 * with it. New ones are drawn when it is over.
 */
function livesOf(drawn: readonly TimingChart[], own: readonly TimingChart[]): readonly TimingChart[] {
  if (own.length === drawn.length) return own;
  const [byFirst, byLast] = [
    new Map(own.map((chart) => [chart.firstFrame, chart])),
    new Map(own.map((chart) => [chart.lastFrame, chart])),
  ];
  return drawn.map((chart) => byFirst.get(chart.firstFrame) ?? byLast.get(chart.lastFrame) ?? chart);
}

interface ChartPairsProps {
  tone: 'take' | 'target';
  drawn: readonly TimingChart[];
  lives: readonly TimingChart[];
  aims: readonly TimingChart[];
  /** Which of them, the last not among them. */
  first: number;
  last: number;
}

const ChartPairs = memo(function ChartPairs({ tone, drawn, lives, aims, first, last }: ChartPairsProps) {
  return Array.from({ length: last - first }, (_, n) => {
    const [aim, chart, live] = [aims[first + n], drawn[first + n], lives[first + n]];
    return (
      <div key={chart?.firstFrame ?? `target ${aim!.firstFrame}`} className="border-b border-rule py-1 last:border-0">
        {aim && <TimingChartFigure chart={aim} tone="target" />}
        {chart && <TimingChartFigure chart={chart} tone={tone} live={live} aim={aim} />}
      </div>
    );
  });
});
