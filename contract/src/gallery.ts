import * as z from 'zod';
import { TakeWords } from './courses.ts';
import { Note, NoteText, TakeView } from './takes.ts';

/** What a learner says of a take they show to their course. */
export const ShowTake = TakeWords.extend({
  title: z.string().trim().min(1, 'Give it a title.').max(120, 'A title has at most 120 characters.'),
});
export type ShowTake = z.infer<typeof ShowTake>;

/** How a take of one's own is shown; null while it is not. */
export const Shown = z.object({ shown: ShowTake.nullable() });
export type Shown = z.infer<typeof Shown>;

export const GalleryItem = ShowTake.extend({
  takeId: z.string(),
  exerciseTitle: z.string(),
  learnerName: z.string(),
  shownAt: z.string(),
  remarks: z.int(),
});
export type GalleryItem = z.infer<typeof GalleryItem>;

/** The takes that learners of a course show, the newest first. */
export const Gallery = z.object({ courseTitle: z.string(), items: z.array(GalleryItem) });
export type Gallery = z.infer<typeof Gallery>;

export const NewRemark = z.object({ frame: NoteText.shape.frame, text: NoteText.shape.text });
export type NewRemark = z.infer<typeof NewRemark>;

/** What someone says of a frame of a shown take. */
export const Remark = NewRemark.extend({
  id: Note.shape.id,
  authorName: z.string(),
  createdAt: z.string(),
  /** Its author, whose take it is, or an instructor takes it away. */
  mayRemove: z.boolean(),
});
export type Remark = z.infer<typeof Remark>;

/** A shown take: its motion and chart, without anything that was said of it in its review. */
export const ShownTake = z.object({
  view: TakeView,
  note: z.string(),
  remarks: z.array(Remark),
  /** Whose take it is, or an instructor takes it down. */
  mayTakeDown: z.boolean(),
});
export type ShownTake = z.infer<typeof ShownTake>;
