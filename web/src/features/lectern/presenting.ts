import type { Lesson } from '@undulan/core';
import { useEffect } from 'react';
import * as z from 'zod';

/** What the window with the notes shows: one board's words, and which comes before and after it. */
const Presented = z.object({
  lesson: z.string(),
  number: z.number(),
  of: z.number(),
  board: z.object({ name: z.string(), question: z.string(), lookAt: z.string(), notes: z.string() }),
  next: z.string().nullable(),
});
export type Presented = z.infer<typeof Presented>;

/** Said between the windows of one browser: what is shown, a wish to be told, a step to another board. */
const Said = z.union([
  z.object({ shown: Presented }),
  z.object({ asks: z.literal(true) }),
  z.object({ step: z.union([z.literal(1), z.literal(-1)]) }),
]);
type Said = z.infer<typeof Said>;

function openLine(lessonId: string, hear: (said: Said) => void): { say: (said: Said) => void; close: () => void } {
  const line = new BroadcastChannel(`undulan lesson ${lessonId}`);
  line.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    const said = Said.safeParse(data);
    if (said.success) hear(said.data);
  });
  return { say: (said) => line.postMessage(said), close: () => line.close() };
}

/** Tells the window with the notes which board is shown, and goes where it steps. */
export function usePresenting(
  lessonId: string,
  lesson: Lesson,
  boardId: string | undefined,
  onBoard: (boardId: string) => void,
): void {
  useEffect(() => {
    const at = lesson.boards.findIndex(({ id }) => id === boardId);
    const board = lesson.boards[at];
    if (!board) return undefined;
    const { name, question, lookAt, notes } = board;
    const shown: Presented = {
      lesson: lesson.name,
      number: at + 1,
      of: lesson.boards.length,
      board: { name, question, lookAt, notes },
      next: lesson.boards[at + 1]?.name ?? null,
    };
    const line = openLine(lessonId, (said) => {
      if ('asks' in said) line.say({ shown });
      const to = 'step' in said && lesson.boards[at + said.step];
      if (to) onBoard(to.id);
    });
    line.say({ shown });
    return () => line.close();
  }, [lessonId, lesson, boardId, onBoard]);
}

/** The other end: hears what is shown, from the window it was opened for. Gives how to step. */
export function usePresented(lessonId: string, onShown: (shown: Presented) => void): (by: 1 | -1) => void {
  useEffect(() => {
    const line = openLine(lessonId, (said) => 'shown' in said && onShown(said.shown));
    line.say({ asks: true });
    return () => line.close();
  }, [lessonId, onShown]);
  return (by) => {
    const line = openLine(lessonId, () => undefined);
    line.say({ step: by });
    line.close();
  };
}
