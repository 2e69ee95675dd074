import { zodResolver } from '@hookform/resolvers/zod';
import { type Note, NoteText } from '@undulan/contract';
import { type MotionDocument, readDecimal } from '@undulan/core';
import { clsx } from 'clsx';
import { useForm } from 'react-hook-form';
import { DrawingTools, isEmptyDrawing } from '../../picture/drawing/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { Button, CommitInput, Field, INPUT, Select } from '../../ui/index.ts';
import { EMPTY_DRAFT, type NoteDraft } from './note-draft.ts';
import { PhraseBank } from './PhraseBank.tsx';
import type { DeskNotes } from './use-desk-notes.ts';

interface NoteFormProps {
  motion: MotionDocument;
  notes: readonly Note[];
  writer: DeskNotes;
  draft: NoteDraft | null;
  onDraft: (draft: NoteDraft | null) => void;
}

/** Where a note is written: its words, its frame or span, its subject, and what is drawn over the frame. */
export function NoteForm({ motion, notes, writer, draft, onDraft }: NoteFormProps) {
  const clock = useClock();
  // A note is pinned to a whole frame, also when the playhead stands between two.
  const playhead = Math.round(useRestingFrame());
  const frame = draft?.frame ?? playhead;
  // The draft is the page's, which draws it on the picture: the form says whether it can be sent.
  const form = useForm({ resolver: zodResolver(NoteText), values: noteOf(draft, frame), shouldFocusError: false });
  const { errors, isSubmitting } = form.formState;
  const error = Object.values(errors)[0]?.message;
  const change = (part: Partial<NoteDraft>): void => onDraft({ ...(draft ?? EMPTY_DRAFT), ...part });
  /** What is drawn belongs to a frame: from then on the note stays on it, and the picture shows it. */
  const draw = (part: Partial<NoteDraft>): void => {
    clock.stop();
    clock.seek(frame);
    change({ ...part, frame });
  };

  const keep = async (note: NoteText): Promise<void> => {
    const from = notes.find(({ id }) => id === draft?.id);
    const problem = await (from ? writer.change(from, note) : writer.pin(note, draft?.findings ?? []));
    if (problem) form.setError('text', { message: problem });
    else onDraft(null);
  };
  const subjects = motion.subjects.filter((subject) => !subject.locked);
  const pinned = draft?.lastFrame ? `frames ${frame}–${draft.lastFrame}` : `frame ${frame}`;

  return (
    <form className="grid gap-1.5 px-0.5" onSubmit={(event) => void form.handleSubmit(keep)(event)}>
      <Field label={draft?.id ? `Note on ${pinned}` : `New note on ${pinned}`} error={error}>
        {(ids) => (
          <textarea
            {...ids}
            rows={2}
            value={draft?.text ?? ''}
            // What is written is about what was seen when it was begun.
            onChange={(event) => change({ text: event.target.value, frame })}
            className={clsx(INPUT, 'h-auto! py-1.5')}
          />
        )}
      </Field>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-xs text-faint">
        <label className="flex items-center gap-1">
          to frame
          <CommitInput
            aria-label="Last frame of the note"
            placeholder="–"
            inputMode="numeric"
            className="figures h-7! w-14!"
            value={draft?.lastFrame === null || draft?.lastFrame === undefined ? '' : String(draft.lastFrame)}
            onCommit={(text) => {
              const last = text.trim() === '' ? null : readDecimal(text, { within: NoteText.shape.frame });
              if (last && (!last.ok || last.value <= frame)) return `A whole frame after ${frame}, or nothing.`;
              change({ frame, lastFrame: last && last.value });
              return null;
            }}
          />
        </label>
        <Select
          aria-label="Subject of the note"
          value={draft?.subjectId ?? ''}
          onChoose={(choice) => change({ subjectId: choice || null })}
          size="bar"
          className="max-w-36"
          choices={[
            { id: '', label: 'no subject' },
            ...subjects.map((subject) => ({ id: subject.id, label: subject.name })),
          ]}
        />
        <DrawingTools
          tool={draft?.tool ?? null}
          drawing={(draft ?? EMPTY_DRAFT).drawing}
          hasSpot={Boolean(draft?.spot)}
          onTool={(tool) => draw({ tool, ...(tool === 'pose' && { drawing: withPoseOf(draft) }) })}
          onDrawing={(drawing) => change({ drawing })}
          onSpotGone={() => change({ spot: null })}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={isSubmitting}>
          {draft?.id ? 'Keep the change' : `Pin to ${pinned}`}
        </Button>
        {draft?.frame !== undefined && draft.frame !== playhead && (
          <Button
            onClick={() =>
              change({
                frame: playhead,
                lastFrame: draft.lastFrame !== null && draft.lastFrame > playhead ? draft.lastFrame : null,
              })
            }
          >
            Move to frame {playhead}
          </Button>
        )}
        <span className="self-center">
          <PhraseBank
            text={draft?.text ?? ''}
            onPhrase={(phrase) => change({ text: [draft?.text.trim(), phrase].filter(Boolean).join(' ') })}
          />
        </span>
        {draft && (
          <Button kind="quiet" onClick={() => onDraft(null)}>
            Cancel
          </Button>
        )}
      </div>
    </form>
  );
}

/** What is sent of a draft. */
function noteOf(draft: NoteDraft | null, frame: number): NoteText {
  const { lastFrame, subjectId, spot, drawing, text } = draft ?? EMPTY_DRAFT;
  return { frame, lastFrame, subjectId, spot, drawing: isEmptyDrawing(drawing) ? null : drawing, text };
}

/**
 * The drawing with a pose to correct of the note's own subject, where it stands now: so that one can be begun by
 * keyboard too.
 */
function withPoseOf(draft: NoteDraft | null): NoteDraft['drawing'] {
  const { subjectId, drawing } = draft ?? EMPTY_DRAFT;
  if (subjectId === null || drawing.ghosts.some((ghost) => ghost.subjectId === subjectId)) return drawing;
  return { ...drawing, ghosts: [...drawing.ghosts, { subjectId, dx: 0, dy: 0, turn: 0 }] };
}
