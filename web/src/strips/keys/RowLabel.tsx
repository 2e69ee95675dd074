import { CHANNELS, isStill } from '@undulan/core';
import { clsx } from 'clsx';
import { ChevronDown, ChevronRight, EllipsisVertical, Lock } from 'lucide-react';
import { memo } from 'react';
import {
  channelSelected,
  type KeyRow,
  rowsChanged,
  type RowState,
  subjectSelected,
  useEditing,
} from '../../editing/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Menu, MenuItem } from '../../ui/index.ts';
import { CHANNEL_LOOKS } from '../../values/index.ts';

type Lists = Exclude<keyof RowState, 'onlySelected'>;

/** The name of a row, and what can be done with the row itself: fold, solo, lock, hide. */
export const RowLabel = memo(
  RowLabelOf,
  (before, after) => before.indented === after.indented && sameRow(before.row, after.row),
);

/**
 * Whether two rows have the same to say beside them: a subject changes at every move of a gesture, its name and place
 * do not.
 */
function sameRow(a: KeyRow, b: KeyRow): boolean {
  if (a.name !== b.name || a.subject.id !== b.subject.id || a.subject.name !== b.subject.name) return false;
  return a.kind === 'subject'
    ? b.kind === 'subject' && a.folded === b.folded
    : b.kind === 'channel' && isStill(a.channel) === isStill(b.channel);
}

function RowLabelOf({ row, indented }: { row: KeyRow; indented: boolean }) {
  const dispatch = useAppDispatch();
  const { rows: state, subjectId } = useEditing('rows', 'subjectId');
  const has = (list: Lists): boolean => state[list].includes(row.name);
  const toggle = (list: Lists): void =>
    void dispatch(
      rowsChanged({ [list]: has(list) ? state[list].filter((name) => name !== row.name) : [...state[list], row.name] }),
    );
  const isSubject = row.kind === 'subject';
  const label = isSubject ? row.subject.name : CHANNELS[row.channel.id].label;
  const locked = has('locked') || (!isSubject && state.locked.includes(row.subject.id));
  const still = !isSubject && isStill(row.channel);
  const choose = (): void => {
    if (row.subject.id !== subjectId) dispatch(subjectSelected(row.subject.id));
    if (!isSubject) dispatch(channelSelected(row.channel.id));
  };
  return (
    <div
      className={clsx(
        'flex h-full items-center gap-0.5 pr-1 text-xs',
        isSubject ? 'font-semibold' : '',
        row.subject.id === subjectId ? '' : 'text-faint',
      )}
    >
      {isSubject ? (
        <button
          type="button"
          aria-label={`${row.folded ? 'Unfold' : 'Fold'} ${label}`}
          aria-expanded={!row.folded}
          className="grid h-6 w-5 shrink-0 place-items-center rounded-sm hover:bg-shade"
          onClick={() => toggle('folded')}
        >
          {row.folded ? <ChevronRight size={13} /> : <ChevronDown size={13} />}
        </button>
      ) : (
        indented && <span className="w-5 shrink-0" />
      )}
      <button
        type="button"
        className="min-w-0 flex-1 truncate rounded-sm text-left hover:underline"
        style={isSubject ? undefined : { color: CHANNEL_LOOKS[row.channel.id].colour }}
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
}
