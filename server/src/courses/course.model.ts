import type { CourseDefaults, CourseRole } from '@undulan/contract';
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
import { PersonModel } from '../people/person.model.ts';

export class CourseModel extends Model<InferAttributes<CourseModel>, InferCreationAttributes<CourseModel>> {
  declare id: CreationOptional<string>;
  declare title: string;
  /** Nothing new is begun in it since. */
  declare archivedAt: CreationOptional<Date | null>;
  /** What its exercises begin with; null as anywhere. */
  declare defaults: CreationOptional<CourseDefaults | null>;
}

/** Exercises of a course that belong together. */
export class UnitModel extends Model<InferAttributes<UnitModel>, InferCreationAttributes<UnitModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare title: string;
  declare position: number;
  declare fromDay: string | null;
  declare toDay: string | null;
}

/** One person's part in one course. */
export class EnrolmentModel extends Model<InferAttributes<EnrolmentModel>, InferCreationAttributes<EnrolmentModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare personId: ForeignKey<string>;
  declare role: CourseRole;
  /** When they last looked at the course. */
  declare lookedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
  declare course?: NonAttribute<CourseModel>;
  declare person?: NonAttribute<PersonModel>;
}

/** One person's leave of a course that they were in; of no account while they are in it again. */
export class LeftCourseModel extends Model<InferAttributes<LeftCourseModel>, InferCreationAttributes<LeftCourseModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare personId: ForeignKey<string>;
  /** Their takes stay among the figures of the course. */
  declare inLedger: boolean;
  declare createdAt: CreationOptional<Date>;
  declare course?: NonAttribute<CourseModel>;
  declare person?: NonAttribute<PersonModel>;
}

export function initCourseModels(sequelize: Sequelize): void {
  const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };
  CourseModel.init(
    { id, title: DataTypes.STRING(120), archivedAt: DataTypes.DATE(3), defaults: DataTypes.JSON },
    { sequelize, tableName: 'courses', modelName: 'course' },
  );
  UnitModel.init(
    {
      id,
      title: DataTypes.STRING(120),
      position: DataTypes.INTEGER,
      fromDay: DataTypes.DATEONLY,
      toDay: DataTypes.DATEONLY,
    },
    { sequelize, tableName: 'units', modelName: 'unit' },
  );
  UnitModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
  EnrolmentModel.init(
    { id, role: DataTypes.STRING(16), lookedAt: DataTypes.DATE(3), createdAt: DataTypes.DATE(3) },
    { sequelize, tableName: 'enrolments', modelName: 'enrolment' },
  );
  EnrolmentModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
  EnrolmentModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
  LeftCourseModel.init(
    { id, inLedger: DataTypes.BOOLEAN, createdAt: DataTypes.DATE(3) },
    { sequelize, tableName: 'left_courses', modelName: 'leftCourse', updatedAt: false },
  );
  LeftCourseModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
  LeftCourseModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
}
