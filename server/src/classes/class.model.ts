import type { ClassView, NewAsk } from '@undulan/contract';
import { type AskAnswer, type Board, upgradeBoard } from '@undulan/core';
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
import { CourseModel } from '../courses/course.model.ts';
import { PersonModel } from '../people/person.model.ts';

/** A class in session, and after. */
export class ClassSessionModel extends Model<
  InferAttributes<ClassSessionModel>,
  InferCreationAttributes<ClassSessionModel>
> {
  declare id: CreationOptional<string>;
  declare code: string;
  declare courseId: ForeignKey<string>;
  declare openedById: ForeignKey<string>;
  declare lessonId: string;
  declare lessonName: string;
  /** What is shown, and how it stands; null before anything was. */
  declare board: CreationOptional<Board | null>;
  declare view: CreationOptional<ClassView | null>;
  declare endedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
  declare course?: NonAttribute<CourseModel>;
  declare openedBy?: NonAttribute<PersonModel>;
}

/** A question to a class. */
export class AskModel extends Model<InferAttributes<AskModel>, InferCreationAttributes<AskModel>> {
  declare id: CreationOptional<string>;
  declare sessionId: ForeignKey<string>;
  declare number: number;
  declare asked: NewAsk;
  declare closed: CreationOptional<boolean>;
  declare revealed: CreationOptional<boolean>;
  declare namesShown: CreationOptional<boolean>;
  declare answers?: NonAttribute<AnswerModel[]>;
}

/** What one person answered. */
export class AnswerModel extends Model<InferAttributes<AnswerModel>, InferCreationAttributes<AnswerModel>> {
  declare id: CreationOptional<string>;
  declare askId: ForeignKey<string>;
  declare personId: ForeignKey<string>;
  declare answer: AskAnswer;
  declare person?: NonAttribute<PersonModel>;
}

export function initClassModels(sequelize: Sequelize): void {
  const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };
  ClassSessionModel.init(
    {
      id,
      code: DataTypes.STRING(40),
      lessonId: DataTypes.UUID,
      lessonName: DataTypes.STRING(120),
      board: {
        type: DataTypes.JSON,
        get(this: ClassSessionModel) {
          const board = this.getDataValue('board') as Board | null | undefined;
          return board && upgradeBoard(board);
        },
      },
      view: DataTypes.JSON,
      endedAt: DataTypes.DATE(3),
      createdAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'class_sessions', modelName: 'classSession' },
  );
  AskModel.init(
    {
      id,
      number: DataTypes.INTEGER,
      asked: DataTypes.JSON,
      closed: { type: DataTypes.BOOLEAN, defaultValue: false },
      revealed: { type: DataTypes.BOOLEAN, defaultValue: false },
      namesShown: { type: DataTypes.BOOLEAN, defaultValue: false },
    },
    { sequelize, tableName: 'class_asks', modelName: 'ask' },
  );
  AnswerModel.init({ id, answer: DataTypes.JSON }, { sequelize, tableName: 'class_answers', modelName: 'classAnswer' });
  ClassSessionModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
  ClassSessionModel.belongsTo(PersonModel, { foreignKey: 'openedById', as: 'openedBy' });
  AskModel.belongsTo(ClassSessionModel, { foreignKey: 'sessionId' });
  AskModel.hasMany(AnswerModel, { foreignKey: 'askId', as: 'answers' });
  AnswerModel.belongsTo(PersonModel, { foreignKey: 'personId', as: 'person' });
}
