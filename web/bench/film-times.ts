import { createKey, createKeyedSubject, createMotion } from '@undulan/core';
import { makeMoving, usualChoices } from '../src/exports/index.ts';
import { PLAIN_ONION } from '../src/picture/stage/index.ts';

const FRAMES = 48;
const [WIDTH, HEIGHT] = [1280, 720];
const FPS = 24;

/** How long a film takes, in ms: from the motion to the file; and what the encoder alone takes for as many blanks. */
export interface FilmTimes {
  own: number;
  empty: number;
}

const slide = {
  ...createMotion(
    Array.from({ length: 12 }, (_, i) =>
      createKeyedSubject(
        `glass-${i}`,
        `Glass ${i}`,
        { shape: 'glass', widthPx: 70, heightPx: 110, fill: '#b5651d' },
        { x: 0, y: 60 + 35 * i },
        {
          'position.x': [createKey(1, 60), createKey(FRAMES, 900)],
          rotation: [createKey(1, 0), createKey(FRAMES, 90)],
        },
      ),
    ),
  ),
  range: { first: 1, last: FRAMES },
};

async function timed(work: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await work();
  return performance.now() - from;
}

async function emptyLoop(): Promise<void> {
  const blank = new OffscreenCanvas(WIDTH, HEIGHT);
  blank.getContext('2d')!.fillRect(0, 0, WIDTH, HEIGHT);
  const encoder = new VideoEncoder({ output: () => undefined, error: (error) => console.error(error) });
  encoder.configure({ codec: 'vp09.00.31.08', width: WIDTH, height: HEIGHT, framerate: FPS, bitrate: 4_000_000 });
  for (let i = 0; i < FRAMES; i++) {
    const frame = new VideoFrame(blank, { timestamp: Math.round((i * 1e6) / FPS) });
    encoder.encode(frame, { keyFrame: i % FPS === 0 });
    frame.close();
  }
  await encoder.flush();
  encoder.close();
}

/** A WebM of 48 frames at 720p, beside an encoder that is given as many blank frames; the second time of each. */
export async function filmTimes(): Promise<FilmTimes> {
  const choices = { ...usualChoices(slide), kind: 'webm' as const, widthPx: WIDTH };
  const making = { onTaken: () => undefined, signal: new AbortController().signal };
  const own = (): Promise<unknown> => makeMoving({ motion: slide, target: null, onion: PLAIN_ONION }, choices, making);
  await own();
  await emptyLoop();
  return { own: await timed(own), empty: await timed(emptyLoop) };
}
