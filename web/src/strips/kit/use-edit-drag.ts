import { type PointerEvent, useState } from 'react';
import { applyEdit, type EditRequest, previewEdit } from '../../editing/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { type DragMove, usePointerDrag } from '../../ui/index.ts';
import { createNoticeBoard, type NoticeBoard } from './notice.ts';

/** What a drag would do if it ended now. */
export interface DragOutcome {
  /** Null where it would change nothing. */
  request: EditRequest | null;
  /** Said beside the pointer. */
  says?: string;
}

/**
 * A drag that changes the motion: shown while it goes on, done once when it ends, given up by Escape. Gives what starts
 * it and where it says what it does.
 */
export function useEditDrag<T>(
  outcome: (subject: T, move: DragMove) => DragOutcome,
  onClick?: (subject: T) => void,
): { start: (event: PointerEvent, subject: T) => void; board: NoticeBoard } {
  const dispatch = useAppDispatch();
  const [board] = useState(createNoticeBoard);
  const start = usePointerDrag<T>({
    onMove: (subject, move) => {
      const { request, says } = outcome(subject, move);
      dispatch(previewEdit(request));
      board.tell(says === undefined ? null : { xPx: move.xPx, yPx: move.yPx, says });
    },
    onEnd: (subject, move) => {
      board.tell(null);
      const { request } = outcome(subject, move);
      dispatch(request ? applyEdit(request) : previewEdit(null));
    },
    ...(onClick && { onClick }),
    onCancel: () => {
      board.tell(null);
      dispatch(previewEdit(null));
    },
  });
  return { start, board };
}
