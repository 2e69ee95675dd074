import * as z from 'zod';

/** A calculation of the Planner, kept under a name: its state as the address's query writes it. */
export const NewPlan = z.object({
  title: z.string().trim().min(1, 'Give the plan a name.').max(120, 'A name has at most 120 characters.'),
  query: z.string().max(4000, 'This plan is too long to keep: delete some runs or movers.'),
});
export type NewPlan = z.infer<typeof NewPlan>;

/** A plan of the course, for all of its people. Its author and the course's instructors may remove it. */
export const SavedPlan = NewPlan.extend({
  id: z.string(),
  authorName: z.string(),
  mayRemove: z.boolean(),
  savedAt: z.string(),
});
export type SavedPlan = z.infer<typeof SavedPlan>;
