import { type MotionDocument, type Target, upgradeMotion } from '@undulan/core';
import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
  type Transaction,
} from 'sequelize';
import { targetHash } from './target-hash.ts';

/** A target that takes were read against, kept once however many readings name it. Never changed. */
export class TargetModel extends Model<InferAttributes<TargetModel>, InferCreationAttributes<TargetModel>> {
  declare hash: string;
  declare target: Target;
  declare createdAt: CreationOptional<Date>;
}

const upgraded = <T extends { motion: MotionDocument }>(part: T): T => ({
  ...part,
  motion: upgradeMotion(part.motion) as MotionDocument,
});

/** A target as an older program wrote it, its motion and alternatives brought up to date. */
function upgradeTarget(target: Target): Target {
  return { ...upgraded(target), ...(target.alternatives && { alternatives: target.alternatives.map(upgraded) }) };
}

export function initTargetModel(sequelize: Sequelize): void {
  TargetModel.init(
    {
      hash: { type: DataTypes.CHAR(64), primaryKey: true },
      target: {
        type: DataTypes.JSON,
        get(this: TargetModel) {
          return upgradeTarget(this.getDataValue('target'));
        },
      },
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'targets', modelName: 'target', updatedAt: false },
  );
}

/** Keeps a target unless it is kept already. Gives its name. */
export async function keepTarget(target: Target, transaction: Transaction | null = null): Promise<string> {
  const hash = targetHash(target);
  await TargetModel.bulkCreate([{ hash, target }], { ignoreDuplicates: true, transaction });
  return hash;
}
