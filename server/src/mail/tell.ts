import type { MailKind } from '@undulan/contract';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import type { CourseModel } from '../courses/course.model.ts';
import type { PersonModel } from '../people/person.model.ts';
import { type Line, MessageModel } from './message.model.ts';

const MINUTE_MS = 60_000;

/** How long a message waits for more of its kind, so that many are one; the others go at once. */
const WAITS_MS: Partial<Record<MailKind, number>> = {
  published: 15 * MINUTE_MS,
  'handed-in': 15 * MINUTE_MS,
  replied: 5 * MINUTE_MS,
};

/** A message has so many lines at most; more begin another. */
const MOST_LINES = 50;

export interface Telling {
  kind: MailKind;
  course: Pick<CourseModel, 'id' | 'title'>;
  line: Line;
  /** Says it to each of them once and no more. */
  once?: string;
}

/**
 * Writes to people, in the transaction of what it is about: a message is there when that has happened, and only then.
 * Who does not want this kind gets none.
 */
export async function tell(
  people: readonly Pick<PersonModel, 'id' | 'name' | 'email' | 'mailOff'>[],
  telling: Telling,
  transaction: Transaction,
): Promise<void> {
  for (const person of people)
    if (!(person.mailOff ?? []).includes(telling.kind)) await tellOne(person, telling, transaction);
}

/**
 * Adds a line to a message of the same kind that nobody has begun to send, if there is one. It is looked for without a
 * lock and changed by its name alone: a lock on what is not there yet would let two who write at once wait for each
 * other.
 */
async function isAdded(
  personId: string,
  courseId: string,
  kind: MailKind,
  line: Line,
  transaction: Transaction,
): Promise<boolean> {
  const open = await MessageModel.findOne({
    where: { personId, courseId, kind, attempts: 0, sentAt: null, goesAt: { [Op.gt]: new Date() } },
    order: [['createdAt', 'DESC']],
    transaction,
  });
  if (!open || open.lines.length >= MOST_LINES) return false;
  if (open.lines.some(({ says, path }) => says === line.says && path === line.path)) return true;
  const [, added] = await MessageModel.sequelize!.query(
    "UPDATE messages SET `lines` = JSON_ARRAY_APPEND(`lines`, '$', JSON_COMPACT(:line)) " +
      'WHERE id = :id AND attempts = 0 AND sentAt IS NULL',
    { replacements: { id: open.id, line: JSON.stringify(line) }, type: QueryTypes.UPDATE, transaction },
  );
  return added > 0;
}

async function tellOne(
  { id: personId, name, email }: Pick<PersonModel, 'id' | 'name' | 'email'>,
  { kind, course, line, once }: Telling,
  transaction: Transaction,
): Promise<void> {
  const waits = WAITS_MS[kind] ?? 0;
  const now = new Date();
  if (waits > 0 && (await isAdded(personId, course.id, kind, line, transaction))) return;
  await MessageModel.bulkCreate(
    [
      {
        personId,
        courseId: course.id,
        email,
        name,
        kind,
        courseTitle: course.title,
        lines: [line],
        once: once ? `${once}/${personId}` : null,
        goesAt: new Date(now.getTime() + waits),
      },
    ],
    { transaction, ignoreDuplicates: once !== undefined },
  );
}
