import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { expect, test, vi } from 'vitest';
import { CameraDialog } from './CameraDialog.tsx';

/** A stream of tracks that can be stopped. */
function aStream(): { stream: MediaStream; stopped: () => number } {
  const tracks = [0, 1].map(() => ({ stop: vi.fn() }));
  const stream = Object.assign(new MediaStream(), { getTracks: () => tracks as unknown as MediaStreamTrack[] });
  return { stream, stopped: () => tracks.filter(({ stop }) => stop.mock.calls.length > 0).length };
}

/** Records what it is given, in one part. */
class Recorder extends EventTarget {
  static isTypeSupported = (kind: string): boolean => kind === 'video/webm';
  mimeType = 'video/webm';
  start = vi.fn();
  stop(): void {
    this.dispatchEvent(Object.assign(new Event('dataavailable'), { data: new Blob(['acted']) }));
    this.dispatchEvent(new Event('stop'));
  }
}

function open(getUserMedia: (wanted: MediaStreamConstraints) => Promise<MediaStream>) {
  vi.stubGlobal('navigator', { ...navigator, mediaDevices: { getUserMedia } });
  vi.stubGlobal('MediaRecorder', Recorder);
  const [onTake, onClose] = [vi.fn<(file: File) => void>(), vi.fn()];
  const { unmount } = render(
    <Tooltip.Provider>
      <CameraDialog onTake={onTake} onClose={onClose} />
    </Tooltip.Provider>,
  );
  return { onTake, onClose, unmount };
}

const press = (name: string): boolean => fireEvent.click(screen.getByRole('button', { name }));

test('recorded, thrown away, recorded again and taken; the camera is let go of at the end', async () => {
  const { stream, stopped } = aStream();
  const { onTake, onClose, unmount } = open(() => Promise.resolve(stream));
  await waitFor(() => expect(screen.getByRole('button', { name: 'Record' }).getAttribute('aria-disabled')).toBeNull());
  expect(screen.getByText('Nothing is recorded before you press Record.')).toBeTruthy();
  press('Record');
  expect(screen.getByText(/Recording, for a minute at most/)).toBeTruthy();
  press('Stop');
  expect(screen.getByText(/sent to the server only once/)).toBeTruthy();
  press('Once more');
  press('Record');
  press('Stop');
  expect(onTake).not.toHaveBeenCalled();
  press('Lay it under the work');
  expect(onTake).toHaveBeenCalledOnce();
  const [file] = onTake.mock.calls[0]!;
  expect([file.name, file.type, await file.text()]).toEqual(['acted.webm', 'video/webm', 'acted']);
  expect(onClose).toHaveBeenCalledOnce();
  expect(stopped()).toBe(0);
  unmount();
  expect(stopped()).toBe(2);
});

test.each([
  ['NotAllowedError', 'This page may not use the camera: allow it in the browser, or choose a file.'],
  ['NotFoundError', 'There is no camera here.'],
  ['NotReadableError', 'The camera cannot be used: another program may have it.'],
])('without a camera (%s) it says why, and offers a stand-in', async (name, why) => {
  open(() => Promise.reject(new DOMException('', name)));
  await screen.findByText(why);
  expect(screen.getByRole('button', { name: 'Use a stand-in' })).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Record' }).getAttribute('aria-disabled')).toBe('true');
});

test('a camera without a microphone is enough', async () => {
  const { stream } = aStream();
  const asked: MediaStreamConstraints[] = [];
  open((wanted) => {
    asked.push(wanted);
    return wanted.audio ? Promise.reject(new DOMException('', 'NotFoundError')) : Promise.resolve(stream);
  });
  await waitFor(() => expect(screen.getByRole('button', { name: 'Record' }).getAttribute('aria-disabled')).toBeNull());
  expect(asked).toEqual([{ video: true, audio: true }, { video: true }]);
});

test('closed before the leave is given, the camera that comes then is let go of', async () => {
  const { stream, stopped } = aStream();
  let resolve!: (stream: MediaStream) => void;
  const { unmount } = open(() => new Promise((given) => (resolve = given)));
  unmount();
  resolve(stream);
  await waitFor(() => expect(stopped()).toBe(2));
});
