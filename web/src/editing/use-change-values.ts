import { channelOf, type KeyValue, type MotionDocument, sameChannel, sampleChannel } from '@undulan/core';
import { useCallback } from 'react';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { applyEdit, leaveUnkeyed } from './edits.ts';
import type { EditRequest } from './operations.ts';
import { asked } from './posing.slice.ts';
import { selectMotion } from './selectors.ts';

/** Changes smaller than this are no change. */
const SAME = 1e-6;

/** The values that differ from what the motion shows at the frame. */
export function changedValues(motion: MotionDocument, values: readonly KeyValue[], frame: number): KeyValue[] {
  return values.filter(
    ({ subjectId, channelId, value }) =>
      Math.abs(sampleChannel(channelOf(motion, subjectId, channelId), frame) - value) > SAME,
  );
}

/**
 * What a change of values at a frame means: with Record on a key on each changed channel; off, unkeyed channels simply
 * rest elsewhere, and keyed ones need a question (null).
 */
export function editForValues(
  motion: MotionDocument,
  record: boolean,
  values: KeyValue[],
  frame: number,
): EditRequest | null {
  if (record) return { operation: 'setKeys', args: [frame, values] };
  const animated = values.some(({ subjectId, channelId }) => channelOf(motion, subjectId, channelId).keys.length > 0);
  return animated ? null : { operation: 'setResting', args: [values] };
}

/** The values of channels with an unkeyed change that differ from that change. */
function changedAgain(unkeyed: readonly KeyValue[], values: readonly KeyValue[]): KeyValue[] {
  return values.filter((value) =>
    unkeyed.some((other) => sameChannel(other, value) && Math.abs(other.value - value.value) > SAME),
  );
}

/**
 * Changes channel values at a frame as the Record switch has it (`evenSame`: also where they are those already there);
 * with it off, a change of an animated channel is asked about, once: a change that was left unkeyed goes on being that.
 */
export function useChangeValues(): (values: KeyValue[], frame: number, options?: { evenSame?: boolean }) => void {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const record = useAppSelector((state) => state.posing.record);
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  return useCallback(
    (values, frame, { evenSame = false } = {}) => {
      if (!motion) return;
      if (record && evenSame) {
        dispatch(applyEdit({ operation: 'setKeys', args: [frame, values] }));
        return;
      }
      const isUnkeyed = (value: KeyValue): boolean => unkeyed.some((other) => sameChannel(other, value));
      const again = changedAgain(unkeyed, values);
      const changed = changedValues(
        motion,
        values.filter((value) => !isUnkeyed(value)),
        frame,
      );
      if (record && again.length + changed.length > 0) {
        dispatch(applyEdit({ operation: 'setKeys', args: [frame, [...changed, ...again]] }));
        return;
      }
      if (again.length > 0) dispatch(leaveUnkeyed(again));
      if (changed.length === 0) return;
      const edit = editForValues(motion, record, changed, frame);
      dispatch(edit ? applyEdit(edit) : asked({ values: changed, frame }));
    },
    [dispatch, motion, record, unkeyed],
  );
}
