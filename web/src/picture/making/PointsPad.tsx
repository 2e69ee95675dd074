import {
  type Affine,
  applyTo,
  drawingUp,
  type DrawnLine,
  exposedFrame,
  inverseOf,
  type PathPoint,
  type Point,
  seenPose,
  splitPiece,
} from '@undulan/core';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import {
  applyEdit,
  type EditRequest,
  previewEdit,
  selectMotion,
  selectSettledSubject,
  selectShownMotion,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { usePointerDrag } from '../../ui/index.ts';
import { placeOn, StageOverlay } from '../stage/index.ts';
import { MorphMatch } from './MorphMatch.tsx';
import { bendPiece, isSmooth, moveHandle, movePoint, nearestOn, removePoint, turnPoint } from './point-edits.ts';

/** A line as it can be changed: its points, where they are on the stage, and what keeps other ones. */
interface EditableLine {
  name: string;
  points: readonly PathPoint[];
  closed: boolean;
  /** From its own px to the stage's. */
  pose: Affine;
  colour: string;
  /** The edit that puts other points in their place; null takes the line out. */
  request: (points: readonly PathPoint[] | null) => EditRequest | null;
}

const UNIT: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** The lines of the drawing that is up, of the selected subject, and the path it goes along. */
function useEditableLines(): EditableLine[] {
  const frame = useRestingFrame();
  const motion = useAppSelector(selectShownMotion);
  const settled = useAppSelector(selectSettledSubject);
  const subject = motion?.subjects.find(({ id }) => id === settled?.id);
  if (!motion || !subject || subject.locked) return [];
  const lines: EditableLine[] = [];
  const number = subject.look.drawings ? drawingUp(motion, subject.id, frame) : 0;
  const pose = seenPose(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure));
  if (!pose) return [];
  for (const [at, line] of (subject.look.drawings?.[number - 1]?.lines ?? []).entries()) {
    lines.push({
      name: `line ${at + 1}`,
      points: line.points,
      closed: line.closed,
      pose,
      colour: '#2456a6',
      request: (points) => ({
        operation: 'setLine',
        args: [subject.id, [number, at], points && ({ ...line, points: [...points] } satisfies DrawnLine)],
      }),
    });
  }
  const guide = motion.guides.find(({ id }) => id === subject.guide?.pathId);
  if (guide)
    lines.push({
      name: guide.name,
      points: guide.points,
      closed: guide.closed,
      pose: UNIT,
      colour: '#7a4a9e',
      request: (points) => points && { operation: 'setGuide', args: [{ ...guide, points: [...points] }] },
    });
  return lines;
}

interface Grabbed {
  line: EditableLine;
  change: (to: Point, alone: boolean) => PathPoint[];
}

/**
 * Over the picture: the points of the selected subject's drawing and of its path, to be moved, bent, made corner or
 * smooth, taken out and put in.
 */
export function PointsPad({ scale }: { scale: number }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const stage = useAppSelector((state) => selectMotion(state)!.stage);
  const lines = useEditableLines();
  const layer = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState<{ line: number; point: number } | null>(null);
  const px = 1 / scale;

  const inLine = ({ pose }: EditableLine, at: Point): Point => applyTo(inverseOf(pose) ?? UNIT, at);
  const requestOf = ({ line, change }: Grabbed, to: Point, alone: boolean): EditRequest | null =>
    line.request(change(inLine(line, to), alone));
  const at = (xPx: number, yPx: number): Point => placeOn(layer.current!, stage, { clientX: xPx, clientY: yPx });
  const drag = usePointerDrag<Grabbed>({
    onMove: (grabbed, { xPx, yPx, altKey }) => dispatch(previewEdit(requestOf(grabbed, at(xPx, yPx), altKey))),
    onEnd: (grabbed, { xPx, yPx, altKey }) => {
      dispatch(previewEdit(null));
      const request = requestOf(grabbed, at(xPx, yPx), altKey);
      if (request) dispatch(applyEdit(request));
    },
    onCancel: () => dispatch(previewEdit(null)),
  });
  const grab = (event: PointerEvent, grabbed: Grabbed): void => {
    event.stopPropagation();
    clock.stop();
    drag(event, grabbed);
  };
  const put = (line: EditableLine, points: readonly PathPoint[] | null): void => {
    const request = line.request(points);
    if (request) dispatch(applyEdit(request));
  };
  const pressLine = (event: PointerEvent, line: EditableLine): void => {
    const from = inLine(line, placeOn(layer.current!, stage, event));
    const near = nearestOn(line, from);
    if (!near || near.t === 0 || near.t === 1) return;
    grab(event, {
      line,
      change: (to) => bendPiece(line, near.piece, near.t, { x: to.x - from.x, y: to.y - from.y }),
    });
  };
  const addOn = (event: { clientX: number; clientY: number }, line: EditableLine): void => {
    const near = nearestOn(line, inLine(line, placeOn(layer.current!, stage, event)));
    if (near && near.t > 0 && near.t < 1) put(line, splitPiece(line, near.piece, near.t));
  };
  const type = (event: KeyboardEvent, line: EditableLine, i: number): void => {
    const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as const)[event.key];
    if (way) {
      const far = event.shiftKey ? 10 : 1;
      const point = applyTo(line.pose, line.points[i]!);
      const moved = { x: point.x + way[0] * far, y: point.y + way[1] * far };
      put(line, movePoint(line.points, i, inLine(line, moved)));
    } else if (event.key === 'Delete' || event.key === 'Backspace') put(line, removePoint(line.points, i));
    else if (event.key === 'Enter') put(line, turnPoint(line, i));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <StageOverlay ref={layer} stage={stage} label="Points of the drawing">
      <MorphMatch scale={scale} layer={layer} />
      {lines.map((line, of) => {
        const { pose, points, closed, colour } = line;
        const place = (point: Point): Point => applyTo(pose, point);
        return (
          <g key={line.name} aria-label={line.name}>
            <path
              d={pathOf(
                points.map((point) => inStage(pose, point)),
                closed,
              )}
              fill="none"
              stroke={colour}
              strokeWidth={1.2 * px}
            />
            <path
              d={pathOf(
                points.map((point) => inStage(pose, point)),
                closed,
              )}
              fill="none"
              stroke="transparent"
              strokeWidth={12 * px}
              className="pointer-events-auto cursor-pointer touch-none"
              style={{ pointerEvents: 'stroke' }}
              onPointerDown={(event) => pressLine(event, line)}
              onDoubleClick={(event) => addOn(event, line)}
            >
              <title>Drag to bend it; press twice for a point more</title>
            </path>
            {points.map((point, i) => {
              const { x, y } = place(point);
              const isChosen = chosen?.line === of && chosen.point === i;
              return (
                <g key={i}>
                  {isChosen &&
                    (['in', 'out'] as const).map((side) => {
                      const end = place({ x: point.x + point[side].x, y: point.y + point[side].y });
                      if (point[side].x === 0 && point[side].y === 0) return null;
                      return (
                        <g key={side}>
                          <line x1={x} y1={y} x2={end.x} y2={end.y} stroke={colour} strokeWidth={px} />
                          <circle
                            role="img"
                            aria-label={`${side === 'in' ? 'Arriving' : 'Leaving'} handle of point ${i + 1}`}
                            cx={end.x}
                            cy={end.y}
                            r={4 * px}
                            fill={colour}
                            className="pointer-events-auto cursor-move touch-none"
                            onPointerDown={(event) =>
                              grab(event, { line, change: (to, alone) => moveHandle(points, i, side, to, alone) })
                            }
                          />
                        </g>
                      );
                    })}
                  <rect
                    role="button"
                    tabIndex={0}
                    aria-label={`Point ${i + 1} of ${line.name}, ${isSmooth(point) ? 'smooth' : 'a corner'}`}
                    x={x - 4.5 * px}
                    y={y - 4.5 * px}
                    width={9 * px}
                    height={9 * px}
                    rx={isSmooth(point) ? 4.5 * px : 1 * px}
                    fill={isChosen ? colour : 'var(--page)'}
                    stroke={colour}
                    strokeWidth={1.6 * px}
                    className="pointer-events-auto cursor-move touch-none"
                    onFocus={() => setChosen({ line: of, point: i })}
                    onPointerDown={(event) => {
                      setChosen({ line: of, point: i });
                      grab(event, { line, change: (to) => movePoint(points, i, to) });
                    }}
                    onDoubleClick={() => put(line, turnPoint(line, i))}
                    onKeyDown={(event) => type(event, line, i)}
                  >
                    <title>Drag it; press twice (or Enter) for corner or smooth; Delete takes it out</title>
                  </rect>
                </g>
              );
            })}
          </g>
        );
      })}
    </StageOverlay>
  );
}

function inStage(pose: Affine, point: PathPoint): PathPoint {
  const at = applyTo(pose, point);
  const offset = (by: Point): Point => ({ x: pose.a * by.x + pose.c * by.y, y: pose.b * by.x + pose.d * by.y });
  return { ...at, in: offset(point.in), out: offset(point.out) };
}

export function pathOf(points: readonly PathPoint[], closed: boolean): string {
  const [first] = points;
  if (!first) return '';
  const curve = (from: PathPoint, to: PathPoint): string =>
    `C${from.x + from.out.x} ${from.y + from.out.y} ${to.x + to.in.x} ${to.y + to.in.y} ${to.x} ${to.y}`;
  const pieces = points.slice(1).map((point, i) => curve(points[i]!, point));
  return `M${first.x} ${first.y}${pieces.join('')}${closed ? `${curve(points.at(-1)!, first)}Z` : ''}`;
}
