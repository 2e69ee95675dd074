import { readCssEasing } from '@undulan/core';
import * as z from 'zod';

/** An ease kept under a name, in the CSS notation. */
export const NewEase = z.object({
  name: z.string().trim().min(1, 'Give the ease a name.').max(60, 'A name has at most 60 characters.'),
  css: z
    .string()
    .trim()
    .max(4000, 'This ease has too many points to keep.')
    .check((context) => {
      const read = readCssEasing(context.value);
      if (!read.ok) context.issues.push({ code: 'custom', input: context.value, message: read.issues[0]!.message });
    }),
});
export type NewEase = z.infer<typeof NewEase>;

/** An ease of the course's palette, for all of its people. Its author and the course's instructors may remove it. */
export const SavedEase = NewEase.extend({ id: z.string(), authorName: z.string(), mayRemove: z.boolean() });
export type SavedEase = z.infer<typeof SavedEase>;
