import { useState } from 'react';
import { Pencil, Trash2 } from 'lucide-react';
import { NoteText, type Note } from '@undulan/contract';
import { toast } from 'sonner';
import { useAddNoteMutation, useChangeNoteMutation, useRemoveNoteMutation } from '../../app/api.ts';
import { explain } from '../../app/problem.ts';
import { useClock, useRestingFrame } from '../../time-page/index.ts';
import { Button, Empty, Field, INPUT } from '../../ui/index.ts';

/** A note being written: a new one, or with `id` one being changed. Its frame is the playhead's unless given. */
export interface NoteDraft {
  id?: string;
  frame?: number;
  text: string;
}

interface NotesPanelProps {
  takeId: string;
  notes: readonly Note[];
  /** The review was returned: notes stay as they are. */
  fixed: boolean;
  draft: NoteDraft | null;
  onDraft: (draft: NoteDraft | null) => void;
}

/** The instructor's notes, each pinned to a frame; and the place to write one. */
export function NotesPanel({ takeId, notes, fixed, draft, onDraft }: NotesPanelProps) {
  const clock = useClock();
  const [removeNote] = useRemoveNoteMutation();
  const goTo = (frame: number): void => {
    clock.stop();
    clock.seek(frame);
  };
  const remove = async (noteId: string): Promise<void> => {
    const answer = await removeNote({ takeId, noteId });
    if (answer.error) toast.error(explain(answer.error));
  };
  return (
    <div className="grid gap-2.5 pb-2">
      {!fixed && <NoteForm takeId={takeId} draft={draft} onDraft={onDraft} />}
      {notes.length === 0 && <Empty title="No notes yet">{fixed ? 'The review was returned without any.' : 'Go to a frame and write what to look at there.'}</Empty>}
      <ol className="grid gap-1.5" aria-label="Notes">
        {notes.map((note) => (
          <li key={note.id} className="flex items-start gap-2 rounded-md border border-rule bg-page p-2">
            <button type="button" aria-label={`To frame ${note.frame}`} onClick={() => goTo(note.frame)} className="figures rounded-full border-2 border-ink px-2 text-xs font-semibold hover:bg-shade">
              {note.frame}
            </button>
            <p className="min-w-0 flex-1 text-[13px] whitespace-pre-wrap">{note.text}</p>
            {!fixed && (
              <>
                <Button kind="quiet" square className="h-6! w-6!" aria-label={`Change the note on frame ${note.frame}`} onClick={() => onDraft(note)}>
                  <Pencil size={13} />
                </Button>
                <Button kind="quiet" square className="h-6! w-6!" aria-label={`Remove the note on frame ${note.frame}`} onClick={() => void remove(note.id)}>
                  <Trash2 size={13} />
                </Button>
              </>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

function NoteForm({ takeId, draft, onDraft }: Pick<NotesPanelProps, 'takeId' | 'draft' | 'onDraft'>) {
  // A note is pinned to a whole frame, also when the playhead stands between two.
  const playhead = Math.round(useRestingFrame());
  const frame = draft?.frame ?? playhead;
  const [addNote, adding] = useAddNoteMutation();
  const [changeNote, changing] = useChangeNoteMutation();
  const [error, setError] = useState<string | undefined>();

  const keep = async (): Promise<void> => {
    const note = NoteText.safeParse({ frame, text: draft?.text ?? '' });
    if (!note.success) {
      setError(note.error.issues[0]?.message);
      return;
    }
    const answer = draft?.id ? await changeNote({ takeId, noteId: draft.id, note: note.data }) : await addNote({ takeId, note: note.data });
    if (answer.error) setError(explain(answer.error));
    else {
      setError(undefined);
      onDraft(null);
    }
  };

  return (
    <form
      className="grid gap-1.5 px-0.5"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <Field label={draft?.id ? `Note on frame ${frame}` : `New note on frame ${frame}`} error={error}>
        {(ids) => (
          <textarea
            {...ids}
            rows={2}
            value={draft?.text ?? ''}
            onChange={(event) => {
              setError(undefined);
              onDraft({ ...draft, text: event.target.value });
            }}
            className={`${INPUT} h-auto! py-1.5`}
          />
        )}
      </Field>
      <div className="flex gap-2">
        <Button type="submit" disabled={adding.isLoading || changing.isLoading}>
          {draft?.id ? 'Keep the change' : `Pin to frame ${frame}`}
        </Button>
        {draft?.frame !== undefined && draft.frame !== playhead && <Button onClick={() => onDraft({ ...draft, frame: playhead })}>Move to frame {playhead}</Button>}
        {draft && (
          <Button kind="quiet" onClick={() => onDraft(null)}>
            Cancel
          </Button>
        )}
      </div>
    </form>
  );
}
