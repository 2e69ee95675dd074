import type { KeyRef } from '@undulan/core';
import { applyEdit, type EditRequest, keysSelected, selectMotion, selectOpenChannels } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, snapFrame, snapStep, useClock, useSnapping, useTimeScale } from '../../time/index.ts';
import type { DragMove } from '../../ui/index.ts';
import { useEditDrag } from '../kit/index.ts';

/** How many frames a gesture covers, from the first key to the last. */
const lengthOf = (keys: readonly KeyRef[]): number =>
  Math.max(...keys.map((key) => key.frame)) - Math.min(...keys.map((key) => key.frame));

const signed = (frames: number): string => (frames > 0 ? `+${formatFrames(frames)}` : formatFrames(frames));

interface KeyDrag {
  refs: KeyRef[];
  pressed: KeyRef;
  /** What stays selected when it was only a click. */
  clicked: KeyRef[];
}

/**
 * Moving keys by hand: frames, cue marks and other keys draw them, as was chosen; with Alt they stand anywhere. With
 * Ripple on all that comes after goes along. Gives what starts the drag, how to move by keyboard, and what to say
 * beside the pointer.
 */
export function useKeyDrag() {
  const dispatch = useAppDispatch();
  const scale = useTimeScale();
  const clock = useClock();
  const [snapping] = useSnapping();
  const motion = useAppSelector(selectMotion);
  const ripple = useAppSelector((state) => state.gesture.ripple);
  const keepShares = useAppSelector((state) => state.gesture.keepShares);
  const channels = useAppSelector(selectOpenChannels);

  const moveBy = (refs: KeyRef[], frames: number): EditRequest =>
    ripple
      ? { operation: 'rippleFrom', args: [refs, frames, channels] }
      : { operation: 'moveKeys', args: [refs, frames, 0, { keepShares }] };

  const framesMoved = ({ refs, pressed }: KeyDrag, { dxPx, altKey }: DragMove): number => {
    const staying = motion?.subjects.flatMap((subject) =>
      subject.channels.flatMap((channel) =>
        channel.keys.map((key) => key.frame).filter((frame) => !refs.some((ref) => ref.frame === frame)),
      ),
    );
    const targets = [
      ...(snapping.cues ? (motion?.cues.map((cue) => cue.frame) ?? []) : []),
      ...(snapping.keys ? (staying ?? []) : []),
    ];
    return (
      snapFrame(pressed.frame + dxPx / scale.pxPerFrame, {
        pxPerFrame: scale.pxPerFrame,
        targets,
        free: altKey || !snapping.on,
        step: snapStep(snapping, clock.rate),
        origin: clock.range.first,
      }) - pressed.frame
    );
  };
  const { start, board } = useEditDrag<KeyDrag>(
    (drag, move) => {
      const frames = framesMoved(drag, move);
      const length = lengthOf(drag.refs);
      const moved = `${signed(frames)} → ${formatFrames(drag.pressed.frame + frames)}`;
      const long = length > 0 ? ` · ${formatFrames(length)} long` : '';
      return { request: frames === 0 ? null : moveBy(drag.refs, frames), says: moved + long };
    },
    ({ clicked }) => dispatch(keysSelected({ keys: clicked })),
  );
  return {
    start,
    board,
    nudge: (refs: KeyRef[], frames: number): void => void dispatch(applyEdit(moveBy(refs, frames))),
  };
}

/** How many frames an arrow key moves a key by: one, with Shift ten, with Alt a tenth. */
export function arrowFrames({ key, shiftKey, altKey }: { key: string; shiftKey: boolean; altKey: boolean }): number {
  const way = key === 'ArrowLeft' ? -1 : key === 'ArrowRight' ? 1 : 0;
  return way * (shiftKey ? 10 : altKey ? 0.1 : 1);
}
