import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

export const eases: Migration = {
  name: '0004-eases',
  up: async (tables) => {
    await tables.createTable('eases', {
      id,
      courseId: reference('courses'),
      authorId: reference('people'),
      name: { type: DataTypes.STRING(60), allowNull: false },
      css: { type: DataTypes.TEXT, allowNull: false },
      ...times,
    });
  },
};
