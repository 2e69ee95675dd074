import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isSound, KIND_BYTES, MEDIA_KINDS, type MediaKind, mediaKindOf, mediaType } from './media-kind.ts';

const text = (words: string): number[] => [...words].map((letter) => letter.charCodeAt(0));

/** What files of each kind begin with, written by hand from their specifications. */
const BEGINNINGS: Record<MediaKind, number[][]> = {
  webm: [[0x1a, 0x45, 0xdf, 0xa3]],
  mp4: [
    [0, 0, 0, 0x20, ...text('ftypisom')],
    [0, 0, 0, 0x1c, ...text('ftypM4A ')],
  ],
  gif: [text('GIF87a'), text('GIF89a')],
  png: [[0x89, ...text('PNG'), 0x0d, 0x0a, 0x1a, 0x0a]],
  jpeg: [[0xff, 0xd8, 0xff, 0xe0]],
  webp: [[...text('RIFF'), 1, 2, 3, 4, ...text('WEBP')]],
  zip: [[...text('PK'), 3, 4]],
  wav: [[...text('RIFF'), 1, 2, 3, 4, ...text('WAVE')]],
  // With a tag before it, and frames of MPEG 1 and 2, with and without a checksum.
  mp3: [text('ID3'), [0xff, 0xfb], [0xff, 0xfa], [0xff, 0xf3]],
  ogg: [text('OggS')],
  flac: [text('fLaC')],
};

test('each kind is told by its first bytes, whatever follows', () => {
  for (const kind of MEDIA_KINDS)
    for (const beginning of BEGINNINGS[kind])
      fc.assert(
        fc.property(fc.uint8Array({ minLength: 0, maxLength: 64 }), (rest) => {
          const bytes = Uint8Array.from([...beginning, ...rest]);
          expect(mediaKindOf(bytes)).toBe(kind);
          // As many as are said to be enough are.
          if (bytes.length >= KIND_BYTES) expect(mediaKindOf(bytes.subarray(0, KIND_BYTES))).toBe(kind);
        }),
        { numRuns: 20 },
      );
});

test('what is cut off before it tells, or is of no kind, is none', () => {
  for (const beginnings of Object.values(BEGINNINGS))
    for (const beginning of beginnings) expect(mediaKindOf(Uint8Array.from(beginning.slice(0, 1)))).toBeNull();
  for (const words of ['', '<svg xmlns', '#!/bin/sh', 'RIFFxxxxAVI ', 'RIFF', 'PK', '%PDF-1.7', 'MZ'])
    expect(mediaKindOf(Uint8Array.from(text(words)))).toBeNull();
  // Set bits that are of another layer of sound, or of none.
  expect(mediaKindOf(Uint8Array.of(0xff, 0xfd))).toBeNull();
  expect(mediaKindOf(Uint8Array.of(0xff, 0xff))).toBeNull();
});

test('sounds are those that can only be heard; each kind has a media type of its own', () => {
  expect(MEDIA_KINDS.filter(isSound)).toEqual(['wav', 'mp3', 'ogg', 'flac']);
  expect(new Set(MEDIA_KINDS.map(mediaType)).size).toBe(MEDIA_KINDS.length);
  for (const kind of MEDIA_KINDS) expect(mediaType(kind)).toMatch(/^(video|image|audio|application)\/[a-z0-9]+$/);
});
