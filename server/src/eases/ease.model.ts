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

/** An ease of a course's palette, in the CSS notation. */
export class EaseModel extends Model<InferAttributes<EaseModel>, InferCreationAttributes<EaseModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare authorId: ForeignKey<string>;
  declare name: string;
  declare css: string;
  declare author?: NonAttribute<PersonModel>;
}

export function initEaseModel(sequelize: Sequelize): void {
  EaseModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      name: DataTypes.STRING(60),
      css: DataTypes.TEXT,
    },
    { sequelize, tableName: 'eases', modelName: 'ease' },
  );
  EaseModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
  EaseModel.belongsTo(PersonModel, { foreignKey: 'authorId', as: 'author' });
}
