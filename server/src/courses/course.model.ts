import type { CourseRole } from '@undulan/contract';
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
}

/** One person's part in one course. */
export class EnrolmentModel extends Model<InferAttributes<EnrolmentModel>, InferCreationAttributes<EnrolmentModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare personId: ForeignKey<string>;
  declare role: CourseRole;
  declare course?: NonAttribute<CourseModel>;
  declare person?: NonAttribute<PersonModel>;
}

export function initCourseModels(sequelize: Sequelize): void {
  const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };
  CourseModel.init({ id, title: DataTypes.STRING(120) }, { sequelize, tableName: 'courses', modelName: 'course' });
  EnrolmentModel.init(
    { id, role: DataTypes.ENUM('instructor', 'learner') },
    { sequelize, tableName: 'enrolments', modelName: 'enrolment' },
  );
  EnrolmentModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
  EnrolmentModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
}
