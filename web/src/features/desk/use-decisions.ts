import { type Decision, NoteText } from '@undulan/contract';
import { type Finding, findingKey } from '@undulan/core';
import { explain, isProblem, useAddNoteMutation, useRemoveNoteMutation } from '../../server-data/index.ts';
import { sayProblem } from '../../ui/index.ts';
import { draftOfFindings } from './note-draft.ts';
import type { DeskUndo } from './use-desk-undo.ts';
import type { ReviewWriter } from './use-review-writer.ts';

export interface Decisions {
  of: (finding: Finding) => Decision | undefined;
  /** Makes the finding a note as it is said. */
  accept: (finding: Finding) => Promise<void>;
  dismiss: (finding: Finding, reason: string) => Promise<void>;
  /** Open again; the note it became goes, unless other findings are in it. */
  takeBack: (finding: Finding) => Promise<void>;
  /** The findings that were put into a note count as accepted. */
  accepted: (keys: readonly string[], noteId: string) => Promise<void>;
  /** A note is gone: what was in it is open again. */
  noteGone: (noteId: string) => Promise<void>;
}

function without(
  decisions: Record<string, Decision>,
  isGone: (key: string, decision: Decision) => boolean,
): Record<string, Decision> {
  return Object.fromEntries(Object.entries(decisions).filter(([key, decision]) => !isGone(key, decision)));
}

/** What the instructor makes of each finding, kept with the review. */
export function useDecisions(takeId: string, writer: ReviewWriter, { did }: DeskUndo): Decisions {
  const [addNote] = useAddNoteMutation();
  const [removeNote] = useRemoveNoteMutation();
  const accepted = async (keys: readonly string[], noteId: string): Promise<void> => {
    if (keys.length === 0) return;
    await writer.save(({ decisions }) => ({
      decisions: {
        ...decisions,
        ...Object.fromEntries(keys.map((key) => [key, { state: 'accepted' as const, noteId }])),
      },
    }));
  };
  const takeBack = async (finding: Finding): Promise<void> => {
    const key = findingKey(finding);
    const { [key]: gone, ...left } = writer.latest().decisions;
    const shared = Object.values(left).some((decision) => decision.noteId === gone?.noteId);
    if (gone?.noteId && !shared) {
      const answer = await removeNote({ takeId, noteId: gone.noteId });
      if (answer.error && !isProblem(answer.error, 'not-found')) {
        sayProblem(explain(answer.error));
        return;
      }
    }
    await writer.save(({ decisions }) => ({ decisions: without(decisions, (other) => other === key) }));
  };
  return {
    of: (finding) => writer.words.decisions[findingKey(finding)],
    accepted,
    accept: async (finding) => {
      const { findings, frame, lastFrame, subjectId, text } = draftOfFindings([finding]);
      const answer = await addNote({ takeId, note: NoteText.parse({ frame, lastFrame, subjectId, text }) });
      if (answer.data) {
        await accepted(findings, answer.data.id);
        did('accepted finding', () => takeBack(finding));
      } else sayProblem(explain(answer.error));
    },
    dismiss: async (finding, reason) => {
      const decision: Decision = { state: 'dismissed', ...(reason && { reason }) };
      await writer.save(({ decisions }) => ({ decisions: { ...decisions, [findingKey(finding)]: decision } }));
      did('dismissed finding', () => takeBack(finding));
    },
    takeBack,
    noteGone: async (noteId) => {
      const concerned = Object.values(writer.words.decisions).some((decision) => decision.noteId === noteId);
      if (concerned)
        await writer.save(({ decisions }) => ({
          decisions: without(decisions, (_key, decision) => decision.noteId === noteId),
        }));
    },
  };
}
