import { useCallback, type KeyboardEvent, type PointerEvent } from 'react';
import { CHANNELS, channelOf, sampleChannel, type ChannelId, type KeyValue, type MotionDocument, poseOf } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { changedValues, previewed, selectEditing, selectMotion, selectShownMotion, subjectSelected, useChangeValues } from '../editing/index.ts';
import { toFineness, useClock } from '../time-page/index.ts';
import { usePointerDrag, type DragMove } from '../ui/index.ts';
import { drawScene, subjectAt } from './draw-scene.ts';
import { drawTrail } from './draw-trail.ts';
import { outlineOf } from './shapes.ts';
import { StageView } from './StageView.tsx';

export const TARGET_COLOUR = '#0b7a6f';
export const TAKE_COLOUR = '#c8451b';

interface EditableStageProps {
  tone: 'take' | 'target';
  /** The target to draw as a ghost, while it is shown. */
  target: MotionDocument | null;
  trail: boolean;
}

interface SubjectDrag {
  subjectId: string;
  frame: number;
  x: number;
  y: number;
  pxPerPx: number;
}

const NUDGES: Partial<Record<string, [number, number]>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

function positionValues(subjectId: string, x: number, y: number): KeyValue[] {
  return (['position.x', 'position.y'] as const satisfies ChannelId[]).map((channelId) => ({
    subjectId,
    channelId,
    value: toFineness(channelId, channelId === 'position.x' ? x : y),
  }));
}

/** The picture of the motion being edited: click a subject to select it, drag it (or use the arrow keys) to put it elsewhere on this frame. */
export function EditableStage({ tone, target, trail }: EditableStageProps) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectShownMotion);
  const settled = useAppSelector(selectMotion);
  const { subjectId } = useAppSelector(selectEditing);
  const change = useChangeValues();
  const colour = tone === 'take' ? TAKE_COLOUR : TARGET_COLOUR;

  const draw = useCallback(
    (context: CanvasRenderingContext2D, frame: number) => {
      if (!motion) return;
      drawScene(context, motion, frame);
      if (target) drawScene(context, target, frame, { style: 'outline', colour: TARGET_COLOUR });
      const subject = motion.subjects.find((other) => other.id === subjectId);
      if (trail && target) for (const other of target.subjects) if (other.id === subjectId) drawTrail(context, target, other, TARGET_COLOUR, false);
      if (trail && subject) drawTrail(context, motion, subject, colour, tone === 'take');
      if (subject) markSelected(context, motion, frame, subjectId!);
    },
    [motion, target, trail, subjectId, colour, tone],
  );

  const valuesAfter = (drag: SubjectDrag, { dxPx, dyPx, shiftKey }: DragMove): KeyValue[] => {
    const sideways = Math.abs(dxPx) >= Math.abs(dyPx);
    const dx = shiftKey && !sideways ? 0 : dxPx * drag.pxPerPx;
    const dy = shiftKey && sideways ? 0 : dyPx * drag.pxPerPx;
    return settled ? changedValues(settled, positionValues(drag.subjectId, drag.x + dx, drag.y + dy), drag.frame) : [];
  };
  const startDrag = usePointerDrag<SubjectDrag>({
    onMove: (drag, move) => dispatch(previewed({ operation: 'setKeys', args: [drag.frame, valuesAfter(drag, move)] })),
    onEnd: (drag, move) => {
      dispatch(previewed(null));
      change(valuesAfter(drag, move), drag.frame);
    },
    onCancel: () => dispatch(previewed(null)),
  });

  if (!motion) return null;
  const standing = (id: string, frame: number): { x: number; y: number } => ({
    x: sampleChannel(channelOf(motion, id, 'position.x'), frame),
    y: sampleChannel(channelOf(motion, id, 'position.y'), frame),
  });
  const press = (event: PointerEvent<HTMLCanvasElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const pxPerPx = motion.stage.widthPx / box.width;
    const context = event.currentTarget.getContext('2d');
    clock.stop();
    const { frame } = clock;
    const picked = context && subjectAt(context, motion, frame, (event.clientX - box.left) * pxPerPx, (event.clientY - box.top) * pxPerPx);
    if (!picked) return;
    if (picked.id !== subjectId) dispatch(subjectSelected(picked.id));
    startDrag(event, { subjectId: picked.id, frame, ...standing(picked.id, frame), pxPerPx });
  };
  const nudge = (event: KeyboardEvent): void => {
    const way = NUDGES[event.key];
    if (!way || !subjectId) return;
    event.preventDefault();
    clock.stop();
    const far = event.shiftKey ? 10 : 1;
    const { x, y } = standing(subjectId, clock.frame);
    change(positionValues(subjectId, x + way[0] * far, y + way[1] * far), clock.frame);
  };

  return (
    <StageView
      stage={motion.stage}
      draw={draw}
      label={`Picture. Arrow keys move the selected subject by one ${CHANNELS['position.x'].unit}, with Shift by ten.`}
      tabIndex={0}
      className="cursor-grab touch-none active:cursor-grabbing"
      onPointerDown={press}
      onKeyDown={nudge}
    />
  );
}

/** A thin frame about the selected subject. */
function markSelected(context: CanvasRenderingContext2D, motion: MotionDocument, frame: number, subjectId: string): void {
  const subject = motion.subjects.find((other) => other.id === subjectId);
  if (!subject) return;
  const { a, b, c, d, e, f } = poseOf(motion, subject, frame);
  context.save();
  context.transform(a, b, c, d, e, f);
  context.strokeStyle = '#2456a6';
  context.lineWidth = 3;
  context.setLineDash([3, 4]);
  context.stroke(outlineOf({ ...subject.look, widthPx: subject.look.widthPx + 10, heightPx: subject.look.heightPx + 10 }));
  context.restore();
}
