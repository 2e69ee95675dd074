import type { ReadingState } from '@undulan/contract';
import { type Digest, type Reading, READING_VERSION } from '@undulan/core';
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
import { TakeModel } from '../takes/take.model.ts';
import { TargetModel } from '../targets/target.model.ts';

/**
 * A reading of a take against a target: asked for, then made by whichever copy of the server takes it up. Reading again
 * adds one, the newest counts.
 */
export class ReadingModel extends Model<InferAttributes<ReadingModel>, InferCreationAttributes<ReadingModel>> {
  declare id: CreationOptional<string>;
  declare takeId: ForeignKey<string>;
  declare targetHash: ForeignKey<string>;
  declare state: 'waiting' | 'under-way' | 'read' | 'not-read';
  declare reading: CreationOptional<Reading | null>;
  /** The version of the reading that is there; an older one is made anew. */
  declare version: CreationOptional<number | null>;
  declare findingsCount: CreationOptional<number | null>;
  declare proposedGrade: CreationOptional<number | null>;
  /** What a class's view needs of it; one of an older version is made anew. */
  declare digest: CreationOptional<Digest | null>;
  declare digestVersion: CreationOptional<number | null>;
  /** Why it could not be made. */
  declare problem: CreationOptional<string | null>;
  /** The job it was asked for by, if any. */
  declare jobId: CreationOptional<string | null>;
  /** Who is at it, since when, and the how-manieth time. */
  declare claim: CreationOptional<string | null>;
  declare claimedAt: CreationOptional<Date | null>;
  declare attempts: CreationOptional<number>;
  declare createdAt: CreationOptional<Date>;
  declare take?: NonAttribute<TakeModel>;
  declare target?: NonAttribute<TargetModel>;

  /** Where it stands for those who wait for it. */
  get shownState(): NonAttribute<ReadingState> {
    if (this.state === 'not-read') return 'not-read';
    return this.state === 'read' && this.version === READING_VERSION ? 'read' : 'coming';
  }
}

/** A reading in a line: all of it but the reading itself. */
export const READING_LINE: (keyof InferAttributes<ReadingModel>)[] = [
  'id',
  'takeId',
  'targetHash',
  'state',
  'version',
  'findingsCount',
  'proposedGrade',
  'problem',
  'createdAt',
];

/** The newest reading of a take that there is, in a line. */
export async function newestRead(takeId: string): Promise<ReadingModel | undefined> {
  const lines = await ReadingModel.findAll({
    where: { takeId },
    attributes: READING_LINE,
    order: [['createdAt', 'DESC']],
  });
  return lines.find((line) => line.shownState === 'read');
}

export function initReadingModel(sequelize: Sequelize): void {
  ReadingModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      state: DataTypes.STRING(16),
      reading: DataTypes.JSON,
      version: DataTypes.INTEGER,
      findingsCount: DataTypes.INTEGER,
      proposedGrade: DataTypes.DOUBLE,
      digest: DataTypes.JSON,
      digestVersion: DataTypes.INTEGER,
      problem: DataTypes.STRING(300),
      jobId: DataTypes.UUID,
      claim: DataTypes.UUID,
      claimedAt: DataTypes.DATE(3),
      attempts: { type: DataTypes.INTEGER, defaultValue: 0 },
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'readings', modelName: 'reading' },
  );
  ReadingModel.belongsTo(TakeModel, { foreignKey: 'takeId', as: 'take' });
  ReadingModel.belongsTo(TargetModel, { foreignKey: 'targetHash', as: 'target' });
}
