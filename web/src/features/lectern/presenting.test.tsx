import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import { createBoard, createLesson, createMotion } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { useState } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, expect, test } from 'vitest';
import { NotesPage } from './NotesPage.tsx';
import { usePresenting } from './presenting.ts';

afterEach(cleanup);

const board = (id: string, notes: string) => ({ ...createBoard(id, `Board ${id}`, createMotion(), []), notes });
const lesson = createLesson('Spacing', [board('one', 'Hand the glass round.'), board('two', '')]);

function Lectern() {
  const [boardId, setBoardId] = useState('one');
  usePresenting('l1', lesson, boardId, setBoardId);
  return <p>shown: {boardId}</p>;
}

const notes = (
  <Tooltip.Provider>
    <MemoryRouter initialEntries={['/lessons/l1/notes']}>
      <Routes>
        <Route path="/lessons/:lessonId/notes" element={<NotesPage />} />
      </Routes>
    </MemoryRouter>
  </Tooltip.Provider>
);

test('without a lesson on the Lectern there is nothing to say; opened later it is told, and steps it', async () => {
  render(notes);
  expect(screen.getByText('No lesson is shown')).toBeTruthy();
  render(<Lectern />);
  await waitFor(() => expect(screen.getByText('Hand the glass round.')).toBeTruthy());
  expect(screen.getByText('Spacing · board 1 of 2')).toBeTruthy();
  act(() => screen.getByRole('button', { name: 'Next board' }).click());
  await waitFor(() => expect(screen.getByText('shown: two')).toBeTruthy());
  await waitFor(() => expect(screen.getByText('No notes for this board.')).toBeTruthy());
  expect(screen.getByRole('button', { name: 'Next board' }).getAttribute('aria-disabled')).toBe('true');
});
