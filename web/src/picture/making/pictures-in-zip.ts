const PICTURE = /\.(png|jpe?g|webp|gif|svg)$/i;
const TYPES: Record<string, string> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  gif: 'image/gif',
  svg: 'image/svg+xml',
};
const MOST_PICTURES = 400;
/** All of them together, unpacked. */
const MOST_BYTES = 200_000_000;

/** The pictures in a zip, under their names; throws with why there are none. */
export async function picturesInZip(zip: File): Promise<File[]> {
  const { unzipSync } = await import('fflate');
  let bytes = 0;
  let count = 0;
  const isPicture = (name: string): boolean => PICTURE.test(name) && !/(^|\/)(\.|__MACOSX)/.test(name);
  const files = unzipSync(new Uint8Array(await zip.arrayBuffer()), {
    filter: ({ name, originalSize }) => {
      if (!isPicture(name)) return false;
      bytes += originalSize;
      if (++count > MOST_PICTURES) throw new Error(`a zip has at most ${MOST_PICTURES} pictures`);
      if (bytes > MOST_BYTES) throw new Error(`its pictures have at most ${MOST_BYTES / 1e6} MB in all`);
      return true;
    },
  });
  return Object.entries(files).map(
    ([name, content]) => new File([content], name, { type: TYPES[PICTURE.exec(name)![1]!.toLowerCase()]! }),
  );
}
