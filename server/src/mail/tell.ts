import type { MailKind } from '@undulan/contract';
import { Op, type Transaction } from 'sequelize';
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

async function tellOne(
  { id: personId, name, email }: Pick<PersonModel, 'id' | 'name' | 'email'>,
  { kind, course, line, once }: Telling,
  transaction: Transaction,
): Promise<void> {
  const waits = WAITS_MS[kind] ?? 0;
  const now = new Date();
  const open =
    waits > 0 &&
    (await MessageModel.findOne({
      where: { personId, courseId: course.id, kind, sentAt: null, goesAt: { [Op.gt]: now } },
      order: [['createdAt', 'DESC']],
      transaction,
      lock: transaction.LOCK.UPDATE,
    }));
  if (open && open.lines.some(({ says, path }) => says === line.says && path === line.path)) return;
  if (open && open.lines.length < MOST_LINES) {
    await open.update({ lines: [...open.lines, line] }, { transaction });
    return;
  }
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
