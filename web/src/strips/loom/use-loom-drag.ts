import {
  type ChartMark,
  type DrawingPlace,
  type DrawingRoom,
  drawingRoom,
  drawnToFraction,
  roomTogether,
  type SegmentRef,
  type TimingChart,
} from '@undulan/core';
import type { PointerEvent } from 'react';
import { applyEdit, type EditRequest, runEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { ownShare } from '../../ui/index.ts';
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
  room: DrawingRoom;
}

/** A share as near as the room allows, and what stops it there; `isFree` lets drawings pass one another. */
function withinRoom(
  { unmet, onStage }: DrawingRoom,
  share: number,
  isFree: boolean,
): { share: number; stop: string | null } {
  const within = (least: number, most: number): number => Math.min(most, Math.max(least, share));
  const staged = within(onStage.least, onStage.most);
  const met = within(unmet.least, unmet.most);
  if (isFree || (met === share && staged !== share))
    return { share: staged, stop: staged === share ? null : 'the stage’s edge' };
  return { share: met, stop: met === share ? null : 'meets the next drawing; Alt goes past it' };
}

/** Moving the feet of a loom, by hand and by arrow keys, and what to say beside the pointer meanwhile. */
export function useLoomDrag(segmentOf: (chart: TimingChart) => SegmentRef, by: FootDrag) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const scale = useTimeScale();

  /** The least change that moves a drawing along its way: another curve where one can, else a breakdown. */
  const wayToMove = (chart: TimingChart, frame: number): FootDrag => {
    const isKeyed = chart.marks.some((mark) => mark.frame === frame && mark.role === 'breakdown');
    if (by === 'breakdown' || isKeyed || !motion) return 'breakdown';
    return runEdit(motion, { operation: 'bendSegment', args: [segmentOf(chart), frame, 0.5] }).refused
      ? 'breakdown'
      : 'curve';
  };
  const edit = (chart: TimingChart, frame: number, progress: number): EditRequest => ({
    operation: wayToMove(chart, frame) === 'curve' ? 'bendSegment' : 'setBreakdown',
    args: [segmentOf(chart), frame, progress],
  });
  const roomOf = ({ chart, mark }: FootRef, together: DrawingPlace[] | null): DrawingRoom =>
    together
      ? roomTogether(
          motion!,
          segmentOf(chart),
          together.map(({ frame }) => frame),
          mark.frame,
        )
      : drawingRoom(motion!, segmentOf(chart), mark.frame, wayToMove(chart, mark.frame));
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
  const { start, board } = useEditDrag<FootGrab>((grab, { dxPx, altKey }) => {
    const { share, stop } = withinRoom(grab.room, progressAt(grab, dxPx), altKey);
    return {
      request: dragged(grab, share),
      says: `${grab.frame}: ${ownShare(share)}${stop ? ` · ${stop}` : ''}`,
    };
  });
  return {
    board,
    /** Grabs a drawing; with those chosen together where it is one of them. */
    grab: (event: PointerEvent, foot: FootRef, chosen: ChosenDrawings | null): void => {
      if (!motion) return;
      const together = chosen && chosen.drawings.length > 1 ? chosen.drawings : null;
      const { frame, progress } = foot.mark;
      start(event, { chart: foot.chart, frame, progress, together, room: roomOf(foot, together) });
    },
    nudge: (foot: FootRef, step: number, isFree: boolean): void => {
      if (!motion) return;
      const { frame, progress } = foot.mark;
      const { share } = withinRoom(roomOf(foot, null), progress + step, isFree);
      if (share !== progress) void dispatch(applyEdit(edit(foot.chart, frame, share)));
    },
  };
}
