import type { DecimalMark, MailKind, ShortcutChoices } from '@undulan/contract';
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
  /** They run the installation. */
  declare isAdministrator: CreationOptional<boolean>;
  /** Of what they want no messages. */
  declare mailOff: CreationOptional<MailKind[] | null>;
  declare shortcuts: CreationOptional<ShortcutChoices | null>;
  declare decimalMark: CreationOptional<DecimalMark>;
}

export function initPersonModel(sequelize: Sequelize): void {
  PersonModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      name: DataTypes.STRING(120),
      email: DataTypes.STRING(254),
      passwordHash: DataTypes.STRING(255),
      isDemo: { type: DataTypes.BOOLEAN, defaultValue: false },
      isAdministrator: { type: DataTypes.BOOLEAN, defaultValue: false },
      mailOff: DataTypes.JSON,
      shortcuts: DataTypes.JSON,
      decimalMark: { type: DataTypes.CHAR(1), defaultValue: '.' },
    },
    { sequelize, tableName: 'people', modelName: 'person' },
  );
}
