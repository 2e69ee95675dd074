import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import { ExerciseModel } from '../exercises/exercise.model.ts';

/**
 * All takes of an exercise being read again. Its progress is that of its readings, for whichever copy of the server is
 * asked.
 */
export class ReadingJobModel extends Model<InferAttributes<ReadingJobModel>, InferCreationAttributes<ReadingJobModel>> {
  declare id: CreationOptional<string>;
  declare exerciseId: ForeignKey<string>;
  declare total: number;
  declare state: 'running' | 'finished' | 'cancelled';
  /** The exercise while it runs, else nothing: there is one running job an exercise. */
  declare runningFor: string | null;
  declare startedAt: Date;
}

export function initReadingJobModel(sequelize: Sequelize): void {
  ReadingJobModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      total: DataTypes.INTEGER,
      state: DataTypes.STRING(16),
      runningFor: DataTypes.UUID,
      startedAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'reading_jobs', modelName: 'readingJob' },
  );
  ReadingJobModel.belongsTo(ExerciseModel, { foreignKey: 'exerciseId' });
}
