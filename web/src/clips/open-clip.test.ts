import { makeStandIn, STAND_IN_SAMPLE_RATE, writeWav } from '@undulan/core';
import { strToU8, zipSync } from 'fflate';
import { expect, test, vi } from 'vitest';
import { ClipProblem, openClip } from './open-clip.ts';

const file = (name: string, ...bytes: number[]): File => new File([Uint8Array.from(bytes)], name);
const spelled = (words: string): number[] => [...words].map((letter) => letter.charCodeAt(0));

const WEBM = [0x1a, 0x45, 0xdf, 0xa3];
const PNG = [0x89, ...spelled('PNG'), 0x0d, 0x0a, 0x1a, 0x0a];
const JPEG = [0xff, 0xd8, 0xff];

/** A browser that finds so many frames in each image. */
function imagesOf(frameCount: number): void {
  vi.stubGlobal(
    'ImageDecoder',
    class {
      completed = Promise.resolve();
      tracks = { selectedTrack: { frameCount } };
      close = vi.fn();
    },
  );
}

const problemWith = (files: readonly File[]): Promise<string> =>
  openClip(files).then(
    () => 'none',
    (error: unknown) => (error instanceof ClipProblem ? error.message : 'another error'),
  );

test('what a file is shows from its content, whatever it is called', async () => {
  imagesOf(1);
  expect(await openClip([file('slide.gif', ...WEBM)])).toMatchObject({ is: 'film' });
  expect(await openClip([file('slide.txt', 0, 0, 0, 32, ...spelled('ftypisom'))])).toMatchObject({ is: 'film' });
  expect(await openClip([file('slide', ...spelled('GIF89a'))])).toMatchObject({ is: 'moving', kind: 'gif' });
  expect(await openClip([file('slide.mp4', ...JPEG)])).toMatchObject({ is: 'numbered' });
});

test('a PNG or WebP moves where it has several frames; one frame alone is one numbered image', async () => {
  imagesOf(1);
  expect(await openClip([file('glass.png', ...PNG)])).toMatchObject({
    is: 'numbered',
    files: [['glass.png', expect.any(File)]],
  });
  imagesOf(12);
  expect(await openClip([file('glass.png', ...PNG)])).toMatchObject({ is: 'moving', kind: 'png' });
  const webp = [...spelled('RIFF'), 0, 0, 0, 0, ...spelled('WEBP')];
  expect(await openClip([file('glass.webp', ...webp)])).toMatchObject({ is: 'moving', kind: 'webp' });
});

test('many files, and the pictures of a zip, are counted as people count; nothing else of it is taken', async () => {
  const many = ['pan_10.png', 'pan_2.png', 'pan_1.png'].map((name) => file(name, ...PNG));
  const names = (open: Awaited<ReturnType<typeof openClip>>): string[] =>
    open.is === 'numbered' ? open.files.map(([name]) => name) : [];
  expect(names(await openClip(many))).toEqual(['pan_1.png', 'pan_2.png', 'pan_10.png']);
  const zip = zipSync({
    'pan/10.png': Uint8Array.from(PNG),
    'pan/9.jpg': Uint8Array.from(JPEG),
    'pan/notes.txt': strToU8('not a picture'),
    '__MACOSX/9.png': Uint8Array.from(PNG),
  });
  expect(names(await openClip([new File([zip], 'pan.zip')]))).toEqual(['pan/9.jpg', 'pan/10.png']);
});

test('nothing, text, sound, and zips of no pictures or broken are refused in words', async () => {
  expect(await problemWith([])).toBe('Choose a clip.');
  expect(await problemWith([file('notes.webm', ...spelled('a page of text'))])).toMatch(/^This file is no clip: /);
  expect(await problemWith([file('empty.gif')])).toMatch(/^This file is no clip: /);
  const knock = new File([writeWav(makeStandIn('knock'), STAND_IN_SAMPLE_RATE)], 'knock.mp4');
  expect(await problemWith([knock])).toMatch(/^This file is no clip: /);
  const zip = zipSync({ 'notes.txt': strToU8('words') });
  expect(await problemWith([new File([zip], 'words.zip')])).toBe('There are no pictures in this zip.');
  expect(await problemWith([new File([zip.slice(0, 40)], 'cut.zip')])).toMatch(/no zip, or is broken/);
});
