import { useCallback } from 'react';
import { channelOf, sampleChannel, type KeyValue, type MotionDocument } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { selectMotion } from './editing.selectors.ts';
import { asked, edited } from './editing.slice.ts';
import type { EditRequest } from './operations.ts';

/** Changes smaller than this are no change. */
const SAME = 1e-6;

/** The values that differ from what the motion shows at the frame. */
export function changedValues(motion: MotionDocument, values: readonly KeyValue[], frame: number): KeyValue[] {
  return values.filter(({ subjectId, channelId, value }) => Math.abs(sampleChannel(channelOf(motion, subjectId, channelId), frame) - value) > SAME);
}

/** What a change of values at a frame means: with Record on a key on each changed channel; off, unkeyed channels simply rest elsewhere, and keyed ones need a question (null). */
export function editForValues(motion: MotionDocument, record: boolean, values: KeyValue[], frame: number): EditRequest | null {
  if (record) return { operation: 'setKeys', args: [frame, values] };
  const animated = values.some(({ subjectId, channelId }) => channelOf(motion, subjectId, channelId).keys.length > 0);
  return animated ? null : { operation: 'setResting', args: [values] };
}

/** Changes channel values at a frame as the Record switch has it; with it off, a change of an animated channel is asked about. */
export function useChangeValues(): (values: KeyValue[], frame: number) => void {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const record = useAppSelector((state) => state.editing.record);
  return useCallback(
    (values, frame) => {
      if (!motion) return;
      const changed = changedValues(motion, values, frame);
      if (changed.length === 0) return;
      const edit = editForValues(motion, record, changed, frame);
      dispatch(edit ? edited(edit) : asked({ values: changed, frame }));
    },
    [dispatch, motion, record],
  );
}
