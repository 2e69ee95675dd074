import type { UsedNote } from '@undulan/contract';
import { QueryTypes } from 'sequelize';
import { NoteModel } from '../takes/take.model.ts';
import { IN_LEDGER } from './people-of-ledger.ts';

const MOST = 20;

/** Words that were written in more than one note; as they are, but for spaces at their ends and large letters. */
const USED = `
  SELECT MIN(TRIM(notes.text)) AS text, COUNT(*) AS times, COUNT(DISTINCT takes.learnerId) AS learners,
    COUNT(DISTINCT takes.exerciseId) AS exercises
  FROM notes
  JOIN reviews ON reviews.id = notes.reviewId AND reviews.returnedAt IS NOT NULL
  JOIN takes ON takes.id = reviews.takeId
  JOIN exercises ON exercises.id = takes.exerciseId AND exercises.courseId = :courseId
    AND exercises.archivedAt IS NULL
  WHERE ${IN_LEDGER}
  GROUP BY LOWER(TRIM(notes.text))
  HAVING COUNT(*) > 1
  ORDER BY times DESC, text
  LIMIT ${MOST}`;

/** The notes that are used most in a course. */
export async function notesUsedIn(courseId: string): Promise<UsedNote[]> {
  const rows = await NoteModel.sequelize!.query<Record<keyof UsedNote, string>>(USED, {
    replacements: { courseId },
    type: QueryTypes.SELECT,
  });
  return rows.map(({ text, times, learners, exercises }) => ({
    text,
    times: Number(times),
    learners: Number(learners),
    exercises: Number(exercises),
  }));
}
