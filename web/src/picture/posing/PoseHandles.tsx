import { type ChannelId, CHANNELS, channelValue, type KeyValue, type Point } from '@undulan/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react';
import { applyEdit, previewEdit, selectMotion, useChangeValues } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { usePointerDrag } from '../../ui/index.ts';
import { formatValue } from '../../values/index.ts';
import { placeOn, StageOverlay } from '../stage/index.ts';
import {
  type HandleKind,
  type Held,
  holdSubject,
  onStage,
  pivotAt,
  valuesAfter,
  valuesStepped,
  volumeOf,
} from './handle-geometry.ts';
import { useHeldMotion } from './use-held-motion.ts';

const HANDLE_WORDS: Record<HandleKind, string> = {
  turn: 'Turn',
  size: 'Size',
  width: 'Width',
  height: 'Height',
  squash: 'Squash and stretch',
  'skew.x': 'Skew sideways',
  'skew.y': 'Skew up and down',
};

/** Which channels a handle is about, for what is said of it. */
const SAID: Record<HandleKind, readonly ChannelId[]> = {
  turn: ['rotation'],
  size: ['scale.x', 'scale.y'],
  width: ['scale.x'],
  height: ['scale.y'],
  squash: ['scale.x', 'scale.y'],
  'skew.x': ['skew.x'],
  'skew.y': ['skew.y'],
};

interface Grip {
  key: string;
  kind: HandleKind;
  /** Where in the box, from 0 to 1 across and down; beyond it so many screen px outwards. */
  at: readonly [across: number, down: number];
  outPx?: number;
}

/** One corner and one edge are in the order of the Tab key; the others do the same by hand. */
const GRIPS: readonly Grip[] = [
  { key: 'turn', kind: 'turn', at: [0.5, 0], outPx: 26 },
  { key: 'se', kind: 'size', at: [1, 1] },
  { key: 'nw', kind: 'size', at: [0, 0] },
  { key: 'ne', kind: 'size', at: [1, 0] },
  { key: 'sw', kind: 'size', at: [0, 1] },
  { key: 'e', kind: 'width', at: [1, 0.5] },
  { key: 'w', kind: 'width', at: [0, 0.5] },
  { key: 's', kind: 'height', at: [0.5, 1] },
  { key: 'n', kind: 'height', at: [0.5, 0] },
  { key: 'squash', kind: 'squash', at: [0.2, 0], outPx: 14 },
  { key: 'skew.x', kind: 'skew.x', at: [0.8, 0], outPx: 12 },
  { key: 'skew.y', kind: 'skew.y', at: [1, 0.2], outPx: 12 },
];
/** The others are told apart by where they are. */
const PLACES: Record<string, string> = {
  nw: 'top left',
  ne: 'top right',
  sw: 'bottom left',
  w: 'at the left',
  n: 'at the top',
};
const BY_TAB = new Set(['turn', 'se', 'e', 's', 'squash', 'skew.x', 'skew.y']);

/** What of a subject's look is too small on screen for handles beside each other. */
const CROWDED_PX = 34;

const STEPS: Partial<Record<string, number>> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 };

/** Faint until a hand comes near: they lie over what they are about. */
const MARKS_LOOK = 'opacity-45 transition-opacity focus-within:opacity-100 [[data-stage]:hover_&]:opacity-100';

interface PoseHandlesProps {
  /** Screen px a stage px. */
  scale: number;
}

/** How far beside the pivot its grip is, each way, on screen. */
const GRIP_PX = 13;

interface Drag {
  held: Held;
  kind: HandleKind;
  from: Point;
}

/**
 * About the selected subject: handles that turn it, size it (in proportion, along an axis, with its volume kept), skew
 * it, and put its pivot elsewhere. Each sets keys as a number does.
 */
export function PoseHandles({ scale }: PoseHandlesProps) {
  const frame = useRestingFrame();
  const [isOwn, setOwn] = useState(false);
  const picture = useHeldMotion(isOwn);
  const settled = useAppSelector(selectMotion);
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const limits = useAppSelector((state) => state.document.limits);
  const held = picture && subjectId ? holdSubject(picture, subjectId, frame) : null;
  if (!held || !settled || scale === 0 || held.subject.look.shape === 'camera') return null;
  const may = (id: ChannelId): boolean => !limits?.channels || limits.channels.includes(id);
  const kinds = new Set((Object.keys(SAID) as HandleKind[]).filter((kind) => SAID[kind].every(may)));
  return (
    <Handles
      held={held}
      kinds={kinds}
      scale={scale}
      mayPivot={!limits || limits.subjects}
      settledAt={(at) => holdSubject(picture ?? settled, held.subject.id, at)}
      onOwn={setOwn}
    />
  );
}

interface HandlesProps extends PoseHandlesProps {
  held: Held;
  kinds: ReadonlySet<HandleKind>;
  mayPivot: boolean;
  /** The subject as it is without the gesture under way. */
  settledAt: (frame: number) => Held | null;
  /** A drag of a handle begins or ends. */
  onOwn: (isOwn: boolean) => void;
}

function Handles({ held, kinds, scale, mayPivot, settledAt, onOwn }: HandlesProps) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const change = useChangeValues();
  const layer = useRef<SVGSVGElement>(null);
  const [says, setSays] = useState<{ at: Point; words: string } | null>(null);

  const placeOf = (xPx: number, yPx: number): Point =>
    placeOn(layer.current!, held.motion.stage, { clientX: xPx, clientY: yPx });
  const saidOf = (values: readonly KeyValue[]): string =>
    values
      .map(({ channelId, value }) => {
        const { label, unit } = CHANNELS[channelId];
        return `${label.toLowerCase()} ${formatValue(channelId, value)}${unit === '°' ? '°' : ''}`;
      })
      .join(', ');
  const drag = usePointerDrag<Drag>({
    onMove: ({ held: from, kind, from: start }, { xPx, yPx, shiftKey }) => {
      const to = placeOf(xPx, yPx);
      const values = valuesAfter(from, kind, { from: start, to, stepped: shiftKey });
      setSays({ at: to, words: saidOf(values) });
      dispatch(previewEdit({ operation: 'setKeys', args: [from.frame, values] }));
    },
    onEnd: ({ held: from, kind, from: start }, { xPx, yPx, shiftKey }) => {
      onOwn(false);
      setSays(null);
      dispatch(previewEdit(null));
      change(valuesAfter(from, kind, { from: start, to: placeOf(xPx, yPx), stepped: shiftKey }), clock.frame);
    },
    onClick: () => onOwn(false),
    onCancel: () => {
      onOwn(false);
      setSays(null);
      dispatch(previewEdit(null));
    },
  });
  // Its grip is beside the pivot: in the middle of a subject it is the subject that is taken hold of.
  const pivotAfter = (from: Held, at: Point): Point => {
    const to = { x: at.x - GRIP_PX / scale, y: at.y - GRIP_PX / scale };
    const { a, b, c, d, e, f } = from.pose;
    const own = DOMMatrix.fromMatrix({ a, b, c, d, e, f }).inverse().transformPoint(to);
    return { x: Math.round(own.x * 10) / 10, y: Math.round(own.y * 10) / 10 };
  };
  const dragPivot = usePointerDrag<Held>({
    onMove: (from, { xPx, yPx }) => {
      const to = placeOf(xPx, yPx);
      const pivot = pivotAfter(from, to);
      setSays({ at: to, words: `pivot ${pivot.x}, ${pivot.y}` });
      dispatch(previewEdit({ operation: 'setPivot', args: [from.subject.id, pivot, from.frame] }));
    },
    onEnd: (from, { xPx, yPx }) => {
      onOwn(false);
      setSays(null);
      dispatch(previewEdit(null));
      const pivot = pivotAfter(from, placeOf(xPx, yPx));
      dispatch(applyEdit({ operation: 'setPivot', args: [from.subject.id, pivot, from.frame] }));
    },
    onClick: () => onOwn(false),
    onCancel: () => {
      onOwn(false);
      setSays(null);
      dispatch(previewEdit(null));
    },
  });
  const press = (event: PointerEvent, kind: HandleKind): void => {
    event.stopPropagation();
    clock.stop();
    const from = settledAt(clock.frame);
    if (!from) return;
    onOwn(true);
    drag(event, { held: from, kind, from: placeOf(event.clientX, event.clientY) });
  };
  const step = (event: KeyboardEvent, kind: HandleKind): void => {
    const by = STEPS[event.key];
    const from = by && settledAt(clock.frame);
    if (!from) return;
    event.preventDefault();
    event.stopPropagation();
    change(valuesStepped(from, kind, by * (event.shiftKey ? 10 : 1)), clock.frame);
  };

  const corners = ([[0, 0], [1, 0], [1, 1], [0, 1]] as const).map(([x, y]) => onStage(held, x, y)); // prettier-ignore
  const sides = [distance(corners[0]!, corners[1]!) * scale, distance(corners[1]!, corners[2]!) * scale] as const;
  const px = 1 / scale;
  const pivot = pivotAt(held);
  const grip = { x: pivot.x + GRIP_PX * px, y: pivot.y + GRIP_PX * px };
  const volume = volumeOf(held);
  return (
    <StageOverlay
      ref={layer}
      stage={held.motion.stage}
      label={`Handles of ${held.subject.name}`}
      className={MARKS_LOOK}
    >
      <polygon
        points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke="#2456a6"
        strokeWidth={px}
        strokeDasharray={`${4 * px} ${3 * px}`}
      />
      {GRIPS.filter((grip) => kinds.has(grip.kind) && hasRoom(grip, sides)).map(({ key, kind, at, outPx = 0 }) => {
        const place = outwards(held, at, outPx * px);
        return (
          <g
            key={key}
            role="slider"
            tabIndex={BY_TAB.has(key) ? 0 : -1}
            aria-label={BY_TAB.has(key) ? HANDLE_WORDS[kind] : `${HANDLE_WORDS[kind]}, ${PLACES[key]}`}
            aria-valuenow={0}
            aria-valuetext={SAID[kind]
              .map((id) => formatValue(id, channelValue(held.subject, id, held.frame)))
              .join(' · ')}
            className={clsx('pointer-events-auto cursor-pointer touch-none', 'focus-visible:outline-2')}
            onPointerDown={(event) => press(event, kind)}
            onKeyDown={(event) => step(event, kind)}
          >
            <title>{`${HANDLE_WORDS[kind]}: drag, or arrow keys; with Shift in steps`}</title>
            {outPx > 0 && kind === 'turn' && <Stem from={onStage(held, at[0], at[1])} to={place} px={px} />}
            <Mark kind={kind} at={place} turn={turnOf(held)} px={px} />
          </g>
        );
      })}
      <path
        d={`M${pivot.x - 7 * px} ${pivot.y}h${14 * px}M${pivot.x} ${pivot.y - 7 * px}v${14 * px}`}
        stroke="#2456a6"
        strokeWidth={1.5 * px}
      />
      {mayPivot && (
        <g
          role="img"
          aria-label="Pivot"
          className="pointer-events-auto cursor-move touch-none"
          onPointerDown={(event) => {
            event.stopPropagation();
            clock.stop();
            const from = settledAt(clock.frame);
            if (!from) return;
            onOwn(true);
            dragPivot(event, from);
          }}
        >
          <title>Pivot: what it is placed and turned about; drag it by this</title>
          <Stem from={pivot} to={grip} px={px} />
          <rect
            x={grip.x - 4 * px}
            y={grip.y - 4 * px}
            width={8 * px}
            height={8 * px}
            rx={2 * px}
            fill="var(--page)"
            stroke="#2456a6"
            strokeWidth={1.6 * px}
          />
          <circle cx={grip.x} cy={grip.y} r={8 * px} fill="transparent" />
        </g>
      )}
      {Math.abs(volume - 1) > 0.005 && kinds.has('squash') && !says && (
        <text
          x={onStage(held, 0.5, 1).x + 14 * px}
          y={onStage(held, 0.5, 1).y + 26 * px}
          fontSize={11 * px}
          fill="#9a6b00"
        >
          volume {Math.round(volume * 100)} %
        </text>
      )}
      {says && (
        <Said at={says.at} px={px} stage={held.motion.stage}>
          {says.words}
        </Said>
      )}
    </StageOverlay>
  );
}

function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y);
}

/** Edges too short for a handle between their corners do without, as do small boxes without the corner at the turn. */
function hasRoom({ kind, key }: Grip, [width, height]: readonly [number, number]): boolean {
  if (kind === 'height') return width >= CROWDED_PX;
  if (kind === 'width') return height >= CROWDED_PX;
  if (kind === 'skew.x') return width >= 2 * CROWDED_PX;
  if (kind === 'skew.y') return height >= 2 * CROWDED_PX;
  return kind !== 'size' || key === 'se' || Math.min(width, height) >= CROWDED_PX / 2;
}

function turnOf({ pose }: Held): number {
  return (Math.atan2(pose.b, pose.a) * 180) / Math.PI;
}

/** A point of the box, so far outwards from its middle along the axis it is at the end of. */
function outwards(held: Held, [across, down]: readonly [number, number], out: number): Point {
  const at = onStage(held, across, down);
  if (out === 0) return at;
  const inner = across === 1 ? onStage(held, 0, down) : onStage(held, across, 1 - down);
  const length = distance(at, inner) || 1;
  return { x: at.x + ((at.x - inner.x) / length) * out, y: at.y + ((at.y - inner.y) / length) * out };
}

function Stem({ from, to, px }: { from: Point; to: Point; px: number }) {
  return <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="#2456a6" strokeWidth={px} />;
}

/** Corners are rings, edges bars, the turn a ring at the end of its stem, squash a drop, skews slanted bars. */
function Mark({ kind, at: { x, y }, turn, px }: { kind: HandleKind; at: Point; turn: number; px: number }) {
  const look = { fill: 'var(--page)', stroke: '#2456a6', strokeWidth: 1.6 * px };
  const bar = (width: number, height: number, slant = 0) => (
    <rect
      x={x - (width / 2) * px}
      y={y - (height / 2) * px}
      width={width * px}
      height={height * px}
      rx={1.5 * px}
      transform={`rotate(${turn} ${x} ${y}) translate(${x} ${y}) skewX(${slant}) translate(${-x} ${-y})`}
      {...look}
    />
  );
  const marks: Record<HandleKind, ReactNode> = {
    width: bar(5, 13),
    height: bar(13, 5),
    'skew.x': bar(12, 5, -35),
    'skew.y': bar(5, 12, -20),
    squash: <ellipse cx={x} cy={y} rx={7 * px} ry={4 * px} transform={`rotate(${turn} ${x} ${y})`} {...look} />,
    size: <circle cx={x} cy={y} r={4.5 * px} {...look} />,
    turn: <circle cx={x} cy={y} r={5.5 * px} {...look} fill="#2456a6" />,
  };
  return (
    <>
      {/* A pointer finds it without aiming. */}
      <circle cx={x} cy={y} r={9 * px} fill="transparent" />
      {marks[kind]}
    </>
  );
}

/** What a handle comes to, beside the pointer. */
function Said({ at, px, stage, children }: { at: Point; px: number; stage: { widthPx: number }; children: ReactNode }) {
  const left = at.x > stage.widthPx * 0.7;
  return (
    <text
      role="status"
      x={at.x + (left ? -14 : 14) * px}
      y={at.y - 12 * px}
      fontSize={12 * px}
      textAnchor={left ? 'end' : 'start'}
      className="figures"
      fill="var(--ink)"
      stroke="var(--page)"
      strokeWidth={4 * px}
      paintOrder="stroke"
    >
      {children}
    </text>
  );
}
