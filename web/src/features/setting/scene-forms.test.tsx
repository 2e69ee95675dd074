import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { ExerciseDetails } from '@undulan/contract';
import { createMotion, createSubject } from '@undulan/core';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { createStore, type Store } from '../../app/store.ts';
import { opened } from '../../editing/editing.slice.ts';
import { undone } from '../../editing/index.ts';
import { DetailsForm } from './DetailsForm.tsx';
import { StageFields } from './StageFields.tsx';
import { SubjectFields } from './SubjectFields.tsx';

const LOOK = { shape: 'disc', widthPx: 90, heightPx: 90, fill: '#9a6b00' } as const;
const DETAILS: ExerciseDetails = { title: 'Hob dial', brief: 'Turn it.', tolerances: { keyFrames: 1, spacingPercent: 4 }, modelShown: 'always' };
let store: Store;

const work = () => store.getState().editing.work!;
const look = () => work().motion.subjects[0]!.look;
const field = (label: string): HTMLInputElement => screen.getByLabelText(label);
function type(label: string, text: string): void {
  fireEvent.change(field(label), { target: { value: text } });
  fireEvent.blur(field(label));
}

beforeEach(() => {
  store = createStore();
  store.dispatch(opened({ source: { kind: 'exercise', id: 'e1' }, stored: { version: 1, history: { steps: [], done: 0 }, work: { motion: createMotion([createSubject('dial', 'Hob dial', LOOK, { x: 160, y: 270 })]), details: DETAILS } } }));
  render(
    <Provider store={store}>
      <DetailsForm />
      <StageFields />
      <SubjectFields />
    </Provider>,
  );
});
afterEach(cleanup);

test('the stage takes a preset, a size of its own and a ground; each is one step to undo', () => {
  fireEvent.change(field('Stage size'), { target: { value: '1080x1080' } });
  expect(work().motion.stage).toMatchObject({ widthPx: 1080, heightPx: 1080 });
  type('Width, px', '1000');
  expect([work().motion.stage.widthPx, field('Stage size').value]).toEqual([1000, 'custom']);
  fireEvent.change(field('Ground'), { target: { value: '#22303c' } });
  expect(work().motion.stage.background).toBe('#22303c');
  store.dispatch(undone());
  store.dispatch(undone());
  expect(work().motion.stage).toMatchObject({ widthPx: 1080, background: '#fffdf8' });
});

test('a stage of no size is said beside its field, stays as typed, and changes nothing', () => {
  for (const text of ['', '15', '99999', '960.5', 'wide']) {
    type('Width, px', text);
    expect(screen.getByRole('alert').textContent).toBe('A whole number of pixels from 16 to 8192.');
    expect([field('Width, px').value, work().motion.stage.widthPx]).toEqual([text, 960]);
  }
  type('Width, px', '1280');
  expect([screen.queryByRole('alert'), work().motion.stage.widthPx]).toEqual([null, 1280]);
});

test('a subject takes a name, a shape, a size and a fill', () => {
  type('Subject', '  Oven dial ');
  expect(work().motion.subjects[0]!.name).toBe('Oven dial');
  fireEvent.change(field('Shape'), { target: { value: 'cake' } });
  type('Height', '24.5');
  fireEvent.change(field('Fill'), { target: { value: '#c8451b' } });
  expect(look()).toEqual({ shape: 'cake', widthPx: 90, heightPx: 24.5, fill: '#c8451b' });
});

test('a subject without a name or of no size is refused in words, and the other fields go on', () => {
  type('Subject', '   ');
  expect(screen.getByRole('alert').textContent).toBe('Give the subject a name.');
  type('Subject', 'x'.repeat(61));
  expect(screen.getByRole('alert').textContent).toBe('At most 60 characters.');
  type('Width', '0');
  type('Height', '40');
  expect(screen.getAllByRole('alert').map((alert) => alert.textContent)).toEqual(['At most 60 characters.', 'From 1 to 10000 px.']);
  expect([work().motion.subjects[0]!.name, look().widthPx, look().heightPx]).toEqual(['Hob dial', 90, 40]);
});

test('what an exercise says is kept as its fields are left; tolerances that are none are refused in words', async () => {
  type('Title', 'Hob dial, late');
  await waitFor(() => expect(work().details!.title).toBe('Hob dial, late'));
  type('Key timing ±, frames', 'two');
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('Key timing takes a number of frames.'));
  type('Key timing ±, frames', '0.1');
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('At least 0.25 frames.'));
  expect(work().details!.tolerances.keyFrames).toBe(1);
  type('Key timing ±, frames', '2');
  await waitFor(() => expect(work().details!.tolerances).toEqual({ keyFrames: 2, spacingPercent: 4 }));
});
