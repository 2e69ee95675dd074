import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { Button, Empty } from '../../ui/index.ts';
import { type Presented, usePresented } from './presenting.ts';

/** The presenter's own window, for a screen that the class does not see: notes and what comes next. */
export function NotesPage() {
  const { lessonId = '' } = useParams();
  const [shown, setShown] = useState<Presented | null>(null);
  const step = usePresented(lessonId, setShown);
  useEffect(() => {
    document.title = shown ? `Notes: ${shown.board.name}` : 'Notes';
  }, [shown]);
  if (!shown)
    return (
      <main className="h-screen">
        <Empty title="No lesson is shown">Open the lesson on the Lectern in another window: its notes come here.</Empty>
      </main>
    );
  const { lesson, number, of, board, next } = shown;
  const part = (title: string, words: string) =>
    words !== '' && (
      <section>
        <h2 className="text-sm text-faint">{title}</h2>
        <p className="text-lg whitespace-pre-line">{words}</p>
      </section>
    );
  return (
    <main className="grid h-screen grid-rows-[auto_minmax(0,1fr)_auto] gap-4 p-6">
      <header>
        <p className="text-sm text-faint">
          {lesson} · board {number} of {of}
        </p>
        <h1 className="text-2xl">{board.name}</h1>
      </header>
      <div className="grid content-start gap-5 overflow-y-auto">
        <section aria-label="Notes">
          <p className="text-xl leading-relaxed whitespace-pre-line">{board.notes || 'No notes for this board.'}</p>
        </section>
        {part('Ask first', board.question)}
        {part('Look at', board.lookAt)}
      </div>
      <footer className="flex items-center gap-3">
        <Button disabledReason={number === 1 && 'It is the first.'} onClick={() => step(-1)}>
          Board before
        </Button>
        <Button kind="main" disabledReason={next === null && 'It is the last.'} onClick={() => step(1)}>
          Next board
        </Button>
        {next !== null && <span className="text-sm text-faint">Next: {next}</span>}
      </footer>
    </main>
  );
}
