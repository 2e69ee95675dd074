import { type Lesson, upgradeLesson } from '@undulan/core';
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

export class LessonModel extends Model<InferAttributes<LessonModel>, InferCreationAttributes<LessonModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare position: number;
  declare lesson: Lesson;
  /** What lists show of it, without it. */
  declare name: string;
  declare boardNames: string[];
  declare version: number;
  declare course?: NonAttribute<CourseModel>;
}

/** A lesson as the table keeps it. */
export function lessonColumns(lesson: Lesson): Pick<LessonModel, 'lesson' | 'name' | 'boardNames'> {
  return { lesson, name: lesson.name, boardNames: lesson.boards.map(({ name }) => name) };
}

export function initLessonModel(sequelize: Sequelize): void {
  LessonModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      position: DataTypes.INTEGER,
      lesson: {
        type: DataTypes.JSON,
        get(this: LessonModel) {
          // Not asked for by lists.
          const kept = this.getDataValue('lesson') as Lesson | undefined;
          return kept && upgradeLesson(kept);
        },
      },
      name: DataTypes.STRING(120),
      boardNames: DataTypes.JSON,
      version: DataTypes.INTEGER,
    },
    { sequelize, tableName: 'lessons', modelName: 'lesson' },
  );
  LessonModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
}
