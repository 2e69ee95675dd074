import { channelOf, marksToTravel, moveMark, type Point, samplerOf, travelToMarks } from '@undulan/core';
import { useRef, useState } from 'react';
import { applyEdit, type EditRequest, previewEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { usePointerDrag } from '../../ui/index.ts';
import { placeOn, StageOverlay, throughView } from '../stage/index.ts';
import { useHeldMotion } from './use-held-motion.ts';

/** More marks than this lie on each other. */
const MOST_MARKS = 240;
const PLUM = '#7a4a9e';

/** A path in pieces fine enough to find the place nearest to a pointer. */
const PLACES = 800;

/**
 * The path of the selected subject and its marks, one a frame. A mark is dragged along it between its neighbours: from
 * then on its travel has a key a mark.
 */
export function PathMarks({ scale }: { scale: number }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const frame = useRestingFrame();
  const [isOwn, setOwn] = useState(false);
  const motion = useHeldMotion(isOwn);
  const settled = useAppSelector(selectMotion);
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const layer = useRef<SVGSVGElement>(null);
  const subject = motion?.subjects.find(({ id }) => id === subjectId);
  const path = motion?.guides.find(({ id }) => id === subject?.guide?.pathId);
  // Where the path is in the picture: as deep as the subject that goes along it.
  const through = motion && subject ? throughView(motion, subject, frame) : null;

  const requestFor = (index: number, xPx: number, yPx: number): EditRequest | null => {
    if (!settled || !path || subjectId === null) return null;
    const inPicture = placeOn(layer.current!, settled.stage, { clientX: xPx, clientY: yPx });
    const at = through ? through.back(inPicture) : inPicture;
    const { first, last } = settled.range;
    const { keys } = channelOf(settled, subjectId, 'travel');
    const marks = travelToMarks(keys, first, last - first + 1);
    const sampler = samplerOf(path);
    const round = Math.floor(marks[index]!);
    let [share, least] = [0, Infinity];
    for (let i = 0; i <= PLACES; i++) {
      const place = sampler.placeAt(i / PLACES);
      const away = Math.hypot(place.x - at.x, place.y - at.y);
      if (away < least) [share, least] = [i / PLACES, away];
    }
    // On a closed path the place may be reached a round before or after.
    const near = [round - 1, round, round + 1]
      .map((whole) => whole + share)
      .reduce((best, one) => (Math.abs(one - marks[index]!) < Math.abs(best - marks[index]!) ? one : best));
    const moved = moveMark(marks, index, path.closed ? near : share, path.closed);
    return { operation: 'setTravel', args: [subjectId, marksToTravel(moved, first, path.closed)] };
  };
  const drag = usePointerDrag<number>({
    onMove: (index, { xPx, yPx }) => dispatch(previewEdit(requestFor(index, xPx, yPx))),
    onEnd: (index, { xPx, yPx }) => {
      const request = requestFor(index, xPx, yPx);
      setOwn(false);
      dispatch(previewEdit(null));
      if (request) dispatch(applyEdit(request));
    },
    onClick: () => setOwn(false),
    onCancel: () => {
      setOwn(false);
      dispatch(previewEdit(null));
    },
  });
  if (!motion || !subject || !path) return null;
  const { first, last } = motion.range;
  const count = last - first + 1;
  const sampler = samplerOf(path);
  const px = 1 / scale;
  const keyed = channelOf(motion, subject.id, 'travel').keys.length > 0;
  const marks =
    keyed && count <= MOST_MARKS ? travelToMarks(channelOf(motion, subject.id, 'travel').keys, first, count) : [];
  const placed = (share: number): Point => through!.seen(sampler.placeAt(share));
  const line = Array.from({ length: 121 }, (_, i) => placed(i / 120));
  return (
    <StageOverlay ref={layer} stage={motion.stage} label={`Marks on ${path.name}`}>
      <polyline
        points={line.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke={PLUM}
        strokeWidth={1.4 * px}
        strokeDasharray={`${6 * px} ${4 * px}`}
      />
      {marks.map((share, i) => {
        const { x, y } = placed(share);
        return (
          <circle
            key={i}
            role="img"
            aria-label={`Mark on frame ${first + i}`}
            cx={x}
            cy={y}
            r={4 * px}
            fill={PLUM}
            stroke="var(--page)"
            strokeWidth={px}
            className="pointer-events-auto cursor-move touch-none"
            onPointerDown={(event) => {
              event.stopPropagation();
              clock.stop();
              setOwn(true);
              drag(event, i);
            }}
          >
            <title>{`Frame ${first + i}: drag it along the path`}</title>
          </circle>
        );
      })}
    </StageOverlay>
  );
}
