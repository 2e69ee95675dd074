import type { Created, NoteText, ReplyText, ReturnReview, ReviewText, Saved } from '@undulan/contract';
import { noteFor, takeToReview } from '../access/access.ts';
import { ProblemError } from '../http/problem-error.ts';
import { NoteModel, ReplyModel, ReviewModel } from './take.model.ts';

/** The review of a take while it may still change. Throws `already-returned`. */
async function openReview(personId: string, takeId: string): Promise<ReviewModel> {
  await takeToReview(personId, takeId);
  const review = await ReviewModel.findOne({ where: { takeId } });
  if (!review) throw new ProblemError('not-found', 'This take has no review.');
  if (review.returnedAt) throw new ProblemError('already-returned', 'This review was returned to the learner and stays as it is.');
  return review;
}

async function write(review: ReviewModel, version: number, change: Partial<Pick<ReviewModel, 'grade' | 'summary' | 'criteria' | 'decisions' | 'again' | 'returnedAt' | 'instructorId'>>): Promise<Saved> {
  const [written] = await ReviewModel.update(
    { ...change, version: version + 1 },
    { where: { id: review.id, version, returnedAt: null } },
  );
  if (written === 0) throw new ProblemError('stale-version', 'This review was changed elsewhere.');
  return { version: version + 1 };
}

/** Saves grades, decisions and closing words. Throws `stale-version` when they were written since the caller read them. */
export async function saveReview(personId: string, takeId: string, { version, ...words }: ReviewText): Promise<Saved> {
  const review = await openReview(personId, takeId);
  return write(review, version, { ...words, instructorId: personId });
}

/** Gives the review to the learner; from then on it stays as it is. Throws `not-ready` without a grade. */
export async function returnReview(personId: string, takeId: string, { version, again }: ReturnReview): Promise<Saved> {
  const review = await openReview(personId, takeId);
  if (review.version === version && review.grade === null) {
    throw new ProblemError('not-ready', 'Give a grade first: take the proposed one or your own.');
  }
  return write(review, version, { returnedAt: new Date(), again, instructorId: personId });
}

export async function addNote(personId: string, takeId: string, { frame, text, ...pinned }: NoteText): Promise<Created> {
  const review = await openReview(personId, takeId);
  const note = await NoteModel.create({ reviewId: review.id, frame, text, pinned });
  return { id: note.id };
}

async function noteOf(review: ReviewModel, noteId: string): Promise<NoteModel> {
  const note = await NoteModel.findOne({ where: { id: noteId, reviewId: review.id } });
  if (!note) throw new ProblemError('not-found', 'There is no such note in this review.');
  return note;
}

export async function changeNote(personId: string, takeId: string, noteId: string, { frame, text, ...pinned }: NoteText): Promise<void> {
  const note = await noteOf(await openReview(personId, takeId), noteId);
  await note.update({ frame, text, pinned });
}

export async function removeNote(personId: string, takeId: string, noteId: string): Promise<void> {
  const note = await noteOf(await openReview(personId, takeId), noteId);
  await note.destroy();
}

/** Says something to a note of a returned review. */
export async function replyToNote(personId: string, takeId: string, noteId: string, { text }: ReplyText): Promise<Created> {
  const { note } = await noteFor(personId, takeId, noteId);
  const { id } = await ReplyModel.create({ noteId: note.id, authorId: personId, text });
  return { id };
}

/** The learner marks a note as done, or not. */
export async function markNote(personId: string, takeId: string, noteId: string, done: boolean): Promise<void> {
  const { note, role } = await noteFor(personId, takeId, noteId);
  if (role !== 'learner') throw new ProblemError('forbidden', 'Only the learner says what is done.');
  await note.update({ done });
}
