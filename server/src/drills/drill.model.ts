import type { DrillAnswer } from '@undulan/contract';
import type { Choice } from '@undulan/core';
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
import { CourseModel } from '../courses/course.model.ts';
import { PersonModel } from '../people/person.model.ts';

/** A drill that was done. */
export class DrillRunModel extends Model<InferAttributes<DrillRunModel>, InferCreationAttributes<DrillRunModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare personId: ForeignKey<string>;
  declare choice: Choice;
  declare seed: number;
  declare answers: DrillAnswer[];
  declare createdAt: CreationOptional<Date>;
  declare person?: NonAttribute<PersonModel>;
}

export function initDrillModel(sequelize: Sequelize): void {
  DrillRunModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      choice: DataTypes.STRING(32),
      seed: DataTypes.BIGINT,
      answers: DataTypes.JSON,
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'drill_runs', modelName: 'drillRun' },
  );
  DrillRunModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
  DrillRunModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
}
