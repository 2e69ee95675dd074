import type { Note } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
import { Pencil, PenLine, Trash2 } from 'lucide-react';
import { NoteReplies } from '../../reviewing/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, Empty } from '../../ui/index.ts';
import { draftOfNote, type NoteDraft } from './note-draft.ts';
import { NoteForm } from './NoteForm.tsx';
import type { DeskNotes } from './use-desk-notes.ts';

interface NotesPanelProps {
  takeId: string;
  motion: MotionDocument;
  notes: readonly Note[];
  writer: DeskNotes;
  /** The review was returned: notes stay as they are, and are answered. */
  fixed: boolean;
  draft: NoteDraft | null;
  onDraft: (draft: NoteDraft | null) => void;
}

/** The instructor's notes, each pinned to a frame or a span; and the place to write one. */
export function NotesPanel(props: NotesPanelProps) {
  const { takeId, motion, notes, writer, fixed, draft, onDraft } = props;
  const clock = useClock();
  const goTo = (frame: number): void => {
    clock.stop();
    clock.seek(frame);
  };
  return (
    <div className="grid gap-2.5 pb-2">
      {!fixed && <NoteForm motion={motion} notes={notes} writer={writer} draft={draft} onDraft={onDraft} />}
      {notes.length === 0 && (
        <Empty title="No notes yet">
          {fixed ? 'The review was returned without any.' : 'Go to a frame and write what to look at there.'}
        </Empty>
      )}
      <ol className="grid gap-1.5" aria-label="Notes">
        {notes.map((note) => (
          <li key={note.id} className="rounded-md border border-rule bg-page p-2">
            <div className="flex items-start gap-2">
              <button
                type="button"
                aria-label={`To frame ${note.frame}`}
                onClick={() => goTo(note.frame)}
                className="figures shrink-0 rounded-full border-2 border-ink px-2 text-xs font-semibold hover:bg-shade"
              >
                {note.frame}
                {note.lastFrame !== null && `–${note.lastFrame}`}
              </button>
              <div className="min-w-0 flex-1 text-[13px]">
                <p className="whitespace-pre-wrap">{note.text}</p>
                <NoteFacts note={note} motion={motion} />
              </div>
              {!fixed && (
                <>
                  <Button
                    kind="quiet"
                    square
                    className="h-6! w-6!"
                    aria-label={`Change the note on frame ${note.frame}`}
                    onClick={() => {
                      goTo(note.frame);
                      onDraft(draftOfNote(note));
                    }}
                  >
                    <Pencil size={13} />
                  </Button>
                  <Button
                    kind="quiet"
                    square
                    className="h-6! w-6!"
                    aria-label={`Remove the note on frame ${note.frame}`}
                    onClick={() => void writer.remove(note)}
                  >
                    <Trash2 size={13} />
                  </Button>
                </>
              )}
            </div>
            {fixed && <NoteReplies takeId={takeId} note={note} />}
          </li>
        ))}
      </ol>
    </div>
  );
}

/** Whom it is about, and that something is drawn. */
function NoteFacts({ note, motion }: { note: Note; motion: MotionDocument }) {
  const subject = motion.subjects.find((other) => other.id === note.subjectId);
  const drawn = note.drawing !== null || note.spot !== null;
  if (!subject && !drawn && !note.done) return null;
  return (
    <p className="mt-0.5 flex flex-wrap items-center gap-x-2 text-xs text-faint">
      {subject?.name}
      {drawn && (
        <span className="inline-flex items-center gap-1">
          <PenLine size={12} /> drawn over
        </span>
      )}
      {note.done && <span className="font-semibold text-target">done, says the learner</span>}
    </p>
  );
}
