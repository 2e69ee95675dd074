import {
  isSound,
  KIND_BYTES,
  type MediaKind,
  mediaKindOf,
  mediaType,
  MOST_CLIP_PICTURES,
  problemOf,
} from '@undulan/core';
import { unpacked } from '../files/index.ts';

/** Why a file is no clip, in words for who chose it. */
export class ClipProblem extends Error {}

/** What chosen files are as a clip: a film, a moving image, or numbered images in order. */
export type OpenClip =
  | { is: 'film'; file: Blob }
  | { is: 'moving'; file: Blob; kind: MediaKind }
  | { is: 'numbered'; files: [name: string, file: Blob][] };

const MOST_ZIP_BYTES = 600_000_000;
const ZIP_PICTURE = /\.(png|jpe?g|webp)$/i;

/** Names as people count: 2 before 10. */
const byNumber = new Intl.Collator('en', { numeric: true });

const NO_CLIP =
  'This file is no clip: hand in WebM, MP4, GIF, animated PNG, or numbered images (several files, or a zip of them).';

async function kindOf(file: Blob): Promise<MediaKind> {
  const kind = mediaKindOf(new Uint8Array(await file.slice(0, KIND_BYTES).arrayBuffer()));
  if (!kind || isSound(kind)) throw new ClipProblem(NO_CLIP);
  return kind;
}

async function numberedInZip(file: Blob): Promise<[string, Blob][]> {
  const read = await unpacked(new Uint8Array(await file.arrayBuffer()), {
    mostFiles: MOST_CLIP_PICTURES,
    mostBytes: MOST_ZIP_BYTES,
    takes: (name) => ZIP_PICTURE.test(name) && !name.startsWith('__MACOSX'),
  });
  if (!read.ok) throw new ClipProblem(problemOf(read)!);
  const files = Object.entries(read.value).map(([name, bytes]): [string, Blob] => [name, new Blob([bytes])]);
  if (files.length === 0) throw new ClipProblem('There are no pictures in this zip.');
  return files;
}

async function isMoving(file: Blob, kind: MediaKind): Promise<boolean> {
  if (kind === 'gif') return true;
  if (kind === 'jpeg') return false;
  const decoder = new ImageDecoder({ data: file.stream(), type: mediaType(kind) });
  await decoder.completed;
  const count = decoder.tracks.selectedTrack?.frameCount ?? 0;
  decoder.close();
  return count > 1;
}

/** What files are, by their content: many, or a zip of many, are numbered images. Rejects with a `ClipProblem`. */
export async function openClip(files: readonly File[]): Promise<OpenClip> {
  const [file] = files;
  if (!file) throw new ClipProblem('Choose a clip.');
  const numbered = (named: [string, Blob][]): OpenClip => ({
    is: 'numbered',
    files: named.sort(([a], [b]) => byNumber.compare(a, b)),
  });
  const kind = await kindOf(file);
  if (files.length > 1) return numbered(files.map((own) => [own.name, own]));
  if (kind === 'webm' || kind === 'mp4') return { is: 'film', file };
  if (kind === 'zip') return numbered(await numberedInZip(file));
  return (await isMoving(file, kind)) ? { is: 'moving', file, kind } : numbered([[file.name, file]]);
}
