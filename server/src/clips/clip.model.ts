import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';

/** A clip on its way, or whole. Its bytes are in pieces, as they came. */
export class ClipModel extends Model<InferAttributes<ClipModel>, InferCreationAttributes<ClipModel>> {
  declare id: CreationOptional<string>;
  /** The exercise it is to be a take of; null of a reference, which is a course's. */
  declare exerciseId: ForeignKey<string> | null;
  declare courseId: ForeignKey<string> | null;
  declare ownerId: ForeignKey<string>;
  declare name: string;
  /** Its media type, by its first bytes; null before they are there. */
  declare type: string | null;
  declare size: number;
  declare received: number;
  /** SHA-256 of all of it, as its sender says. */
  declare hash: string;
  /** All of it is there, and is what the sender meant. */
  declare whole: boolean;
  declare createdAt: CreationOptional<Date>;
}

export class ClipPieceModel extends Model<InferAttributes<ClipPieceModel>, InferCreationAttributes<ClipPieceModel>> {
  declare clipId: string;
  /** Where in the clip it begins. */
  declare start: number;
  declare size: number;
  declare bytes: Buffer;
}

export function initClipModels(sequelize: Sequelize): void {
  ClipModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      exerciseId: DataTypes.UUID,
      courseId: DataTypes.UUID,
      ownerId: DataTypes.UUID,
      name: DataTypes.STRING(255),
      type: DataTypes.STRING(32),
      size: DataTypes.INTEGER.UNSIGNED,
      received: DataTypes.INTEGER.UNSIGNED,
      hash: DataTypes.CHAR(64),
      whole: DataTypes.BOOLEAN,
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'clips', modelName: 'clip' },
  );
  ClipPieceModel.init(
    {
      clipId: { type: DataTypes.UUID, primaryKey: true },
      start: { type: DataTypes.INTEGER.UNSIGNED, primaryKey: true },
      size: DataTypes.INTEGER.UNSIGNED,
      bytes: DataTypes.BLOB('medium'),
    },
    { sequelize, tableName: 'clip_pieces', modelName: 'clipPiece', timestamps: false },
  );
}
