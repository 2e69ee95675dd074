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
import { PersonModel } from './person.model.ts';

/** A link by which someone gets a new password, once. */
export class PasswordLinkModel extends Model<
  InferAttributes<PasswordLinkModel>,
  InferCreationAttributes<PasswordLinkModel>
> {
  declare id: CreationOptional<string>;
  declare personId: ForeignKey<string>;
  declare codeHash: string;
  declare endsAt: Date;
  declare createdAt: CreationOptional<Date>;
  declare person?: NonAttribute<PersonModel>;
}

export function initPasswordLinkModel(sequelize: Sequelize): void {
  PasswordLinkModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      codeHash: DataTypes.CHAR(64),
      endsAt: DataTypes.DATE(3),
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'password_links', modelName: 'passwordLink' },
  );
  PasswordLinkModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
}
