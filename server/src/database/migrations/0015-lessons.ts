import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

/** Lessons of a course: their boards as one document. */
export const lessons: Migration = {
  name: '0015-lessons',
  up: async (tables) => {
    await tables.createTable('lessons', {
      id,
      courseId: reference('courses'),
      position: { type: DataTypes.INTEGER, allowNull: false },
      name: { type: DataTypes.STRING(120), allowNull: false },
      boardNames: { type: DataTypes.JSON, allowNull: false },
      lesson: { type: DataTypes.JSON, allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      ...times,
    });
  },
};
