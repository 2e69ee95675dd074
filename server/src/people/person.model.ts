import type { ShortcutChoices } from '@undulan/contract';
import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';

export class PersonModel extends Model<InferAttributes<PersonModel>, InferCreationAttributes<PersonModel>> {
  declare id: CreationOptional<string>;
  declare name: string;
  declare email: string;
  declare passwordHash: string;
  declare isDemo: CreationOptional<boolean>;
  declare shortcuts: CreationOptional<ShortcutChoices | null>;
}

export function initPersonModel(sequelize: Sequelize): void {
  PersonModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      name: DataTypes.STRING(120),
      email: DataTypes.STRING(254),
      passwordHash: DataTypes.STRING(255),
      isDemo: { type: DataTypes.BOOLEAN, defaultValue: false },
      shortcuts: DataTypes.JSON,
    },
    { sequelize, tableName: 'people', modelName: 'person' },
  );
}
