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

/** A calculation of the Planner that a course keeps. */
export class PlanModel extends Model<InferAttributes<PlanModel>, InferCreationAttributes<PlanModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare authorId: ForeignKey<string>;
  declare title: string;
  declare query: string;
  declare createdAt: CreationOptional<Date>;
  declare author?: NonAttribute<PersonModel>;
}

export function initPlanModel(sequelize: Sequelize): void {
  PlanModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      title: DataTypes.STRING(120),
      query: DataTypes.TEXT,
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'plans', modelName: 'plan' },
  );
  PlanModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
  PlanModel.belongsTo(PersonModel, { foreignKey: 'authorId', as: 'author' });
}
