import {
  type ChartMark,
  findSubject,
  type MotionDocument,
  type SegmentRef,
  type TimingChart,
  trackAlike,
} from '@undulan/core';
import { useContext, useMemo } from 'react';
import { selectMotion, selectSettledSubject } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { LABEL_PX, StripHelp } from '../../time-page/index.ts';
import { Empty, Select, useSize, useStored } from '../../ui/index.ts';
import { GestureNotice, StripCanvas } from '../kit/index.ts';
import { LoomFeet } from './LoomFeet.tsx';
import type { FootActions } from './LoomFoot.tsx';
import { LoomMenu } from './LoomMenu.tsx';
import { changedLoom, type LoomPainting, paintLoom } from './paint-loom.ts';
import { type Rails, railsOf } from './rails.ts';
import { SpacingMenu } from './SpacingMenu.tsx';
import { useChosenDrawings } from './use-chosen-drawings.ts';
import { type FootDrag, useLoomDrag } from './use-loom-drag.ts';
import { useActiveTrack, useSegments, useShownSegments } from './use-segments.ts';

interface LoomStripProps {
  tone: 'take' | 'target';
  target: MotionDocument | null;
}

/**
 * The loom: frames evenly spaced above, where the subject really is below, a thread for each. Crowding threads are
 * slow. Feet can be dragged; the target's feet stand beneath in teal.
 */
export function LoomStrip({ tone, target }: LoomStripProps) {
  const subject = useAppSelector(selectSettledSubject);
  const track = useActiveTrack();
  const charts = useSegments(useAppSelector(selectMotion), subject, track);
  const [measure, size] = useSize();
  const [by, setBy] = useStored<FootDrag>('loom-drag', 'curve');
  const help = useContext(StripHelp);
  const heightPx = Math.max(64, size?.heightPx ?? 120);
  const rails = useMemo(() => railsOf(heightPx), [heightPx]);
  const segmentOf = ({ firstFrame, lastFrame }: TimingChart): SegmentRef => ({
    subjectId: subject!.id,
    trackId: track!.id,
    firstFrame,
    lastFrame,
  });
  const choice = useChosenDrawings(charts, segmentOf);

  return (
    <section aria-label="Loom strip" className="strip flex h-full overflow-hidden border-t border-rule">
      <div className="shrink-0 space-y-1 py-1.5 pr-2 text-xs text-faint" style={{ width: LABEL_PX }}>
        <div className="flex items-center gap-1">
          <h3 className="text-[13px] leading-5 text-ink">Loom</h3>
          {help?.('Loom')}
        </div>
        {track && <p>{track.label}</p>}
        {charts.length > 0 && subject && track && (
          <div className="flex gap-1">
            <div className="min-w-0 flex-1">
              <SpacingMenu charts={charts} />
            </div>
            <LoomMenu subject={subject} track={track} charts={charts} chosen={choice.chosen} by={by} tone={tone} />
          </div>
        )}
        <Select
          aria-label="Dragging a foot"
          title="What dragging a foot does"
          size="strip"
          className="w-full"
          value={by}
          onChoose={setBy}
          choices={[
            { id: 'curve', label: 'drag: the curve' },
            { id: 'breakdown', label: 'drag: a breakdown' },
          ]}
        />
      </div>
      <div ref={measure} className="relative min-w-0 flex-1">
        {charts.length === 0 ? (
          <div className="py-3">
            <Empty title="Nothing on the loom">
              {track ? `${track.label} needs two extremes at different places.` : 'Choose a channel that is keyed.'}
            </Empty>
          </div>
        ) : (
          <>
            <LoomCanvas
              tone={tone}
              target={target}
              charts={charts}
              rails={rails}
              chosenFirst={choice.firstFrame}
              chosenFrames={choice.frames}
            />
            <Feet charts={charts} rails={rails} by={by} segmentOf={segmentOf} choice={choice} />
          </>
        )}
      </div>
    </section>
  );
}

interface LoomCanvasProps extends LoomStripProps {
  /** As they were last changed. */
  charts: readonly TimingChart[];
  rails: Rails;
  /** The segment in which drawings are chosen, by its first frame, and those drawings. */
  chosenFirst: number | null;
  chosenFrames: readonly number[];
}

/** The loom as it is shown: with the gesture under way. */
function LoomCanvas({ tone, target, charts, rails, chosenFirst, chosenFrames }: LoomCanvasProps) {
  const subject = useAppSelector(selectSettledSubject);
  const track = useActiveTrack();
  const shown = useShownSegments(track, charts);
  const asked = target && subject ? findSubject(target, subject.id) : undefined;
  const targets = useSegments(target, asked, asked && track && trackAlike(asked, track));
  const scale = useTimeScale();
  const painting = useMemo(
    (): LoomPainting => ({
      charts: shown,
      targets,
      rails,
      scale,
      colour: tone === 'take' ? 'var(--take)' : 'var(--target)',
      dashed: tone === 'take',
      chosenChart: shown.find((chart) => chart.firstFrame === chosenFirst) ?? null,
      chosenFrames,
    }),
    [shown, targets, rails, scale, tone, chosenFirst, chosenFrames],
  );
  return <StripCanvas heightPx={rails.heightPx} painting={painting} paint={paintLoom} differ={changedLoom} />;
}

interface FeetProps {
  charts: readonly TimingChart[];
  rails: Rails;
  by: FootDrag;
  segmentOf: (chart: TimingChart) => SegmentRef;
  choice: ReturnType<typeof useChosenDrawings>;
}

function Feet({ charts, rails, by, segmentOf, choice }: FeetProps) {
  const { board, grab, nudge } = useLoomDrag(segmentOf, by);
  const actionsOf = (chart: TimingChart, mark: ChartMark): FootActions => ({
    onChoose: () => choice.toggle(chart, mark),
    onPress: (event) => {
      if (event.shiftKey) {
        choice.toggle(chart, mark);
        return;
      }
      const isChosen = choice.has(chart, mark);
      if (!isChosen) choice.letGo();
      grab(event, { chart, mark }, isChosen ? choice.chosen : null);
    },
    onNudge: (share, isFree) => nudge({ chart, mark }, share, isFree),
  });
  return (
    <>
      <LoomFeet charts={charts} rails={rails} isChosen={choice.has} actionsOf={actionsOf} />
      <GestureNotice board={board} />
    </>
  );
}
