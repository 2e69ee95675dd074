import { type AsyncZippable, zip } from 'fflate';

/** Files packed into a zip, off the page; what is packed already (films, pictures) says so by its level. */
export function packed(files: AsyncZippable): Promise<Uint8Array<ArrayBuffer>> {
  return new Promise((resolve, reject) =>
    zip(files, { level: 6 }, (error, data) => {
      if (error) reject(error);
      else resolve(data);
    }),
  );
}
