import type { TokenScope } from '@undulan/contract';
import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';

/** A token by which a person's own scripts come in. */
export class TokenModel extends Model<InferAttributes<TokenModel>, InferCreationAttributes<TokenModel>> {
  declare id: CreationOptional<string>;
  declare personId: ForeignKey<string>;
  declare name: string;
  declare scope: TokenScope;
  declare tokenHash: string;
  declare usedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
}

export function initTokenModel(sequelize: Sequelize): void {
  TokenModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      personId: DataTypes.UUID,
      name: DataTypes.STRING(60),
      scope: DataTypes.STRING(16),
      tokenHash: DataTypes.CHAR(64),
      usedAt: DataTypes.DATE(3),
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'access_tokens', modelName: 'accessToken', updatedAt: false },
  );
}
