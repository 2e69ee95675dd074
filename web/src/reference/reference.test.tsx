import { act, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import type { ChangeReference, PlacedReference, References } from '@undulan/contract';
import { type Cue, findOnsets, makeStandIn, placeWhole, STAND_IN_SAMPLE_RATE } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../state/index.ts';
import { ClockProvider, createTimeScale, TimeScaleProvider } from '../time/index.ts';
import { Messages } from '../ui/index.ts';
import type { ToOnsets } from './onsets-worker.ts';
import { ReferenceProvider } from './reference-context.tsx';
import { ReferencePanel } from './ReferencePanel.tsx';
import { ReferenceStrip } from './ReferenceStrip.tsx';

const KNOCK = makeStandIn('knock');
const OF = { exerciseId: 'e1' };

/** What the server has, what was put there, and whether it is away. */
let kept: References;
let put: ChangeReference[];
let isAway: boolean;

const CLIP = '2f0c1f6e-5d63-4b5e-9a55-0d7c5a7d3e11';

const reference = (name: string): PlacedReference => ({
  clipId: CLIP,
  placement: placeWhole(1, 2.5),
  name,
  type: 'audio/wav',
  bytes: 1000,
});

/** Listens as the page's worker does. */
class OnsetsWorker extends EventTarget {
  postMessage({ samples, sampleRate, sensitivity }: ToOnsets): void {
    const data = findOnsets(samples, sampleRate, sensitivity);
    queueMicrotask(() => this.dispatchEvent(new MessageEvent('message', { data })));
  }
  terminate(): void {
    // Nothing goes on in it.
  }
}

beforeEach(() => {
  kept = { given: reference('knock.wav'), own: null };
  [put, isAway] = [[], false];
  vi.stubGlobal('fetch', async (asked: Request | string) => {
    const request = asked instanceof Request ? asked : new Request(new URL(asked, 'http://here'));
    const { pathname } = new URL(request.url);
    if (pathname.startsWith('/api/clips/')) return new Response(new Blob([pathname]));
    if (request.method === 'GET') return Response.json(kept);
    if (isAway) throw new TypeError('no network');
    put.push((await request.json()) as ChangeReference);
    return new Response(null, { status: 204 });
  });
  vi.stubGlobal('Worker', OnsetsWorker);
  vi.stubGlobal(
    'OfflineAudioContext',
    class {
      decodeAudioData = (): Promise<unknown> =>
        Promise.resolve({
          numberOfChannels: 1,
          duration: 2.5,
          sampleRate: STAND_IN_SAMPLE_RATE,
          getChannelData: () => KNOCK,
        });
    },
  );
});

let cues: Cue[];

function open(as: keyof References = 'given'): void {
  cues = [];
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>
        <Messages />
        <ClockProvider range={{ first: 1, last: 61 }} rate={{ num: 24, den: 1 }}>
          <ReferenceProvider of={OF} courseId="c1" as={as}>
            <TimeScaleProvider value={createTimeScale(1, 61, 800)}>
              <ReferenceStrip />
            </TimeScaleProvider>
            <ReferencePanel byEar={<p>by ear</p>} onCues={(found) => (cues = found)} actor={null} />
          </ReferenceProvider>
        </ClockProvider>
      </Tooltip.Provider>
    </Provider>,
  );
}

const begins = (): Promise<HTMLElement> => screen.findByRole('slider', { name: 'The reference begins on frame' });
const at = (element: HTMLElement): number => Number(element.getAttribute('aria-valuenow'));
const field = (name: string): HTMLInputElement => screen.getByRole('textbox', { name });
const type = (name: string, text: string): void => {
  fireEvent.change(field(name), { target: { value: text } });
  fireEvent.keyDown(field(name), { key: 'Enter' });
};

test('by keyboard it begins elsewhere and is cut, and each is kept as it lies', async () => {
  open();
  const grip = await begins();
  expect(at(grip)).toBe(1);
  fireEvent.keyDown(grip, { key: 'ArrowRight' });
  await waitFor(() => expect(at(grip)).toBe(2));
  fireEvent.keyDown(grip, { key: 'ArrowRight', shiftKey: true });
  await waitFor(() => expect(at(grip)).toBe(12));
  const [beginning, end] = [
    screen.getByRole('slider', { name: 'Cut its beginning' }),
    screen.getByRole('slider', { name: 'Cut its end' }),
  ];
  expect(at(end)).toBe(72);
  fireEvent.keyDown(end, { key: 'ArrowLeft', shiftKey: true });
  await waitFor(() => expect(at(end)).toBe(62));
  fireEvent.keyDown(beginning, { key: 'ArrowRight' });
  await waitFor(() => expect(at(beginning)).toBe(13));
  const { placement } = put.at(-1)!.reference!;
  expect(placement.startFrame).toBe(13);
  expect(placement.fromSeconds).toBeCloseTo(1 / 24, 6);
  expect(placement.toSeconds).toBeCloseTo(50 / 24, 6);
  expect(put).toHaveLength(4);
  // Any other key is somebody else's.
  fireEvent.keyDown(grip, { key: 'k' });
  expect(put).toHaveLength(4);
});

test('typed numbers are kept, wrong ones refused in place; a cut by seconds leaves the rest where it is', async () => {
  open();
  await begins();
  type('From, s', '0,5');
  await waitFor(() => expect(field('Begins on').value).toBe('13'));
  expect(put.at(-1)!.reference!.placement).toMatchObject({ startFrame: 13, fromSeconds: 0.5, toSeconds: 2.5 });
  type('Speed, %', '50 %');
  await waitFor(() => expect(at(screen.getByRole('slider', { name: 'Cut its end' }))).toBe(13 + 4 * 24));
  const before = put.length;
  type('Speed, %', 'slow');
  await screen.findByText('A number from 10 to 1000.');
  type('To, s', '-1');
  expect(await screen.findAllByRole('alert')).not.toEqual([]);
  expect(put).toHaveLength(before);
});

test('what the server does not take goes back to where it was, and that is said', async () => {
  open();
  const grip = await begins();
  isAway = true;
  fireEvent.keyDown(grip, { key: 'ArrowRight' });
  await waitFor(() => expect(at(grip)).toBe(2));
  await waitFor(() => expect(at(grip)).toBe(1));
  expect(put).toEqual([]);
});

test('taken away it can be put back as it lay', async () => {
  open();
  fireEvent.keyDown(await begins(), { key: 'ArrowRight' });
  fireEvent.click(screen.getByRole('button', { name: 'Take the reference away' }));
  await screen.findByText('Nothing to work by yet');
  expect(put.at(-1)).toEqual({ reference: null });
  fireEvent.click(screen.getByRole('button', { name: 'Put it back' }));
  expect(at(await begins())).toBe(2);
  expect(screen.queryByRole('button', { name: 'Put it back' })).toBeNull();
});

test('a learner lays what is given otherwise for themselves, and cannot take it from all', async () => {
  open('own');
  const grip = await begins();
  expect(screen.getByText(/The exercise gives it/)).toBeTruthy();
  const away = screen.getByRole('button', { name: 'Take the reference away' });
  expect(away.getAttribute('aria-disabled')).toBe('true');
  fireEvent.click(away);
  expect(put).toEqual([]);
  // Gone through by keyboard, nothing of it is changed.
  fireEvent.keyUp(await screen.findByRole('slider', { name: 'Loudness' }), { key: 'Tab' });
  type('Begins on', '1');
  expect(put).toEqual([]);
  fireEvent.keyDown(grip, { key: 'ArrowRight' });
  await waitFor(() => expect(at(grip)).toBe(2));
  expect(put.at(-1)!.reference).toMatchObject({ clipId: CLIP, placement: { startFrame: 2 } });
  expect(screen.queryByText(/The exercise gives it/)).toBeNull();
  // Their own taken away, what is given lies there again.
  fireEvent.click(screen.getByRole('button', { name: 'Take the reference away' }));
  await waitFor(() => expect(at(grip)).toBe(1));
  expect(screen.getByText(/The exercise gives it/)).toBeTruthy();
});

test('onsets are found, dropped and taken on the wave, and become cues where they lie on the ruler', async () => {
  open();
  const grip = await begins();
  fireEvent.click(await screen.findByRole('button', { name: 'Find onsets' }));
  await screen.findByText('3 found, 3 taken');
  fireEvent.click(screen.getByRole('button', { name: 'Mark 3 cues' }));
  expect(cues.map(({ frame }) => Math.round(frame))).toEqual([13, 19, 31]);
  expect(cues.every(({ name }) => name === 'onset')).toBe(true);

  const strip = screen.getByRole('region', { name: 'Reference strip' });
  const mark = within(strip).getByRole('button', { name: 'Onset at 0.75 s' });
  fireEvent.click(mark);
  expect(mark.getAttribute('aria-pressed')).toBe('false');
  await screen.findByText('3 found, 2 taken');
  fireEvent.keyDown(grip, { key: 'ArrowRight' });
  await waitFor(() => expect(at(grip)).toBe(2));
  fireEvent.click(screen.getByRole('button', { name: 'Mark 2 cues' }));
  expect(cues.map(({ frame }) => Math.round(frame))).toEqual([14, 32]);
  fireEvent.click(mark);
  await screen.findByText('3 found, 3 taken');

  // Of what is cut off none is taken, nor marked.
  type('To, s', '1');
  await screen.findByText('3 found, 2 taken');
  expect(within(strip).queryByRole('button', { name: 'Onset at 1.25 s' })).toBeNull();
});

test('how loud it is, is heard while it is chosen and kept once it is let go', async () => {
  open();
  await begins();
  const loudness = await screen.findByRole('slider', { name: 'Loudness' });
  fireEvent.change(loudness, { target: { value: '0.4' } });
  expect(put).toEqual([]);
  await act(async () => {
    fireEvent.pointerUp(loudness);
    await Promise.resolve();
  });
  await waitFor(() => expect(put.at(-1)?.reference?.placement.volume).toBe(0.4));
  expect(put).toHaveLength(1);
  // Sound alone is not seen anywhere, nor is there anything in it to follow.
  expect(screen.queryByRole('radio')).toBeNull();
  expect(screen.queryByRole('button', { name: 'Follow something in it' })).toBeNull();
});

test('where there is none, it says what could be; a strip has nothing to show', async () => {
  kept = { given: null, own: null };
  open();
  await screen.findByText('Nothing to work by yet');
  expect(screen.queryByRole('region', { name: 'Reference strip' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Take the reference away' })).toBeNull();
});
