import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

/** Pictures in the briefs of a course. */
export const pictures: Migration = {
  name: '0006-pictures',
  up: async (tables) => {
    await tables.createTable('pictures', {
      id,
      courseId: reference('courses'),
      type: { type: DataTypes.STRING(32), allowNull: false },
      bytes: { type: DataTypes.BLOB('medium'), allowNull: false },
      ...times,
    });
  },
};
