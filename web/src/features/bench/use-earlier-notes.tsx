import type { Assignment, Note } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
import type { ReactNode } from 'react';
import type { StageDrawing } from '../../picture/stage/index.ts';
import { NoteLayer, useGhosts } from '../../reviewing/index.ts';
import { useReviewQuery, useTakeQuery } from '../../server-data/index.ts';

const NO_NOTES: Note[] = [];

/** A take is on the frames its notes are pinned to. */
const same = (frame: number): number => frame;

/** What was drawn over the take that came back, to lie over the draft while its notes are read. */
export function useEarlierNotes(
  { takes }: Assignment,
  draft: MotionDocument,
  isShown: boolean,
): { overlay: ReactNode; drawOver: StageDrawing | undefined } {
  const id = takes.findLast((take) => take.state === 'returned')?.id ?? '';
  const skip = !isShown || id === '';
  const notes = useReviewQuery(id, { skip }).currentData?.notes ?? NO_NOTES;
  const take = useTakeQuery({ id }, { skip }).currentData?.motion;
  const ghosts = useGhosts(take ?? draft, same, notes, null);
  if (skip || !take) return { overlay: null, drawOver: undefined };
  return { overlay: <NoteLayer take={take} toTake={same} notes={notes} draft={null} />, drawOver: ghosts };
}
