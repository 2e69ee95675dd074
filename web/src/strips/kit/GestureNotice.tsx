import { CHANNELS } from '@undulan/core';
import { clsx } from 'clsx';
import { useSyncExternalStore } from 'react';
import { createPortal } from 'react-dom';
import { useAppSelector } from '../../state/index.ts';
import { formatFrames } from '../../time/index.ts';
import type { Notice, NoticeBoard } from './notice.ts';

const SHOWN_LOSSES = 4;

/** Beside the pointer while keys are dragged: how far, and what would give way. */
export function GestureNotice({ board }: { board: NoticeBoard }) {
  const notice = useSyncExternalStore(board.subscribe, board.told);
  return notice && <Shown notice={notice} />;
}

function Shown({ notice }: { notice: Notice }) {
  const gaveWay = useAppSelector((state) => state.gesture.gaveWay);
  const preview = useAppSelector((state) => state.gesture.preview);
  const losses = preview
    ? [...new Set(gaveWay.map((ref) => `${CHANNELS[ref.channelId].label.toLowerCase()} ${formatFrames(ref.frame)}`))]
    : [];
  const more = losses.length - SHOWN_LOSSES;
  return createPortal(
    <p
      role="status"
      className={clsx(
        'figures pointer-events-none fixed z-50 rounded bg-ink px-1.5 py-0.5 text-[11px]',
        'whitespace-nowrap text-page',
      )}
      style={{ left: Math.min(notice.xPx + 14, innerWidth - 190), top: notice.yPx + 16 }}
    >
      {notice.says}
      {losses.length > 0 && (
        <span className="block">
          replaces {losses.slice(0, SHOWN_LOSSES).join(', ')}
          {more > 0 && ` and ${more} more`}
        </span>
      )}
    </p>,
    document.body,
  );
}
