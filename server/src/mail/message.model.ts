import type { MailKind } from '@undulan/contract';
import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';

/** A thing that a message says, and the page it is about. */
export interface Line {
  says: string;
  path: string;
}

/** What is written to someone, as one message. */
export class MessageModel extends Model<InferAttributes<MessageModel>, InferCreationAttributes<MessageModel>> {
  declare id: CreationOptional<string>;
  declare personId: string | null;
  declare courseId: string | null;
  declare email: string;
  declare name: string;
  declare kind: MailKind | 'password';
  declare courseTitle: string;
  declare lines: Line[];
  declare once: CreationOptional<string | null>;
  declare goesAt: Date;
  declare sentAt: CreationOptional<Date | null>;
  declare attempts: CreationOptional<number>;
  declare problem: CreationOptional<string | null>;
  declare createdAt: CreationOptional<Date>;
}

export function initMessageModel(sequelize: Sequelize): void {
  MessageModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      personId: DataTypes.UUID,
      courseId: DataTypes.UUID,
      email: DataTypes.STRING(254),
      name: DataTypes.STRING(120),
      kind: DataTypes.STRING(16),
      courseTitle: DataTypes.STRING(120),
      lines: DataTypes.JSON,
      once: DataTypes.STRING(160),
      goesAt: DataTypes.DATE(3),
      sentAt: DataTypes.DATE(3),
      attempts: { type: DataTypes.INTEGER, defaultValue: 0 },
      problem: DataTypes.STRING(300),
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'messages', modelName: 'message', updatedAt: false },
  );
}
