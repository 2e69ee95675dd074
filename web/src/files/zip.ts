import { accept, refuse, type Result } from '@undulan/core';
import type { AsyncZippable } from 'fflate';

/** Files packed into a zip, off the page's own thread; what is packed already (films) says so by its level. */
export async function packed(files: AsyncZippable): Promise<Uint8Array<ArrayBuffer>> {
  const { zip } = await import('fflate');
  return new Promise((resolve, reject) => {
    zip(files, { level: 6 }, (error, bytes) => (error ? reject(error) : resolve(bytes)));
  });
}

export interface ZipLimits {
  mostFiles: number;
  /** All of them together, unpacked. */
  mostBytes: number;
  /** Which files are wanted, by their names; the others are not unpacked. */
  takes?: (name: string) => boolean;
}

/** The files of a zip by their names; what is none, is broken or too much is refused. */
export async function unpacked(
  bytes: Uint8Array,
  { mostFiles, mostBytes, takes = () => true }: ZipLimits,
): Promise<Result<Record<string, Uint8Array<ArrayBuffer>>>> {
  const { unzip } = await import('fflate');
  let [total, count] = [0, 0];
  return new Promise((resolve) => {
    unzip(
      bytes,
      {
        // Sizes are said before anything is unpacked; what lies is stopped by its own size.
        filter: ({ name, originalSize }) => {
          if (!takes(name)) return false;
          total += originalSize;
          count++;
          return total <= mostBytes && count <= mostFiles;
        },
      },
      (error, files) => {
        const most = `${mostFiles} files and ${Math.round(mostBytes / 1e6)} MB in all`;
        if (error) resolve(refuse('no-zip', [], 'This file is no zip, or is broken.'));
        else if (total > mostBytes || count > mostFiles)
          resolve(refuse('too-large', [], `This zip is too large: at most ${most}.`));
        else resolve(accept(files));
      },
    );
  });
}
