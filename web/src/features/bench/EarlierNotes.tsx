import type { MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { ChartsAt } from '../../panels/charts/index.ts';
import { NoteDone } from '../../reviewing/index.ts';
import { useReviewQuery } from '../../server-data/index.ts';
import { useClock } from '../../time/index.ts';

interface EarlierNotesProps {
  takeId: string;
  number: number;
  /** The model motion, where it may be seen. */
  target: MotionDocument | null;
}

/**
 * What the instructor wrote to the take before, to be worked through and ticked off: going to one shows the work's
 * charts there beside the target's.
 */
export function EarlierNotes({ takeId, number, target }: EarlierNotesProps) {
  const clock = useClock();
  const [open, setOpen] = useState('');
  const notes = useReviewQuery(takeId).data?.notes ?? [];
  if (notes.length === 0) return null;
  return (
    <section aria-label={`Notes on take ${number}`} className="mt-5">
      <h3 className="mb-2 text-sm">Notes on take {number}</h3>
      <ul className="grid gap-2">
        {notes.map((note) => (
          <li key={note.id} className="flex items-start gap-2 rounded-md border border-rule p-2">
            <button
              type="button"
              aria-label={`To frame ${note.frame}`}
              className="figures shrink-0 rounded-full border-2 border-ink px-2 text-xs font-semibold hover:bg-shade"
              onClick={() => {
                clock.stop();
                clock.seek(note.frame);
                setOpen(note.id);
              }}
            >
              {note.frame}
            </button>
            <div className="grid min-w-0 flex-1 gap-1 text-[13px]">
              <p className={clsx('whitespace-pre-wrap', note.done ? 'text-faint line-through' : '')}>{note.text}</p>
              <NoteDone takeId={takeId} note={note} />
              {target && note.id === open && <ChartsAt target={target} frame={note.frame} subjectId={note.subjectId} />}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
