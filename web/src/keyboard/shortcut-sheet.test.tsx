import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from '../server-data/index.ts';
import { createStore, type Store } from '../state/index.ts';
import { selectChords, useShortcuts } from './shortcuts.ts';
import { ShortcutSheet } from './ShortcutSheet.tsx';

let store: Store;
/** The shortcuts the server keeps, as the stubbed network has them. */
let kept: Record<string, string>;
const onFrameOn = vi.fn();

function Page() {
  useShortcuts({ frameOn: onFrameOn });
  return (
    <>
      <input aria-label="Frame" />
      <ShortcutSheet />
    </>
  );
}

beforeEach(async () => {
  kept = {};
  onFrameOn.mockClear();
  vi.stubGlobal('fetch', async (request: Request) => {
    if (request.method === 'PUT') {
      kept = (await request.json()) as Record<string, string>;
      return new Response(null, { status: 204 });
    }
    return Response.json({
      person: { id: 'p1', name: 'Ines Calado', email: 'ines@kitchen.example' },
      isAdministrator: false,
      mailOff: [],
      decimalMark: '.',
      shortcuts: kept,
      courses: [],
    });
  });
  store = createStore();
  await store.dispatch(api.endpoints.session.initiate());
  render(
    <Provider store={store}>
      <Tooltip.Provider>
        <Page />
      </Tooltip.Provider>
    </Provider>,
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const press = (key: string, on: Element = document.body): void => void act(() => void fireEvent.keyDown(on, { key }));
const keysOf = (label: string): HTMLElement => screen.getByText(label).parentElement!.querySelector('button')!;

test('a shortcut is answered, but not while a person types or a sheet is open', () => {
  press('.');
  expect(onFrameOn).toHaveBeenCalledTimes(1);
  press('.', screen.getByLabelText('Frame'));
  press('?');
  press('.');
  expect(onFrameOn).toHaveBeenCalledTimes(1);
});

test('pressing other keys on the sheet gives a shortcut those keys, kept by the server', async () => {
  press('?');
  fireEvent.click(keysOf('One frame on'));
  expect(keysOf('One frame on').textContent).toBe('press keys …');
  press('Shift');
  press('q');
  await waitFor(() => expect(kept).toEqual({ frameOn: 'q' }));
  await waitFor(() => expect(selectChords(store.getState()).frameOn).toBe('q'));
  press('Escape');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  press('.');
  expect(onFrameOn).not.toHaveBeenCalled();
  press('q');
  expect(onFrameOn).toHaveBeenCalledTimes(1);
});

test('keys that are taken are refused by name; Escape leaves them; the given ones come back at once', async () => {
  press('?');
  fireEvent.click(keysOf('One frame on'));
  press('k');
  expect(screen.getByRole('alert').textContent).toBe('K is taken: Key what changed, here. Give that other keys first.');
  fireEvent.click(keysOf('One frame on'));
  press('Escape');
  expect([keysOf('One frame on').textContent, screen.queryByRole('alert')]).toEqual(['.', null]);
  fireEvent.click(keysOf('Record on or off'));
  press('w');
  await waitFor(() => expect(keysOf('Record on or off').textContent).toBe('W'));
  fireEvent.click(screen.getByText('Back to the given ones'));
  await waitFor(() => expect(keysOf('Record on or off').textContent).toBe('R'));
  expect(kept).toEqual({});
});
