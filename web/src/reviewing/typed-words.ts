import { TakeWords } from '@undulan/contract';
import { z } from 'zod';

/** As it is typed: tags in one line, between commas. */
export const TYPED_WORDS = z
  .object({ title: z.string(), tags: z.string(), note: z.string() })
  .transform(({ tags, ...words }): z.input<typeof TakeWords> => ({
    ...words,
    tags: tags
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  }))
  .pipe(TakeWords);

export const NO_WORDS = { title: '', tags: '', note: '' };
