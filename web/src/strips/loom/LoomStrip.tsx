import {
  type ChartMark,
  type DrawingPlace,
  drawnToFraction,
  findSubject,
  type MotionDocument,
  type SegmentRef,
  shareWords,
  type TimingChart,
} from '@undulan/core';
import { useMemo, useState } from 'react';
import {
  edited,
  type EditRequest,
  previewed,
  runEdit,
  selectMotion,
  selectSubject,
  selectUnderWay,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { LABEL_PX } from '../../time-page/index.ts';
import { Empty, Still, usePointerDrag, useSize, useStored } from '../../ui/index.ts';
import { GestureNotice, type Notice } from '../kit/index.ts';
import { CrowdedLoom } from './CrowdedLoom.tsx';
import type { FootActions } from './LoomFoot.tsx';
import { type ChosenDrawings, LoomMenu } from './LoomMenu.tsx';
import { LoomThreads } from './LoomThreads.tsx';
import { isCrowded, railsOf } from './rails.ts';
import { SpacingMenu } from './SpacingMenu.tsx';
import { useActiveTrack, useSegments, useShownSegments } from './use-segments.ts';

/** What moving a drawing does: the segment gets another curve, or the drawing becomes a breakdown. */
type FootDrag = 'curve' | 'breakdown';

const FRACTION_REACH_PX = 5;
const NONE: readonly number[] = [];

interface FootGrab {
  chart: TimingChart;
  frame: number;
  progress: number;
  /** All the drawings that go along; null when it is one alone. */
  together: DrawingPlace[] | null;
}

interface LoomStripProps {
  tone: 'take' | 'target';
  target: MotionDocument | null;
}

/**
 * The loom: frames evenly spaced above, where the subject really is below, a thread for each. Crowding threads are
 * slow. Feet can be dragged; the target's feet stand beneath in teal.
 */
export function LoomStrip({ tone, target }: LoomStripProps) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const subject = useAppSelector(selectSubject);
  const track = useActiveTrack();
  const charts = useShownSegments(track);
  const targetSubject = target && subject ? findSubject(target, subject.id) : undefined;
  const targetCharts = useSegments(target, targetSubject, track);
  const scale = useTimeScale();
  const [measure, size] = useSize();
  const [by, setBy] = useStored<FootDrag>('loom-drag', 'curve');
  const [notice, setNotice] = useState<Notice | null>(null);
  const [chosenAt, setChosenAt] = useState<{ firstFrame: number; frames: number[] } | null>(null);
  const underWay = useAppSelector(selectUnderWay);
  const heightPx = Math.max(64, size?.heightPx ?? 120);
  const rails = useMemo(() => railsOf(heightPx), [heightPx]);

  const segmentOf = (chart: TimingChart): SegmentRef => ({
    subjectId: subject!.id,
    trackId: track!.id,
    firstFrame: chart.firstFrame,
    lastFrame: chart.lastFrame,
  });
  const chosenChart = charts.find((chart) => chart.firstFrame === chosenAt?.firstFrame);
  const chosenMarks =
    chosenChart?.marks.filter((mark) => mark.role !== 'extreme' && chosenAt!.frames.includes(mark.frame)) ?? [];
  const chosenFrames = chosenAt?.frames ?? NONE;
  const chosen: ChosenDrawings | null =
    chosenChart && chosenMarks.length > 0
      ? { segment: segmentOf(chosenChart), drawings: chosenMarks.map(({ frame, progress }) => ({ frame, progress })) }
      : null;
  const choose = (chart: TimingChart, mark: ChartMark): void => {
    const known = chosenAt?.firstFrame === chart.firstFrame ? chosenAt.frames : [];
    setChosenAt({
      firstFrame: chart.firstFrame,
      frames: known.includes(mark.frame) ? known.filter((frame) => frame !== mark.frame) : [...known, mark.frame],
    });
  };

  /** The least change that puts a drawing at a share of its way: another curve where one can, else a breakdown. */
  const edit = (chart: TimingChart, frame: number, progress: number): EditRequest => {
    const segment = segmentOf(chart);
    const breakdown: EditRequest = { operation: 'setBreakdown', args: [segment, frame, progress] };
    const isKeyed = chart.marks.some((mark) => mark.frame === frame && mark.role === 'breakdown');
    if (by === 'breakdown' || isKeyed || !motion) return breakdown;
    const curve: EditRequest = { operation: 'bendSegment', args: [segment, frame, progress] };
    return runEdit(motion, curve).refused ? breakdown : curve;
  };
  const progressAt = (chart: TimingChart, start: number, dxPx: number): number => {
    const perWay = scale.xOf(chart.lastFrame) - scale.xOf(chart.firstFrame);
    return drawnToFraction(start + dxPx / perWay, FRACTION_REACH_PX / perWay);
  };
  /** What a drag by a share does: the drawing grabbed goes along with those chosen with it. */
  const dragged = ({ chart, frame, progress, together }: FootGrab, to: number): EditRequest =>
    together
      ? {
          operation: 'spaceDrawings',
          args: [
            segmentOf(chart),
            together.map((drawing) => ({ ...drawing, progress: drawing.progress + to - progress })),
            by,
          ],
        }
      : edit(chart, frame, to);
  const drag = usePointerDrag<FootGrab>({
    onMove: (grab, { dxPx, xPx, yPx }) => {
      const { chart, frame, progress } = grab;
      const to = progressAt(chart, progress, dxPx);
      dispatch(previewed(dragged(grab, to)));
      setNotice({ xPx, yPx, says: `${frame}: ${shareWords(to)}` });
    },
    onEnd: (grab, { dxPx }) => {
      setNotice(null);
      dispatch(edited(dragged(grab, progressAt(grab.chart, grab.progress, dxPx))));
    },
    onCancel: () => {
      setNotice(null);
      dispatch(previewed(null));
    },
  });

  const actionsOf = (chart: TimingChart, mark: ChartMark): FootActions => ({
    onChoose: () => choose(chart, mark),
    onPress: (event) => {
      if (event.shiftKey) {
        choose(chart, mark);
        return;
      }
      const isChosen = chosen !== null && chart === chosenChart && chosenMarks.includes(mark);
      if (!isChosen) setChosenAt(null);
      drag(event, {
        chart,
        frame: mark.frame,
        progress: mark.progress,
        together: isChosen && chosen.drawings.length > 1 ? chosen.drawings : null,
      });
    },
    onNudge: (share) => dispatch(edited(edit(chart, mark.frame, mark.progress + share))),
  });

  return (
    <section aria-label="Loom strip" className="strip flex h-full overflow-hidden border-t border-rule">
      <div className="shrink-0 space-y-1 py-1.5 pr-2 text-xs text-faint" style={{ width: LABEL_PX }}>
        <h3 className="text-[13px] leading-5 text-ink">Loom</h3>
        {track && <p>{track.label}</p>}
        {charts.length > 0 && subject && track && (
          <Still still={underWay}>
            <div className="flex gap-1">
              <div className="min-w-0 flex-1">
                <SpacingMenu charts={charts} />
              </div>
              <LoomMenu subject={subject} track={track} charts={charts} chosen={chosen} by={by} tone={tone} />
            </div>
          </Still>
        )}
        <select
          aria-label="Dragging a foot"
          title="What dragging a foot does"
          className="h-6 w-full rounded-md border border-rule bg-page text-xs"
          value={by}
          onChange={(event) => setBy(event.target.value as FootDrag)}
        >
          <option value="curve">drag: the curve</option>
          <option value="breakdown">drag: a breakdown</option>
        </select>
      </div>
      <div ref={measure} className="relative min-w-0 flex-1">
        {charts.length === 0 ? (
          <div className="py-3">
            <Empty title="Nothing on the loom">
              {track ? `${track.label} needs two extremes at different places.` : 'Choose a channel that is keyed.'}
            </Empty>
          </div>
        ) : isCrowded(charts, scale) ? (
          <CrowdedLoom
            charts={charts}
            targets={targetCharts}
            rails={rails}
            tone={tone}
            chosenChart={chosenChart ?? null}
            chosenFrames={chosenFrames}
            actionsOf={actionsOf}
          />
        ) : (
          <svg width={scale.widthPx} height={rails.heightPx} className="block touch-none">
            {targetCharts.map((chart) => (
              <TargetFeet key={chart.firstFrame} chart={chart} y={rails.spaceY} />
            ))}
            {charts.map((chart) => (
              <LoomThreads
                key={chart.firstFrame}
                chart={chart}
                rails={rails}
                tone={tone}
                chosen={chart === chosenChart ? chosenFrames : NONE}
                actionsOf={actionsOf}
              />
            ))}
          </svg>
        )}
        <GestureNotice notice={notice} />
      </div>
    </section>
  );
}

/** Where the target's drawings stand on the same stretch: short teal ticks under the space rail. */
function TargetFeet({ chart, y }: { chart: TimingChart; y: number }) {
  const scale = useTimeScale();
  const [from, to] = [scale.xOf(chart.firstFrame), scale.xOf(chart.lastFrame)];
  return (
    <g className="pointer-events-none">
      {chart.marks.map((mark) => {
        const x = from + mark.progress * (to - from);
        return (
          <line
            key={mark.frame}
            x1={x}
            x2={x}
            y1={y + 3}
            y2={y + 12}
            stroke="var(--target)"
            strokeWidth={mark.role === 'extreme' ? 3 : 1.6}
          />
        );
      })}
    </g>
  );
}
