import { chainAt, exposedFrame, type KeyValue, pullChain, stretchOf } from '@undulan/core';
import { useRef, useState } from 'react';
import { previewEdit, useChangeValues } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { usePointerDrag } from '../../ui/index.ts';
import { toFineness } from '../../values/index.ts';
import { placeOn, StageOverlay, throughView } from '../stage/index.ts';
import { useHeldMotion } from './use-held-motion.ts';

/** From this share of its length on a chain is nearly straight, and says so. */
const NEARLY = 0.9;

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/**
 * The joints of the chain that the selected subject ends, and its end: dragged, the parts before it turn along. Says
 * when it is nearly straight.
 */
export function ChainHandle({ scale }: { scale: number }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const frame = useRestingFrame();
  const change = useChangeValues();
  const [isOwn, setOwn] = useState(false);
  const motion = useHeldMotion(isOwn);
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const layer = useRef<SVGSVGElement>(null);
  const [limited, setLimited] = useState(false);
  const from = useRef(motion);
  const subject = motion?.subjects.find(({ id }) => id === subjectId);
  const chain =
    motion && subject ? chainAt(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure)) : null;

  const valuesAt = (xPx: number, yPx: number): KeyValue[] => {
    const before = from.current;
    const last = before?.subjects.find(({ id }) => id === subjectId);
    if (!before || !last) return [];
    const at = placeOn(layer.current!, before.stage, { clientX: xPx, clientY: yPx });
    const to = throughView(before, last, clock.frame).back(at);
    const pulled = pullChain(before, last, clock.frame, to);
    setLimited(pulled?.limited ?? false);
    return (pulled?.values ?? []).map((value) => ({ ...value, value: toFineness(value.channelId, value.value) }));
  };
  const drag = usePointerDrag<null>({
    onMove: (_, { xPx, yPx }) =>
      dispatch(previewEdit({ operation: 'setKeys', args: [clock.frame, valuesAt(xPx, yPx)] })),
    onEnd: (_, { xPx, yPx }) => {
      const values = valuesAt(xPx, yPx);
      setOwn(false);
      dispatch(previewEdit(null));
      setLimited(false);
      change(values, clock.frame);
    },
    onClick: () => setOwn(false),
    onCancel: () => {
      setOwn(false);
      setLimited(false);
      dispatch(previewEdit(null));
    },
  });
  if (!motion || !subject || !chain) return null;
  const px = 1 / scale;
  // Its parts are taken to be as deep as its end.
  const { seen } = throughView(motion, subject, frame);
  const joints = chain.joints.map(seen);
  const end = joints.at(-1)!;
  const stretch = stretchOf(chain);
  const { limit, stretches } = subject.chain!;
  return (
    <StageOverlay ref={layer} stage={motion.stage} label={`Chain of ${subject.name}`}>
      <polyline
        points={joints.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke="#2456a6"
        strokeWidth={1.2 * px}
      />
      {joints.slice(0, -1).map(({ x, y }, i) => (
        <circle key={i} cx={x} cy={y} r={4.5 * px} fill="var(--page)" stroke="#2456a6" strokeWidth={2 * px} />
      ))}
      <circle
        role="button"
        aria-label={`End of ${subject.name}: drag it, the parts before it follow`}
        cx={end.x}
        cy={end.y}
        r={7 * px}
        fill="#2456a6"
        stroke="var(--page)"
        strokeWidth={2 * px}
        className="pointer-events-auto cursor-grab touch-none"
        onPointerDown={(event) => {
          event.stopPropagation();
          clock.stop();
          from.current = motion;
          setOwn(true);
          drag(event, null);
        }}
      >
        <title>Drag the end: the parts before it follow</title>
      </circle>
      {(stretch >= NEARLY || limited) && (
        <text
          role="status"
          x={motion.stage.widthPx / 2}
          y={motion.stage.heightPx - 14 * px}
          textAnchor="middle"
          fontSize={13 * px}
          fontWeight={600}
          fill="#9a6b00"
          stroke="var(--page)"
          strokeWidth={4 * px}
          paintOrder="stroke"
        >
          {`${subject.name}: the chain is ${percent(stretch)} stretched`}
          {stretches ? '' : ` · its limit is ${percent(limit)}`}
          {limited ? ', it is not pulled further' : ''}
        </text>
      )}
    </StageOverlay>
  );
}
