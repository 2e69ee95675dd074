import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ClipTrack } from '@undulan/core';
import { afterEach, expect, test, vi } from 'vitest';
import { type ReadClip, UploadLine } from '../../clips/index.ts';
import { ClipFacts } from './ClipFacts.tsx';

afterEach(cleanup);

const track = (guessed: readonly number[], more: Partial<ClipTrack> = {}): ClipTrack => ({
  rate: { num: 24, den: 1 },
  isSteady: true,
  exposure: 1,
  frames: Array.from({ length: 12 }, (_, i) => ({
    seconds: i / 24,
    x: i,
    y: 0,
    confidence: guessed.includes(i) ? 0.1 : 1,
    guessed: guessed.includes(i),
  })),
  events: [{ frame: 3, kind: 'contact' }],
  ...more,
});

const asked = { num: 24, den: 1 };

function showFacts(own: ClipTrack): ReturnType<typeof vi.fn> {
  const onShow = vi.fn();
  const read: ReadClip = { track: own, by: 'look', width: 640, height: 360 };
  render(<ClipFacts read={read} asked={asked} onShow={onShow} />);
  return onShow;
}

test('what a clip is, in a line; as asked there is nothing more to say', () => {
  showFacts(track([]));
  expect(screen.getByText('24 fps · on ones · 640 × 360 · 12 pictures')).toBeTruthy();
  expect(screen.getByText('Followed by its look. 1 event is seen.')).toBeTruthy();
  expect(screen.queryByText(/the exercise asks for|guessed|left out/)).toBeNull();
});

test('another rate, pictures left out, drawings that stand long are told', () => {
  showFacts(track([], { rate: { num: 25, den: 1 }, isSteady: false, exposure: 5, events: [] }));
  expect(screen.getByText('25 fps · on 5s · 640 × 360 · 12 pictures')).toBeTruthy();
  expect(screen.getByText('It runs at 25 fps; the exercise asks for 24.')).toBeTruthy();
  expect(screen.getByText(/some are left out/)).toBeTruthy();
  expect(screen.getByText('Followed by its look. Nothing is seen to happen.')).toBeTruthy();
});

test('guessed pictures are told in runs, from 1, and each run is shown when it is pressed', () => {
  const onShow = showFacts(track([2, 3, 4, 8]));
  expect(screen.getAllByRole('button').map((button) => button.textContent)).toEqual(['3–5', '9']);
  fireEvent.click(screen.getByRole('button', { name: '9' }));
  expect(onShow).toHaveBeenCalledWith(8);
});

test('an upload is held and gone on with; why it stopped is said, and what was sent still counts', () => {
  const [onPause, onResume] = [vi.fn(), vi.fn()];
  const { rerender } = render(
    <UploadLine
      upload={{ is: 'going', share: 0.404 }}
      done="The clip has been sent."
      onPause={onPause}
      onResume={onResume}
    />,
  );
  expect(screen.getByRole('progressbar', { name: 'Sent' }).getAttribute('value')).toBe('40');
  fireEvent.click(screen.getByRole('button', { name: 'Pause' }));
  expect(onPause).toHaveBeenCalledOnce();
  const stopped = { is: 'stopped', share: 0.404, why: 'The connection is lost.' } as const;
  rerender(<UploadLine upload={stopped} done="The clip has been sent." onPause={onPause} onResume={onResume} />);
  expect(screen.getByText('The connection is lost.')).toBeTruthy();
  expect(screen.getByText('40 %')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
  expect(onResume).toHaveBeenCalledOnce();
  rerender(
    <UploadLine
      upload={{ is: 'there', clipId: 'c' }}
      done="The clip has been sent."
      onPause={onPause}
      onResume={onResume}
    />,
  );
  expect(screen.queryByRole('button')).toBeNull();
  expect(screen.getByText(/The clip has been sent/)).toBeTruthy();
});
