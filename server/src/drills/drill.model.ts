import type { DrillAnswer } from '@undulan/contract';
import type { Drill, DrillFault, DrillKind, DrillOutcome } from '@undulan/core';
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
  declare kind: DrillKind;
  declare fault: DrillFault | null;
  declare fps: Drill['fps'];
  declare seed: number;
  declare answers: DrillAnswer[];
  /** What came of it; null until it is first asked for. */
  declare outcome: CreationOptional<DrillOutcome | null>;
  declare createdAt: CreationOptional<Date>;
  declare person?: NonAttribute<PersonModel>;
}

/** A drill that a course's learners are asked to do. */
export class SetDrillModel extends Model<InferAttributes<SetDrillModel>, InferCreationAttributes<SetDrillModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare kind: DrillKind;
  declare fault: DrillFault | null;
  declare fps: Drill['fps'];
  declare dueAt: Date | null;
  declare createdAt: CreationOptional<Date>;
}

const OF_DRILL = { kind: DataTypes.STRING(32), fault: DataTypes.STRING(32), fps: DataTypes.INTEGER };

export function initDrillModels(sequelize: Sequelize): void {
  DrillRunModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      ...OF_DRILL,
      seed: DataTypes.BIGINT,
      answers: DataTypes.JSON,
      outcome: DataTypes.JSON,
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'drill_runs', modelName: 'drillRun' },
  );
  DrillRunModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
  DrillRunModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
  SetDrillModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      ...OF_DRILL,
      dueAt: DataTypes.DATE(3),
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'set_drills', modelName: 'setDrill' },
  );
  SetDrillModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
}
