/** Pictures that are frames of one thing: the same name, numbered. */
export interface NumberedPictures<T> {
  name: string;
  /** In the order of their numbers, each once. */
  frames: { number: number; picture: T }[];
}

const NUMBERED = /^(.*?)(\d{1,8})\.(png|jpe?g|webp|gif|svg)$/i;

/** Pictures as frames of one thing, where all of them are numbered alike; null where they are not, or are too few. */
export function numberedPictures<T>(pictures: readonly { name: string; picture: T }[]): NumberedPictures<T> | null {
  const frames = new Map<number, T>();
  let stem: string | null = null;
  for (const { name, picture } of pictures) {
    const [, before, digits] = NUMBERED.exec(name.split('/').at(-1)!) ?? [];
    if (before === undefined || (stem !== null && before !== stem)) return null;
    stem = before;
    const number = Number(digits);
    if (frames.has(number)) return null;
    frames.set(number, picture);
  }
  if (frames.size < 2) return null;
  return {
    name: stem!.replace(/[-_. ]+$/, '') || 'Pictures',
    frames: [...frames].sort(([a], [b]) => a - b).map(([number, picture]) => ({ number, picture })),
  };
}

/** When each of them is shown: for so many frames each, or on the frames of their numbers. */
export type PictureTiming = { each: number } | 'as-numbered';

/** The frame each picture comes up on, the first of them on `first`. */
export function framesOfPictures(
  { frames }: Pick<NumberedPictures<unknown>, 'frames'>,
  timing: PictureTiming,
  first: number,
): number[] {
  return frames.map(({ number }, i) =>
    timing === 'as-numbered' ? first + number - frames[0]!.number : first + i * timing.each,
  );
}
