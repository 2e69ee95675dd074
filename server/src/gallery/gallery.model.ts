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
import { TakeModel } from '../takes/take.model.ts';

/** A take that its learner shows to others of the course. */
export class ShownTakeModel extends Model<InferAttributes<ShownTakeModel>, InferCreationAttributes<ShownTakeModel>> {
  declare takeId: ForeignKey<string>;
  declare courseId: string;
  declare title: string;
  declare tags: string[];
  declare note: string;
  declare createdAt: CreationOptional<Date>;
  declare take?: NonAttribute<TakeModel>;
}

/** What someone says of a frame of it. */
export class RemarkModel extends Model<InferAttributes<RemarkModel>, InferCreationAttributes<RemarkModel>> {
  declare id: CreationOptional<string>;
  declare takeId: string;
  declare authorId: ForeignKey<string>;
  declare frame: number;
  declare text: string;
  declare createdAt: CreationOptional<Date>;
  declare author?: NonAttribute<PersonModel>;
}

export function initGalleryModels(sequelize: Sequelize): void {
  ShownTakeModel.init(
    {
      takeId: { type: DataTypes.UUID, primaryKey: true },
      courseId: DataTypes.UUID,
      title: DataTypes.STRING(120),
      tags: DataTypes.JSON,
      note: DataTypes.TEXT,
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'shown_takes', modelName: 'shownTake', updatedAt: false },
  );
  RemarkModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      takeId: DataTypes.UUID,
      frame: DataTypes.INTEGER,
      text: DataTypes.TEXT,
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'remarks', modelName: 'remark', updatedAt: false },
  );
  ShownTakeModel.belongsTo(TakeModel, { foreignKey: 'takeId', as: 'take' });
  RemarkModel.belongsTo(PersonModel, { foreignKey: 'authorId', as: 'author' });
}
