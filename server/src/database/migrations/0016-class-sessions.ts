import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time, times } from './columns.ts';

/** Classes in session: what they show, what they were asked, what came back. A lesson may go before them. */
export const classSessions: Migration = {
  name: '0016-class-sessions',
  up: async (tables) => {
    await tables.createTable('class_sessions', {
      id,
      code: { type: DataTypes.STRING(40), allowNull: false, unique: true },
      courseId: reference('courses'),
      openedById: reference('people'),
      lessonId: { type: DataTypes.UUID, allowNull: false },
      lessonName: { type: DataTypes.STRING(120), allowNull: false },
      board: { type: DataTypes.JSON, allowNull: true },
      view: { type: DataTypes.JSON, allowNull: true },
      endedAt: { ...time, allowNull: true },
      ...times,
    });
    await tables.createTable('class_asks', {
      id,
      sessionId: reference('class_sessions'),
      number: { type: DataTypes.INTEGER, allowNull: false },
      asked: { type: DataTypes.JSON, allowNull: false },
      closed: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      revealed: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      namesShown: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      ...times,
    });
    await tables.createTable('class_answers', {
      id,
      askId: reference('class_asks'),
      personId: reference('people'),
      answer: { type: DataTypes.JSON, allowNull: false },
      ...times,
    });
    await tables.addIndex('class_answers', { fields: ['askId', 'personId'], unique: true });
  },
};
