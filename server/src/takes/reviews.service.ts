import type { Created, NoteText, ReplyText, ReturnReview, ReviewText, Saved } from '@undulan/contract';
import type { Transaction } from 'sequelize';
import { noteFor, type TakeAccess, takeToReview } from '../access/access.ts';
import { ProblemError } from '../http/problem-error.ts';
import { tellReplied, tellReturned } from '../mail/events.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { NoteModel, ReplyModel, ReviewModel } from './take.model.ts';

/** The review of a take while it may still change. Throws `already-returned`. */
async function openReview(personId: string, takeId: string): Promise<TakeAccess & { review: ReviewModel }> {
  const access = await takeToReview(personId, takeId);
  const review = await ReviewModel.findOne({ where: { takeId } });
  if (!review) throw new ProblemError('not-found', 'This take has no review.');
  if (review.returnedAt) throw alreadyReturned();
  return { ...access, review };
}

function alreadyReturned(): ProblemError {
  return new ProblemError('already-returned', 'This review was returned to the learner and stays as it is.');
}

async function write(
  review: ReviewModel,
  version: number,
  change: Partial<
    Pick<ReviewModel, 'grade' | 'summary' | 'criteria' | 'decisions' | 'again' | 'returnedAt' | 'instructorId'>
  >,
  transaction?: Transaction,
): Promise<Saved> {
  const [written] = await ReviewModel.update(
    { ...change, version: version + 1 },
    { where: { id: review.id, version, returnedAt: null }, transaction },
  );
  if (written === 0) throw new ProblemError('stale-version', 'This review was changed elsewhere.');
  return { version: version + 1 };
}

/**
 * Saves grades, decisions and closing words. Throws `stale-version` when they were written since the caller read them.
 */
export async function saveReview(personId: string, takeId: string, { version, ...words }: ReviewText): Promise<Saved> {
  const { review } = await openReview(personId, takeId);
  return write(review, version, { ...words, instructorId: personId });
}

/** Gives the review to the learner; from then on it stays as it is. Throws `not-ready` without a grade. */
export async function returnReview(personId: string, takeId: string, { version, again }: ReturnReview): Promise<Saved> {
  const { review, take, exercise } = await openReview(personId, takeId);
  if (review.version === version && review.grade === null) {
    throw new ProblemError('not-ready', 'Give a grade first: take the proposed one or your own.');
  }
  return ReviewModel.sequelize!.transaction(async (transaction) => {
    const returned = { returnedAt: new Date(), again, instructorId: personId };
    const saved = await write(review, version, returned, transaction);
    await tellReturned({ take, exercise }, transaction);
    return saved;
  });
}

/**
 * Does something to the notes of a review while it cannot be returned: what comes after the return has begun is
 * refused.
 */
async function withNotes<T>(
  personId: string,
  takeId: string,
  work: (review: ReviewModel, transaction: Transaction) => Promise<T>,
): Promise<T> {
  await openReview(personId, takeId);
  return ReviewModel.sequelize!.transaction(async (transaction) => {
    const review = await ReviewModel.findOne({ where: { takeId }, transaction, lock: transaction.LOCK.UPDATE });
    if (!review || review.returnedAt) throw alreadyReturned();
    return work(review, transaction);
  });
}

export function addNote(personId: string, takeId: string, { frame, text, ...pinned }: NoteText): Promise<Created> {
  return withNotes(personId, takeId, async (review, transaction) => {
    refuseBeyond('notes', await NoteModel.count({ where: { reviewId: review.id }, transaction }));
    const note = await NoteModel.create({ reviewId: review.id, frame, text, pinned }, { transaction });
    return { id: note.id };
  });
}

async function noteOf(review: ReviewModel, noteId: string, transaction: Transaction): Promise<NoteModel> {
  const note = await NoteModel.findOne({ where: { id: noteId, reviewId: review.id }, transaction });
  if (!note) throw new ProblemError('not-found', 'There is no such note in this review.');
  return note;
}

export function changeNote(
  personId: string,
  takeId: string,
  noteId: string,
  { frame, text, ...pinned }: NoteText,
): Promise<void> {
  return withNotes(personId, takeId, async (review, transaction) => {
    await (await noteOf(review, noteId, transaction)).update({ frame, text, pinned }, { transaction });
  });
}

export function removeNote(personId: string, takeId: string, noteId: string): Promise<void> {
  return withNotes(personId, takeId, async (review, transaction) => {
    await (await noteOf(review, noteId, transaction)).destroy({ transaction });
  });
}

/** Says something to a note of a returned review. */
export async function replyToNote(
  personId: string,
  takeId: string,
  noteId: string,
  { text }: ReplyText,
): Promise<Created> {
  const { note, take, exercise, review } = await noteFor(personId, takeId, noteId);
  refuseBeyond('replies', await ReplyModel.count({ where: { noteId: note.id } }));
  return ReplyModel.sequelize!.transaction(async (transaction) => {
    const { id } = await ReplyModel.create({ noteId: note.id, authorId: personId, text }, { transaction });
    // What is not given yet is not spoken of.
    if (review.returnedAt) await tellReplied({ take, exercise }, personId, review.instructorId, transaction);
    return { id };
  });
}

/** The learner marks a note as done, or not. */
export async function markNote(personId: string, takeId: string, noteId: string, done: boolean): Promise<void> {
  const { note, role } = await noteFor(personId, takeId, noteId);
  if (role !== 'learner') throw new ProblemError('forbidden', 'Only the learner says what is done.');
  await note.update({ done });
}
