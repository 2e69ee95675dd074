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

/** A picture of a course: in its briefs, or put into a scene by someone. */
export class PictureModel extends Model<InferAttributes<PictureModel>, InferCreationAttributes<PictureModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  /** Its media type. */
  declare type: string;
  declare bytes: Buffer;
  /** Who put it into a scene; null for one of a brief. */
  declare ownerId: CreationOptional<string | null>;
  /** SHA-256 of the bytes as they came; null for one of a brief. */
  declare hash: CreationOptional<string | null>;
}

export function initPictureModel(sequelize: Sequelize): void {
  PictureModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      type: DataTypes.STRING(32),
      bytes: DataTypes.BLOB('medium'),
      ownerId: DataTypes.UUID,
      hash: DataTypes.CHAR(64),
    },
    { sequelize, tableName: 'pictures', modelName: 'picture' },
  );
  PictureModel.belongsTo(CourseModel, { foreignKey: 'courseId' });
}
