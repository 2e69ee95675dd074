import type { LedgerTake, ReviewText } from '@undulan/contract';
import { type Digest, DIGEST_VERSION, READING_VERSION } from '@undulan/core';
import { Op, QueryTypes } from 'sequelize';
import { digestColumns } from '../readings/read-columns.ts';
import { ReadingModel } from '../readings/reading.model.ts';
import { notDismissed } from '../readings/visible-reading.ts';
import { IN_LEDGER } from './people-of-ledger.ts';

/** All takes of those in a course, each with its review in figures and which of its readings is the newest. */
const TAKES = `
  SELECT takes.id, takes.learnerId, takes.exerciseId, takes.number, takes.handedInAt, reviews.returnedAt,
    reviews.grade, reviews.again, reviews.decisions, exercises.latePolicy, exercises.dueAt,
    (SELECT COUNT(*) FROM notes WHERE notes.reviewId = reviews.id) AS notes,
    (SELECT readings.id FROM readings
      WHERE readings.takeId = takes.id AND readings.state = 'read' AND readings.version = :version
      ORDER BY readings.createdAt DESC LIMIT 1) AS readingId
  FROM takes
  JOIN exercises ON exercises.id = takes.exerciseId AND exercises.courseId = :courseId
    AND exercises.archivedAt IS NULL
  LEFT JOIN reviews ON reviews.takeId = takes.id
  WHERE ${IN_LEDGER}`;

/** Digests by themselves: carried along while rows are put together they would cost more than all else. */
const DIGESTS = `
  SELECT readings.id, readings.digest
  FROM takes
  JOIN exercises ON exercises.id = takes.exerciseId AND exercises.courseId = :courseId
    AND exercises.archivedAt IS NULL
  JOIN readings ON readings.takeId = takes.id AND readings.state = 'read' AND readings.version = :version
  WHERE ${IN_LEDGER}`;

/** Of a document's column the driver gives its text, or what it says. */
type Column<Of> = Of | string | null;

const parsed = <Of>(column: Column<Of>): Of | null =>
  typeof column === 'string' ? (JSON.parse(column) as Of | null) : column;

interface TakeRow {
  id: string;
  learnerId: string;
  exerciseId: string;
  number: number;
  handedInAt: Date;
  returnedAt: Date | null;
  grade: number | null;
  again: 0 | 1 | null;
  decisions: Column<ReviewText['decisions']>;
  latePolicy: string | null;
  dueAt: Date | null;
  notes: number;
  readingId: string | null;
}

function describe(
  { readingId, again, decisions, latePolicy, dueAt, ...row }: TakeRow,
  digests: ReadonlyMap<string, Digest>,
): LedgerTake {
  const digest = (readingId && digests.get(readingId)) || null;
  return {
    ...row,
    handedInAt: row.handedInAt.toISOString(),
    late: latePolicy === 'mark' && dueAt !== null && row.handedInAt > dueAt,
    state: row.returnedAt ? 'returned' : 'handed-in',
    returnedAt: row.returnedAt?.toISOString() ?? null,
    again: again === 1 && row.returnedAt !== null,
    notes: Number(row.notes),
    digest: digest && { ...digest, faults: notDismissed(digest.faults, parsed(decisions)) },
  };
}

/** Readings whose digest is made anew at a time: each has its whole reading in memory. */
const AT_ONCE = 50;

/** Makes the digests of a course's readings that an older program wrote, once. */
async function digestOlder(courseId: string): Promise<void> {
  const isOlder = { [Op.or]: [{ digestVersion: null }, { digestVersion: { [Op.lt]: DIGEST_VERSION } }] };
  for (;;) {
    const older = await ReadingModel.findAll({
      where: { state: 'read', version: READING_VERSION, ...isOlder },
      attributes: ['id', 'reading'],
      include: [
        {
          association: 'take',
          attributes: [],
          required: true,
          include: [{ association: 'exercise', attributes: [], where: { courseId }, required: true }],
        },
        { association: 'target', required: true },
      ],
      limit: AT_ONCE,
    });
    for (const { id, reading, target } of older)
      await ReadingModel.update(digestColumns(reading!, target!.target), { where: { id } });
    if (older.length < AT_ONCE) return;
  }
}

/**
 * The takes of those in a course, first to last, each with the digest of its newest reading, less what its review
 * dismisses; without any document.
 */
export async function takesOf(courseId: string): Promise<LedgerTake[]> {
  await digestOlder(courseId);
  const asked = { replacements: { courseId, version: READING_VERSION }, type: QueryTypes.SELECT } as const;
  const [rows, digests] = await Promise.all([
    ReadingModel.sequelize!.query<TakeRow>(TAKES, asked),
    ReadingModel.sequelize!.query<{ id: string; digest: Column<Digest> }>(DIGESTS, asked),
  ]);
  const byReading = new Map(digests.map(({ id, digest }) => [id, parsed(digest)!]));
  return rows
    .map((row) => describe(row, byReading))
    .sort((a, b) => a.handedInAt.localeCompare(b.handedInAt) || a.number - b.number);
}
