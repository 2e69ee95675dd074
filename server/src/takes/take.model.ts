import type { NoteText, ReviewText, TakeClip } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
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
import { motionColumn } from '../database/motion-column.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { PersonModel } from '../people/person.model.ts';

/** A numbered hand-in. Written once, never changed. */
export class TakeModel extends Model<InferAttributes<TakeModel>, InferCreationAttributes<TakeModel>> {
  declare id: CreationOptional<string>;
  declare exerciseId: ForeignKey<string>;
  declare learnerId: ForeignKey<string>;
  declare number: number;
  declare title: CreationOptional<string>;
  declare tags: CreationOptional<string[] | null>;
  declare note: CreationOptional<string | null>;
  declare motion: MotionDocument;
  /** The clip it was read from, and what was followed in it; null where it was keyed here. */
  declare clipId: CreationOptional<string | null>;
  declare followed: CreationOptional<Followed | null>;
  declare handedInAt: Date;
  declare review?: NonAttribute<ReviewModel | null>;
  declare learner?: NonAttribute<PersonModel>;
  declare exercise?: NonAttribute<ExerciseModel>;
}

/** What was followed in a clip, and how that lies over the stage. */
export type Followed = Omit<TakeClip, 'id' | 'name' | 'type' | 'bytes'>;

/** What the instructor says about one take. */
export class ReviewModel extends Model<InferAttributes<ReviewModel>, InferCreationAttributes<ReviewModel>> {
  declare id: CreationOptional<string>;
  declare takeId: ForeignKey<string>;
  declare instructorId: ForeignKey<string | null>;
  declare grade: number | null;
  declare summary: string;
  declare version: number;
  declare returnedAt: Date | null;
  declare criteria: CreationOptional<ReviewText['criteria'] | null>;
  declare decisions: CreationOptional<ReviewText['decisions'] | null>;
  declare again: CreationOptional<boolean>;
  declare notes?: NonAttribute<NoteModel[]>;
  declare instructor?: NonAttribute<PersonModel | null>;
  declare take?: NonAttribute<TakeModel>;
}

/** One remark of a review, pinned to a frame. */
export class NoteModel extends Model<InferAttributes<NoteModel>, InferCreationAttributes<NoteModel>> {
  declare id: CreationOptional<string>;
  declare reviewId: ForeignKey<string>;
  declare frame: number;
  declare text: string;
  /** Span, subject, spot and drawing; null pins to the frame alone. */
  declare pinned: CreationOptional<Pinned | null>;
  declare done: CreationOptional<boolean>;
  declare replies?: NonAttribute<ReplyModel[]>;
  declare review?: NonAttribute<ReviewModel>;
}

type Pinned = Pick<NoteText, 'lastFrame' | 'subjectId' | 'spot' | 'drawing'>;

/** What a learner or an instructor says to a note. */
export class ReplyModel extends Model<InferAttributes<ReplyModel>, InferCreationAttributes<ReplyModel>> {
  declare id: CreationOptional<string>;
  declare noteId: ForeignKey<string>;
  declare authorId: ForeignKey<string>;
  declare text: string;
  declare createdAt: CreationOptional<Date>;
  declare author?: NonAttribute<PersonModel>;
  declare note?: NonAttribute<NoteModel>;
}

export function initTakeModels(sequelize: Sequelize): void {
  const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };
  TakeModel.init(
    {
      id,
      number: DataTypes.INTEGER,
      title: { type: DataTypes.STRING(120), defaultValue: '' },
      tags: DataTypes.JSON,
      note: DataTypes.TEXT,
      motion: motionColumn(),
      clipId: DataTypes.UUID,
      followed: DataTypes.JSON,
      handedInAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'takes', modelName: 'take' },
  );
  ReviewModel.init(
    {
      id,
      grade: DataTypes.DOUBLE,
      summary: DataTypes.TEXT,
      version: DataTypes.INTEGER,
      returnedAt: DataTypes.DATE(3),
      criteria: DataTypes.JSON,
      decisions: DataTypes.JSON,
      again: DataTypes.BOOLEAN,
    },
    { sequelize, tableName: 'reviews', modelName: 'review' },
  );
  NoteModel.init(
    { id, frame: DataTypes.INTEGER, text: DataTypes.TEXT, pinned: DataTypes.JSON, done: DataTypes.BOOLEAN },
    { sequelize, tableName: 'notes', modelName: 'note' },
  );
  ReplyModel.init(
    { id, text: DataTypes.TEXT, createdAt: DataTypes.DATE(3) },
    { sequelize, tableName: 'replies', modelName: 'reply' },
  );
  NoteModel.belongsTo(ReviewModel, { foreignKey: 'reviewId', as: 'review' });
  ReplyModel.belongsTo(NoteModel, { foreignKey: 'noteId', as: 'note' });
  NoteModel.hasMany(ReplyModel, { foreignKey: 'noteId', as: 'replies' });
  ReplyModel.belongsTo(PersonModel, { foreignKey: 'authorId', as: 'author' });
  TakeModel.belongsTo(ExerciseModel, { foreignKey: 'exerciseId', as: 'exercise' });
  TakeModel.belongsTo(PersonModel, { foreignKey: 'learnerId', as: 'learner' });
  TakeModel.hasOne(ReviewModel, { foreignKey: 'takeId', as: 'review' });
  ReviewModel.belongsTo(TakeModel, { foreignKey: 'takeId', as: 'take' });
  ReviewModel.belongsTo(PersonModel, { foreignKey: 'instructorId', as: 'instructor' });
  ReviewModel.hasMany(NoteModel, { foreignKey: 'reviewId', as: 'notes' });
}
