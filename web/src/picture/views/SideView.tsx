import {
  applyTo,
  cameraOf,
  channelOf,
  cornersOf,
  depthAt,
  exposedFrame,
  EYE_METRES,
  findSubject,
  type KeyValue,
  type MotionDocument,
  type Point,
  poseOf,
  sampleChannel,
  type Subject,
  viewAt,
} from '@undulan/core';
import { useMemo, useRef } from 'react';
import { previewEdit, selectPictureMotion, subjectSelected, useChangeValues } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { type DragMove, fixed, usePointerDrag } from '../../ui/index.ts';
import { toFineness } from '../../values/index.ts';
import { depthsOf, type Side, type ViewScale, viewScale } from './view-scale.ts';

const WIDTH = 178;
const HEIGHT = 112;
const WORDS: Record<Side, string> = { above: 'from above', side: 'from the side' };

/** Where a subject's pivot is on the stage, and how deep. */
function standing(motion: MotionDocument, subject: Subject, frame: number): { place: Point; depth: number } {
  return {
    place: applyTo(poseOf(motion, subject, frame), subject.pivot),
    depth: depthAt(motion, subject, frame),
  };
}

interface Dragged {
  subject: Subject;
  frame: number;
}

/**
 * The stage from above or from the side: where everything stands in depth, the way of the selected subject, a dot a
 * frame, and where it breaks as seen from here. A subject is dragged here as in the picture.
 */
export function SideView({ side }: { side: Side }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const frame = useRestingFrame();
  const change = useChangeValues();
  const motion = useAppSelector(selectPictureMotion);
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const layer = useRef<SVGSVGElement>(null);
  const scale = useMemo(
    () => (motion ? viewScale(motion, side, [WIDTH, HEIGHT], depthsOf(motion)) : null),
    [motion, side],
  );
  const valuesAfter = ({ subject, frame: at }: Dragged, { dxPx, dyPx }: DragMove): KeyValue[] => {
    if (!motion || !scale) return [];
    const now = (id: 'position.x' | 'position.y' | 'depth'): number =>
      sampleChannel(channelOf(motion, subject.id, id), at);
    const set = (id: 'position.x' | 'position.y' | 'depth', by: number): KeyValue => ({
      subjectId: subject.id,
      channelId: id,
      value: toFineness(id, now(id) + by),
    });
    return side === 'above'
      ? [set('position.x', dxPx * scale.stagePxPerPx), set('depth', -dyPx * scale.metresPerPx)]
      : [set('position.y', dyPx * scale.stagePxPerPx), set('depth', dxPx * scale.metresPerPx)];
  };
  const start = useRef<{ dragged: Dragged; valuesAfter: typeof valuesAfter } | null>(null);
  const drag = usePointerDrag<Dragged>({
    onMove: (dragged, move) =>
      dispatch(previewEdit({ operation: 'setKeys', args: [dragged.frame, start.current!.valuesAfter(dragged, move)] })),
    onEnd: (dragged, move) => {
      const values = start.current!.valuesAfter(dragged, move);
      dispatch(previewEdit(null));
      change(values, dragged.frame);
    },
    onCancel: () => dispatch(previewEdit(null)),
  });
  if (!motion || !scale) return null;
  const chosen = subjectId === null ? undefined : findSubject(motion, subjectId);
  return (
    <figure className="rounded-md border border-rule bg-page">
      <figcaption className="px-2 pt-1 text-xs font-semibold">{WORDS[side]}</figcaption>
      <svg
        ref={layer}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="group"
        aria-label={`The stage ${WORDS[side]}`}
        className="block w-full touch-none"
      >
        {side === 'above' ? (
          <line x1={0} x2={WIDTH} y1={scale.plane} y2={scale.plane} stroke="var(--rule)" />
        ) : (
          <line y1={0} y2={HEIGHT} x1={scale.plane} x2={scale.plane} stroke="var(--rule)" />
        )}
        <Eye motion={motion} frame={frame} side={side} scale={scale} />
        {chosen && <Way motion={motion} subject={chosen} side={side} scale={scale} />}
        {motion.subjects
          .filter(({ visible, locked, look }) => visible && !locked && look.shape !== 'camera')
          .map((subject) => {
            const at = exposedFrame(frame, motion.range.first, subject.exposure);
            const { place, depth } = standing(motion, subject, at);
            const { x, y } = scale.at(place, depth);
            const isChosen = subject.id === subjectId;
            return (
              <circle
                key={subject.id}
                role="button"
                aria-label={`${subject.name}, ${fixed(depth, 2)} m deep`}
                cx={x}
                cy={y}
                r={isChosen ? 5.5 : 4}
                fill={isChosen ? 'var(--take)' : subject.look.fill}
                stroke="var(--ink)"
                strokeWidth={0.8}
                className="cursor-move"
                onPointerDown={(event) => {
                  clock.stop();
                  dispatch(subjectSelected(subject.id));
                  start.current = { dragged: { subject, frame: clock.frame }, valuesAfter };
                  drag(event, { subject, frame: clock.frame });
                }}
              >
                <title>{subject.name}</title>
              </circle>
            );
          })}
      </svg>
    </figure>
  );
}

interface InView {
  motion: MotionDocument;
  side: Side;
  scale: ViewScale;
}

/** The way of a subject over the range, a dot a frame, and where it has a corner from here. */
function Way({ motion, subject, side, scale }: InView & { subject: Subject }) {
  const places = useMemo(() => {
    const { first, last } = motion.range;
    const every = Math.max(1, Math.ceil((last - first) / 400));
    return Array.from({ length: Math.floor((last - first) / every) + 1 }, (_, i) => {
      const frame = first + i * every;
      const { place, depth } = standing(motion, subject, frame);
      return { frame, ...scale.at(place, depth) };
    });
  }, [motion, subject, scale]);
  const corners = useMemo(
    () =>
      cornersOf(
        places.map(({ x, y }) => [x, y]),
        0.4,
      ).map((i) => places[i]!.frame),
    [places],
  );
  return (
    <>
      <polyline
        points={places.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke="var(--take)"
        strokeDasharray="4 3"
        strokeWidth={1.2}
      />
      {places.map(({ frame, x, y }) => (
        <circle key={frame} cx={x} cy={y} r={1.3} fill="var(--take)" />
      ))}
      {corners.length > 0 && (
        <text x={WIDTH - 6} y={HEIGHT - 6} textAnchor="end" fontSize={9} fill="var(--ochre)">
          {side === 'above' ? 'from above' : 'from here'} a corner on {corners.slice(0, 3).join(', ')}
        </text>
      )}
    </>
  );
}

/** From where the picture is seen. */
function Eye({ motion, frame, side, scale }: InView & { frame: number }) {
  const view = viewAt(motion, frame);
  const eye = scale.at(view, view.depth - EYE_METRES);
  const half = motion.stage.widthPx / view.zoom / 2;
  const ends =
    side === 'above'
      ? [scale.at({ x: view.x - half, y: 0 }, 0), scale.at({ x: view.x + half, y: 0 }, 0)]
      : [
          scale.at({ x: 0, y: view.y - (half * motion.stage.heightPx) / motion.stage.widthPx }, 0),
          scale.at({ x: 0, y: view.y + (half * motion.stage.heightPx) / motion.stage.widthPx }, 0),
        ];
  return (
    <path
      d={`M${ends[0]!.x} ${ends[0]!.y}L${eye.x} ${eye.y}L${ends[1]!.x} ${ends[1]!.y}`}
      fill="none"
      stroke={cameraOf(motion) ? 'var(--accent)' : 'var(--faint)'}
      strokeWidth={0.8}
      strokeDasharray="2 3"
    />
  );
}
