import type { Board } from '@undulan/core';
import { Button, CommitText, Toggle } from '../../ui/index.ts';

interface BoardTextsProps {
  board: Board;
  covered: boolean;
  onCover: (covered: boolean) => void;
  /** Null for who may not change the lesson. */
  onText: ((part: Partial<Board>) => void) | null;
}

const MOST = 4000;
const TEXT =
  'w-full resize-y rounded-md border border-transparent bg-transparent px-1 py-0.5 text-sm hover:border-rule ' +
  'focus:bg-page';

/** What is said of a board: its text, the question asked first, what to look at, and what only the presenter sees. */
export function BoardTexts({ board, covered, onCover, onText }: BoardTextsProps) {
  const text = (label: string, part: 'text' | 'question' | 'lookAt' | 'notes', hint: string) =>
    onText ? (
      <CommitText
        aria-label={label}
        placeholder={hint}
        rows={part === 'text' || part === 'notes' ? 3 : 2}
        counts="as-typed"
        value={board[part]}
        className={TEXT}
        onCommit={(typed) => {
          if (typed.length > MOST) return 'A text of a board has at most 4,000 characters.';
          onText({ [part]: typed });
          return null;
        }}
      />
    ) : (
      <p className="text-sm whitespace-pre-line">{board[part]}</p>
    );
  const shows = (part: 'text' | 'question' | 'lookAt'): boolean => onText !== null || board[part] !== '';
  return (
    <div className="grid gap-3">
      {shows('text') && text('About this board', 'text', 'What it shows')}
      {(shows('question') || board.coversFirst) && (
        <section aria-label="Ask first">
          <h2 className="text-[0.94rem]">Ask first</h2>
          {text('The question', 'question', 'What you ask before the charts are uncovered')}
          {(board.coversFirst || covered) && (
            <Button small className="mt-1" onClick={() => onCover(!covered)}>
              {covered ? 'Uncover charts' : 'Cover charts'}
            </Button>
          )}
          {onText && (
            <Toggle
              small
              on={board.coversFirst}
              className="mt-1 ml-1"
              onClick={() => onText({ coversFirst: !board.coversFirst })}
            >
              covers at first
            </Toggle>
          )}
        </section>
      )}
      {shows('lookAt') && !covered && (
        <section aria-label="Look at">
          <h2 className="text-[0.94rem]">Look at</h2>
          {text('What to look at', 'lookAt', 'What they should look at')}
        </section>
      )}
      {onText && (
        <section aria-label="Only you see">
          <h2 className="text-[0.94rem]">Only you see</h2>
          {text('Your notes', 'notes', 'Notes for whoever presents it')}
        </section>
      )}
    </div>
  );
}
