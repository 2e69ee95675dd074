import { accept, refuse, type Result } from '@undulan/core';
import { unpacked } from '../../files/index.ts';

const TYPES: Record<string, string> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  gif: 'image/gif',
  svg: 'image/svg+xml',
};
const typeOf = (name: string): string | undefined => TYPES[name.split('.').at(-1)!.toLowerCase()];
/** What a system puts beside files of its own accord. */
const isHidden = (name: string): boolean => /(^|\/)(\.|__MACOSX)/.test(name);

/** As many as one subject can show. */
export const MOST_PICTURES = 400;
const LIMITS = {
  mostFiles: MOST_PICTURES,
  mostBytes: 200_000_000,
  takes: (name: string) => typeOf(name) !== undefined && !isHidden(name),
};

/** The pictures in a zip, under their names. */
export async function picturesInZip(zip: File): Promise<Result<File[]>> {
  const files = await unpacked(new Uint8Array(await zip.arrayBuffer()), LIMITS);
  if (!files.ok) return files;
  const pictures = Object.entries(files.value).map(([name, bytes]) => new File([bytes], name, { type: typeOf(name)! }));
  return pictures.length > 0 ? accept(pictures) : refuse('no-picture', [], 'There is no picture in this zip.');
}
