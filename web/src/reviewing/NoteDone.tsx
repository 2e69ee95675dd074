import type { Note } from '@undulan/contract';
import { useState } from 'react';
import { explain, useMarkNoteMutation } from '../server-data/index.ts';
import { sayProblem } from '../ui/index.ts';

/** The learner's own mark on a note: what it asks for is done in the next take. */
export function NoteDone({ takeId, note }: { takeId: string; note: Note }) {
  const [mark, { isLoading }] = useMarkNoteMutation();
  // What was ticked shows at once; the server's word follows.
  const [ticked, setTicked] = useState<boolean | null>(null);
  const isDone = ticked ?? note.done;
  const change = async (done: boolean): Promise<void> => {
    setTicked(done);
    const answer = await mark({ takeId, noteId: note.id, done });
    if (!answer.error) return;
    setTicked(null);
    sayProblem(explain(answer.error));
  };
  return (
    <label className="flex items-center gap-1.5 text-xs font-semibold">
      <input
        type="checkbox"
        aria-label={`Done: the note on frame ${note.frame}`}
        checked={isDone}
        disabled={isLoading}
        onChange={(event) => void change(event.target.checked)}
        className="accent-[var(--target)]"
      />
      {isDone ? (
        <span className="text-target">done in the next take</span>
      ) : (
        <span className="text-faint">mark as done in the next take</span>
      )}
    </label>
  );
}
