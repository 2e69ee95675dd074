import type { ReadingJob } from '@undulan/contract';
import { DataTypes, Model, type CreationOptional, type ForeignKey, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import { ExerciseModel } from '../exercises/exercise.model.ts';

/** All takes of an exercise being read again. Its row is its progress, for whichever copy of the server is asked. */
export class ReadingJobModel extends Model<InferAttributes<ReadingJobModel>, InferCreationAttributes<ReadingJobModel>> {
  declare id: CreationOptional<string>;
  declare exerciseId: ForeignKey<string>;
  declare total: number;
  declare done: number;
  declare failed: number;
  declare state: ReadingJob['state'];
  declare startedAt: Date;
  declare updatedAt: CreationOptional<Date>;
}

export function initReadingJobModel(sequelize: Sequelize): void {
  ReadingJobModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      total: DataTypes.INTEGER,
      done: DataTypes.INTEGER,
      failed: DataTypes.INTEGER,
      state: DataTypes.STRING(16),
      startedAt: DataTypes.DATE(3),
      updatedAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'reading_jobs', modelName: 'readingJob' },
  );
  ReadingJobModel.belongsTo(ExerciseModel, { foreignKey: 'exerciseId' });
}
