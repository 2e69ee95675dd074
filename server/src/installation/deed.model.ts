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

/** Something that an administrator did. */
export class DeedModel extends Model<InferAttributes<DeedModel>, InferCreationAttributes<DeedModel>> {
  declare id: CreationOptional<string>;
  declare personId: ForeignKey<string>;
  declare says: string;
  declare createdAt: CreationOptional<Date>;
  declare person?: NonAttribute<PersonModel>;
}

export function initDeedModel(sequelize: Sequelize): void {
  DeedModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      says: DataTypes.STRING(300),
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'deeds', modelName: 'deed', updatedAt: false },
  );
  DeedModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
}
