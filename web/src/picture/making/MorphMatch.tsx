import { applyTo, exposedFrame, inverseOf, type Look, matchLines, type Point, seenPose } from '@undulan/core';
import type { RefObject } from 'react';
import { applyEdit, previewEdit, selectSettledSubject, selectShownMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { usePointerDrag } from '../../ui/index.ts';
import { placeOn } from '../stage/index.ts';

const COLOUR = '#0b7a6f';
/** Every so many of the matched points has its thread. */
const EVERY = 8;

/**
 * Which points of the first line go where on the second one, a thread each, and the place where the second begins, to
 * be dragged along it.
 */
export function MorphMatch({ scale, layer }: { scale: number; layer: RefObject<SVGSVGElement | null> }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const frame = useRestingFrame();
  const motion = useAppSelector(selectShownMotion);
  const settled = useAppSelector(selectSettledSubject);
  const subject = motion?.subjects.find(({ id }) => id === settled?.id);
  const [first, second] = [subject?.look.drawings?.[0]?.lines[0], subject?.look.morphTo?.lines[0]];
  const pose =
    motion && subject ? seenPose(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure)) : null;
  const lookFrom = (xPx: number, yPx: number): Look | null => {
    if (!motion || !settled || !second || !pose) return null;
    const inverse = inverseOf(pose);
    const at = placeOn(layer.current!, motion.stage, { clientX: xPx, clientY: yPx });
    const own = inverse && applyTo(inverse, at);
    if (!own) return null;
    const { to } = matchLines(second, second, 0);
    const distance = (point: Point): number => Math.hypot(point.x - own.x, point.y - own.y);
    const nearest = to.reduce((best, point, i) => (distance(point) < distance(to[best]!) ? i : best), 0);
    const [, ...others] = settled.look.morphStarts ?? [];
    return { ...settled.look, morphStarts: [nearest / to.length, ...others] };
  };
  const drag = usePointerDrag<string>({
    onMove: (id, { xPx, yPx }) => {
      const look = lookFrom(xPx, yPx);
      dispatch(previewEdit(look && { operation: 'setSubject', args: [id, { look }] }));
    },
    onEnd: (id, { xPx, yPx }) => {
      const look = lookFrom(xPx, yPx);
      dispatch(previewEdit(null));
      if (look) dispatch(applyEdit({ operation: 'setSubject', args: [id, { look }] }));
    },
    onCancel: () => dispatch(previewEdit(null)),
  });
  if (!subject || !first || !second || !pose) return null;
  const { from, to } = matchLines(first, second, subject.look.morphStarts?.[0]);
  const place = (point: Point): Point => applyTo(pose, point);
  const px = 1 / scale;
  const begin = place(to[0]!);
  const rounds = first.closed && second.closed;
  return (
    <g aria-label="What becomes what">
      <polyline
        points={[...to, ...(second.closed ? [to[0]!] : [])]
          .map(place)
          .map(({ x, y }) => `${x},${y}`)
          .join(' ')}
        fill="none"
        stroke={COLOUR}
        strokeWidth={1.2 * px}
        strokeDasharray={`${5 * px} ${4 * px}`}
      />
      {from.map((point, i) => {
        if (i % EVERY !== 0) return null;
        const [a, b] = [place(point), place(to[i]!)];
        return (
          <line key={i} x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={COLOUR} strokeOpacity={0.5} strokeWidth={px} />
        );
      })}
      {rounds && (
        <circle
          role="button"
          aria-label="Where the other outline begins: drag it along"
          cx={begin.x}
          cy={begin.y}
          r={7 * px}
          fill={COLOUR}
          stroke="var(--page)"
          strokeWidth={2 * px}
          className="pointer-events-auto cursor-move touch-none"
          onPointerDown={(event) => {
            event.stopPropagation();
            clock.stop();
            drag(event, subject.id);
          }}
        >
          <title>Where the other outline begins: drag it along</title>
        </circle>
      )}
    </g>
  );
}
