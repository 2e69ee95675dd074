import type { ChannelId } from '@undulan/core';
import { clsx } from 'clsx';
import { ChevronDown, ChevronRight, EllipsisVertical, Lock } from 'lucide-react';
import { memo } from 'react';
import { channelSelected, rowsChanged, type RowState, subjectSelected } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Menu, MenuItem } from '../../ui/index.ts';
import { CHANNEL_LOOKS } from '../../values/index.ts';

type Lists = Exclude<keyof RowState, 'onlySelected'>;

interface RowLabelProps {
  /** The row's name in the state of the rows. */
  name: string;
  subjectId: string;
  /** Null on a subject's own row. */
  channelId: ChannelId | null;
  label: string;
  folded: boolean;
  /** The channel is keyed and never changes. */
  still: boolean;
  indented: boolean;
}

/** The name of a row, and what can be done with the row itself: fold, solo, lock, hide. */
export const RowLabel = memo(function RowLabel({
  name,
  subjectId,
  channelId,
  label,
  folded,
  still,
  indented,
}: RowLabelProps) {
  const dispatch = useAppDispatch();
  const state = useAppSelector((state) => state.rows);
  const chosenId = useAppSelector((state) => state.selection.subjectId);
  const has = (list: Lists): boolean => state[list].includes(name);
  const toggle = (list: Lists): void =>
    void dispatch(
      rowsChanged({ [list]: has(list) ? state[list].filter((other) => other !== name) : [...state[list], name] }),
    );
  const isSubject = channelId === null;
  const locked = has('locked') || state.locked.includes(subjectId);
  const choose = (): void => {
    if (subjectId !== chosenId) dispatch(subjectSelected(subjectId));
    if (channelId) dispatch(channelSelected(channelId));
  };
  return (
    <div
      className={clsx(
        'flex h-full items-center gap-0.5 pr-1 text-xs',
        isSubject ? 'font-semibold' : '',
        subjectId === chosenId ? '' : 'text-faint',
      )}
    >
      {isSubject ? (
        <button
          type="button"
          aria-label={`${folded ? 'Unfold' : 'Fold'} ${label}`}
          aria-expanded={!folded}
          className="grid h-6 w-5 shrink-0 place-items-center rounded-sm hover:bg-shade"
          onClick={() => toggle('folded')}
        >
          {folded ? <ChevronRight size={13} /> : <ChevronDown size={13} />}
        </button>
      ) : (
        indented && <span className="w-5 shrink-0" />
      )}
      <button
        type="button"
        className="min-w-0 flex-1 truncate rounded-sm text-left hover:underline"
        style={channelId ? { color: CHANNEL_LOOKS[channelId].colour } : undefined}
        title={still ? `${label} is keyed and never changes` : label}
        onClick={choose}
      >
        {label}
        {still && <span className="font-normal text-faint"> (still)</span>}
      </button>
      {locked && <Lock size={11} aria-label="Locked" className="shrink-0" />}
      <Menu
        trigger={
          <button
            type="button"
            aria-label={`Row ${label}`}
            className="grid h-6 w-5 shrink-0 place-items-center rounded-sm text-faint hover:bg-shade hover:text-ink"
          >
            <EllipsisVertical size={13} />
          </button>
        }
      >
        {isSubject && (
          <MenuItem onSelect={() => toggle('solo')}>{has('solo') ? 'Show the others again' : 'Show alone'}</MenuItem>
        )}
        <MenuItem
          onSelect={() => toggle('locked')}
          disabledReason={!has('locked') && locked && 'Its subject is locked.'}
        >
          {has('locked') ? 'Unlock' : 'Lock'}
        </MenuItem>
        <MenuItem onSelect={() => toggle('hidden')}>Hide this row</MenuItem>
      </Menu>
    </div>
  );
});
