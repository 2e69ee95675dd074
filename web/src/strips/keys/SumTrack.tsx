import { type KeyRef, onGrain } from '@undulan/core';
import { type KeyboardEvent, memo, type PointerEvent, type RefObject, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import {
  keysSelected,
  selectMotion,
  selectOpenChannels,
  selectShownKeys,
  selectShownMotion,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useTimeScale } from '../../time/index.ts';
import { builtInCrowd, crowding, nearestFrame, reachPath, StripCanvas, useFollowedFocus } from '../kit/index.ts';
import { keyFramesOf, keysByFrame } from './keys-by-frame.ts';
import { changedSum, paintSum, type SumPaint } from './paint-sum.ts';
import { SelectionSpan } from './SelectionSpan.tsx';
import { arrowFrames, type useKeyDrag } from './use-key-drag.ts';

export const SUM_PX = 30;
/** Of that height what belongs to the marks; beneath them is the selection's extent. */
const MARK_PX = 20;

/**
 * One mark for each frame that has keys in the rows shown: it selects and moves all of them. Beneath, the selection's
 * extent with an end to stretch it by on either side.
 */
export function SumTrack({ drag }: { drag: RefObject<ReturnType<typeof useKeyDrag>> }) {
  return (
    <div className="relative">
      <SumCanvas />
      <SumTargets drag={drag} />
    </div>
  );
}

/** The frames that have keys in the rows shown, and those of them with selected keys. */
const SumCanvas = memo(function SumCanvas() {
  const scale = useTimeScale();
  const motion = useAppSelector(selectShownMotion);
  const channels = useAppSelector(selectOpenChannels);
  const selected = useAppSelector(
    (state) => [...new Set(selectShownKeys(state).map((key) => key.frame))],
    shallowEqual,
  );
  const painting = useMemo((): SumPaint => {
    const frames = motion ? keyFramesOf(motion, channels).filter((frame) => scale.shows(frame)) : [];
    return { frames, scale, spacingPx: crowding(frames, scale), selected };
  }, [motion, channels, scale, selected]);
  return <StripCanvas heightPx={SUM_PX} painting={painting} paint={paintSum} differ={changedSum} />;
});

/** What of the sum can be taken hold of, unseen; it stays where it is while a gesture is under way. */
const SumTargets = memo(function SumTargets({ drag }: { drag: RefObject<ReturnType<typeof useKeyDrag>> }) {
  const scale = useTimeScale();
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const channels = useAppSelector(selectOpenChannels);
  const { host, follow } = useFollowedFocus<SVGSVGElement>();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const frames = useMemo(
    () => (motion ? keyFramesOf(motion, channels).filter((frame) => scale.shows(frame)) : []),
    [motion, channels, scale],
  );
  const selected = new Set(selectedKeys.map((key) => key.frame));
  const isCrowd = crowding(frames, scale) !== null;
  const built = isCrowd ? builtInCrowd(frames, [...selected]) : frames;

  /** The frame an event is about and its keys: by the target it happened in, in a crowd the nearest. */
  const markOf = (
    event: PointerEvent<SVGElement> | KeyboardEvent<SVGElement>,
  ): { frame: number; here: KeyRef[] } | null => {
    const target = event.target as Element;
    const mark = target.closest('[data-frame]');
    const frame = mark
      ? Number(mark.getAttribute('data-frame'))
      : 'clientX' in event && target.hasAttribute('data-crowd')
        ? nearestFrame(frames, event.clientX - event.currentTarget.getBoundingClientRect().left, scale)
        : null;
    const here = frame === null || !motion ? undefined : keysByFrame(motion, channels).get(frame);
    return here ? { frame: frame!, here } : null;
  };
  const press = (event: PointerEvent<SVGElement>): void => {
    const mark = markOf(event);
    if (!mark) return;
    const { frame, here } = mark;
    event.stopPropagation();
    if (event.shiftKey) {
      dispatch(keysSelected({ keys: here, add: true }));
      return;
    }
    const refs = selected.has(frame) && selectedKeys.length > here.length ? selectedKeys : here;
    dispatch(keysSelected({ keys: refs }));
    drag.current.start(event, { refs, pressed: here[0]!, clicked: here });
  };
  const type = (event: KeyboardEvent<SVGElement>): void => {
    const mark = markOf(event);
    if (!mark) return;
    const { here, frame } = mark;
    const by = arrowFrames(event);
    if (by !== 0) {
      event.preventDefault();
      drag.current.nudge(here, by);
      follow(onGrain(frame + by));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      dispatch(keysSelected({ keys: here, add: event.shiftKey }));
    }
  };
  return (
    <svg
      ref={host}
      width={scale.widthPx}
      height={SUM_PX}
      role="group"
      aria-label="Keys of all rows"
      className="relative block touch-none"
      onPointerDown={press}
      onKeyDown={type}
    >
      {isCrowd && (
        <path data-crowd="" d={reachPath(frames, scale, MARK_PX)} fill="transparent" className="cursor-grab">
          <title>Zoom in to see the frames one by one</title>
        </path>
      )}
      {built.map((frame) => (
        <rect
          key={frame}
          data-frame={frame}
          role="button"
          tabIndex={0}
          aria-label={`All keys on frame ${formatFrames(frame)}`}
          aria-pressed={selected.has(frame)}
          className="cursor-grab"
          x={scale.xOf(frame) - 8}
          y={0}
          width={16}
          height={MARK_PX}
          fill="transparent"
        />
      ))}
      <SelectionSpan />
    </svg>
  );
});
