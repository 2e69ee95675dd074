import type { MotionDocument } from '@undulan/core';
import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type NonAttribute,
  type Sequelize,
} from 'sequelize';
import { motionColumn } from '../database/motion-column.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';

/** A learner's work on an exercise before it is handed in. */
export class DraftModel extends Model<InferAttributes<DraftModel>, InferCreationAttributes<DraftModel>> {
  declare id: CreationOptional<string>;
  declare exerciseId: ForeignKey<string>;
  declare learnerId: ForeignKey<string>;
  declare name: string;
  declare motion: MotionDocument;
  /** The number of the last step that is done and not undone. */
  declare stepsDone: number;
  declare version: number;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
  declare exercise?: NonAttribute<ExerciseModel>;
}

export function initDraftModel(sequelize: Sequelize): void {
  DraftModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      learnerId: DataTypes.UUID,
      name: DataTypes.STRING(120),
      motion: motionColumn(),
      stepsDone: DataTypes.INTEGER,
      version: DataTypes.INTEGER,
      createdAt: DataTypes.DATE(3),
      updatedAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'drafts', modelName: 'draft' },
  );
  DraftModel.belongsTo(ExerciseModel, { foreignKey: 'exerciseId', as: 'exercise' });
}
