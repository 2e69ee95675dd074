import type { Lesson } from '@undulan/core';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, EllipsisVertical, Plus } from 'lucide-react';
import { Button, Menu, MenuItem, MenuLine } from '../../ui/index.ts';
import { copyBoard, moveBoard, removeBoard } from './lesson-edits.ts';

interface BoardListProps {
  lesson: Lesson;
  boardId: string;
  onChoose: (boardId: string) => void;
  /** Null for who may not change the lesson. */
  onChange: ((edit: (lesson: Lesson) => Lesson) => void) | null;
  onAdd: () => void;
}

/** The boards of a lesson in their order. */
export function BoardList({ lesson, boardId, onChoose, onChange, onAdd }: BoardListProps) {
  const { boards } = lesson;
  return (
    <section aria-label="Boards">
      <h2 className="mb-2 text-[0.94rem]">Boards</h2>
      <ol className="grid gap-1.5">
        {boards.map((board, i) => (
          <li
            key={board.id}
            className={clsx(
              'flex items-center rounded-lg border bg-page',
              board.id === boardId ? 'border-2 border-accent' : 'border-rule',
            )}
          >
            <button
              type="button"
              aria-current={board.id === boardId}
              className={clsx(
                'min-w-0 flex-1 px-2.5 py-1.5 text-left text-sm',
                board.id === boardId && 'font-semibold',
              )}
              onClick={() => onChoose(board.id)}
            >
              <span className="figures mr-2 text-faint">{i + 1}</span>
              {board.name}
            </button>
            {onChange && (
              <Menu
                trigger={
                  <Button square small kind="quiet" aria-label={`More of board ${board.name}`}>
                    <EllipsisVertical size={14} />
                  </Button>
                }
              >
                <MenuItem
                  disabledReason={i === 0 && 'It is the first.'}
                  onSelect={() => onChange((now) => moveBoard(now, board.id, i - 1))}
                >
                  <ArrowUp size={13} className="mr-1 inline" /> Up
                </MenuItem>
                <MenuItem
                  disabledReason={i === boards.length - 1 && 'It is the last.'}
                  onSelect={() => onChange((now) => moveBoard(now, board.id, i + 1))}
                >
                  <ArrowDown size={13} className="mr-1 inline" /> Down
                </MenuItem>
                <MenuItem
                  disabledReason={boards.length >= 24 && 'A lesson has at most 24 boards.'}
                  onSelect={() => onChange((now) => copyBoard(now, board.id).lesson)}
                >
                  A copy after it
                </MenuItem>
                <MenuLine />
                <MenuItem onSelect={() => onChange((now) => removeBoard(now, board.id))}>Take the board out</MenuItem>
              </Menu>
            )}
          </li>
        ))}
      </ol>
      {onChange && (
        <Button
          small
          className="mt-2"
          disabledReason={boards.length >= 24 && 'A lesson has at most 24 boards.'}
          onClick={onAdd}
        >
          <Plus size={14} /> Board
        </Button>
      )}
    </section>
  );
}
