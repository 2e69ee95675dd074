import { clsx } from 'clsx';
import { NoteDone } from '../../reviewing/index.ts';
import { useReviewQuery } from '../../server-data/index.ts';
import { useClock } from '../../time/index.ts';

/** What the instructor wrote to the take before, to be worked through and ticked off. */
export function EarlierNotes({ takeId, number }: { takeId: string; number: number }) {
  const clock = useClock();
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
              }}
            >
              {note.frame}
            </button>
            <div className="grid gap-1 text-[13px]">
              <p className={clsx('whitespace-pre-wrap', note.done ? 'text-faint line-through' : '')}>{note.text}</p>
              <NoteDone takeId={takeId} note={note} />
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
