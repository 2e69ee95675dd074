import { type Decision, type Note, NoteText } from '@undulan/contract';
import { type Finding, findingKey } from '@undulan/core';
import { sayProblem } from '../../ui/index.ts';
import { draftOfFindings } from './note-draft.ts';
import { type DeskNotes, without } from './use-desk-notes.ts';
import type { DeskUndo } from './use-desk-undo.ts';
import type { ReviewWriter } from './use-review-writer.ts';

export interface Decisions {
  of: (finding: Finding) => Decision | undefined;
  /** Makes the finding a note as it is said. */
  accept: (finding: Finding) => Promise<void>;
  dismiss: (finding: Finding, reason: string) => Promise<void>;
  /** Open again; the note it became goes, unless other findings are in it. */
  takeBack: (finding: Finding) => Promise<void>;
}

/** What the instructor makes of each finding, kept with the review. */
export function useDecisions(
  notes: readonly Note[],
  deskNotes: DeskNotes,
  writer: ReviewWriter,
  { did }: DeskUndo,
): Decisions {
  const decide = (key: string, decision: Decision): Promise<boolean> =>
    writer.save(({ decisions }) => ({ decisions: { ...decisions, [key]: decision } }));
  const open = (key: string): Promise<boolean> =>
    writer.save(({ decisions }) => ({ decisions: without(decisions, (other) => other === key) }));
  return {
    of: (finding) => writer.words.decisions[findingKey(finding)],
    accept: async (finding) => {
      const { findings, frame, lastFrame, subjectId, text } = draftOfFindings([finding]);
      const note = NoteText.parse({ frame, lastFrame, subjectId, text });
      const problem = await deskNotes.pin(note, findings, 'accepted finding');
      if (problem) sayProblem(problem);
    },
    dismiss: async (finding, reason) => {
      const key = findingKey(finding);
      const decision: Decision = { state: 'dismissed', ...(reason && { reason }) };
      did({ name: 'dismissed finding', undo: () => open(key), redo: () => decide(key, decision) });
      await decide(key, decision);
    },
    takeBack: async (finding) => {
      const key = findingKey(finding);
      const { [key]: gone, ...left } = writer.latest().decisions;
      if (!gone) return;
      const shared = Object.values(left).some((decision) => decision.noteId === gone.noteId);
      const note = shared ? undefined : notes.find(({ id }) => id === gone.noteId);
      if (note) return deskNotes.remove(note, 'opened finding');
      did({ name: 'opened finding', undo: () => decide(key, gone), redo: () => open(key) });
      await open(key);
    },
  };
}
