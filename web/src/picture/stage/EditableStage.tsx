import {
  type ChannelId,
  channelOf,
  CHANNELS,
  findSubject,
  intoPlace,
  keyFramesOf,
  type KeyValue,
  type MotionDocument,
  type Point,
  sampleChannel,
} from '@undulan/core';
import {
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type ReactNode,
  useCallback,
  useMemo,
  useState,
} from 'react';
import {
  applyEdit,
  changedValues,
  previewEdit,
  selectMotion,
  selectPictureMotion,
  selectShownMotion,
  selectUnderWay,
  subjectSelected,
  useChangeValues,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock, useMoving } from '../../time/index.ts';
import { ContextMenu, type DragMove, type OfferedGroup, usePointerDrag, useStored } from '../../ui/index.ts';
import { toFineness } from '../../values/index.ts';
import { drawScene, subjectAt } from './draw-scene.ts';
import { putTrail, trailKeyAt } from './draw-trail.ts';
import { drawOnion, type OnionSettings } from './onion.ts';
import { boxInPicture, snapMove, type SnappedMove, type SnapTargets, snapTargets } from './snap-move.ts';
import { gridLines, gridStep, useStageGrid } from './stage-grid.ts';
import { StageGrid } from './StageGrid.tsx';
import { type StageDrawing, StageView } from './StageView.tsx';

export const TARGET_COLOUR = '#0b7a6f';
export const TAKE_COLOUR = '#c8451b';

interface EditableStageProps {
  tone: 'take' | 'target';
  /** The target to draw as a ghost, while it is shown. */
  target: MotionDocument | null;
  trail: boolean;
  onion: OnionSettings;
  overlay?: ReactNode;
  marks?: ((scale: number) => ReactNode) | undefined;
  drawOver?: StageDrawing | undefined;
  /** What lies on the ground of the stage, beneath all that is on it. */
  ground?: StageDrawing | undefined;
}

interface SubjectDrag {
  /** A key of the trail is dragged: it changes on its own frame, whatever Record says. */
  ofKey: boolean;
  subjectId: string;
  frame: number;
  x: number;
  y: number;
  pxPerPx: number;
}

const STEP_UNIT = CHANNELS['position.x'].unit;

/** A key of the trail is taken hold of within this distance on the screen. */
const KEY_REACH_PX = 6;
/** A moved subject is drawn to the stage's middle, its edges and other subjects within this distance on the screen. */
const SNAP_PX = 4;

const NUDGES: Partial<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function positionValues(subjectId: string, x: number, y: number): KeyValue[] {
  return (['position.x', 'position.y'] as const satisfies ChannelId[]).map((channelId) => ({
    subjectId,
    channelId,
    value: toFineness(channelId, channelId === 'position.x' ? x : y),
  }));
}

/** Where a moved subject was drawn to. */
function SnapLines({ x, y, stage, scale }: SnappedMove & { stage: MotionDocument['stage']; scale: number }) {
  const line = { stroke: '#7a4a9e', strokeWidth: 1 / scale, strokeDasharray: `${5 / scale} ${3 / scale}` };
  return (
    <svg
      viewBox={`0 0 ${stage.widthPx} ${stage.heightPx}`}
      aria-hidden="true"
      className="pointer-events-none absolute inset-0 h-full w-full"
    >
      {x !== null && <line x1={x} x2={x} y1={0} y2={stage.heightPx} {...line} />}
      {y !== null && <line y1={y} y2={y} x1={0} x2={stage.widthPx} {...line} />}
    </svg>
  );
}

/** A way in the picture as it is in the space of a subject's position: what carries it, and how deep it is, count. */
function inOwnSpace(motion: MotionDocument, { subjectId, frame }: SubjectDrag, dx: number, dy: number): Point {
  const subject = findSubject(motion, subjectId);
  const into = subject && intoPlace(motion, subject, frame);
  if (!into) return { x: dx, y: dy };
  const [from, to] = [into({ x: 0, y: 0 }), into({ x: dx, y: dy })];
  return { x: to.x - from.x, y: to.y - from.y };
}

/**
 * The picture of the motion being edited: click a subject to select it, drag it (or use the arrow keys) to put it
 * elsewhere on this frame.
 */
export function EditableStage({ tone, target, trail, onion, overlay, marks, drawOver, ground }: EditableStageProps) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectShownMotion);
  const picture = useAppSelector(selectPictureMotion);
  const settled = useAppSelector(selectMotion);
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const change = useChangeValues();
  const [snaps] = useStored('stage-snap', true);
  const [grid] = useStageGrid();
  const [snapped, setSnapped] = useState<SnappedMove | null>(null);
  const colour = tone === 'take' ? TAKE_COLOUR : TARGET_COLOUR;

  const keyFrames = useMemo(() => {
    const subject = settled?.subjects.find((other) => other.id === subjectId);
    return keyFramesOf(subject?.channels ?? []);
  }, [settled, subjectId]);
  const isMoving = useMoving();
  const underWay = useAppSelector(selectUnderWay);
  const fast = isMoving || underWay;
  const draw = useCallback(
    (context: CanvasRenderingContext2D, frame: number) => {
      if (!motion || !picture) return;
      drawScene(context, picture, frame, {
        style: 'filled',
        smooth: clock.settings.smooth,
        fast,
        ...(ground && { ground: () => ground(context, frame) }),
      });
      if (onion.on && !clock.playing) {
        const subject = motion.subjects.find((other) => other.id === subjectId);
        drawOnion(context, motion, frame, onion, keyFrames, { numbered: subject, fast });
      }
      if (target) drawScene(context, target, frame, { style: 'outline', colour: TARGET_COLOUR });
      const subject = motion.subjects.find((other) => other.id === subjectId);
      if (trail && target)
        for (const other of target.subjects)
          if (other.id === subjectId) putTrail(context, target, other, TARGET_COLOUR, false);
      if (trail && subject) putTrail(context, motion, subject, colour, tone === 'take');
      drawOver?.(context, frame);
    },
    [motion, picture, target, trail, onion, keyFrames, subjectId, colour, tone, clock, drawOver, ground, fast],
  );

  const moveOf = (drag: SubjectDrag, { dxPx, dyPx, shiftKey, altKey }: DragMove): SnappedMove => {
    const sideways = Math.abs(dxPx) >= Math.abs(dyPx);
    const dx = shiftKey && !sideways ? 0 : dxPx * drag.pxPerPx;
    const dy = shiftKey && sideways ? 0 : dyPx * drag.pxPerPx;
    const subject = settled && findSubject(settled, drag.subjectId);
    const box = subject && !drag.ofKey && snaps && !altKey && boxInPicture(settled, subject, drag.frame);
    if (!box) return { dx, dy, x: null, y: null };
    const snapped = snapMove(box, targetsOf(settled, drag), dx, dy, SNAP_PX * drag.pxPerPx);
    // What is held to one way stays on it.
    if (shiftKey) return sideways ? { ...snapped, dy, y: null } : { ...snapped, dx, x: null };
    return snapped;
  };
  /** The stage's own and other subjects; and what is shown to line things up by. */
  const targetsOf = (from: MotionDocument, { subjectId: id, frame, pxPerPx }: SubjectDrag): SnapTargets => {
    const { xs, ys } = snapTargets(from, id, frame);
    if (!grid.shown) return { xs, ys };
    const step = gridStep(from.stage, grid.unit, 1 / pxPerPx);
    return {
      xs: [...xs, ...grid.lines.xs, ...gridLines(from.stage.widthPx, step)],
      ys: [...ys, ...grid.lines.ys, ...gridLines(from.stage.heightPx, step)],
    };
  };
  const valuesAfter = (drag: SubjectDrag, { dx, dy }: SnappedMove): KeyValue[] => {
    if (!settled) return [];
    const by = inOwnSpace(settled, drag, dx, dy);
    return changedValues(settled, positionValues(drag.subjectId, drag.x + by.x, drag.y + by.y), drag.frame);
  };
  const startDrag = usePointerDrag<SubjectDrag>({
    onMove: (drag, move) => {
      const snapped = moveOf(drag, move);
      setSnapped(snapped.x === null && snapped.y === null ? null : snapped);
      dispatch(previewEdit({ operation: 'setKeys', args: [drag.frame, valuesAfter(drag, snapped)] }));
    },
    onEnd: (drag, move) => {
      setSnapped(null);
      dispatch(previewEdit(null));
      const values = valuesAfter(drag, moveOf(drag, move));
      if (!drag.ofKey) change(values, drag.frame);
      else if (values.length > 0) dispatch(applyEdit({ operation: 'setKeys', args: [drag.frame, values] }));
    },
    onCancel: () => {
      setSnapped(null);
      dispatch(previewEdit(null));
    },
  });

  if (!motion) return null;
  const standing = (id: string, frame: number): { x: number; y: number } => ({
    x: sampleChannel(channelOf(picture ?? motion, id, 'position.x'), frame),
    y: sampleChannel(channelOf(picture ?? motion, id, 'position.y'), frame),
  });
  /** Where on the stage an event is, and the subject there. */
  const spotOf = (event: MouseEvent) => {
    const canvas = event.target as HTMLCanvasElement;
    // The canvas is the part of the stage that is seen.
    const box = canvas.closest('[data-stage]')!.getBoundingClientRect();
    const pxPerPx = motion.stage.widthPx / box.width;
    const context = canvas.getContext('2d');
    const place = { x: (event.clientX - box.left) * pxPerPx, y: (event.clientY - box.top) * pxPerPx };
    return { place, pxPerPx, picked: context && picture && subjectAt(context, picture, clock.frame, place.x, place.y) };
  };
  /** What is offered for the subject that was pressed, or by keyboard the selected one. */
  const offersAt = (event: MouseEvent): OfferedGroup[] => {
    const byKey = event.button !== 2 && settled?.subjects.find((other) => other.id === subjectId);
    const subject = byKey || spotOf(event).picked;
    if (!subject || !picture) return [];
    const keyed = subject.channels.filter((channel) => channel.keys.length > 0).map(({ id }) => id);
    const set = (ids: readonly ChannelId[]): void => {
      clock.stop();
      const values = ids.map((channelId) => {
        const value = sampleChannel(channelOf(picture, subject.id, channelId), clock.frame);
        return { subjectId: subject.id, channelId, value };
      });
      dispatch(applyEdit({ operation: 'setKeys', args: [clock.frame, values] }));
    };
    return [
      {
        heading: `${subject.name}, frame ${formatFrames(clock.frame)}`,
        offers: [
          {
            label: 'Select it',
            off: subject.id === subjectId ? 'It is selected.' : undefined,
            run: () => void dispatch(subjectSelected(subject.id)),
          },
          { label: 'Key its position here', run: () => set(['position.x', 'position.y']) },
          {
            label: 'Key all that moves here',
            off: keyed.length === 0 ? 'Nothing of it has keys.' : undefined,
            run: () => set(keyed),
          },
        ],
      },
    ];
  };
  const press = (event: PointerEvent<HTMLCanvasElement>): void => {
    clock.stop();
    const { frame } = clock;
    const { place, pxPerPx, picked } = spotOf(event);
    const shown = trail ? motion.subjects.find((other) => other.id === subjectId) : undefined;
    const key = shown && trailKeyAt(motion, shown, place, KEY_REACH_PX * pxPerPx);
    // Where the subject stands over keys of its trail, it is what is taken hold of: going to a frame and moving it must
    // never move another frame's key.
    if (shown && key && picked?.id !== shown.id) {
      startDrag(event, { ofKey: true, subjectId: shown.id, frame: key.frame, x: key.x, y: key.y, pxPerPx });
      return;
    }
    if (!picked) return;
    if (picked.id !== subjectId) dispatch(subjectSelected(picked.id));
    startDrag(event, { ofKey: false, subjectId: picked.id, frame, ...standing(picked.id, frame), pxPerPx });
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
    <ContextMenu offersAt={offersAt}>
      <div className="h-full">
        <StageView
          stage={motion.stage}
          draw={draw}
          label={`Picture. Arrow keys move the selected subject by one ${STEP_UNIT}, with Shift by ten.`}
          tabIndex={0}
          overlay={overlay}
          marks={(scale) => (
            <>
              <StageGrid stage={motion.stage} scale={scale} />
              {marks?.(scale)}
              {snapped && <SnapLines {...snapped} stage={motion.stage} scale={scale} />}
            </>
          )}
          zoomable
          className="cursor-grab touch-none active:cursor-grabbing"
          onPointerDown={press}
          onKeyDown={nudge}
        />
      </div>
    </ContextMenu>
  );
}
