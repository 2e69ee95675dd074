import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import { CourseModel } from '../courses/course.model.ts';

/** A picture in the briefs of a course. */
export class PictureModel extends Model<InferAttributes<PictureModel>, InferCreationAttributes<PictureModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  /** Its media type. */
  declare type: string;
  declare bytes: Buffer;
}

export function initPictureModel(sequelize: Sequelize): void {
  PictureModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      type: DataTypes.STRING(32),
      bytes: DataTypes.BLOB('medium'),
    },
    { sequelize, tableName: 'pictures', modelName: 'picture' },
  );
  PictureModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
}
