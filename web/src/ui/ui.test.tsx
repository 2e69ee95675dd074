import { act, fireEvent, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { beforeEach, expect, test, vi } from 'vitest';
import { z } from 'zod';
import { Button, Toggle } from './Button.tsx';
import { CommitInput } from './CommitInput.tsx';
import { ContextMenu } from './ContextMenu.tsx';
import { DecimalField } from './DecimalField.tsx';
import { Messages } from './messages.tsx';
import { sayUndoable } from './said.ts';
import { type Column, Table } from './Table.tsx';
import { type DragMove, usePointerDrag } from './use-pointer-drag.ts';
import { readStored, useStored } from './use-stored.ts';

beforeEach(() => localStorage.clear());

function committed(onCommit: (text: string) => string | null): HTMLInputElement {
  render(<CommitInput aria-label="Value" value="250.5" onCommit={onCommit} />);
  return screen.getByLabelText('Value');
}

test('Enter commits once and hands the keyboard back; leaving the field afterwards commits nothing more', () => {
  const onCommit = vi.fn(() => null);
  const field = committed(onCommit);
  field.focus();
  fireEvent.change(field, { target: { value: '+=30' } });
  const goesOn = fireEvent.keyDown(field, { key: 'Enter' });
  expect(onCommit.mock.calls).toEqual([['+=30']]);
  expect(document.activeElement).not.toBe(field);
  expect(goesOn).toBe(false);
  expect(field.value).toBe('250.5');
});

test('leaving the field commits what was typed; unchanged it commits nothing', () => {
  const onCommit = vi.fn(() => null);
  const field = committed(onCommit);
  fireEvent.blur(field);
  fireEvent.change(field, { target: { value: '300' } });
  fireEvent.blur(field);
  expect(onCommit.mock.calls).toEqual([['300']]);
});

test('what is refused stays as typed, marked and in focus, until it is put right or given up', () => {
  const field = committed((text) => (text === 'lots' ? 'A number, such as 12.5.' : null));
  field.focus();
  fireEvent.change(field, { target: { value: 'lots' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  expect([field.value, field.getAttribute('aria-invalid'), document.activeElement === field]).toEqual([
    'lots',
    'true',
    true,
  ]);
  expect(screen.getByRole('alert').textContent).toBe('A number, such as 12.5.');
  expect(field.getAttribute('aria-describedby')).toBe(screen.getByRole('alert').id);
  fireEvent.keyDown(field, { key: 'Escape' });
  expect([field.value, field.getAttribute('aria-invalid'), screen.queryByRole('alert')]).toEqual(['250.5', null, null]);
});

test('in a labelled field the reason stands beneath it, once, and goes when what was typed is in force', () => {
  const onDecimal = vi.fn();
  const { rerender } = render(
    <DecimalField label="Width" within={z.int().min(16)} value={960} onDecimal={onDecimal} />,
  );
  const field: HTMLInputElement = screen.getByLabelText('Width');
  for (const text of ['', 'wide', '15', '20.5']) {
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
    expect([field.value, screen.getByRole('alert').textContent]).toEqual([text, 'A whole number, at least 16.']);
  }
  expect(onDecimal).not.toHaveBeenCalled();
  fireEvent.change(field, { target: { value: '15' } });
  fireEvent.blur(field);
  rerender(<DecimalField label="Width" within={z.int().min(16)} value={15} onDecimal={onDecimal} />);
  expect([screen.queryByRole('alert'), field.getAttribute('aria-invalid')]).toEqual([null, null]);
});

test('a button that would do nothing can be reached, says so, and does nothing', () => {
  const onClick = vi.fn();
  render(
    <Tooltip.Provider>
      <Button disabledReason="There are no keys yet." onClick={onClick}>
        Key on
      </Button>
      <Toggle on onClick={onClick}>
        Ripple
      </Toggle>
    </Tooltip.Provider>,
  );
  const off = screen.getByText('Key on');
  fireEvent.click(off);
  expect(onClick).not.toHaveBeenCalled();
  expect([off.getAttribute('aria-disabled'), off.hasAttribute('disabled')]).toEqual(['true', false]);
  expect(screen.getByText('Ripple').getAttribute('aria-pressed')).toBe('true');
});

interface Seen {
  moves: DragMove[];
  ends: DragMove[];
  clicks: number;
  cancels: number;
}

function dragged(): Seen {
  const seen: Seen = { moves: [], ends: [], clicks: 0, cancels: 0 };
  function Knob() {
    const drag = usePointerDrag<string>({
      onMove: (_, move) => seen.moves.push(move),
      onEnd: (_, move) => seen.ends.push(move),
      onClick: () => (seen.clicks += 1),
      onCancel: () => (seen.cancels += 1),
    });
    return <div data-testid="knob" onPointerDown={(event) => drag(event, 'knob')} />;
  }
  render(<Knob />);
  return seen;
}
const pointer = (type: string, x: number, y: number, more: PointerEventInit = {}): void =>
  void fireEvent(
    type === 'pointerdown' ? screen.getByTestId('knob') : window,
    new PointerEvent(type, { bubbles: true, clientX: x, clientY: y, pointerId: 1, button: 0, ...more }),
  );

test('a press that hardly moves is a click; one that moves on is a drag with one end', () => {
  const seen = dragged();
  pointer('pointerdown', 100, 100);
  pointer('pointermove', 101, 101);
  pointer('pointerup', 101, 101);
  expect(seen).toMatchObject({ clicks: 1, moves: [], ends: [] });
  pointer('pointerdown', 100, 100);
  pointer('pointermove', 110, 100);
  pointer('pointermove', 130, 95, { altKey: true });
  pointer('pointerup', 130, 95, { altKey: true });
  pointer('pointermove', 300, 300);
  expect(seen.moves.map(({ dxPx, dyPx }) => [dxPx, dyPx])).toEqual([
    [10, 0],
    [30, -5],
  ]);
  expect(seen.ends).toEqual([{ dxPx: 30, dyPx: -5, xPx: 130, yPx: 95, shiftKey: false, altKey: true }]);
});

test('a drag whose place goes away is given up: nothing half done stays behind', () => {
  const told: string[] = [];
  function Place() {
    const drag = usePointerDrag<string>({
      onMove: () => told.push('moved'),
      onEnd: () => told.push('ended'),
      onCancel: () => told.push('given up'),
    });
    return <div data-testid="place" onPointerDown={(event) => drag(event, 'key')} />;
  }
  const { unmount } = render(<Place />);
  fireEvent.pointerDown(screen.getByTestId('place'), { button: 0, pointerId: 1, clientX: 0, clientY: 0 });
  fireEvent.pointerMove(window, { pointerId: 1, clientX: 9, clientY: 0 });
  unmount();
  fireEvent.pointerUp(window, { pointerId: 1, clientX: 9, clientY: 0 });
  expect(told).toEqual(['moved', 'given up']);
});

test('Escape gives a drag up; another finger and another button take no part', () => {
  const seen = dragged();
  pointer('pointerdown', 0, 0, { button: 2 });
  pointer('pointermove', 50, 0);
  expect(seen.moves).toEqual([]);
  pointer('pointerdown', 0, 0);
  pointer('pointermove', 50, 0, { pointerId: 2 });
  pointer('pointermove', 20, 0);
  fireEvent.keyDown(window, { key: 'Escape' });
  pointer('pointerup', 20, 0);
  expect([seen.moves.length, seen.ends.length, seen.cancels]).toEqual([1, 0, 1]);
});

test('what is kept in the browser comes back; what cannot be read is as if it had never been', () => {
  localStorage.setItem('undulan:rows', '{half');
  expect(readStored('rows', ['plain'])).toEqual(['plain']);
  function Row() {
    const [rows, setRows] = useStored('rows', ['plain']);
    return <button onClick={() => setRows([...rows, 'folded'])}>{rows.join()}</button>;
  }
  render(<Row />);
  act(() => screen.getByRole('button').click());
  expect(screen.getByRole('button').textContent).toBe('plain,folded');
  expect(readStored('rows', [])).toEqual(['plain', 'folded']);
});

test('rows go in the order of the column whose heading is pressed, those without a value last', () => {
  interface Take {
    learner: string;
    grade: number | null;
  }
  const columns: Column<Take>[] = [
    { id: 'learner', heading: 'Learner', names: true, cell: (take) => take.learner },
    { id: 'grade', heading: 'Grade', sortBy: (take) => take.grade, cell: (take) => take.grade ?? '–' },
  ];
  const rows: Take[] = [
    { learner: 'Ines', grade: 9 },
    { learner: 'Jonas', grade: null },
    { learner: 'Wen', grade: 81 },
    { learner: 'Aino', grade: 10 },
  ];
  render(<Table columns={columns} rows={rows} rowId={(take) => take.learner} />);
  const shown = () => screen.getAllByRole('rowheader').map((cell) => cell.textContent);
  const press = () => fireEvent.click(screen.getByRole('button', { name: 'Grade' }));
  expect(shown()).toEqual(['Ines', 'Jonas', 'Wen', 'Aino']);
  press();
  expect(shown()).toEqual(['Ines', 'Aino', 'Wen', 'Jonas']);
  expect(screen.getByRole('columnheader', { name: 'Grade' }).getAttribute('aria-sort')).toBe('ascending');
  press();
  expect(shown()).toEqual(['Wen', 'Aino', 'Ines', 'Jonas']);
  press();
  expect(shown()).toEqual(['Ines', 'Jonas', 'Wen', 'Aino']);
  expect(screen.queryByRole('button', { name: 'Learner' })).toBeNull();
});

test('what is said to be undone is, by the button beside it', async () => {
  const undo = vi.fn();
  render(<Messages />);
  act(() => sayUndoable('Lid rattle is archived.', undo));
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  expect(undo).toHaveBeenCalledOnce();
  expect(screen.getByText('Lid rattle is archived.')).toBeTruthy();
});

test('headings stand over the first row of each group', () => {
  const columns: Column<string>[] = [{ id: 'lid', heading: 'Lid', names: true, cell: (row) => row }];
  const rows = ['jar', 'pot', 'pan'];
  render(<Table columns={columns} rows={rows} headingOver={(row) => (row === 'pot' ? <b>On the hob</b> : null)} />);
  expect(screen.getAllByRole('row').map((row) => row.textContent)).toEqual(['Lid', 'jar', 'On the hob', 'pot', 'pan']);
});

test('a menu that is opened as another one closes stays open: what had the focus before does not take it', () => {
  vi.useFakeTimers();
  try {
    const run = vi.fn();
    render(
      <ContextMenu offersAt={() => [{ heading: 'Ease', offers: [{ label: 'straight', run }] }]}>
        <button>Key</button>
      </ContextMenu>,
    );
    const key = screen.getByRole('button', { name: 'Key' });
    key.focus();
    fireEvent.contextMenu(key);
    act(() => void vi.advanceTimersByTime(500));
    fireEvent.click(screen.getByRole('menuitem', { name: 'straight' }));
    expect(run).toHaveBeenCalledOnce();
    expect(screen.queryByRole('menu')).toBeNull();
    key.focus();
    fireEvent.contextMenu(key);
    act(() => void vi.advanceTimersByTime(500));
    fireEvent.click(screen.getByRole('menuitem', { name: 'straight' }));
    expect(run).toHaveBeenCalledTimes(2);
    act(() => void vi.advanceTimersByTime(500));
    expect(document.activeElement).toBe(key);
  } finally {
    vi.useRealTimers();
  }
});
