import { type Decision, type Note, NoteText } from '@undulan/contract';
import { useRef } from 'react';
import {
  explain,
  isProblem,
  useAddNoteMutation,
  useChangeNoteMutation,
  useRemoveNoteMutation,
} from '../../server-data/index.ts';
import { sayProblem } from '../../ui/index.ts';
import type { DeskUndo } from './use-desk-undo.ts';
import type { ReviewWriter } from './use-review-writer.ts';

export interface DeskNotes {
  /** Pins a note, in which the findings of these keys are from then on. Says what is wrong, or nothing. */
  pin: (note: NoteText, findings: readonly string[], name?: string) => Promise<string | null>;
  /** Says what is wrong, or nothing. */
  change: (from: Note, to: NoteText) => Promise<string | null>;
  /** Takes a note away: the findings in it are open again. */
  remove: (note: Note, name?: string) => Promise<void>;
}

/** Decisions without those that some test is true of. */
export function without(
  decisions: Record<string, Decision>,
  isGone: (key: string, decision: Decision) => boolean,
): Record<string, Decision> {
  return Object.fromEntries(Object.entries(decisions).filter(([key, decision]) => !isGone(key, decision)));
}

/** The notes of a review being written, with the findings that are in them; each step can be taken back. */
export function useDeskNotes(takeId: string, writer: ReviewWriter, { did }: DeskUndo): DeskNotes {
  const [addNote] = useAddNoteMutation();
  const [changeNote] = useChangeNoteMutation();
  const [removeNote] = useRemoveNoteMutation();
  // A note that is put back gets another id: under which one it goes now.
  const goesAs = useRef(new Map<string, string>());
  const idNow = (id: string): string => {
    let now = id;
    while (goesAs.current.has(now)) now = goesAs.current.get(now)!;
    return now;
  };

  const put = async (note: NoteText, findings: readonly string[]): Promise<{ id: string } | { problem: string }> => {
    const answer = await addNote({ takeId, note });
    if (!answer.data) return { problem: explain(answer.error) };
    const { id } = answer.data;
    if (findings.length > 0) {
      await writer.save(({ decisions }) => ({
        decisions: {
          ...decisions,
          ...Object.fromEntries(findings.map((key) => [key, { state: 'accepted' as const, noteId: id }])),
        },
      }));
    }
    return { id };
  };
  const putBack = async (note: NoteText, findings: readonly string[], id: string): Promise<void> => {
    const last = idNow(id);
    const answer = await put(note, findings);
    if ('problem' in answer) sayProblem(answer.problem);
    else goesAs.current.set(last, answer.id);
  };
  /** The findings that were in it; null where it could not be taken away. */
  const take = async (id: string): Promise<string[] | null> => {
    const noteId = idNow(id);
    const answer = await removeNote({ takeId, noteId });
    if (answer.error && !isProblem(answer.error, 'not-found')) {
      sayProblem(explain(answer.error));
      return null;
    }
    const { decisions } = writer.latest();
    const findings = Object.keys(decisions).filter((key) => decisions[key]!.noteId === noteId);
    if (findings.length > 0)
      await writer.save((words) => ({ decisions: without(words.decisions, (_, made) => made.noteId === noteId) }));
    return findings;
  };
  const write = async (id: string, note: NoteText): Promise<string | null> => {
    const answer = await changeNote({ takeId, noteId: idNow(id), note });
    return answer.error ? explain(answer.error) : null;
  };
  const writeOrSay = async (id: string, note: NoteText): Promise<void> => {
    const problem = await write(id, note);
    if (problem) sayProblem(problem);
  };

  return {
    pin: async (note, findings, name = 'note') => {
      const answer = await put(note, findings);
      if ('problem' in answer) return answer.problem;
      const { id } = answer;
      did({ name, undo: () => take(id), redo: () => putBack(note, findings, id) });
      return null;
    },
    change: async (from, to) => {
      const before = NoteText.parse(from);
      const problem = await write(from.id, to);
      if (!problem)
        did({
          name: 'changed note',
          undo: () => writeOrSay(from.id, before),
          redo: () => writeOrSay(from.id, to),
        });
      return problem;
    },
    remove: async (note, name = 'removed note') => {
      const findings = await take(note.id);
      if (!findings) return;
      const text = NoteText.parse(note);
      did({ name, undo: () => putBack(text, findings, note.id), redo: () => take(note.id) });
    },
  };
}
