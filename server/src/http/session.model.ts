import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';

/** A signed-in session. It goes with its person. */
export class SessionModel extends Model<InferAttributes<SessionModel>, InferCreationAttributes<SessionModel>> {
  declare sid: string;
  declare expires: Date | null;
  declare data: string | null;
  declare personId: string | null;
  declare begunWith: string | null;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export function initSessionModel(sequelize: Sequelize): void {
  SessionModel.init(
    {
      sid: { type: DataTypes.STRING(36), primaryKey: true },
      expires: DataTypes.DATE,
      data: DataTypes.TEXT,
      personId: DataTypes.UUID,
      begunWith: DataTypes.STRING(200),
      createdAt: DataTypes.DATE(3),
      updatedAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'sessions', modelName: 'SessionModel' },
  );
}
