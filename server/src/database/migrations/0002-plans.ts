import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

export const plans: Migration = {
  name: '0002-plans',
  up: async (tables) => {
    await tables.createTable('plans', {
      id,
      courseId: reference('courses'),
      authorId: reference('people'),
      title: { type: DataTypes.STRING(120), allowNull: false },
      query: { type: DataTypes.TEXT, allowNull: false },
      ...times,
    });
  },
};
