import { targetOf, type ExerciseDetails, type ExerciseTerms, type WorkHistory } from '@undulan/contract';
import type { MotionDocument, Target, Tolerances } from '@undulan/core';
import {
  DataTypes, Model, type CreationOptional, type ForeignKey, type InferAttributes, type InferCreationAttributes, type NonAttribute, type Sequelize,
} from 'sequelize';
import { CourseModel } from '../courses/course.model.ts';
import { motionColumn } from '../database/motion-column.ts';

export class ExerciseModel extends Model<InferAttributes<ExerciseModel>, InferCreationAttributes<ExerciseModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare position: number;
  declare title: string;
  declare brief: string;
  declare tolerances: Tolerances;
  declare modelShown: ExerciseDetails['modelShown'];
  declare terms: ExerciseTerms | null;
  /** The model motion. */
  declare motion: MotionDocument;
  declare history: WorkHistory;
  declare version: number;
  declare publishedAt: Date | null;
  declare course?: NonAttribute<CourseModel>;

  get details(): NonAttribute<ExerciseDetails> {
    return { title: this.title, brief: this.brief, tolerances: this.tolerances, modelShown: this.modelShown, ...this.terms };
  }

  get target(): NonAttribute<Target> {
    return targetOf(this.motion, this.details);
  }
}

/** Details as the table keeps them: what every exercise says in columns of its own, the rest as its terms. */
export function detailColumns({ title, brief, tolerances, modelShown, ...terms }: ExerciseDetails): Pick<ExerciseModel, 'title' | 'brief' | 'tolerances' | 'modelShown' | 'terms'> {
  return { title, brief, tolerances, modelShown, terms };
}

export function initExerciseModel(sequelize: Sequelize): void {
  ExerciseModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      position: DataTypes.INTEGER,
      title: DataTypes.STRING(120),
      brief: DataTypes.TEXT,
      tolerances: DataTypes.JSON,
      modelShown: DataTypes.STRING(32),
      terms: DataTypes.JSON,
      motion: motionColumn(),
      history: DataTypes.JSON,
      version: DataTypes.INTEGER,
      publishedAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'exercises', modelName: 'exercise' },
  );
  ExerciseModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
}
