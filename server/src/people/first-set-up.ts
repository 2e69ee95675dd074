import { timingSafeEqual } from 'node:crypto';
import type { FirstSetUp, Joined } from '@undulan/contract';
import {
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
  type Transaction,
} from 'sequelize';
import { CourseModel, EnrolmentModel } from '../courses/course.model.ts';
import { withLock } from '../database/lock.ts';
import { ProblemError } from '../http/problem-error.ts';
import { hashPassword } from './passwords.ts';
import { PersonModel } from './person.model.ts';
import { newSecret } from './secrets.ts';

const CODE_BYTES = 18;
/** There is one row at most. */
const ONLY = 1;

/** The code of an installation that nobody has an account in yet. */
export class FirstSetUpModel extends Model<InferAttributes<FirstSetUpModel>, InferCreationAttributes<FirstSetUpModel>> {
  declare id: number;
  declare code: string;
}

export function initFirstSetUpModel(sequelize: Sequelize): void {
  FirstSetUpModel.init(
    { id: { type: DataTypes.TINYINT, primaryKey: true }, code: DataTypes.CHAR(24) },
    { sequelize, tableName: 'first_set_up', modelName: 'firstSetUp', updatedAt: false },
  );
}

/** The code by which a new installation is set up, the same at every copy and start; null once there is an account. */
export async function setUpCode(sequelize: Sequelize): Promise<string | null> {
  return withLock(sequelize, 'undulan-set-up', async () => {
    if ((await PersonModel.count()) > 0) return null;
    const code = newSecret(CODE_BYTES);
    const [{ code: kept }] = await FirstSetUpModel.findOrCreate({ where: { id: ONLY }, defaults: { id: ONLY, code } });
    return kept;
  });
}

/** Whether nobody has an account yet. */
export async function isNew(): Promise<boolean> {
  return (await PersonModel.count()) === 0;
}

async function refuseOtherCode(code: string, transaction: Transaction): Promise<void> {
  const kept = await FirstSetUpModel.findByPk(ONLY, { transaction, lock: transaction.LOCK.UPDATE });
  if (!kept || (await PersonModel.count({ transaction })) > 0)
    throw new ProblemError('not-found', 'This installation is set up already: sign in.');
  const [given, own] = [Buffer.from(code), Buffer.from(kept.code)];
  if (given.length !== own.length || !timingSafeEqual(given, own))
    throw new ProblemError('wrong-credentials', 'That is not the code that was printed when the program started.');
}

/**
 * Makes the first account of an installation, in a first course that it instructs. Throws `not-found` once there is an
 * account, `wrong-credentials` for another code.
 */
export async function setUp({
  code,
  name,
  email,
  password,
  course,
}: FirstSetUp): Promise<Joined & { personId: string }> {
  const sequelize = FirstSetUpModel.sequelize!;
  await sequelize.transaction((transaction) => refuseOtherCode(code, transaction));
  const passwordHash = await hashPassword(password);
  return sequelize.transaction(async (transaction) => {
    await refuseOtherCode(code, transaction);
    const { id: personId } = await PersonModel.create(
      { name, email, passwordHash, isAdministrator: true },
      { transaction },
    );
    const { id: courseId } = await CourseModel.create({ title: course }, { transaction });
    await EnrolmentModel.create({ courseId, personId, role: 'instructor' }, { transaction });
    await FirstSetUpModel.destroy({ where: { id: ONLY }, transaction });
    return { courseId, personId };
  });
}
