import { act, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { ExerciseDetails } from '@undulan/contract';
import { channelOf, createMotion, createSubject, type MotionDocument, setKeys } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test } from 'vitest';
import { applyEdit, opened, undo } from '../../editing/index.ts';
import { createStore, type Store } from '../../state/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { ScenePanel, StageFields } from '../../tools/scene/index.ts';
import { ChartForm } from './ChartForm.tsx';
import { DetailsForm } from './DetailsForm.tsx';
import { JudgingForm } from './JudgingForm.tsx';
import { TermsForm } from './TermsForm.tsx';

const LOOK = { shape: 'disc', widthPx: 90, heightPx: 90, fill: '#9a6b00' } as const;
const DETAILS: ExerciseDetails = {
  title: 'Hob dial',
  brief: 'Turn it.',
  tolerances: { keyFrames: 1, spacingPercent: 4 },
  modelShown: 'always',
};
let store: Store;

const work = () => store.getState().document.work!;
const look = () => work().motion.subjects[0]!.look;
const field = (label: string): HTMLInputElement => screen.getByLabelText(label);
function type(label: string, text: string): void {
  fireEvent.change(field(label), { target: { value: text } });
  fireEvent.blur(field(label));
}

function colour(label: string, hex: string): void {
  fireEvent.click(screen.getByRole('button', { name: new RegExp(`^${label}: #`) }));
  fireEvent.change(field(`${label}, written`), { target: { value: hex } });
  fireEvent.keyDown(field(`${label}, written`), { key: 'Enter' });
}

beforeEach(() => {
  store = createStore();
  store.dispatch(
    opened({
      source: { kind: 'exercise', id: 'e1' },
      stored: {
        version: 1,
        history: { first: 0, steps: [], done: 0 },
        work: { motion: createMotion([createSubject('dial', 'Hob dial', LOOK, { x: 160, y: 270 })]), details: DETAILS },
      },
    }),
  );
  render(
    <Provider store={store}>
      <Tooltip.Provider>
        <DetailsForm courseId="c1" />
        <StageFields />
        <TermsForm />
        <ClockProvider range={{ first: 1, last: 25 }} rate={{ num: 24, den: 1 }}>
          <ScenePanel courseId="c1" />
          <JudgingForm />
          <ChartForm />
        </ClockProvider>
      </Tooltip.Provider>
    </Provider>,
  );
});

test('the stage takes a preset, a size of its own and a ground; each is one step to undo', () => {
  fireEvent.change(field('Stage size'), { target: { value: '1080x1080' } });
  expect(work().motion.stage).toMatchObject({ widthPx: 1080, heightPx: 1080 });
  type('Width, px', '1000');
  expect([work().motion.stage.widthPx, field('Stage size').value]).toEqual([1000, 'custom']);
  colour('Ground', '#22303c');
  expect(work().motion.stage.background).toBe('#22303c');
  store.dispatch(undo());
  store.dispatch(undo());
  expect(work().motion.stage).toMatchObject({ widthPx: 1080, background: '#fffdf8' });
});

test('a stage of no size is said beside its field, stays as typed, and changes nothing', () => {
  for (const text of ['', '15', '99999', '960.5', 'wide']) {
    type('Width, px', text);
    expect(screen.getByRole('alert').textContent).toBe('A whole number from 16 to 8192.');
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
  colour('Fill', '#c8451b');
  expect(look()).toEqual({ shape: 'cake', widthPx: 90, heightPx: 24.5, fill: '#c8451b' });
});

test('a subject without a name or of no size is refused in words, and the other fields go on', () => {
  type('Subject', '   ');
  expect(screen.getByRole('alert').textContent).toBe('Give the subject a name.');
  type('Subject', 'x'.repeat(61));
  expect(screen.getByRole('alert').textContent).toBe('A name has at most 60 characters.');
  type('Width', '0');
  type('Height', '40');
  expect(screen.getAllByRole('alert').map((alert) => alert.textContent)).toEqual([
    'A name has at most 60 characters.',
    'A number from 1 to 10000.',
  ]);
  expect([work().motion.subjects[0]!.name, look().widthPx, look().heightPx]).toEqual(['Hob dial', 90, 40]);
});

test('what an exercise says is kept as its fields are left; tolerances that are none are refused', () => {
  type('Title', 'Hob dial, late');
  expect(work().details!.title).toBe('Hob dial, late');
  for (const text of ['two', '0.1']) {
    type('Key timing ±, frames', text);
    expect(screen.getByRole('alert').textContent).toBe('A number from 0.25 to 48.');
  }
  // One that is wrong holds up no other.
  type('Spacing ±, %', '7,5');
  expect(work().details!.tolerances).toEqual({ keyFrames: 1, spacingPercent: 7.5 });
  type('Title', ' ');
  expect(screen.getAllByRole('alert').map((alert) => alert.textContent)).toContain('Give the exercise a title.');
  expect(work().details!.tolerances.keyFrames).toBe(1);
  type('Key timing ±, frames', '2');
  expect(work().details!.tolerances).toEqual({ keyFrames: 2, spacingPercent: 7.5 });
});

test('subjects are added, put forward, made scenery and taken out; the last that moves stays', () => {
  fireEvent.click(screen.getByRole('button', { name: 'Add a subject' }));
  expect(work().motion.subjects.map((subject) => subject.name)).toEqual(['Hob dial', 'Subject 2']);
  act(() => void store.dispatch(applyEdit({ operation: 'orderSubject', args: ['subject-2', -1] })));
  expect(work().motion.subjects.map((subject) => subject.name)).toEqual(['Subject 2', 'Hob dial']);
  fireEvent.click(screen.getByRole('button', { name: 'Subject 2 is scenery' }));
  const more = (name: string, item: RegExp) => {
    fireEvent.keyDown(screen.getByRole('button', { name: `${name}: more` }), { key: 'Enter' });
    return screen.getByRole('menuitem', { name: item });
  };
  fireEvent.click(more('Hob dial', /^Take it out/));
  expect(work().motion.subjects).toHaveLength(2);
  expect(screen.getByRole('button', { name: 'Hob dial is scenery' }).getAttribute('aria-disabled')).toBe('true');
  fireEvent.keyDown(screen.getByRole('menu'), { key: 'Escape' });
  fireEvent.click(more('Subject 2', /^Take it out/));
  expect(work().motion.subjects.map((subject) => subject.name)).toEqual(['Hob dial']);
});

test('terms are ticked one by one; what is said as usual again is not said at all', () => {
  fireEvent.click(field('the frame rate'));
  fireEvent.click(field('only keys on these channels'));
  fireEvent.click(field('Rotation'));
  type('Keys at most', '0');
  expect(field('Keys at most').getAttribute('aria-invalid')).toBe('true');
  type('Keys at most', '6');
  type('Takes at most', '3');
  fireEvent.change(field('It plays'), { target: { value: 'loop' } });
  expect(work().details).toMatchObject({
    mayChange: { rate: true, range: false, channels: ['position.x', 'position.y', 'rotation'], maxKeys: 6 },
    takeLimit: 3,
    loops: true,
  });
  fireEvent.change(field('It plays'), { target: { value: 'keys' } });
  expect('loops' in work().details!).toBe(false);
});

test('weights and tolerances of single keys change scores; a model is kept as an alternative', async () => {
  const ref = { subjectId: 'dial', channelId: 'position.x' } as const;
  const keyed = setKeys(setKeys(work().motion, 1, [{ ...ref, value: 0 }]).motion, 25, [{ ...ref, value: 400 }]).motion;
  act(() => void store.dispatch(applyEdit({ operation: 'takeMotion', args: [keyed] })));
  const gradeOf = (take: RegExp) =>
    Number(screen.getByRole('row', { name: take }).querySelector('td:last-child')!.textContent);
  await waitFor(() => expect(gradeOf(/^As the model/)).toBe(100));
  const before = gradeOf(/^Last extreme/);
  type('Weight of spacing', '0');
  await waitFor(() => expect(gradeOf(/^Last extreme/)).toBeLessThan(before));
  const strict = gradeOf(/^Last extreme/);
  type('Tolerance of Hob dial, position on frame 25, frames', '4');
  await waitFor(() => expect(gradeOf(/^Last extreme/)).toBeGreaterThan(strict));
  expect(work().details!.keyTolerances).toEqual([{ subjectId: 'dial', track: 'position', frame: 25, keyFrames: 4 }]);
  type('Name of Hob dial, position on frame 25', ' click ');
  expect(work().details!.events).toEqual([{ subjectId: 'dial', track: 'position', frame: 25, name: 'click' }]);
  type('Name of Hob dial, position on frame 25', 'x'.repeat(31));
  expect(work().details!.events).toHaveLength(1);
  expect(screen.getByRole('alert').textContent).toContain('at most 30 characters');
  act(() => void store.dispatch(applyEdit({ operation: 'moveKeys', args: [[{ ...ref, frame: 25 }], 2] })));
  expect(work().details).toMatchObject({ events: [{ frame: 27, name: 'click' }], keyTolerances: [{ frame: 27 }] });
  act(() => void store.dispatch(applyEdit({ operation: 'deleteKeys', args: [[{ ...ref, frame: 27 }]] })));
  expect(screen.getByText(/^No key is left on/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Forget it' }));
  expect(work().details).toMatchObject({ events: [], keyTolerances: [] });
  act(() => void store.dispatch(applyEdit({ operation: 'takeMotion', args: [keyed] })));
  act(() => void store.dispatch(applyEdit({ operation: 'moveKeys', args: [[{ ...ref, frame: 25 }], 2] })));

  type('Name of the alternative', 'Slower');
  fireEvent.click(screen.getByRole('button', { name: 'Keep the model as it is now as one' }));
  const exchange = await screen.findByRole('button', { name: 'Change places with the model' });
  act(() => void store.dispatch(applyEdit({ operation: 'moveKeys', args: [[{ ...ref, frame: 27 }], -6] })));
  fireEvent.click(exchange);
  const lastFrame = (motion: MotionDocument) => channelOf(motion, 'dial', 'position.x').keys.at(-1)!.frame;
  expect([lastFrame(work().motion), lastFrame(work().details!.alternatives![0]!.motion)]).toEqual([27, 21]);
});

test('a written chart keys the chosen channel with its tolerances; what is no chart stays typed', async () => {
  fireEvent.change(field('Channel of the chart'), { target: { value: 'position.x' } });
  const chart = () => field('Written chart of Hob dial');
  expect(screen.getByRole('button', { name: 'Key it so' }).getAttribute('aria-disabled')).toBe('true');
  fireEvent.change(chart(), { target: { value: '1 · 9 = some · 25' } });
  expect(screen.getByRole('alert').textContent).toContain('“9 = some” is not a drawing');
  fireEvent.change(chart(), { target: { value: '1 · 9 = 1/2 · 25' } });
  expect(screen.getByRole('alert').textContent).toContain('Frame 25 has no value to be at');
  fireEvent.change(chart(), { target: { value: '1 (160) · 9 = 3/2 · 25 (560)' } });
  expect(screen.getByRole('alert').textContent).toContain('a share is from 0 to 1');
  fireEvent.change(chart(), { target: { value: '1 (160) · 60 (560)' } });
  expect(screen.getByRole('alert').textContent).toContain('Frame 60 lies outside the range');
  fireEvent.change(chart(), { target: { value: 'frame,share,value,tolerance\n1,,160,\n9,1/2,,\n25,,560,3' } });
  fireEvent.click(screen.getByRole('button', { name: 'Key it so' }));
  const keys = () => channelOf(work().motion, 'dial', 'position.x').keys;
  await waitFor(() => expect(keys()).toHaveLength(3));
  expect(keys().map(({ frame, value, role }) => [frame, value, role])).toEqual([
    [1, 160, 'extreme'],
    [9, 360, 'breakdown'],
    [25, 560, 'extreme'],
  ]);
  expect(work().details!.keyTolerances).toEqual([{ subjectId: 'dial', track: 'position', frame: 25, keyFrames: 3 }]);
  await waitFor(() => expect(chart().value).toBe('1 (160) · 9 = 1/2 · 25 (560) ± 3'));
});
