/** What a picture, a film, a sound or a heap of pictures is as a file. */
export const MEDIA_KINDS = ['webm', 'mp4', 'gif', 'png', 'jpeg', 'webp', 'zip', 'wav', 'mp3', 'ogg', 'flac'] as const;
export type MediaKind = (typeof MEDIA_KINDS)[number];

const MEDIA_TYPES: Record<MediaKind, string> = {
  webm: 'video/webm',
  mp4: 'video/mp4',
  gif: 'image/gif',
  png: 'image/png',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  zip: 'application/zip',
  wav: 'audio/wav',
  mp3: 'audio/mpeg',
  ogg: 'audio/ogg',
  flac: 'audio/flac',
};

/** Whether a file of this kind can only be heard. */
export const isSound = (kind: MediaKind): boolean => MEDIA_TYPES[kind].startsWith('audio/');

/** The media type of a kind. */
export const mediaType = (kind: MediaKind): string => MEDIA_TYPES[kind];

/** How many bytes of a file tell its kind. */
export const KIND_BYTES = 16;

/** The kind of a file by its first bytes, whatever it is called; null of any other. */
export function mediaKindOf(bytes: Uint8Array): MediaKind | null {
  const starts = (at: number, ...expected: number[]): boolean => expected.every((byte, i) => bytes[at + i] === byte);
  const says = (at: number, text: string): boolean => starts(at, ...[...text].map((letter) => letter.charCodeAt(0)));
  if (starts(0, 0x1a, 0x45, 0xdf, 0xa3)) return 'webm';
  if (says(4, 'ftyp')) return 'mp4';
  if (says(0, 'GIF87a') || says(0, 'GIF89a')) return 'gif';
  if (starts(0, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'png';
  if (starts(0, 0xff, 0xd8, 0xff)) return 'jpeg';
  if (says(0, 'RIFF') && says(8, 'WEBP')) return 'webp';
  if (starts(0, 0x50, 0x4b, 3, 4)) return 'zip';
  if (says(0, 'RIFF') && says(8, 'WAVE')) return 'wav';
  if (says(0, 'OggS')) return 'ogg';
  if (says(0, 'fLaC')) return 'flac';
  // A tag, or the eleven set bits of a frame of layer 3.
  if (says(0, 'ID3') || (bytes[0] === 0xff && (bytes[1]! & 0xe6) === 0xe2)) return 'mp3';
  return null;
}
