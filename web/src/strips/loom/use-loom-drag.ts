import {
  type ChartMark,
  type DrawingPlace,
  drawnToFraction,
  type SegmentRef,
  shareWords,
  type TimingChart,
} from '@undulan/core';
import type { PointerEvent } from 'react';
import { applyEdit, type EditRequest, runEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { useEditDrag } from '../kit/index.ts';
import type { ChosenDrawings } from './LoomMenu.tsx';

/** What moving a drawing does: the segment gets another curve, or the drawing becomes a breakdown. */
export type FootDrag = 'curve' | 'breakdown';

/** A share of the way this near to a plain fraction, in px, is that fraction. */
const FRACTION_REACH_PX = 5;

/** The foot of a drawing. */
interface FootRef {
  chart: TimingChart;
  mark: ChartMark;
}

interface FootGrab {
  chart: TimingChart;
  frame: number;
  progress: number;
  /** All the drawings that go along; null when it is one alone. */
  together: DrawingPlace[] | null;
}

/** Moving the feet of a loom, by hand and by arrow keys, and what to say beside the pointer meanwhile. */
export function useLoomDrag(segmentOf: (chart: TimingChart) => SegmentRef, by: FootDrag) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const scale = useTimeScale();

  /** The least change that puts a drawing at a share of its way: another curve where one can, else a breakdown. */
  const edit = (chart: TimingChart, frame: number, progress: number): EditRequest => {
    const segment = segmentOf(chart);
    const breakdown: EditRequest = { operation: 'setBreakdown', args: [segment, frame, progress] };
    const isKeyed = chart.marks.some((mark) => mark.frame === frame && mark.role === 'breakdown');
    if (by === 'breakdown' || isKeyed || !motion) return breakdown;
    const curve: EditRequest = { operation: 'bendSegment', args: [segment, frame, progress] };
    return runEdit(motion, curve).refused ? breakdown : curve;
  };
  const progressAt = ({ chart, progress }: FootGrab, dxPx: number): number => {
    const perWay = scale.xOf(chart.lastFrame) - scale.xOf(chart.firstFrame);
    return drawnToFraction(progress + dxPx / perWay, FRACTION_REACH_PX / perWay);
  };
  /** What a drag to a share does: the drawings chosen with the one grabbed go along. */
  const dragged = ({ chart, frame, progress, together }: FootGrab, to: number): EditRequest => {
    if (!together) return edit(chart, frame, to);
    const places = together.map((drawing) => ({ ...drawing, progress: drawing.progress + to - progress }));
    return { operation: 'spaceDrawings', args: [segmentOf(chart), places, by] };
  };
  const { start, board } = useEditDrag<FootGrab>((grab, { dxPx }) => {
    const to = progressAt(grab, dxPx);
    return { request: dragged(grab, to), says: `${grab.frame}: ${shareWords(to)}` };
  });
  return {
    board,
    /** Grabs a drawing; with those chosen together where it is one of them. */
    grab: (event: PointerEvent, { chart, mark }: FootRef, chosen: ChosenDrawings | null): void =>
      start(event, {
        chart,
        frame: mark.frame,
        progress: mark.progress,
        together: chosen && chosen.drawings.length > 1 ? chosen.drawings : null,
      }),
    nudge: ({ chart, mark }: FootRef, share: number): void =>
      void dispatch(applyEdit(edit(chart, mark.frame, mark.progress + share))),
  };
}
